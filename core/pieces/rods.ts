/** Straight rods with flat ends, as holes are: how much wood stands between two of them. Millimetres. */
import type { Mm } from '../measure'
import { cross, dot, minus, norm, plus, unitVector, vec3, type Vec3 } from './geometry'

export interface Rod {
  readonly from: Vec3
  readonly to: Vec3
  readonly radius: Mm
}

/** So many places of a rim stand for it. */
const RIM = 48
const scaled = (v: Vec3, k: number): Vec3 => vec3((i) => v[i] * k)

/** How far apart two rods are at their nearest; less than nothing where they run into each other. */
export function rodsApart(a: Rod, b: Rod): Mm {
  return Math.min(sidesApart(a, b), ...endsOf(a).map((p) => off(p, b)), ...endsOf(b).map((p) => off(p, a)))
}

/** Between their round sides; Infinity where they are nearest at an end. */
function sidesApart(a: Rod, b: Rod): Mm {
  const [u, v, w] = [minus(a.to, a.from), minus(b.to, b.from), minus(a.from, b.from)]
  const [uu, uv, vv] = [dot(u, u), dot(u, v), dot(v, v)]
  const flat = uu * vv - uv * uv
  // Of parallel rods the ends tell, which lie within the other's length where they stand side by side.
  if (flat < 1e-12 * uu * vv) return Infinity
  const s = (uv * dot(v, w) - vv * dot(u, w)) / flat
  const t = (uu * dot(v, w) - uv * dot(u, w)) / flat
  if (s < 0 || s > 1 || t < 0 || t > 1) return Infinity
  return norm(minus(plus(w, scaled(u, s)), scaled(v, t))) - a.radius - b.radius
}

/** The middles and the rims of both ends. */
function endsOf({ from, to, radius }: Rod): Vec3[] {
  const along = unitVector(minus(to, from))
  const least = along.map(Math.abs).indexOf(Math.min(...along.map(Math.abs)))
  const x = unitVector(
    cross(
      along,
      vec3((i) => (i === least ? 1 : 0)),
    ),
  )
  const y = cross(along, x)
  const rim = Array.from({ length: RIM }, (_, k): Vec3 => {
    const [c, s] = [Math.cos((2 * Math.PI * k) / RIM), Math.sin((2 * Math.PI * k) / RIM)]
    return vec3((i) => radius * (c * x[i] + s * y[i]))
  })
  return [from, to].flatMap((end) => [end, ...rim.map((r) => plus(end, r))])
}

/** How far a place is off a rod; within it, less than nothing: how far it is to its side or its end. */
function off(p: Vec3, { from, to, radius }: Rod): Mm {
  const way = minus(to, from)
  const long = norm(way)
  const axial = dot(minus(p, from), way) / long
  const out = norm(minus(minus(p, from), scaled(way, axial / long))) - radius
  const beyond = Math.max(-axial, axial - long)
  return out <= 0 || beyond <= 0 ? Math.max(out, beyond) : Math.hypot(out, beyond)
}
