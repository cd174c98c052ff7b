/**
 * Work that looks for its place on the wood as it is by then, and of which nothing is to be seen in the
 * end, or which does not come out where it is to.
 */
import type { Mm } from '../../measure'
import { FACE_AT, sayFace } from '../../pieces'
import type { Problem } from '../../resolve'
import { cutsOf, recipeKey, type Shape } from '../../solid'
import { dependsOnShape, workKind } from '../../work'
import { defineCheck } from '../check'
import { whose } from '../wood'

/** How far the surfaces reach that cuts of a solid left, by their numbers from 1; all of it, by 0. */
type Reaches = ReadonlyMap<number, { readonly min: Mm[]; readonly max: Mm[] }>
/** By recipe; so many are remembered. */
type Memory = Map<string, Reaches>
const MOST = 5000
const LEAST: Mm = 0.01

export const idle = defineCheck<Memory>({
  id: 'idle',
  title: 'Steps that cut nothing',
  rests: 'piece',
  why:
    'A wall too thick or a frame too wide leaves no room for what was meant, and the wood ' +
    'stays as it was.',
  memory: () => new Map(),
  *find(model, kernel, known) {
    const found: Problem[] = []
    if (known.size > MOST) known.clear()
    for (const i of model.resolved.instances) {
      // What is done to several together may well miss one of them.
      const own = model.features(i).filter((f) => f.step !== null && !f.neighbours && dependsOnShape(f))
      if (own.length === 0) continue
      const recipe = model.recipe(i)
      const key = recipeKey(recipe)
      if (!known.has(key)) {
        known.set(key, reachesOf(kernel.shape(recipe)))
        yield
      }
      const reaches = known.get(key)!
      // Alike solids have work of their own.
      const cuts = cutsOf(recipe).filter((c) => c.work !== '')
      for (const f of own) {
        const name = `The ${workKind(f).name(f.data)} in ${i.name}`
        const there = reaches.get(cuts.findIndex((c) => c.work === f.id) + 1)
        const shut = (workKind(f).opens?.(f.data) ?? []).find((face) => {
          const { axis, far } = FACE_AT[face]
          const [mine, all] = far
            ? [there?.max[axis], reaches.get(0)!.max[axis]!]
            : [there?.min[axis], reaches.get(0)!.min[axis]!]
          return mine !== undefined && Math.abs(mine - all) > LEAST
        })
        if (there && !shut) continue
        found.push({
          id: `idle:${f.step}:${i.key}`,
          level: shut ? 'stop' : 'look',
          piece: i.piece,
          ...whose(f),
          says: shut
            ? `${name} is to go right through, and closes before it comes to ${sayFace(shut)}: the wood is ` +
              'too narrow there for its walls'
            : `${name} takes nothing there, or nothing is left of it: ` +
              'there is no room for it in the wood as it is by then',
        })
      }
    }
    return found
  },
})

function reachesOf({ positions, triangles, work }: Shape): Reaches {
  const all = new Map([[0, empty()]])
  for (const [n, corner] of triangles.entries()) {
    const cut = work[Math.floor(n / 3)]!
    let box = all.get(cut)
    if (!box) all.set(cut, (box = empty()))
    for (let k = 0; k < 3; k++) {
      const at = positions[3 * corner + k]!
      for (const { min, max } of cut === 0 ? [box] : [box, all.get(0)!]) {
        if (at < min[k]!) min[k] = at
        if (at > max[k]!) max[k] = at
      }
    }
  }
  return all
}

const empty = () => ({ min: [Infinity, Infinity, Infinity], max: [-Infinity, -Infinity, -Infinity] })
