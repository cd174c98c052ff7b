/** Joints and the maker's own work that cannot be made as asked; their kinds say why. */
import type { Model } from '../../model'
import type { Problem } from '../../resolve'
import { defineQuick } from '../check'

const LEFT_OUT = 'What cannot be made is left out of the wood and of all drawings.'
const MADE = 'It is made as far as it can be, and drawn so; whether that will do is for you to see.'

export const work = defineQuick({
  id: 'work',
  title: 'Impossible joints and steps',
  rests: 'piece',
  why: LEFT_OUT,
  look: (model) => {
    if (model.refused.length === 0) return []
    const made = madeIn(model)
    return model.refused.map((p) => (made(p) ? withWhy(p) : p))
  },
})

/** Whether a joint or a step leaves any work on the wood, in spite of what is wrong with it. */
function madeIn(model: Model): (p: Problem) => boolean {
  const made = new Set<string | null>()
  for (const i of model.resolved.instances) for (const f of model.features(i)) made.add(f.joint).add(f.step)
  return ({ joint, step }) => made.has(joint ?? step ?? '')
}

/** A problem that stays the same is told by one object, as what is kept of it goes by that. */
const told = new WeakMap<Problem, Problem>()
function withWhy(p: Problem): Problem {
  let now = told.get(p)
  if (!now) told.set(p, (now = { ...p, why: MADE }))
  return now
}
