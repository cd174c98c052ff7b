/** The flat faces of a solid. */
import type { CrossSection, Manifold, ManifoldToplevel } from 'manifold-3d'
import type { Mm } from '../measure'
import { cross, dot, minus, norm, toOwn, vec3, type Frame, type Vec3 } from '../pieces'
import { frameAlong, type Vec2 } from '../work'

export interface Flat {
  readonly normal: Vec3
  readonly offset: Mm
  /** Square millimetres. */
  readonly area: number
  /** Its triangles, by their corners. */
  readonly triangles: ReadonlyArray<readonly [Vec3, Vec3, Vec3]>
}

/** Each flat of a solid once, with all that lies in its plane and looks its way. */
export function flatsOf(solid: Manifold): Flat[] {
  const { vertProperties: p, triVerts: t, numProp } = solid.getMesh()
  const found = new Map<
    string,
    { -readonly [K in keyof Flat]: Flat[K] } & { triangles: Array<[Vec3, Vec3, Vec3]> }
  >()
  const corner = (k: number): Vec3 => [p[numProp * k]!, p[numProp * k + 1]!, p[numProp * k + 2]!]
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = [corner(t[k]!), corner(t[k + 1]!), corner(t[k + 2]!)]
    const n = cross(minus(b, a), minus(c, a))
    const long = norm(n)
    if (long < 1e-6) continue
    const normal = vec3((i) => n[i] / long)
    const offset = dot(normal, a)
    const key = [...normal.map((x) => Math.round(x * 1e4)), Math.round(offset * 1e2)].join()
    const old = found.get(key)
    if (!old) {
      found.set(key, { normal, offset, area: long / 2, triangles: [[a, b, c]] })
      continue
    }
    old.area += long / 2
    old.triangles.push([a, b, c])
    // The outermost of those that are one but for the last digits.
    if (offset > old.offset) Object.assign(old, { normal, offset })
  }
  return [...found.values()]
}

/** What looks this much another way does not look that way. */
const THAT_WAY = Math.cos(Math.PI / 3)
/** Corners that a side passes by less than this are none, and gaps as wide are closed. */
const ONE: Mm = 1e-3

/**
 * The largest flat of a solid that looks a way, within 60°: a frame whose z points out of the wood, and its
 * outline there; null where none does.
 */
export function flatLooking(
  solid: Manifold,
  out: Vec3,
  wasm: ManifoldToplevel,
): { readonly frame: Frame; readonly loops: Vec2[][] } | null {
  const looking = flatsOf(solid).filter((f) => dot(f.normal, out) > THAT_WAY)
  if (looking.length === 0) return null
  const { normal, triangles } = looking.reduce((a, b) => (b.area > a.area ? b : a))
  const frame = frameAlong(triangles[0]![0], normal)
  const made: CrossSection[] = []
  const hold = (c: CrossSection): CrossSection => (made.push(c), c)
  try {
    const all = triangles.map((corners) =>
      hold(
        new wasm.CrossSection([
          corners.map((q): [number, number] => {
            const [u, v] = toOwn(frame, q)
            return [u, v]
          }),
        ]),
      ),
    )
    const whole = hold(
      hold(hold(wasm.CrossSection.union(all)).offset(ONE, 'Miter', 8)).offset(-ONE, 'Miter', 8),
    )
    const loops = hold(whole.simplify(ONE)).toPolygons()
    return { frame, loops: loops.map((loop) => loop.map(([u, v]): Vec2 => [u, v])) }
  } finally {
    for (const c of made) c.delete()
  }
}
