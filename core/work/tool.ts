/** What is taken from a piece, as plain solids in its own frame, millimetres. */
import type { Mm } from '../measure'
import { STILL, unit, vec3, AXES, boxAround, carried, cross, dot, isSquare, toOwn, toRoom, turnedInto, unitVector, type Box, type Frame, type Vec3 } from '../pieces' // prettier-ignore

export type Vec2 = readonly [number, number]

export type Tool =
  | { readonly kind: 'box'; readonly min: Vec3; readonly max: Vec3 }
  /** An outline in x and y of a frame, anticlockwise, swept along its z from 0 to `depth`. */
  | { readonly kind: 'prism'; readonly frame: Frame; readonly outline: readonly Vec2[]; readonly depth: Mm }
  /** A bore from `at` along a unit vector; its point reaches `tip` beyond the depth of its shoulder. */
  | { readonly kind: 'drill'; readonly at: Vec3; readonly along: Vec3; readonly radius: Mm; readonly depth: Mm; readonly tip: Mm } // prettier-ignore
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
  outline: [[b.min[0], b.min[1]], [b.max[0], b.min[1]], [b.max[0], b.max[1]], [b.min[0], b.max[1]]],
  depth: b.max[2] - b.min[2],
}) // prettier-ignore

/** A frame given in one frame, as another has it. */
export const frameInto = (to: Frame, from: Frame, f: Frame): Frame => {
  const [x, y, z] = turnedInto(to, { origin: [0, 0, 0], x: carried(from, f.x), y: carried(from, f.y), z: carried(from, f.z) }) // prettier-ignore
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

const round = (n: number): number => Math.round(n * 1000) / 1000 + 0

/**
 * A text that is equal for tools that take the same from a board of this size, when the board is turned so that the
 * axes marked in `flip` run the other way.
 */
export function toolSignature(t: Tool, size: Vec3, flip: readonly boolean[]): string {
  const point = (p: Vec3): Vec3 => vec3((i) => (flip[i] ? size[i] - p[i] : p[i]))
  const vector = (v: Vec3): Vec3 => vec3((i) => (flip[i] ? -v[i] : v[i]))
  const say = (v: Vec3) => v.map(round).join()
  switch (t.kind) {
    case 'box':
      return AXES.map((i) => {
        const low = Math.max(0, t.min[i])
        const high = Math.min(size[i], t.max[i])
        return flip[i] ? [round(size[i] - high), round(size[i] - low)] : [round(low), round(high)]
      }).join()
    case 'drill':
      return `o${say(point(t.at))},${say(vector(t.along))},${[t.radius, t.depth, t.tip].map(round).join()}`
    case 'plane': {
      const shifted = AXES.reduce((c, i) => (flip[i] ? c - t.normal[i] * size[i] : c), t.offset)
      return `/${say(vector(t.normal))},${round(shifted)}`
    }
    case 'prism': {
      const corners = [0, t.depth].flatMap((d) =>
        t.outline.map(([u, v]) => say(point(toRoom(t.frame, [u, v, d])))),
      )
      return `#${corners.sort().join(';')}`
    }
  }
}
