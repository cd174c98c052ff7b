/** The bench in three dimensions: what stands on it, what is chosen, lit and picked. */
import { useEffect, useMemo, useRef, useState } from 'react'
import { hull, type Box, type Vec3 } from '../../core/pieces'
import { woodColour } from '../../core/rack'
import { pieceOf, type Instance } from '../../core/resolve'
import type { Shown } from '../../core/shown'
import { stagesOf } from '../../core/solid'
import { looks } from '../../core/work'
import { choose, light, pick, useOpen } from '../store/open'
import { markColour } from '../ui/marks'
import { useTheme } from '../ui/theme'
import { useBench, type ViewName } from './asks'
import type { Skins } from './shapes'
import type { Board } from './stage/board'
import { flatOn, sideOf, type Hit } from './stage/pick'
import { Stage3D } from './stage/scene'

const TOWARD: Readonly<Record<ViewName, Vec3>> = {
  front: [0, -1, 0],
  back: [0, 1, 0],
  left: [-1, 0, 0],
  right: [1, 0, 0],
  top: [0, -1e-4, 1],
  bottom: [0, -1e-4, -1],
  pictorial: [-0.55, -1, 0.5],
}
const INKS = {
  day: { ink: '#22282e', chalk: '#2f6690' },
  night: { ink: '#0f1214', chalk: '#86b9de' },
} as const

const NOWHERE: Vec3 = [0, 0, 0]
const CLEAR: Box = { min: [0, 0, 0], max: [900, 300, 900] }
/** A pointer that went further than this, in pixels, has turned the view, and pressed nothing. */
const STILL = 4

export default function Stage({ skins }: { skins: Skins }) {
  const host = useRef<HTMLDivElement>(null)
  const [stage, setStage] = useState<Stage3D | null>(null)
  // What cannot be drawn is thrown while rendering, where the screen's own boundary takes it.
  const [fault, setFault] = useState<unknown>(null)
  if (fault) throw fault
  useEffect(() => {
    try {
      const made = new Stage3D(host.current!)
      setStage(made)
      return () => {
        setStage(null)
        made.dispose()
      }
    } catch (error) {
      setFault(error)
      return undefined
    }
  }, [])
  const picking = useOpen((s) => s.picking !== null)
  return (
    <div
      ref={host}
      className={`h-full w-full touch-none ${picking ? 'cursor-crosshair' : ''}`}
      role="img"
      aria-label="The bench"
    >
      {stage && <Showing stage={stage} skins={skins} />}
    </div>
  )
}

/** Keeps the stage showing what there is to show. */
function Showing({ stage, skins }: { stage: Stage3D; skins: Skins }) {
  const instances = useOpen((s) => s.shown.instances)
  const chosen = useOpen((s) => s.chosen)
  const marks = useOpen((s) => s.shown.marks)
  const lit = useOpen((s) => s.lit)
  const { xray, exploded, byMark, patches, panel, view } = useBench()
  const [theme] = useTheme()
  const [face, setFace] = useState<Box | null>(null)
  const all = useMemo(() => hull(instances.map((i) => i.grown)), [instances])
  const apart = exploded || panel === 'join'
  const shifts = useMemo(() => {
    return new Map(apart && all ? instances.map((i) => [i.key, shiftOf(i, all)] as const) : [])
  }, [instances, apart, all])
  const inks = INKS[theme === 'night' ? 'night' : 'day']

  const stands = useRef<readonly Board[]>([])
  const boards = useMemo(() => {
    // A piece that moved and is cut otherwise is shown so at once, not half of it first.
    if (skins.stale && stands.current.length > 0) return stands.current
    const { byId } = useOpen.getState().shown
    const on = new Set(chosen)
    stands.current = instances.flatMap((instance): Board[] => {
      const skin = skins.get(instance.key)
      const species = byId.get(instance.piece)?.stock?.stock.species ?? ''
      const colour = byMark ? markColour(marks.get(instance.key) ?? 0) : woodColour(species)
      const shift = shifts.get(instance.key) ?? NOWHERE
      return skin ? [{ instance, skin, shift, colour, chosen: on.has(instance.key) }] : []
    })
    return stands.current
  }, [instances, skins, chosen, marks, byMark, shifts])

  useEffect(() => {
    stage.show(boards, { ...inks, plain: byMark, clear: xray })
  }, [stage, boards, inks, byMark, xray])

  useEffect(() => {
    const { shown } = useOpen.getState()
    const board = boards.find((b) => lit !== null && cutOf(shown, b.instance, lit) > 0)
    stage.light(board ?? null, board ? cutOf(shown, board.instance, lit!) : 0)
  }, [stage, boards, lit])

  useEffect(() => {
    const moved = patches.map(({ patch, guest }) => shifted(patch, shifts.get(guest) ?? NOWHERE))
    stage.mark(face ? [...moved, face] : moved)
  }, [stage, patches, face, shifts, inks])

  // Where it looks from: when asked, and when the first pieces come.
  const looked = useRef({ n: -1, empty: true })
  useEffect(() => {
    if (looked.current.n === view.n && !(looked.current.empty && all)) return
    looked.current = { n: view.n, empty: !all }
    const box = all ? (apart ? widened(all) : all) : CLEAR
    stage.look(view.name === 'fit' ? null : TOWARD[view.name], box)
  }, [stage, view, all, apart])

  useEffect(() => listen(stage, setFace), [stage])
  return null
}

/**
 * Answers the pointer: chooses, picks faces, shows the one it is over while one is wanted. Gives what ends
 * it.
 */
function listen(stage: Stage3D, showFace: (face: Box | null) => void): () => void {
  const { canvas } = stage
  let down: PointerEvent | null = null
  const press = (e: PointerEvent) => (down = e)
  const move = (e: PointerEvent) => {
    if (!useOpen.getState().picking || e.buttons !== 0) return
    const hit = stage.under(e)
    const side = hit && sideOf(hit)
    showFace(side ? flatOn(hit.board.instance, side) : null)
  }
  const leave = () => showFace(null)
  const click = (e: MouseEvent) => {
    const from = down
    down = null
    if (from && Math.hypot(e.clientX - from.clientX, e.clientY - from.clientY) > STILL) return
    pressed(stage.under(e), e.shiftKey, () => showFace(null))
  }
  canvas.addEventListener('pointerdown', press)
  canvas.addEventListener('pointermove', move)
  canvas.addEventListener('pointerleave', leave)
  canvas.addEventListener('click', click)
  return () => {
    canvas.removeEventListener('pointerdown', press)
    canvas.removeEventListener('pointermove', move)
    canvas.removeEventListener('pointerleave', leave)
    canvas.removeEventListener('click', click)
  }
}

function pressed(hit: Hit | null, more: boolean, picked: () => void): void {
  const { picking, chosen, shown } = useOpen.getState()
  if (picking) {
    const side = hit && sideOf(hit)
    if (!side) return
    const { instance } = hit.board
    picking.take(`@${instance.piece}${numberOf(instance, chosen, shown)}.${side}`)
    pick(null)
    return picked()
  }
  if (!hit) {
    choose([])
    return light(null)
  }
  const { instance, skin } = hit.board
  choose(more ? toggle(chosen, instance.key) : [instance.key])
  const cut = skin.work[hit.triangle]!
  light(workIn(shown, instance)[cut - 1] ?? null)
}

/**
 * How a reference tells a picked instance from its likes. Within one group neighbours are meant where they
 * are described, so that all copies of the group agree.
 */
function numberOf(i: Instance, chosen: readonly string[], { byId }: Shown): string {
  const picked = byId.get(i.piece)
  const asking = byId.get(pieceOf(chosen.at(-1) ?? ''))?.piece
  const alone = picked?.piece.kind === 'made' && !picked.piece.repeat
  if (alone && asking && asking.group !== null && asking.group === picked.piece.group) return ''
  return (picked?.instances.length ?? 1) > 1 ? `#${i.copy}` : ''
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

const shiftOf = ({ box }: Instance, all: Box): Vec3 =>
  [0, 1, 2].map(
    (k) => 0.3 * ((box.min[k]! + box.max[k]!) / 2 - (all.min[k]! + all.max[k]!) / 2),
  ) as unknown as Vec3

const shifted = ({ min, max }: Box, by: Vec3): Box => ({
  min: [min[0] + by[0], min[1] + by[1], min[2] + by[2]],
  max: [max[0] + by[0], max[1] + by[1], max[2] + by[2]],
})

/** The work of an instance in the order of the cuts of its recipe. */
const workIn = (shown: Shown, instance: Instance): string[] =>
  stagesOf(shown.features(instance.key), looks)
    .flat()
    .map((f) => f.id)

/** Which cut of its recipe a feature of an instance is, from 1; 0 for none. */
const cutOf = (shown: Shown, instance: Instance, lit: string): number =>
  workIn(shown, instance).indexOf(lit) + 1

const toggle = (list: readonly string[], key: string): string[] =>
  list.includes(key) ? list.filter((k) => k !== key) : [...list, key]
