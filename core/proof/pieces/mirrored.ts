/** Two pieces that stand as a pair and are worked alike, where one is to be the mirror image of the other. */
import type { Model } from '../../model'
import { AXES, dot, FACE_AT, normalOf, sayFace } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import { recipeKey } from '../../solid'
import { workKind } from '../../work'
import { defineEach } from '../check'

export const mirrored = defineEach<readonly [Instance, Instance]>({
  id: 'mirrored',
  title: 'Left and right pairs',
  rests: 'all',
  why: 'A left and a right side cut alike leave one of them with its dados on the outside.',
  things: pairsIn,
  key: ([a, b]) => `${a.key}|${b.key}`,
  from: ([a, b], model) => [a, b, model.recipe(a), model.recipe(b)],
  look: ([a, b], model) => {
    const face = workFace(a, model)
    if (!face || face !== workFace(b, model)) return []
    const [na, nb] = [normalOf(a.frame, face), normalOf(b.frame, face)]
    const axis = across(a, b)
    // Both look the same way, along the line from one to the other: one of them looks outwards.
    if (axis === null || Math.abs(na[axis]) < 0.999 || dot(na, nb) < 0.999) return []
    const outer = na[axis] > 0 === a.box.min[axis] < b.box.min[axis] ? b : a
    const found: Problem = {
      id: `mirrored:${[a.piece, b.piece].sort().join(':')}`,
      level: 'look',
      piece: outer.piece,
      says:
        `${a.name} and ${b.name} stand as a pair and are worked alike, so ${outer.name} has its ` +
        `work on ${sayFace(face)} ` +
        'outside; is one to be the mirror image?',
      advice: `Make ${outer.name} a mirrored twin of the other; its work follows.`,
      at: [a, b].map((i) => ({ instance: i.key })),
    }
    return [found]
  },
})

/** Standing pieces of one make, two and no more, side by side or one behind the other. */
function pairsIn(model: Model): Array<readonly [Instance, Instance]> {
  const makes = new Map<string, Instance[]>()
  for (const i of model.resolved.instances) {
    if (!i.square || i.flipped || Math.abs(i.frame.z[2]) > 0.5) continue
    if (!model.features(i).some((f) => f.step !== null)) continue
    const key = recipeKey(model.recipe(i))
    const list = makes.get(key)
    if (list) list.push(i)
    else makes.set(key, [i])
  }
  return [...makes.values()].flatMap((all): Array<readonly [Instance, Instance]> =>
    all.length === 2 && across(all[0]!, all[1]!) !== null ? [[all[0]!, all[1]!]] : [],
  )
}

/** The one axis in which two stand apart. */
function across(a: Instance, b: Instance): 0 | 1 | null {
  const apart = AXES.filter((k) => Math.abs(a.box.min[k] - b.box.min[k]) > 0.5)
  return apart.length === 1 && (apart[0] === 0 || apart[0] === 1) ? apart[0] : null
}

/** The broad face that all work of the maker’s own on a piece is on; null where it is on none, or on both. */
function workFace(i: Instance, model: Model): 'face' | 'back' | null {
  const faces = new Set(
    model
      .features(i)
      .filter((f) => f.step !== null && !throughOut(f.data))
      .map((f) => workKind(f).shownOn(f.data)),
  )
  const [face] = faces
  return faces.size === 1 && face && FACE_AT[face].axis === 2 ? (face as 'face' | 'back') : null
}

/** What goes through is on both faces. */
const throughOut = (data: unknown): boolean => (data as { through?: boolean }).through === true
