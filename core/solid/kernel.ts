/**
 * The one place that knows the solid library. Wood is shaped in a piece's own frame, in millimetres; every
 * triangle knows which work made it. WASM objects are freed here and never leave.
 */
import type { Manifold, ManifoldToplevel, Mat4 } from 'manifold-3d'
import type { Mm } from '../measure'
import { vec3, type Box, type Frame } from '../pieces'
import { withoutMesh, toolSolid, type Member, type Tool, type Vec2 } from '../work'
import { Beginnings } from './begun'
import { flatLess, type Loops } from './flat'
import { matrixOf, type Keep } from './matrix'
import { boxRecipe, cutsOf, recipeKey, stageKeys, type Recipe } from './recipe'
import { CHORD, makingWith } from './tools'
import type { Looked } from './under'

export interface Shape {
  /** Corners, three numbers each, in the own frame. */
  readonly positions: Float32Array
  /** Triangles, three corners each, anticlockwise seen from outside. */
  readonly triangles: Uint32Array
  /** For each triangle: 0 for the blank, k for the k-th cut of work (from 1). */
  readonly work: Uint16Array
  /** For each triangle: 0 for the blank, n for the n-th of `tools` (from 1). */
  readonly tool: Uint16Array
  readonly tools: readonly Tool[]
  /** Cubic millimetres, as the solid library adds it up in double precision. */
  readonly volume: number
}

/** Shaped solids in full precision that are worked with for a while; each is shaped once. */
export interface Solids {
  /** The volume two pieces have in common, each in its own frame in the room. Cubic millimetres. */
  shared(a: Placed, b: Placed): number
  /** What they have in common; null where it is no more than a skin. */
  clashing(a: Placed, b: Placed): Common | null
  /** Frees them all; nothing may be asked of them afterwards. */
  close(): void
}

/**
 * What two pieces share: its volume, cubic millimetres, how thick it is on average, and the room box round
 * it.
 */
export interface Common {
  readonly volume: number
  readonly thick: Mm
  readonly box: Box
}

/** A piece by what it is made of and where it stands. */
export interface Placed {
  readonly recipe: Recipe
  readonly frame: Frame
}

/**
 * Thinner than this on average, millimetres, what two pieces share is what round things lose and gain as
 * many-sided ones, and less than wood swells in a day.
 */
const SKIN = 0.04

/** Of something thin, on average. */
const thicknessOf = (m: Manifold): number => (m.isEmpty() ? 0 : (2 * m.volume()) / m.surfaceArea())

/** So much data is kept. */
const MOST_DATA = 60

/** What is closer together than this is one place in files. */
const DUST: Mm = 3e-5

export class Kernel {
  private readonly kept = new Map<string, Shape>()
  /** What later recipes go on from, by what was done so far. */
  private readonly beginnings = new Beginnings()
  /** What is made once for all pieces that stand together. */
  private readonly data = new Map<string, { readonly made: unknown }>()
  /** How many stages were made so far. */
  stagesMade = 0

  constructor(
    readonly wasm: ManifoldToplevel,
    private readonly most = 4000,
    /** How near sides are to what is round. */
    private readonly chord = CHORD,
  ) {}

  /**
   * Another that makes what is round with sides nearer to that, for files, and tells nothing of what made
   * which face; it is closed after use.
   */
  finer = (chord: Mm): Kernel => new Kernel(this.wasm, 50, chord)

  /** Frees what it goes on from; it makes no more solids afterwards. */
  close(): void {
    this.beginnings.clear()
  }

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

  /** Whether a solid is made already. */
  has = (recipe: Recipe): boolean => this.kept.has(recipeKey(recipe))

  get size(): number {
    return this.kept.size
  }

  private make(recipe: Recipe): Shape {
    const made: Manifold[] = []
    const keep = (m: Manifold): Manifold => (made.push(m), m)
    const tools = new Map<number, number>()
    try {
      const solid = this.build(recipe, keep, tools)
      // In files nobody asks what made a face, so that dust may go where two of them meet, too.
      return readShape(
        this.chord < CHORD ? keep(keep(solid.asOriginal()).simplify(DUST)) : solid,
        tools,
        recipe,
      )
    } finally {
      for (const m of made) m.delete()
    }
  }

  /** The blank, stage by stage less what it takes. `ids` learns which id belongs to which tool, from 1. */
  private build(recipe: Recipe, keep: Keep, ids = new Map<number, number>()): Manifold {
    const { blank, stages } = recipe
    const [begun, done] = this.begun(recipe, ids, keep)
    let solid = begun ?? keep(this.wasm.Manifold.cube([...blank.size]))
    const all = cutsOf(recipe).flatMap((c) => c.tools)
    // What is looked at is what there is when a stage begins.
    const making = makingWith(
      this.wasm,
      keep,
      (among) =>
        among?.members.map((m) => this.member(m, keep)) ?? [
          { solid, ids: new Map([...ids].map(([id, tool]) => [id, all[tool - 1]!])) },
        ],
      (key, make) => this.once(key, make),
      this.chord,
    )
    let first = stages.slice(0, done).reduce((sum, stage) => sum + stage.flatMap((c) => c.tools).length, 1)
    for (const [s, stage] of stages.entries()) {
      if (s < done) continue
      const tools = stage.flatMap((c) => c.tools)
      if (tools.length === 0) continue
      const take = (from: Manifold, which: readonly number[]): Manifold => {
        const made = which.map((k) => {
          const one = toolSolid(tools[k]!, blank.size, making)
          for (const id of one.ids) ids.set(id, first + k)
          return one.solids
        })
        return this.wasm.Manifold.difference([from, ...made.flat()])
      }
      solid = this.staged(stageKeys(recipe)[s]!, tools, first, ids, solid, take)
      first += tools.length
      this.stagesMade++
      // What later stages go on from is kept for when only they change; the whole is kept as a shape.
      if (s < stages.length - 1) this.beginnings.keep(stageKeys(recipe)[s + 1]!, { solid, ids: new Map(ids) })
      else keep(solid)
    }
    return solid
  }

  /**
   * A stage of tools, the first of which is known by `first`: those that the last stage had too are taken
   * before the others, and only once.
   */
  private staged(
    from: string,
    tools: readonly Tool[],
    first: number,
    ids: Map<number, number>,
    solid: Manifold,
    take: (from: Manifold, which: readonly number[]) => Manifold,
  ): Manifold {
    const alike = this.beginnings.alike(from, tools)
    if (!alike) return take(solid, [...tools.keys()])
    let begun = this.beginnings.get(alike.key)
    if (begun) for (const [id, k] of begun.ids) ids.set(id, first + alike.at[k]!)
    else {
      const before = new Set(ids.keys())
      const made = take(solid, alike.at)
      // It is worked out when it is asked for, and would be again with all that is made from it.
      made.numTri()
      const own = [...ids].filter(([id]) => !before.has(id))
      begun = { solid: made, ids: new Map(own.map(([id, tool]) => [id, alike.at.indexOf(tool - first)])) }
      this.beginnings.keep(alike.key, begun)
    }
    const same = new Set(alike.at)
    return take(
      begun.solid,
      [...tools.keys()].filter((k) => !same.has(k)),
    )
  }

  /** Wood that stands among other, as it was by then; kept, as the piece itself goes on from there. */
  private member({ frame, size, stages }: Member, keep: Keep): Looked {
    const recipe = boxRecipe(size, ...stages.map((tools) => [{ work: '', tools: tools as readonly Tool[] }]))
    const key = recipeKey(recipe)
    let begun = this.beginnings.get(key)
    if (!begun) {
      const ids = new Map<number, number>()
      // Kept by itself: what is built from is freed along with it.
      const solid = this.build(recipe, keep, ids).translate([0, 0, 0])
      begun = { solid, ids }
      this.beginnings.keep(key, begun)
    }
    const all = cutsOf(recipe).flatMap((c) => c.tools)
    return {
      solid: keep(begun.solid.transform(matrixOf(frame) as unknown as Mat4)),
      ids: new Map([...begun.ids].map(([id, tool]) => [id, all[tool - 1]!])),
    }
  }

  /** Plain data that was made by a key before. */
  private once<T>(key: string, make: () => T): T {
    const known = this.data.get(key)
    if (known) return known.made as T
    const made = make()
    this.data.set(key, { made })
    if (this.data.size > MOST_DATA) this.data.delete(this.data.keys().next().value!)
    return made
  }

  /** The furthest that is kept of a recipe, and how many of its stages that is. */
  private begun(recipe: Recipe, ids: Map<number, number>, keep: Keep): [Manifold | null, number] {
    const keys = stageKeys(recipe)
    for (let n = keys.length - 2; n > 0; n--) {
      const kept = this.beginnings.get(keys[n]!)
      if (!kept) continue
      for (const [id, tool] of kept.ids) ids.set(id, tool)
      // One of its own: the kept one may be let go while this is gone on from.
      return [keep(kept.solid.translate([0, 0, 0])), n]
    }
    return [null, 0]
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
    const common = <T>(a: Placed, b: Placed, measure: (both: Manifold) => T): T => {
      const [one, two] = [stand(a), stand(b)]
      const both = one.intersect(two)
      const found = measure(both)
      for (const m of [one, two, both]) m.delete()
      return found
    }
    return {
      shared: (a, b) => common(a, b, (both) => both.volume()),
      clashing: (a, b) =>
        common(a, b, (both) => {
          const thick = thicknessOf(both)
          if (thick < SKIN) return null
          const { min, max } = both.boundingBox()
          return { volume: both.volume(), thick, box: { min: vec3((k) => min[k]), max: vec3((k) => max[k]) } }
        }),
      close: () => {
        for (const m of made) m.delete()
      },
    }
  }

  /** What lies within some loops of a plane and in none of the others. */
  flatLess = (from: Loops, less: readonly Loops[]): Vec2[][] => flatLess(this.wasm, from, less)

  /** The volume two pieces have in common, cubic millimetres. */
  sharedVolume = (a: Placed, b: Placed): number => this.solids((s) => s.shared(a, b))
}

function readShape(solid: Manifold, ids: ReadonlyMap<number, number>, recipe: Recipe): Shape {
  const mesh = solid.getMesh()
  const triangles = new Uint32Array(mesh.triVerts)
  const work = new Uint16Array(triangles.length / 3)
  const tool = new Uint16Array(work.length)
  const cuts = cutsOf(recipe)
  let told = 0
  const cutOf = cuts.flatMap((c) => {
    const work = c.work === '' ? 0 : ++told
    return c.tools.map(() => work)
  })
  for (let run = 0; run < mesh.runOriginalID.length; run++) {
    const of = ids.get(mesh.runOriginalID[run]!) ?? 0
    const [from, to] = [mesh.runIndex[run]! / 3, mesh.runIndex[run + 1]! / 3]
    tool.fill(of, from, to)
    work.fill(of === 0 ? 0 : cutOf[of - 1]!, from, to)
  }
  const positions =
    mesh.numProp === 3 ? new Float32Array(mesh.vertProperties) : onlyPlaces(mesh.vertProperties, mesh.numProp)
  return {
    positions,
    triangles,
    work,
    tool,
    tools: cuts.flatMap((c) => c.tools).map(withoutMesh),
    volume: solid.volume(),
  }
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
