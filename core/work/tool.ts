/** What is taken from a piece, as plain solids in its own frame, millimetres. */
import type { Mm } from '../measure'
import {
  STILL,
  unit,
  vec3,
  AXES,
  boxAround,
  carried,
  cross,
  dot,
  isSquare,
  toOwn,
  toRoom,
  turnedInto,
  unitVector,
  type Box,
  type Frame,
  type Vec3,
} from '../pieces'

export type Vec2 = readonly [number, number]

export type Tool =
  | { readonly kind: 'box'; readonly min: Vec3; readonly max: Vec3 }
  /** An outline in x and y of a frame, anticlockwise, swept along its z from 0 to `depth`. */
  | { readonly kind: 'prism'; readonly frame: Frame; readonly outline: readonly Vec2[]; readonly depth: Mm }
  /** A bore from `at` along a unit vector; its point reaches `tip` beyond the depth of its shoulder. */
  | {
      readonly kind: 'drill'
      readonly at: Vec3
      readonly along: Vec3
      readonly radius: Mm
      readonly depth: Mm
      readonly tip: Mm
    }
  /** All wood beyond a plane: where `normal · p > offset`. */
  | { readonly kind: 'plane'; readonly normal: Vec3; readonly offset: Mm }

/** How far cuts reach out of the wood, so that no skin is left. */
export const BEYOND: Mm = 1
const ON_SURFACE: Mm = 1e-4

export const boxTool = (b: Box): Tool => ({ kind: 'box', min: b.min, max: b.max })

/** A block in a piece of this size, reaching out wherever it comes to the surface. */
export function runOut(b: Box, size: Vec3): Tool {
  return {
    kind: 'box',
    min: vec3((i) => b.min[i] - (b.min[i] <= ON_SURFACE ? BEYOND : 0)),
    max: vec3((i) => b.max[i] + (b.max[i] >= size[i] - ON_SURFACE ? BEYOND : 0)),
  }
}

const asPrism = (b: Box): Extract<Tool, { kind: 'prism' }> => ({
  kind: 'prism',
  frame: { ...STILL, origin: [0, 0, b.min[2]] },
  outline: [
    [b.min[0], b.min[1]],
    [b.max[0], b.min[1]],
    [b.max[0], b.max[1]],
    [b.min[0], b.max[1]],
  ],
  depth: b.max[2] - b.min[2],
})

/** A frame given in one frame, as another has it. */
export const frameInto = (to: Frame, from: Frame, f: Frame): Frame => {
  const [x, y, z] = turnedInto(to, {
    origin: [0, 0, 0],
    x: carried(from, f.x),
    y: carried(from, f.y),
    z: carried(from, f.z),
  })
  return { origin: toOwn(to, toRoom(from, f.origin)), x, y, z }
}

export const pointInto = (to: Frame, from: Frame, p: Vec3): Vec3 => toOwn(to, toRoom(from, p))
export const vectorInto = (to: Frame, from: Frame, v: Vec3): Vec3 => {
  const r = carried(from, v)
  return [dot(r, to.x), dot(r, to.y), dot(r, to.z)]
}

/** A box of one frame as a box of another; null when the two do not lie along each other. */
export function boxInto(to: Frame, from: Frame, b: Box): Box | null {
  const relative = frameInto(to, from, STILL)
  return isSquare(relative) ? boxAround(snapped(relative), b) : null
}

/** A square frame without the dust of its reckoning. */
const snapped = (f: Frame): Frame => {
  const whole = (v: Vec3): Vec3 => v.map(Math.round) as unknown as Vec3
  return { origin: f.origin, x: whole(f.x), y: whole(f.y), z: whole(f.z) }
}

/** A tool given in one frame, as another has it. */
export function toolInto(to: Frame, from: Frame, t: Tool): Tool {
  switch (t.kind) {
    case 'box': {
      const box = boxInto(to, from, t)
      return box ? boxTool(box) : toolInto(to, from, asPrism(t))
    }
    case 'prism':
      return { ...t, frame: frameInto(to, from, t.frame) }
    case 'drill':
      return { ...t, at: pointInto(to, from, t.at), along: vectorInto(to, from, t.along) }
    case 'plane': {
      const normal = vectorInto(to, from, t.normal)
      const on = pointInto(to, from, t.normal.map((n) => n * t.offset) as unknown as Vec3)
      return { kind: 'plane', normal, offset: dot(normal, on) }
    }
  }
}

/** Some frame with its z along a unit vector. */
export function frameAlong(at: Vec3, z: Vec3): Frame {
  const least = AXES.reduce<0 | 1 | 2>((a, b) => (Math.abs(z[b]) < Math.abs(z[a]) - 1e-9 ? b : a), 0)
  const x = unitVector(cross(unit(least), z))
  return { origin: at, x, y: cross(z, x), z }
}

/**
 * A length as a whole number of steps of about a micrometre, for comparing. The step is odd on purpose: no
 * size a maker types lies on the border between two steps, so that a last digit never parts what is equal.
 */
export const gridded = (mm: Mm): number => Math.round(mm * 1000.6180339887) + 0

/**
 * A way of laying a board on itself: which own axis comes to lie along each, and which of them then run the
 * other way.
 */
export interface Lay {
  readonly order: readonly [0 | 1 | 2, 0 | 1 | 2, 0 | 1 | 2]
  readonly flip: readonly [boolean, boolean, boolean]
}

/**
 * A text that is equal for tools that take the same from a board of this size, when it is laid on itself as
 * told.
 */
export function toolSignature(t: Tool, size: Vec3, { order, flip }: Lay): string {
  const point = (p: Vec3): Vec3 => vec3((i) => (flip[i] ? size[i] - p[order[i]] : p[order[i]]))
  const vector = (v: Vec3): Vec3 => vec3((i) => (flip[i] ? -v[order[i]] : v[order[i]]))
  const say = (v: Vec3) => v.map(gridded).join()
  switch (t.kind) {
    case 'box': {
      const [a, b] = [point(t.min), point(t.max)]
      return AXES.map((i) => [
        gridded(Math.max(0, Math.min(a[i], b[i]))),
        gridded(Math.min(size[i], Math.max(a[i], b[i]))),
      ]).join()
    }
    case 'drill':
      return `o${say(point(t.at))},${say(vector(t.along))},${[t.radius, t.depth, t.tip].map(gridded).join()}`
    case 'plane': {
      const normal = vector(t.normal)
      const on = point(vec3((i) => t.normal[i] * t.offset))
      return `/${say(normal)},${gridded(dot(normal, on))}`
    }
    case 'prism': {
      const ends = [0, t.depth].map((d) => t.outline.map(([u, v]) => say(point(toRoom(t.frame, [u, v, d])))))
      // Each corner of the one end with its mate at the other, round about; from either end.
      const round = ([near, far]: string[][]) => loopText(near!.map((p, k) => `${p}>${far![k]}`))
      return `#${[round(ends), round([...ends].reverse())].sort()[0]}`
    }
  }
}

/** Corners round about as one text, wherever they start and whichever way they run. */
function loopText(corners: readonly string[]): string {
  const from = (list: readonly string[]): string => {
    const least = list.reduce((a, b) => (b < a ? b : a))
    return list
      .flatMap((c, k) => (c === least ? [[...list.slice(k), ...list.slice(0, k)].join(';')] : []))
      .sort()[0]!
  }
  return [from(corners), from([...corners].reverse())].sort()[0]!
}
