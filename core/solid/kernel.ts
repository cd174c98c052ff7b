/**
 * The one place that knows the solid library. Wood is shaped in a piece's own frame, in millimetres; every
 * triangle knows which work made it. WASM objects are freed here and never leave.
 */
import type { Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d'
import type { Frame, Vec3 } from '../pieces'
import { toolKey, toolSolid, type Tool } from '../work'
import { matrixOf } from './matrix'
import { makingWith, type Keep } from './tools'

/** A blank and what is taken from it. Equal recipes give equal solids. */
export interface Recipe {
  readonly size: Vec3
  readonly cuts: ReadonlyArray<{ readonly work: string; readonly tools: readonly Tool[] }>
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
    const cuts = r.cuts.map((c) => `|${c.tools.map((t) => toolKey(t, snap)).join()}`)
    keys.set(r, (key = [...r.size.map(snap), ...cuts].join()))
  }
  return key
}

/** Shaped solids in full precision that are worked with for a while; each is shaped once. */
export interface Solids {
  /** The volume two pieces have in common, each in its own frame in the room. Cubic millimetres. */
  shared(a: Placed, b: Placed): number
  /** Frees them all; nothing may be asked of them afterwards. */
  close(): void
}

/** A piece by what it is made of and where it stands. */
export interface Placed {
  readonly recipe: Recipe
  readonly frame: Frame
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
      return readShape(this.build(recipe, keep, works), works)
    } finally {
      for (const m of made) m.delete()
    }
  }

  /** The blank less all its cuts. `works` learns which id belongs to which cut, from 1. */
  private build(recipe: Recipe, keep: Keep, works?: Map<number, number>): Manifold {
    const blank = keep(this.wasm.Manifold.cube([...recipe.size]))
    const tools: Manifold[] = [blank]
    const making = makingWith(this.wasm, keep)
    recipe.cuts.forEach((cut, k) => {
      for (const tool of cut.tools) {
        const { solid, id } = toolSolid(tool, recipe.size, making)
        works?.set(id, k + 1)
        tools.push(solid)
      }
    })
    return tools.length === 1 ? blank : keep(this.wasm.Manifold.difference(tools))
  }

  /** Lets `work` compare shaped solids; all are freed when it is done. */
  solids<T>(work: (solids: Solids) => T): T {
    const solids = this.openSolids()
    try {
      return work(solids)
    } finally {
      solids.close()
    }
  }

  /** Shaped solids to compare; whoever opens them closes them. */
  openSolids(): Solids {
    const made: Manifold[] = []
    const keep = (m: Manifold): Manifold => (made.push(m), m)
    const shaped = new Map<string, Manifold>()
    const shape = (recipe: Recipe): Manifold => {
      const key = recipeKey(recipe)
      let solid = shaped.get(key)
      if (!solid) shaped.set(key, (solid = this.build(recipe, keep)))
      return solid
    }
    const stand = ({ recipe, frame }: Placed) => shape(recipe).transform(matrixOf(frame) as unknown as Mat4)
    return {
      shared: (a, b) => {
        const [one, two] = [stand(a), stand(b)]
        const both = one.intersect(two)
        const volume = both.volume()
        for (const m of [one, two, both]) m.delete()
        return volume
      },
      close: () => {
        for (const m of made) m.delete()
      },
    }
  }

  /** The volume two pieces have in common, cubic millimetres. */
  sharedVolume = (a: Placed, b: Placed): number => this.solids((s) => s.shared(a, b))
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
