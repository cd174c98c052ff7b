/** What a check found, with all that a maker is told of it. */
import type { Model } from '../model'
import { frameInto } from '../work'
import { STILL } from '../pieces'
import type { Instance, Problem, Spoken } from '../resolve'
import { recipeKey } from '../solid'
import { instancesByKey } from './wood'

export interface Finding extends Problem {
  /** The check that found it. */
  readonly check: string
  /** Why it matters. */
  readonly why: string
  readonly at: readonly Spoken[]
  /** Equal for as long as nothing it is about has changed. */
  readonly about: string
}

/** What was told of a problem, and the wood as it was then. */
const told = new WeakMap<Problem, { readonly from: readonly unknown[]; readonly finding: Finding }>()

/** A check that keeps what it found gets the same finding, for as long as the wood it is of is the same. */
export function findingOf(problem: Problem, check: { id: string; why: string }, model: Model): Finding {
  const at = problem.at ?? placesOf(problem, model)
  const byKey = instancesByKey(model)
  const wood = [...new Set(at.map((s) => s.instance))].flatMap((key) => byKey.get(key) ?? [])
  const from = wood.flatMap((i) => [i, model.recipe(i)])
  const old = told.get(problem)
  if (old && old.from.length === from.length && from.every((x, n) => x === old.from[n])) return old.finding
  const why = problem.why ?? check.why
  const finding = { ...problem, check: check.id, why, at, about: markOf(problem.says, wood, model) }
  told.set(problem, { from, finding })
  return finding
}

/** Where something is that names only what it is of. */
function placesOf({ piece, joint, step }: Problem, model: Model): Spoken[] {
  const { byId, project } = model.resolved
  const instancesOf = (id: string): readonly Instance[] => byId.get(id)?.instances ?? []
  if (joint !== undefined) {
    const members = project.joints.find((j) => j.id === joint)?.between ?? []
    return members.flatMap((m) =>
      instancesOf(m.piece).map((i): Spoken => {
        const feature = model.features(i).find((f) => f.joint === joint)
        return { instance: i.key, ...(feature && { feature: feature.id }) }
      }),
    )
  }
  if (step !== undefined) {
    const on = piece === undefined ? model.resolved.instances : instancesOf(piece)
    const placed = on.flatMap((i): Spoken[] => {
      const feature = model.features(i).find((f) => f.step === step)
      return feature ? [{ instance: i.key, feature: feature.id }] : []
    })
    if (placed.length > 0) return placed
  }
  return piece === undefined ? [] : instancesOf(piece).map((i) => ({ instance: i.key }))
}

/** A short text that is equal for equal sentences about equal wood, standing to each other alike. */
function markOf(says: string, wood: readonly Instance[], model: Model): string {
  const round = (n: number) => Math.round(n * 1e4) + 0
  const marks = wood.map((i) => {
    const f = frameInto(wood[0]!.frame, STILL, i.frame)
    return `${[...f.origin, ...f.x, ...f.y, ...f.z].map(round).join()}|${recipeKey(model.recipe(i))}`
  })
  return shortMark([says, ...marks])
}

/** A short text that is equal for equal texts (FNV-1a). */
export function shortMark(texts: readonly string[]): string {
  let [high, low] = [0x811c9dc5, 0x9747b28c]
  for (const char of texts.join('\n')) {
    const code = char.codePointAt(0)!
    high = Math.imul(high ^ code, 0x01000193)
    low = Math.imul(low ^ (code * 31 + 7), 0x01000193)
  }
  return [high, low].map((n) => (n >>> 0).toString(16).padStart(8, '0')).join('')
}
