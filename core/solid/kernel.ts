/**
 * The one place that knows the solid library. Wood is shaped in a piece's own frame, in millimetres; every triangle
 * knows which work made it. WASM objects are freed here and never leave.
 */
import type { Manifold, ManifoldToplevel } from 'manifold-3d'
import type { Box, Vec3 } from '../pieces'

/** A blank and what is taken from it. Equal recipes give equal solids. */
export interface Recipe {
  readonly size: Vec3
  readonly cuts: ReadonlyArray<{ readonly work: string; readonly blocks: readonly Box[] }>
}

export interface Shape {
  /** Corners, three numbers each, in the own frame. */
  readonly positions: Float32Array
  /** Triangles, three corners each, anticlockwise seen from outside. */
  readonly triangles: Uint32Array
  /** For each triangle: 0 for the blank, k for the recipe's k-th cut (from 1). */
  readonly work: Uint16Array
  /** Cubic millimetres, as the solid library adds it up in double precision. */
  readonly volume: number
}

/** Sizes that agree to a millionth of a millimetre make one solid. */
const snap = (n: number) => Math.round(n * 1e6)
const keys = new WeakMap<Recipe, string>()

/** Equal for recipes that give the same solid. */
export function recipeKey(r: Recipe): string {
  let key = keys.get(r)
  if (key === undefined) {
    const cuts = r.cuts.flatMap((c) => ['|', ...c.blocks.flatMap((b) => [...b.min, ...b.max].map(snap))])
    keys.set(r, (key = [...r.size.map(snap), ...cuts].join()))
  }
  return key
}

export class Kernel {
  private readonly kept = new Map<string, Shape>()

  constructor(
    readonly wasm: ManifoldToplevel,
    private readonly most = 4000,
  ) {}

  /** The solid of a recipe; made once for each different one. */
  shape(recipe: Recipe): Shape {
    const key = recipeKey(recipe)
    let shape = this.kept.get(key)
    if (shape) this.kept.delete(key)
    else shape = this.make(recipe)
    this.kept.set(key, shape)
    if (this.kept.size > this.most) this.kept.delete(this.kept.keys().next().value!)
    return shape
  }

  get size(): number {
    return this.kept.size
  }

  private make(recipe: Recipe): Shape {
    const made: Manifold[] = []
    const keep = (m: Manifold): Manifold => (made.push(m), m)
    const works = new Map<number, number>()
    try {
      const blank = keep(this.wasm.Manifold.cube([...recipe.size]))
      const tools: Manifold[] = [blank]
      recipe.cuts.forEach((cut, k) => {
        for (const block of cut.blocks) {
          const { tool, id } = this.block(block, keep)
          works.set(id, k + 1)
          tools.push(tool)
        }
      })
      const solid = tools.length === 1 ? blank : keep(this.wasm.Manifold.difference(tools))
      return readShape(solid, works)
    } finally {
      for (const m of made) m.delete()
    }
  }

  /** A block in its place, and the id by which its faces are known afterwards. */
  private block(b: Box, keep: (m: Manifold) => Manifold): { tool: Manifold; id: number } {
    const cube = keep(
      this.wasm.Manifold.cube([b.max[0] - b.min[0], b.max[1] - b.min[1], b.max[2] - b.min[2]]),
    )
    return { tool: keep(cube.translate([...b.min])), id: cube.originalID() }
  }

  /** The volume two shaped pieces have in common, each given with its place in the room as a column-major 4×4 matrix. */
  sharedVolume(a: Shape, aPlace: readonly number[], b: Shape, bPlace: readonly number[]): number {
    const made: Manifold[] = []
    const keep = (m: Manifold): Manifold => (made.push(m), m)
    const solid = (s: Shape, place: readonly number[]) => {
      const mesh = new this.wasm.Mesh({ numProp: 3, vertProperties: s.positions, triVerts: s.triangles })
      return keep(keep(new this.wasm.Manifold(mesh)).transform(place as never))
    }
    try {
      return keep(solid(a, aPlace).intersect(solid(b, bPlace))).volume()
    } finally {
      for (const m of made) m.delete()
    }
  }
}

function readShape(solid: Manifold, works: ReadonlyMap<number, number>): Shape {
  const mesh = solid.getMesh()
  const triangles = new Uint32Array(mesh.triVerts)
  const work = new Uint16Array(triangles.length / 3)
  for (let run = 0; run < mesh.runOriginalID.length; run++) {
    const of = works.get(mesh.runOriginalID[run]!) ?? 0
    work.fill(of, mesh.runIndex[run]! / 3, mesh.runIndex[run + 1]! / 3)
  }
  const positions =
    mesh.numProp === 3 ? new Float32Array(mesh.vertProperties) : onlyPlaces(mesh.vertProperties, mesh.numProp)
  return { positions, triangles, work, volume: solid.volume() }
}

function onlyPlaces(properties: Float32Array, stride: number): Float32Array {
  const out = new Float32Array((properties.length / stride) * 3)
  for (let v = 0; v < out.length / 3; v++) out.set(properties.subarray(v * stride, v * stride + 3), v * 3)
  return out
}

/** Loads the solid library. `wasmUrl` says where its WASM is; in Node it finds its own. */
export async function loadKernel(wasmUrl?: string): Promise<Kernel> {
  const { default: Module } = await import('manifold-3d')
  const wasm = await (wasmUrl ? Module({ locateFile: () => wasmUrl }) : Module())
  wasm.setup()
  return new Kernel(wasm)
}
