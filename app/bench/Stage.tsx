/**
 * The bench in three dimensions. It draws when something changed, and shows; what things mean is decided
 * elsewhere.
 */
import { OrbitControls } from '@react-three/drei'
import { Canvas, useThree, type ThreeEvent } from '@react-three/fiber'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { MOUSE, TOUCH, Vector3, type PerspectiveCamera } from 'three'
import type { OrbitControls as Controls } from 'three/examples/jsm/controls/OrbitControls.js'
import { findAlike } from '../../core/cuts'
import type { Model } from '../../core/model'
import { findContacts, type Contact } from '../../core/joints'
import { hull, ROOM_SIDES, sideAt, sizeOf, type Box, type RoomSide, type Vec3 } from '../../core/pieces'
import { woodColour } from '../../core/rack'
import { pieceOf, type Instance } from '../../core/resolve'
import { choose, light, pick, useOpen } from '../store/open'
import { markColour } from '../ui/marks'
import { useTheme } from '../ui/theme'
import { useBench, type ViewName } from './asks'
import { PieceMesh } from './PieceMesh'
import type { Shapes } from './shapes'

const TOWARD: Readonly<Record<ViewName, Vec3>> = {
  front: [0, -1, 0],
  back: [0, 1, 0],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  top: [0, -1e-4, 1],
  bottom: [0, -1e-4, -1],
  pictorial: [-0.55, -1, 0.5],
}

const NOWHERE = [0, 0, 0] as const

export const patchKey = (c: Contact): string => `${c.guest.key}|${c.guestFace}|${c.host.key}`

export default function Stage({ shapes }: { shapes: Shapes }) {
  const model = useOpen((s) => s.model)
  const chosen = useOpen((s) => s.chosen)
  const lit = useOpen((s) => s.lit)
  const picking = useOpen((s) => s.picking)
  const { xray, exploded, byMark, patches, panel } = useBench()
  const [theme] = useTheme()
  const [face, setFace] = useState<Box | null>(null)
  const colours = useMemo(
    () => ({
      ink: theme === 'night' ? '#0f1214' : '#22282e',
      chalk: theme === 'night' ? '#86b9de' : '#2f6690',
    }),
    [theme],
  )
  const { instances, byId } = model.resolved
  const all = useMemo(() => hull(instances.map((i) => i.grown)), [instances])
  const marks = useMemo(() => {
    const found = new Map<string, number>()
    findAlike(model).forEach((a, n) => a.instances.forEach((i) => found.set(i.key, n)))
    return found
  }, [model])
  const apart = exploded || panel === 'join'
  const shifts = useMemo(
    () => new Map(instances.map((i) => [i.key, apart && all ? shiftOf(i, all) : NOWHERE])),
    [instances, apart, all],
  )

  const onPick = useCallback((instance: Instance, e: ThreeEvent<MouseEvent>) => {
    if (e.delta > 4) return
    e.stopPropagation()
    const { picking: wanted, chosen: had, model: now } = useOpen.getState()
    const side = sideUnder(instance, e)
    if (wanted) {
      if (!side) return
      wanted.take(`@${instance.piece}${numberOf(instance, had, now)}.${side}`)
      pick(null)
      setFace(null)
      return
    }
    choose(e.nativeEvent.shiftKey ? toggle(had, instance.key) : [instance.key])
    light(workUnder(instance, e, shapesNow.current))
  }, [])

  const onPoint = useCallback((instance: Instance, e: ThreeEvent<PointerEvent> | null) => {
    if (!useOpen.getState().picking) return
    e?.stopPropagation()
    const side = e && sideUnder(instance, e)
    setFace(side ? flatOn(instance.box, side) : null)
  }, [])

  const shapesNow = useRef(shapes)
  useEffect(() => {
    shapesNow.current = shapes
  })

  return (
    <Canvas
      frameloop="demand"
      flat
      dpr={[1, 2]}
      camera={{ fov: 28, near: 10, far: 100_000, up: [0, 0, 1], position: [-1500, -3000, 1500] }}
      onPointerMissed={(e) => {
        if (e.type === 'click' && !picking) {
          choose([])
          light(null)
        }
      }}
      style={{ cursor: picking ? 'crosshair' : 'default', touchAction: 'none' }}
      aria-label="The bench"
      role="img"
    >
      <ambientLight intensity={1.75} />
      <directionalLight position={[-1, -2.2, 3]} intensity={1.35} />
      <directionalLight position={[2, 1, 0.5]} intensity={0.35} />
      {instances.map((i) => {
        const shape = shapes.get(i.key)
        if (!shape) return null
        const species = byId.get(i.piece)?.stock?.stock.species ?? ''
        return (
          <PieceMesh
            key={i.key}
            instance={i}
            shape={shape}
            colour={byMark ? markColour(marks.get(i.key) ?? 0) : woodColour(species)}
            plain={byMark}
            chosen={chosen.includes(i.key)}
            xray={xray && !chosen.includes(i.key)}
            lit={lit ? cutNumber(model.features(i), lit) : 0}
            shift={shifts.get(i.key) ?? NOWHERE}
            ink={colours.ink}
            chalk={colours.chalk}
            onPick={onPick}
            onPoint={onPoint}
          />
        )
      })}
      {face && <Patch box={face} colour={colours.chalk} />}
      {patches.length > 0 && <Patches keys={patches} shifts={shifts} colour={colours.chalk} />}
      <Eye all={apart && all ? widened(all) : all} />
      <Redraw
        on={[model, chosen, lit, picking, xray, exploded, byMark, patches, panel, theme, face, shapes]}
      />
    </Canvas>
  )
}

/**
 * How a reference tells a picked instance from its likes. Within one group neighbours are meant where they
 * are described, so that all copies of the group agree.
 */
function numberOf(i: Instance, chosen: readonly string[], { resolved }: Model): string {
  const picked = resolved.byId.get(i.piece)
  const asking = resolved.byId.get(pieceOf(chosen.at(-1) ?? ''))?.piece
  const alone = picked?.piece.kind === 'made' && !picked.piece.repeat
  if (alone && asking && asking.group !== null && asking.group === picked.piece.group) return ''
  return (picked?.instances.length ?? 1) > 1 ? `#${i.copy}` : ''
}

/** Asks for a new picture whenever something it shows has changed. */
function Redraw({ on }: { on: readonly unknown[] }) {
  const invalidate = useThree((s) => s.invalidate)
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the caller says what to watch, always as many
  useEffect(() => invalidate(), on)
  return null
}

/** Width of the column of tools, pixels. */
const TOOLS = 84

/** The camera: where asked, and so that everything is in the picture. */
function Eye({ all }: { all: Box | null }) {
  const controls = useRef<Controls>(null)
  const { camera, invalidate, size } = useThree()
  const view = useBench((s) => s.view)
  const seen = useRef({ n: -1, empty: true })
  useEffect(() => {
    if (seen.current.n === view.n && !(seen.current.empty && all)) return
    seen.current = { n: view.n, empty: !all }
    const box = all ?? { min: [0, 0, 0] as Vec3, max: [900, 300, 900] as Vec3 }
    const centre = new Vector3(...box.min).add(new Vector3(...box.max)).multiplyScalar(0.5)
    const eye = camera as PerspectiveCamera
    const toward =
      view.name === 'fit'
        ? eye.position.clone().sub(controls.current?.target ?? centre)
        : new Vector3(...TOWARD[view.name])
    toward.normalize()
    // The tools stand over the left side of the picture; what is shown keeps clear of them, and stays in the
    // middle.
    const free = size.width > 4 * TOOLS ? size.width - 2 * TOOLS : size.width
    const distance = distanceFor(box, centre, toward, eye.fov, free / Math.max(1, size.height))
    eye.position.copy(centre).addScaledVector(toward, distance)
    controls.current?.target.copy(centre)
    controls.current?.update()
    invalidate()
  }, [view, all, camera, invalidate, size])
  return (
    <OrbitControls
      ref={controls as never}
      makeDefault
      enableDamping={false}
      zoomToCursor
      mouseButtons={{ LEFT: MOUSE.ROTATE, MIDDLE: MOUSE.ROTATE, RIGHT: MOUSE.ROTATE }}
      touches={{ ONE: TOUCH.ROTATE, TWO: TOUCH.DOLLY_PAN }}
    />
  )
}

/** How far off the eye must be for every corner of the box to be in the picture, with a little air. */
function distanceFor(box: Box, centre: Vector3, toward: Vector3, fov: number, aspect: number): number {
  const right = new Vector3(0, 0, 1).cross(toward).normalize()
  const up = toward.clone().cross(right)
  const tan = Math.tan((fov * Math.PI) / 360)
  let far = 100
  for (let k = 0; k < 8; k++) {
    const p = new Vector3(
      ...([0, 1, 2].map((i) => ((k >> i) & 1 ? box.max[i] : box.min[i])) as [number, number, number]),
    ).sub(centre)
    const needs = Math.max(Math.abs(p.dot(right)) / (tan * aspect), Math.abs(p.dot(up)) / tan)
    far = Math.max(far, p.dot(toward) + needs * 1.12)
  }
  return far
}

function Patch({
  box,
  colour,
  shift = NOWHERE,
}: {
  box: Box
  colour: string
  shift?: readonly [number, number, number]
}) {
  const size = sizeOf(box)
  const centre = box.min.map((v, i) => v + size[i]! / 2 + shift[i]!) as unknown as [number, number, number]
  return (
    <mesh position={centre} raycast={() => null} renderOrder={4}>
      <boxGeometry args={size.map((s) => Math.max(s, 0.4)) as [number, number, number]} />
      <meshBasicMaterial color={colour} transparent opacity={0.55} depthTest={false} />
    </mesh>
  )
}

function Patches({
  keys,
  shifts,
  colour,
}: {
  keys: readonly string[]
  shifts: ReadonlyMap<string, readonly [number, number, number]>
  colour: string
}) {
  const instances = useOpen((s) => s.model.resolved.instances)
  const contacts = useMemo(
    () => findContacts(instances).filter((c) => keys.includes(patchKey(c))),
    [instances, keys],
  )
  return contacts.map((c) => (
    <Patch key={patchKey(c)} box={c.patch} colour={colour} shift={shifts.get(c.guest.key) ?? NOWHERE} />
  ))
}

/** The room that pieces take when they stand apart. */
function widened(all: Box): Box {
  const out = (i: number, far: boolean) => {
    const half = ((all.max[i]! - all.min[i]!) / 2) * 1.3
    const centre = (all.max[i]! + all.min[i]!) / 2
    return far ? centre + half : centre - half
  }
  return {
    min: [out(0, false), out(1, false), out(2, false)],
    max: [out(0, true), out(1, true), out(2, true)],
  }
}

function shiftOf(i: Instance, all: Box): [number, number, number] {
  return [0, 1, 2].map(
    (k) => 0.3 * ((i.box.min[k]! + i.box.max[k]!) / 2 - (all.min[k]! + all.max[k]!) / 2),
  ) as [number, number, number]
}

/**
 * The room side of the piece under the pointer, when it is one of its own six faces and not a wall of some
 * work.
 */
function sideUnder(instance: Instance, e: ThreeEvent<MouseEvent>): RoomSide | null {
  if (!e.face) return null
  const { x, y, z } = instance.frame
  const n = e.face.normal
  const room = [0, 1, 2].map((i) => x[i]! * n.x + y[i]! * n.y + z[i]! * n.z)
  const axis = room.findIndex((v) => Math.abs(v) > 0.99)
  if (axis < 0) return null
  const side = ROOM_SIDES[axis * 2 + (room[axis]! > 0 ? 1 : 0)]!
  const { far } = sideAt(side)
  const surface = far ? instance.grown.max[axis as 0] : instance.grown.min[axis as 0]
  const shift = e.object.parent
    ? e.object.parent.matrix.elements[12 + axis]! - instance.frame.origin[axis as 0]
    : 0
  return Math.abs(e.point.getComponent(axis) - shift - surface) < 0.5 ? side : null
}

/** The feature whose wall is under the pointer. */
function workUnder(instance: Instance, e: ThreeEvent<MouseEvent>, shapes: Shapes): string | null {
  const shape = shapes.get(instance.key)
  const cut = shape && e.faceIndex != null ? shape.work[e.faceIndex] : 0
  return cut ? (useOpen.getState().model.recipe(instance).cuts[cut - 1]?.work ?? null) : null
}

function flatOn(box: Box, side: RoomSide): Box {
  const { axis, far } = sideAt(side)
  const at = far ? box.max[axis] : box.min[axis]
  const min: [number, number, number] = [...box.min]
  const max: [number, number, number] = [...box.max]
  min[axis] = max[axis] = at
  return { min, max }
}

/** Which cut of a recipe a feature is: cuts are in the order of their ids. */
const cutNumber = (features: ReadonlyArray<{ id: string }>, lit: string): number => {
  const ids = features.map((f) => f.id).sort()
  return ids.indexOf(lit) + 1
}

const toggle = (list: readonly string[], key: string): string[] =>
  list.includes(key) ? list.filter((k) => k !== key) : [...list, key]
