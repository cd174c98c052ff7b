/**
 * The edges of a shape that the eye sees, each once, with the normals of the two faces it parts: where two
 * flat surfaces meet, and where a round one meets another at an angle.
 */
import type { Vec3 } from '../pieces'
import { sideAlong, toolSmooth, toolSurface } from '../work'
import type { Shape } from './kernel'

export interface Round {
  readonly tool: number
  readonly surface: number
}

export interface Edge {
  readonly a: number
  readonly b: number
  /** Unit normals of the triangles on both sides, own frame. */
  readonly n1: Vec3
  readonly n2: Vec3
  readonly sharp: boolean
  /** The round surfaces it lies on: of each its tool, from 1, and its number there. */
  readonly walls: readonly Round[]
  /** The cuts of work that left the triangles on both sides, as a shape counts them; 0 for the blank. */
  readonly works: readonly [number, number]
}

/** A round surface that runs into another by less than this does so without an edge. */
const CREASE = Math.cos((20 * Math.PI) / 180)
/** Flats of two tools that turn by less than this are one, as nobody could tell them apart. */
const FLAT = Math.cos(Math.PI / 180)
const NO_WALLS: readonly Round[] = []
/** More surfaces than a tool has. */
const MOST = 2 ** 20

/**
 * All edges between triangles that are not in one plane; `sharp` ones are creases, the rest may be
 * silhouettes.
 */
export function edgesOf(shape: Shape): Edge[] {
  const { positions: p, triangles: t } = shape
  const normals: Vec3[] = []
  const slivers: number[] = []
  for (let i = 0; i < t.length; i += 3) {
    const { normal, thin } = normalOf(p, t[i]!, t[i + 1]!, t[i + 2]!)
    if (thin) slivers.push(i / 3)
    normals.push(normal)
  }
  const like = likeOf(slivers, shape, normals)
  const surfaces = new Float64Array(normals.length).fill(NaN)
  const surface = (k: number): number => {
    if (Number.isNaN(surfaces[k]!)) surfaces[k] = surfaceOf(shape, like.get(k) ?? k, normals[k]!)
    return surfaces[k]!
  }
  const half = new Map<number, number>()
  const edges: Edge[] = []
  const n = p.length / 3
  for (let i = 0; i < t.length; i++) {
    const a = t[i]!
    const b = t[i % 3 === 2 ? i - 2 : i + 1]!
    const mate = half.get(b * n + a)
    const tri = (i / 3) | 0
    if (mate === undefined) {
      half.set(a * n + b, tri)
      continue
    }
    const n1 = normals[mate]!
    const n2 = normals[tri]!
    const cos = n1[0] * n2[0] + n1[1] * n2[1] + n1[2] * n2[2]
    if (cos >= 1 - 1e-9) continue
    const [one, other] = [surface(mate), surface(tri)]
    const flat = one >= 0 && other >= 0
    edges.push({
      a,
      b,
      n1,
      n2,
      sharp: one !== other && cos < (flat ? turnOf(shape, tri, mate) : CREASE),
      walls: flat ? NO_WALLS : [roundOf(one), roundOf(other)].filter((w) => w !== null),
      works: [shape.work[mate]!, shape.work[tri]!],
    })
  }
  return edges
}

/** The cosine of the angle by which two flats must turn that are not one. */
function turnOf({ tool, tools }: Shape, a: number, b: number): number {
  const of = tool[a]!
  return of === 0 || of !== tool[b] ? FLAT : Math.cos((toolSmooth(tools[of - 1]!) * Math.PI) / 180)
}

/** A number for the surface that a triangle is part of; below nought for a round one. */
function surfaceOf({ positions: p, triangles: t, tool, tools }: Shape, k: number, normal: Vec3): number {
  const of = tool[k]!
  if (of === 0) return sideAlong(normal)
  const [a, b, c] = [3 * t[3 * k]!, 3 * t[3 * k + 1]!, 3 * t[3 * k + 2]!]
  const middle = (i: number) => (p[a + i]! + p[b + i]! + p[c + i]!) / 3
  // What a tool leaves looks the other way than the tool does.
  const n = toolSurface(
    tools[of - 1]!,
    [middle(0), middle(1), middle(2)],
    [-normal[0], -normal[1], -normal[2]],
  )
  return n >= 0 ? of * MOST + n : -of * MOST + n
}

/** Which round surface a number stands for; null where it is a flat one. */
const roundOf = (surface: number): Round | null =>
  surface < 0 ? { tool: Math.floor(-surface / MOST), surface: -(-surface % MOST) } : null

/**
 * Triangles without a height look no way of their own: each is a part of the one beyond its longest side, and
 * is given the normal of that.
 */
function likeOf(slivers: readonly number[], { positions: p, triangles: t }: Shape, normals: Vec3[]) {
  const like = new Map<number, number>()
  if (slivers.length === 0) return like
  const n = p.length / 3
  const half = new Map<number, number>()
  for (let i = 0; i < t.length; i++) half.set(t[i]! * n + t[i % 3 === 2 ? i - 2 : i + 1]!, (i / 3) | 0)
  const long = (a: number, b: number) => Math.hypot(...[0, 1, 2].map((i) => p[3 * b + i]! - p[3 * a + i]!))
  /** Those beyond its sides, the longest first, so that slivers beside each other end at one that is none. */
  const beyond = new Map(
    slivers.map((k): [number, number[]] => {
      const sides = [0, 1, 2].map((e) => [t[3 * k + e]!, t[3 * k + ((e + 1) % 3)]!] as const)
      const sorted = sides.sort((x, y) => long(...y) - long(...x))
      return [k, sorted.flatMap(([a, b]) => half.get(b * n + a) ?? [])]
    }),
  )
  for (const k of slivers) {
    const seen = new Set<number>()
    let at: number | undefined = k
    while (at !== undefined && beyond.has(at)) {
      seen.add(at)
      at = beyond.get(at)!.find((x) => !seen.has(x))
    }
    if (at === undefined) continue
    like.set(k, at)
    normals[k] = normals[at]!
  }
  return like
}

/** Lower than this a triangle has no height, millimetres. */
const THIN = 1e-4

function normalOf(p: Float32Array, a: number, b: number, c: number): { normal: Vec3; thin: boolean } {
  const [ux, uy, uz] = [p[3 * b]! - p[3 * a]!, p[3 * b + 1]! - p[3 * a + 1]!, p[3 * b + 2]! - p[3 * a + 2]!]
  const [vx, vy, vz] = [p[3 * c]! - p[3 * a]!, p[3 * c + 1]! - p[3 * a + 1]!, p[3 * c + 2]! - p[3 * a + 2]!]
  const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
  const l = Math.hypot(x, y, z)
  // Squares, as it is asked for each triangle.
  const square = (a: number, b: number, c: number) => a * a + b * b + c * c
  const longest = Math.max(square(ux, uy, uz), square(vx, vy, vz), square(ux - vx, uy - vy, uz - vz))
  return { normal: [x / (l || 1), y / (l || 1), z / (l || 1)], thin: l * l <= THIN * THIN * longest }
}

/** The creases as segments, six numbers each, own frame. */
export function creaseSegments(shape: Shape): Float32Array {
  const sharp = edgesOf(shape).filter((e) => e.sharp)
  const out = new Float32Array(sharp.length * 6)
  sharp.forEach((e, i) => {
    out.set(shape.positions.subarray(3 * e.a, 3 * e.a + 3), 6 * i)
    out.set(shape.positions.subarray(3 * e.b, 3 * e.b + 3), 6 * i + 3)
  })
  return out
}
