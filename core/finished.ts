/** How large a piece comes out: the box round its wood along its own axes. */
import type { Model } from './model'
import type { Mm } from './measure'
import { boxAround, sizeOf, toRoom, type Axis, type Box, type Vec3 } from './pieces'
import type { Instance } from './resolve'
import { reachOf, type Kernel, type Recipe, type Shape } from './solid'
import { toolEnds, workKind, type Tool } from './work'

/** Round things are many-sided in a solid, by no more than this. */
const CHORD: Mm = 0.06

/**
 * The box round the wood of a piece, own frame. Where the solid ends within a chord of where one of its tools
 * does, that is where it ends.
 */
export function finishedBox(model: Pick<Model, 'features'>, i: Instance, shape: Shape): Box {
  const reach = reachOf(shape)
  const tools = model.features(i).flatMap((f) => workKind(f).cut(f.data))
  const exactly = (axis: Axis, at: Mm): Mm =>
    nearest([0, i.size[axis]], at) ?? nearest(ends(tools, axis), at) ?? at
  const corner = (p: Vec3): Vec3 => [exactly(0, p[0]), exactly(1, p[1]), exactly(2, p[2])]
  return { min: corner(reach.min), max: corner(reach.max) }
}

const ends = (tools: readonly Tool[], axis: Axis): Mm[] => tools.flatMap((t) => toolEnds(t, axis))

function nearest(all: readonly Mm[], at: Mm): Mm | null {
  const near = all.filter((x) => Math.abs(x - at) <= CHORD)
  return near.length === 0 ? null : near.reduce((a, b) => (Math.abs(b - at) < Math.abs(a - at) ? b : a))
}

/** How large pieces come out. */
export function finishedSizes(model: Model, kernel: Kernel): (i: Instance) => Vec3 {
  const known = new Map<Recipe, Vec3>()
  return (i) => {
    const recipe = model.recipe(i)
    let size = known.get(recipe)
    if (!size) known.set(recipe, (size = sizeOf(finishedBox(model, i, kernel.shape(recipe)))))
    return size
  }
}

/** The room box round the wood of a piece, however it stands. */
export function woodBox(model: Pick<Model, 'features'>, i: Instance, shape: Shape): Box {
  if (i.square) return boxAround(i.frame, finishedBox(model, i, shape))
  // What leans is no larger than its corners: a box round its block would be.
  const { positions: p } = shape
  const places = new Float64Array(p.length)
  for (let k = 0; k < p.length; k += 3)
    toRoom(i.frame, [p[k]!, p[k + 1]!, p[k + 2]!]).forEach((x, n) => (places[k + n] = x))
  return reachOf({ positions: places })
}
