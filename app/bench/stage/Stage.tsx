/** The bench in three dimensions: what stands on it, what is chosen, lit and picked. */
import { useEffect, useMemo, useRef, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { movedBy, turnedFrame, turnsOf } from '../../../core/hardware/turning'
import {
  carriedBox,
  hull,
  shiftApart,
  sizeOf,
  vec3,
  type Box,
  type Frame,
  type Vec3,
} from '../../../core/pieces'
import { woodColour } from '../../../core/rack'
import type { Instance } from '../../../core/resolve'
import type { Shown } from '../../../core/shown'
import { choose, highlight, useOpen } from '../../store/open'
import { sameEntries } from '../../store/useShown'
import { later } from '../../ui/later'
import { markColour } from '../../ui/marks'
import { useTheme } from '../../ui/theme'
import { APART, useBench, type ViewName } from '../asks'
import { hang, type Under } from '../placing/hang'
import { evenStep, thingsIn } from '../placing/targets'
import type { Skins } from './shapes'
import type { Board } from './board'
import { cutOf, workIn } from './cuts'
import { flatAround, trianglesOn, sideOf, type Hit } from './pick'
import { REGION } from '../regions'
import { focusStage, STAGE } from './focus'
import { likelyAt, pickedAt, workAt, type Marked, type Picked } from './picked'
import { askedBy, standAt } from '../tools/place/here'
import { Stage3D } from './scene'
import { cornerTaken } from './ViewCluster'
import { useWaysApart } from '../tools/look/waysApart'

const Knobs = later(async () => (await import('../handles/Knobs')).Knobs)

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
  day: { ink: '#22282e', chalk: '#2f6690', pencil: '#b8402a' },
  night: { ink: '#0f1214', chalk: '#86b9de', pencil: '#e58a76' },
} as const

const NOWHERE: Vec3 = [0, 0, 0]
const TOGETHER: ReadonlyMap<string, Vec3> = new Map()
const CLEAR: Box = { min: [0, 0, 0], max: [900, 300, 900] }
/** A pointer that went further than this, in pixels, has turned the view, and pressed nothing. */
const STILL = 4
/** A finger that stays for so long asks for the menu, milliseconds. */
const LONG = 500

export default function Stage({ skins }: { skins: Skins }) {
  const host = useRef<HTMLDivElement>(null)
  const [stage, setStage] = useState<Stage3D | null>(null)
  // What cannot be drawn is thrown while rendering, where the screen's own boundary takes it.
  const [fault, setFault] = useState<unknown>(null)
  if (fault) throw fault
  useEffect(() => {
    try {
      const made = new Stage3D(host.current!, cornerTaken)
      setStage(made)
      useBench.setState({ eye: made })
      if (document.activeElement === document.body) focusStage()
      return () => {
        setStage(null)
        useBench.setState({ eye: null })
        made.dispose()
      }
    } catch (error) {
      setFault(error)
      return undefined
    }
  }, [])
  const picking = useOpen((s) => s.picking !== null)
  const chosen = useOpen((s) => s.chosen.length > 0)
  const held = useBench((s) => s.figures !== null) || chosen
  return (
    <>
      <div
        ref={host}
        className={`h-full w-full touch-none ${picking ? 'cursor-crosshair' : ''}`}
        role="img"
        tabIndex={0}
        {...{ [STAGE]: '', [REGION]: 'stage' }}
        aria-label={useStageWords()}
      >
        {stage && <Showing stage={stage} skins={skins} />}
      </div>
      {stage && held && <Knobs stage={stage} />}
    </>
  )
}

/** What the stage shows, for who does not see it: "Bench, pictorial, 7 pieces, Left side chosen". */
function useStageWords(): string {
  const view = useBench((s) => s.view.name)
  const pieces = useOpen((s) => s.shown.instances.length)
  const names = useOpen((s) => s.chosen.map((key) => s.shown.byKey.get(key)?.name ?? '').join(', '))
  const from = view === 'fit' || view === 'pictorial' ? 'pictorial' : `from the ${view}`
  return `Bench, ${from}, ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}${names && `, ${names} chosen`}`
}

/** Keeps the stage showing what there is to show. */
function Showing({ stage, skins }: { stage: Stage3D; skins: Skins }) {
  const instances = useOpen((s) => s.shown.instances)
  const chosen = useOpen((s) => s.chosen)
  const marks = useOpen((s) => s.shown.marks)
  const lit = useOpen((s) => s.highlighted)
  const named = useBench((s) => s.lit)
  const flight = useBench((s) => s.flight)
  const { seeThrough, byMark, patches, view, section, hidden, grid, gauge } = useBench(
    useShallow(({ seeThrough, byMark, patches, view, section, hidden, grid, gauge }) => ({
      seeThrough,
      byMark,
      patches,
      view,
      section,
      hidden,
      grid,
      gauge,
    })),
  )
  const [theme] = useTheme()
  /** What would be picked. */
  const [face, setFace] = useState<Marked | null>(null)
  const all = useMemo(() => hull(instances.map((i) => i.grown)), [instances])
  const asked = useBench((s) => s.apart)
  const joining = useBench((s) => s.active?.tool === 'join')
  const apart = asked > 0 ? asked : joining ? APART : 0
  const ways = useWaysApart(apart > 0)
  const shifts = useMemo(() => {
    const far = (i: Instance): Vec3 => {
      const way = ways?.get(i.key) ?? (all ? shiftApart(i.box, all, 1) : NOWHERE)
      return vec3((k) => apart * way[k])
    }
    return apart > 0 ? new Map(instances.map((i) => [i.key, far(i)] as const)) : TOGETHER
  }, [instances, apart, all, ways])
  useEffect(() => {
    if (useBench.getState().shifts !== shifts) useBench.setState({ shifts })
  }, [shifts])
  const swing = useBench((s) => s.swing)
  const swung = useMemo(() => framesSwung(useOpen.getState().shown, swing), [swing])
  const inks = INKS[theme === 'night' ? 'night' : 'day']

  const stands = useRef<readonly Board[]>([])
  const boards = useMemo(() => {
    // A piece that moved and is cut otherwise is shown so at once, not half of it first.
    if (skins.stale && stands.current.length > 0) return stands.current
    const { byId } = useOpen.getState().shown
    const on = new Set(chosen)
    const now = instances.flatMap((instance): Board[] => {
      const skin = skins.get(instance.key)
      const species = byId.get(instance.piece)?.stock?.stock.species ?? ''
      const colour = byMark ? markColour(marks.get(instance.key) ?? 0) : woodColour(species)
      const shift = shifts.get(instance.key) ?? NOWHERE
      const frame = swung.get(instance.key)
      const placed = frame ? { ...instance, frame } : instance
      return skin && !hidden.has(instance.piece)
        ? [{ instance: placed, skin, shift, colour, chosen: on.has(instance.key) }]
        : []
    })
    // A picture takes long where the graphics are slow: none is drawn for what looks as it did.
    const before = stands.current
    const same = now.length === before.length && now.every((b, n) => sameEntries(b, before[n]!))
    if (!same) stands.current = now
    return stands.current
  }, [instances, skins, chosen, marks, byMark, shifts, hidden, swung])

  useEffect(() => {
    stage.show(boards, { ink: inks.ink, chalk: inks.chalk, plain: byMark, clear: seeThrough })
  }, [stage, boards, inks, byMark, seeThrough])

  useEffect(() => {
    const { shown } = useOpen.getState()
    if (face && 'triangle' in face) return stage.light(face.board, flatAround(face))
    const on = named && boards.find((b) => b.instance.key === named.on)
    if (on) return stage.light(on, trianglesOn(on, named.surface))
    const board = boards.find((b) => lit !== null && cutOf(shown, b.instance, lit) > 0)
    if (!board) return stage.light(null, [])
    const { work } = board.skin
    const cut = cutOf(shown, board.instance, lit!)
    stage.light(
      board,
      [...work.keys()].filter((k) => work[k] === cut),
    )
  }, [stage, boards, lit, named, face])

  useEffect(() => {
    const moved = patches.map(({ patch, guest }) => carriedBox(patch, shifts.get(guest) ?? NOWHERE))
    const strokes = [...(face && 'from' in face ? [face] : []), ...(gauge ? [gauge] : [])]
    const all = [...moved, ...(flight?.spots ?? [])]
    stage.mark(face && 'min' in face ? [...all, face] : all, strokes)
  }, [stage, patches, face, shifts, inks, gauge, flight])

  // What a finding is about is gone to once it stands; choosing something else ends that.
  const gaze = flight?.gaze ?? null
  const standing = boards.length > 0
  useEffect(() => {
    if (!gaze || !standing) return
    stage.gazeFrom(gaze)
    useBench.setState((s) => ({ flight: s.flight && { ...s.flight, gaze: null } }))
  }, [stage, gaze, standing])
  const flown = useRef<readonly string[] | null>(null)
  useEffect(() => {
    if (!flight) flown.current = null
    else if (flown.current === null) flown.current = chosen
    else if (flown.current !== chosen) {
      flown.current = null
      useBench.setState({ flight: null })
    }
  }, [flight, chosen])

  const hung = useBench((s) => s.hung)
  useEffect(() => {
    stage.ghost(hung && hung.box, hung?.inside ? inks.pencil : inks.chalk)
  }, [stage, hung, inks])

  useEffect(() => {
    const at = section && all && all.min[section.axis] + section.share * sizeOf(all)[section.axis]
    stage.section(section && at !== null ? { axis: section.axis, at, beyond: section.beyond } : null)
  }, [stage, section, all])

  // Where it looks from: when asked, and when the first pieces come.
  const looked = useRef({ n: -1, empty: true })
  useEffect(() => {
    const box = all ? (apart > 0 ? widened(all, apart) : all) : CLEAR
    const lost = all !== null && !stage.own && !stage.shows(box)
    if (looked.current.n === view.n && !(looked.current.empty && all) && !lost) return
    looked.current = { n: view.n, empty: !all }
    stage.look(view.name === 'fit' ? null : TOWARD[view.name], box)
    // A slider that draws pieces apart does not move the eye all the time.
    // oxlint-disable-next-line react/exhaustive-deps -- it looks again when it is asked to
  }, [stage, view, all, apart > 0])

  const { style } = useOpen((s) => s.shown)
  useEffect(() => {
    stage.grid(grid ? (style.unit === 'in' ? 25.4 : 25) : null, all ?? CLEAR)
  }, [stage, grid, all, style.unit])

  useEffect(() => listen(stage, setFace), [stage])
  return null
}

/**
 * Answers the pointer: chooses, picks faces, shows the one it is over while one is wanted. Gives what ends
 * it.
 */
function listen(stage: Stage3D, showFace: (face: Marked | null) => void): () => void {
  const { canvas } = stage
  let down: PointerEvent | null = null
  let held: ReturnType<typeof setTimeout> | undefined
  const still = (e: { clientX: number; clientY: number }) =>
    down !== null && Math.hypot(e.clientX - down.clientX, e.clientY - down.clientY) <= STILL
  const menu = (e: { clientX: number; clientY: number }) => {
    const hit = under(stage, e)
    const { chosen } = useOpen.getState()
    if (hit && !chosen.includes(hit.board.instance.key)) choose([hit.board.instance.key])
    openMenu(stage, hit, e)
  }
  const ask = () => {
    const { shown, chosen } = useOpen.getState()
    const instance = shown.byKey.get(chosen.at(-1) ?? '')
    const at = instance && stage.onScreen(vec3((i) => (instance.box.min[i] + instance.box.max[i]) / 2))
    const { left, top, width, height } = canvas.getBoundingClientRect()
    const e = at
      ? { clientX: left + at.x, clientY: top + at.y }
      : { clientX: left + width / 2, clientY: top + height / 2 }
    const hit = under(stage, e)
    openMenu(stage, hit && hit.board.instance.key === instance?.key ? hit : null, e)
  }
  askedBy(ask)
  const press = (e: PointerEvent) => {
    down = e
    // With Shift held a frame is drawn, and chooses what it touches.
    if (e.shiftKey && e.button === 0 && !useOpen.getState().picking) stage.rest(true)
    clearTimeout(held)
    if (e.pointerType === 'touch' && e.isPrimary) held = setTimeout(() => still(e) && menu(e), LONG)
    else clearTimeout(held)
  }
  const lift = (e: PointerEvent) => {
    clearTimeout(held)
    stage.rest(false)
    if (down?.shiftKey && !still(e) && !useOpen.getState().picking) chooseIn(stage.framed(down, e))
    stage.frame(null)
    if (e.button === 2 && still(e)) menu(e)
  }
  const move = (e: PointerEvent) => {
    if (!still(e)) clearTimeout(held)
    if (down?.shiftKey && e.buttons === 1 && !useOpen.getState().picking) return stage.frame(down, e)
    if (useBench.getState().hanging && e.buttons === 0) return hangUnder(stage, e)
    if (useBench.getState().section && !useOpen.getState().picking && e.buttons === 0)
      return showWall(stage, e)
    if (!useOpen.getState().picking || e.buttons !== 0) return
    const would = wouldPick(stage, under(stage, e))
    showFace(would?.shows ?? null)
    useBench.setState({ spot: would?.says ?? null })
  }
  const leave = () => {
    showFace(null)
    if (useBench.getState().wall) useBench.setState({ wall: null, gauge: null })
    useBench.setState({ spot: null })
    if (useBench.getState().hung) useBench.setState({ hung: null })
  }
  const click = (e: MouseEvent) => {
    const from = down
    down = null
    if (from && Math.hypot(e.clientX - from.clientX, e.clientY - from.clientY) > STILL) return
    if (useBench.getState().menu) return
    const { hanging } = useBench.getState()
    if (hanging) {
      // A finger shows the place and drops it there in one.
      hangUnder(stage, e)
      const { hung } = useBench.getState()
      return hung ? useBench.setState({ dropped: hung }) : undefined
    }
    const hit = under(stage, e)
    // A place on what is chosen already is asked what it wants.
    const { picking, chosen } = useOpen.getState()
    if (hit && !picking && !e.shiftKey && chosen.length === 1 && chosen[0] === hit.board.instance.key)
      openMenu(stage, hit, e)
    pressed(hit, wouldPick(stage, hit), e.shiftKey, () => showFace(null))
  }
  canvas.addEventListener('pointerdown', press)
  canvas.addEventListener('pointerup', lift)
  canvas.addEventListener('pointermove', move)
  canvas.addEventListener('pointerleave', leave)
  canvas.addEventListener('click', click)
  return () => {
    clearTimeout(held)
    askedBy(null)
    canvas.removeEventListener('pointerdown', press)
    canvas.removeEventListener('pointerup', lift)
    canvas.removeEventListener('pointermove', move)
    canvas.removeEventListener('pointerleave', leave)
    canvas.removeEventListener('click', click)
  }
}

/** Opens the menu of what can be done at a place. */
function openMenu(
  stage: Stage3D,
  hit: Hit | null,
  { clientX: x, clientY: y }: { readonly clientX: number; readonly clientY: number },
): void {
  const { shown } = useOpen.getState()
  const pixel = hit ? stage.pixelAt(hit.point) : 0
  const hold = { reach: REACH * pixel, even: evenStep(shown, pixel) }
  standAt(
    hit &&
      ((preset) => {
        const placed = workAt(hit, preset, useOpen.getState().shown, hold)
        return placed && { instance: hit.board.instance.key, step: placed.step }
      }),
  )
  useBench.setState({ menu: { x, y, likely: hit && likelyAt(hit, shown, hold) } })
}

/** Marks the wall under the pointer that the section cuts through, and says how thick it is. */
function showWall(stage: Stage3D, at: { readonly clientX: number; readonly clientY: number }): void {
  const wall = stage.wallUnder(at)
  if (wall || useBench.getState().wall) useBench.setState({ wall, gauge: wall })
}

/** Chooses these along with what is chosen. */
function chooseIn(boards: readonly Board[]): void {
  const { chosen } = useOpen.getState()
  const { locked } = useBench.getState()
  const keys = boards.filter((b) => !locked.has(b.instance.piece)).map((b) => b.instance.key)
  choose([...new Set([...chosen, ...keys])])
}

/** What is at a place on the screen and not locked. */
const under = (stage: Stage3D, at: { readonly clientX: number; readonly clientY: number }): Hit | null => {
  const { locked } = useBench.getState()
  return stage.under(at, ({ instance }) => !locked.has(instance.piece))
}

/** What would be picked by a press there, where something is wanted. */
function wouldPick(stage: Stage3D, hit: Hit | null): Picked | null {
  const { picking, shown, chosen } = useOpen.getState()
  if (!hit || !picking) return null
  const pixel = stage.pixelAt(hit.point)
  return pickedAt(hit, picking, shown, chosen, { reach: REACH * pixel, even: evenStep(shown, pixel) })
}

/** How near a face draws what hangs at the pointer, and an edge the pointer itself, pixels. */
const REACH = 12

/** Has the board that hangs at the pointer stand where the pointer shows it to. */
function hangUnder(stage: Stage3D, at: { readonly clientX: number; readonly clientY: number }): void {
  const { hanging } = useBench.getState()
  if (!hanging) return
  const { shown } = useOpen.getState()
  const under = placeUnder(stage, at, shown)
  if (!under) return useBench.setState({ hung: null })
  const pixel = stage.pixelAt(under.point)
  const hung = hang(shown, hanging, under, REACH * pixel, evenStep(shown, pixel))
  useBench.setState({ hung })
}

/** The face under the pointer, or the place on the floor. */
function placeUnder(
  stage: Stage3D,
  at: { readonly clientX: number; readonly clientY: number },
  shown: Shown,
): Under | null {
  const hit = under(stage, at)
  const side = hit && sideOf(hit)
  if (side) {
    const { key } = hit.board.instance
    const thing = thingsIn(shown).find((t) => t.key === key)
    if (thing) return { point: hit.point, face: { thing, side } }
  }
  if (hit) return null
  const { from, direction } = stage.ray(at)
  const far = direction[2] < -1e-3 ? -from[2] / direction[2] : NaN
  if (!(far > 0 && far < 60_000)) return null
  return { point: vec3((i) => from[i] + far * direction[i]), face: null }
}

function pressed(hit: Hit | null, would: Picked | null, more: boolean, picked: () => void): void {
  const { picking, chosen, shown } = useOpen.getState()
  if (picking) {
    if (!would) return
    would.take()
    return picked()
  }
  if (!hit) {
    choose([])
    return highlight(null)
  }
  const { instance, skin } = hit.board
  choose(more ? toggle(chosen, instance.key) : [instance.key])
  const cut = skin.work[hit.triangle]!
  highlight(workIn(shown, instance)[cut - 1]?.id ?? null)
}

/** Where what a hinge moves stands when it is swung so far. */
function framesSwung(
  shown: Shown,
  swing: { hinge: string; angle: number } | null,
): ReadonlyMap<string, Frame> {
  const hinge = swing && shown.project.hardware.find((h) => h.id === swing.hinge)
  const on = hinge?.on && shown.byId.get(hinge.on)?.instances[0]
  if (hinge?.kind !== 'hinge' || !on || swing?.angle === 0) return new Map()
  const turn = turnsOf(on, hinge, shown.features(on.key))?.(swing!.angle)
  if (!turn) return new Map()
  return new Map(movedBy(shown, hinge).map((i) => [i.key, turnedFrame(turn, i.frame)]))
}

/** The room that pieces take when they stand apart. */
function widened(all: Box, apart: number): Box {
  const out = (i: number, far: boolean) => {
    const half = ((all.max[i]! - all.min[i]!) / 2) * (1 + apart)
    const centre = (all.max[i]! + all.min[i]!) / 2
    return far ? centre + half : centre - half
  }
  return {
    min: [out(0, false), out(1, false), out(2, false)],
    max: [out(0, true), out(1, true), out(2, true)],
  }
}

const toggle = (list: readonly string[], key: string): string[] =>
  list.includes(key) ? list.filter((k) => k !== key) : [...list, key]
