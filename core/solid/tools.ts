/** Tools as solids of the solid library. Everything made is handed to `keep`, which frees it later. */
import type { Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d'
import type { Mm } from '../measure'
import type { Assembly, Making, Mesh, Vec2 } from '../work'
import { flatLooking } from './flats'
import { withinWood } from './inset'
import { STILL } from '../pieces'
import { frameInto } from '../work'
import { matrixOf, type Keep } from './matrix'
import { areaOf, outlineUnder, setOff, type Looked } from './under'

/** Round things are many-sided, no side further than this from the circle, where nothing else is said. */
export const CHORD: Mm = 0.05

/**
 * How many sides stand for a circle; a multiple of four, so that its quarters are alike, and enough that no
 * two of them turn as much as a crease does.
 */
export const sidesOf = (radius: Mm, chord = CHORD): number =>
  Math.max(20, 4 * Math.ceil(Math.PI / Math.acos(Math.max(0.5, 1 - chord / radius)) / 4))

/** Solids that a tool takes away, and the ids by which their faces are known afterwards. */
export interface Made {
  readonly solids: readonly Manifold[]
  readonly ids: readonly number[]
}

/**
 * Makes tools with the solid library; `look` gives what there is, or all that stands together, `once` what
 * was made by a key before, and `chord` how near sides are to what is round.
 */
export const makingWith = (
  wasm: ManifoldToplevel,
  keep: Keep,
  look: (among?: Assembly) => Looked[],
  once: Making<Made>['once'],
  chord: Mm = CHORD,
): Making<Made> => {
  const made = (m: Manifold): Made => ({ solids: [keep(m)], ids: [m.originalID()] })
  return {
    cube: (size) => made(wasm.Manifold.cube([...size])),
    extrude: (outline, depth, inner = []) =>
      made(
        wasm.Manifold.extrude(
          [anticlockwise(outline), ...inner.map((l) => anticlockwise(l).reverse())],
          depth,
        ),
      ),
    revolve: (profile, radius, flats = 0) => {
      const sides = flats || sidesOf(radius, chord)
      // Its corners a little further out, so that it is as large as what is round, or the flats where told.
      const turn = (2 * Math.PI) / sides
      const out = flats ? 1 / Math.cos(turn / 2) : Math.sqrt(turn / Math.sin(turn))
      return made(
        wasm.Manifold.revolve([anticlockwise(profile.map(([r, z]) => [r * out, z] as const))], sides),
      )
    },
    mesh: (mesh) => made(exactly(wasm, mesh, keep)),
    triangulate: (outline) => wasm.triangulate([mutable(outline)]),
    chord,
    sides: (radius) => sidesOf(radius, chord),
    less: (from, what) => ({
      solids: [keep(wasm.Manifold.difference([...from.solids, ...what.solids]))],
      ids: [...from.ids, ...what.ids],
    }),
    all: (parts) => ({ solids: parts.flatMap((p) => p.solids), ids: parts.flatMap((p) => p.ids) }),
    offset: (loops, by) => setOff(wasm, loops, by, sidesOf(Math.abs(by), chord)),
    under: (frame, among) =>
      among
        ? outlineUnder(wasm, frameInto(STILL, among.own, frame), look(among.all), keep)
        : outlineUnder(wasm, frame, look(), keep),
    once,
    flat: (out) => flatLooking(look()[0]!.solid, out, wasm),
    within: (how) => made(withinWood(look()[0]!.solid, how, wasm, keep)),
    stand: ({ solids, ids }, frame) => ({
      solids: solids.map((m) => keep(m.transform(matrixOf(frame) as unknown as Mat4))),
      ids,
    }),
  }
}

/**
 * A solid from corners in full precision: the library takes them in single precision, and is then told
 * where they are.
 */
function exactly(wasm: ManifoldToplevel, { points, triangles }: Mesh, keep: Keep): Manifold {
  const rough = new wasm.Mesh({
    numProp: 3,
    vertProperties: Float32Array.from(points.flat()),
    triVerts: Uint32Array.from(triangles.flat()),
  })
  const exact = new Map(points.map((p) => [p.map(Math.fround).join(), p]))
  const solid = keep(new wasm.Manifold(rough))
  const told = keep(
    solid.warp((v) => {
      const at = exact.get(v.join())
      if (at) [v[0], v[1], v[2]] = at
    }),
  )
  return told.asOriginal()
}

const mutable = (outline: readonly Vec2[]) => outline.map(([u, v]): [number, number] => [u, v])

const anticlockwise = (outline: readonly Vec2[]) =>
  areaOf(outline) < 0 ? mutable(outline).reverse() : mutable(outline)
