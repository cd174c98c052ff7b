/**
 * A piece of wood as it is cut out flat: its outline, and what is sunk into a face of it, seen on that face.
 * A corner of the piece is at nought.
 */
import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import {
  areaOf,
  cornersOf,
  exactly,
  extentOf,
  placed,
  polygon,
  type Place2,
  type Segment,
} from '../../outline'
import { cross, FACE_AT, unit } from '../../pieces'
import type { Instance } from '../../resolve'
import type { Kernel } from '../../solid'
import { countOf, toolTraced, waysOf, workKind, type Feature } from '../../work'
import type { Flat, Layer } from './kind'

/** Chords that are reckoned with are no further than this from what they stand for. */
const CHORD: Mm = 0.05
const SAME: Mm = 1e-4

type Loops = ReadonlyArray<readonly Segment[]>

/** What work takes, seen on the face. */
interface Taken {
  readonly work: string
  readonly loops: Loops
  /** What it leaves alone of that. */
  readonly spared: Loops
  /** From the face; null for right through. */
  readonly depth: Mm | null
}

const rectangle = ([a, b]: Place2, [c, d]: Place2): Segment[] =>
  polygon([
    [a, b],
    [c, b],
    [c, d],
    [a, d],
  ])

const chords = (loops: Loops): Place2[][] => loops.map((l) => l.flatMap((s) => cornersOf(s, CHORD)))

/** "6 mm": what a layer can be called by in any file. */
const sayDepth = (mm: Mm): string => `${Number(mm.toFixed(3))} mm`

/** How a face is seen from outside: its axes, and whether the first of them runs to the left. */
function seen(face: FaceName) {
  const { into, along, across } = waysOf(face)
  const { far } = FACE_AT[face]
  const out = cross(unit(along), unit(across))[into] * (far ? 1 : -1)
  return { into, along, across, far, turned: out < 0 }
}

/** What a feature takes where it comes to the face, or goes right through; null where paths do not tell. */
function takenBy(feature: Feature, size: readonly Mm[], face: FaceName): Taken[] | null {
  const { into, along, far, turned } = seen(face)
  const kind = workKind(feature)
  const work = kind.name(feature.data)
  const at = ([u, v]: Place2): Place2 => (turned ? [size[along]! - u, v] : [u, v])
  const all = kind.cut(feature.data).map((tool) => toolTraced(tool, into))
  if (all.some((t) => t === null)) return null
  return all.flatMap((traced): Taken[] => {
    const { from, to, loops, spared = [] } = traced!
    const here = (all: Loops): Loops =>
      all.map((l) => l.map((s) => placed({ ...s, of: work }, at, turned ? -1 : 1)))
    const deep = size[into]!
    const through = from <= SAME && to >= deep - SAME
    const meets = far ? to >= deep - SAME && from < deep - SAME : from <= SAME && to > SAME
    if (!through && !meets) return []
    return [
      { work, loops: here(loops), spared: here(spared), depth: through ? null : far ? deep - from : to },
    ]
  })
}

const within = (loops: Loops, [w, h]: Place2): boolean => {
  const [low, high] = extentOf(loops.flat())
  return low[0] >= -1e-9 && low[1] >= -1e-9 && high[0] <= w + 1e-9 && high[1] <= h + 1e-9
}

/** Layers of one name and depth are one. */
function gathered(layers: readonly Layer[]): Layer[] {
  const all = new Map<string, Layer>()
  for (const l of layers) {
    const old = all.get(l.name)
    all.set(l.name, old ? { ...old, paths: [...old.paths, ...l.paths] } : l)
  }
  return [...all.values()].sort((a, b) => (b.depth ?? Infinity) - (a.depth ?? Infinity))
}

/** The piece seen on one of its faces. */
export function flatOf(model: Model, i: Instance, face: FaceName, kernel: Kernel): Flat {
  const { along, across } = seen(face)
  const size: Place2 = [i.size[along], i.size[across]]
  const blank = rectangle([0, 0], size)
  const left: string[] = []
  const taken = model.features(i).flatMap((f) => {
    const found = takenBy(f, i.size, face)
    if (!found)
      left.push(countOf(f) > 1 ? `${countOf(f)} × ${workKind(f).name(f.data)}` : workKind(f).name(f.data))
    return found ?? []
  })
  const through = taken.filter((t) => t.depth === null)
  const sources = [...blank, ...through.flatMap((t) => [...t.loops.flat(), ...t.spared.flat()])]
  const taking = (t: Taken) =>
    t.spared.length === 0
      ? chords(t.loops)
      : kernel.flatLess(
          chords(t.loops),
          t.spared.map((s) => chords([s])),
        )
  const loops = exactly(kernel.flatLess(chords([blank]), through.map(taking)), sources, CHORD)
  // A hole that one kind of work makes is told by that.
  const holed = loops.flatMap((path): Layer[] => {
    const [first] = path
    const alone = areaOf(path) < 0 && path.every((s) => s.of === first!.of) && first!.of !== ''
    return [{ name: alone ? `${first!.of} through` : 'outline', depth: null, paths: [path] }]
  })
  const sunk = taken.flatMap(({ work, loops: own, depth }): Layer[] => {
    if (depth === null) return []
    // Only what lies on the wood.
    const kept = within(own, size)
      ? own
      : exactly(
          kernel.flatLess(chords(own), [chords([around(own, size), blank])]),
          [...own.flat(), ...blank],
          CHORD,
        )
    return [{ name: `${work} ${sayDepth(depth)}`, depth, paths: kept }]
  })
  return { name: i.name, size, layers: gathered([...holed, ...sunk]), texts: [], left }
}

/** A rectangle well round paths and a face. */
function around(loops: Loops, [w, h]: Place2): Segment[] {
  const [low, high] = extentOf(loops.flat())
  return rectangle(
    [Math.min(0, low[0]) - 10, Math.min(0, low[1]) - 10],
    [Math.max(w, high[0]) + 10, Math.max(h, high[1]) + 10],
  )
}
