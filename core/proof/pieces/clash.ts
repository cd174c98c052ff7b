/** Pieces that take up the same room: found by boxes, settled by solids. */
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { AXES, boxAround, overlap, sizeOf, vec3, volumeOf, type Box } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import type { Common, Recipe } from '../../solid'
import { defineCheck, nearPairs } from '../check'
import { MOST_PRESSED } from '../numbers/settings'
import { middleOf, sayer, takenFrom } from '../wood'

/** Less than this is not a clash, cubic millimetres. */
const LEAST = 0.5
/** As many as anybody reads; a project with more has one fault that makes them all. */
const MOST = 200

/** Two pieces as they were when what they share was worked out. */
interface Pair {
  readonly a: Instance
  readonly b: Instance
  readonly recipes: readonly [Recipe, Recipe]
  readonly shared: Common | null
}

interface Memory {
  pairs: ReadonlyMap<string, Pair>
}

export const clash = defineCheck<Memory>({
  id: 'clash',
  title: 'Overlapping pieces',
  rests: 'piece',
  why: 'Two pieces cannot be in one place; one of them is cut too long, or stands wrong.',
  memory: () => ({ pairs: new Map() }),
  *find(model, kernel, memory) {
    const say = sayer(model)
    const before = memory.pairs
    const pairs = new Map<string, Pair>()
    const found: Problem[] = []
    const refused = refusedPairs(model)
    const solids = kernel.openSolids()
    try {
      for (const [a, b] of nearPairs(model)) {
        const id = `clash:${a.key}:${b.key}`
        const recipes = [model.recipe(a), model.recipe(b)] as const
        let pair = before.get(id)
        const same = pair?.a === a && pair.b === b && recipes.every((r, n) => r === pair!.recipes[n])
        if (!pair || !same) {
          const common = overlap(a.grown, b.grown, 1e-3)
          if (!common) continue
          if (tookAll(common, a, b, model)) {
            pairs.set(id, { a, b, recipes, shared: null })
            continue
          }
          const placed = (i: Instance, recipe: Recipe) => ({ recipe, frame: i.frame })
          const shared = solids.clashing(placed(a, recipes[0]), placed(b, recipes[1]))
          pair = { a, b, recipes, shared }
          yield
        }
        pairs.set(id, pair)
        const { shared } = pair
        // What a joint that cannot be made leaves uncut is said of the joint, and a fit too tight of the fit.
        if (!shared || shared.volume < LEAST || refused.has(`${a.piece}|${b.piece}`)) continue
        const pressed = pressedBy(a, b, model)
        if (pressed?.all && shared.thick < pressed.by + THIN) continue
        found.push({
          id,
          level: 'stop',
          piece: a.piece,
          advice: 'Shorten one, move it, or join the two with a dado, a rabbet or a lap.',
          at: [a, b].map((i) => ({ instance: i.key, point: middleOf(shared.box) })),
          says: `${a.name} and ${b.name} share ${sayShared(shared, say)}${
            pressed && shared.thick < pressed.by + THIN
              ? `: the fit of their joint is ${say(-pressed.by)}`
              : ''
          }`,
        })
        if (found.length >= MOST) break
      }
      memory.pairs = pairs
      return found
    } finally {
      // Stopped half-way, what was settled is not worked out again.
      if (memory.pairs === before && pairs.size > 0) memory.pairs = new Map([...before, ...pairs])
      solids.close()
    }
  },
})

const FULL = 0.95
const SLIVER: Mm = 3
const HAIR: Mm = 0.4
const THIN: Mm = 0.1

/** All of a block, some of it, or a skin somewhere in it; its sides from the longest on. */
function sayShared({ box, volume, thick }: Common, say: (mm: Mm) => string): string {
  const sides = [...sizeOf(box)].sort((a, b) => b - a)
  const all = volume / volumeOf(box)
  const block = sides.map(say).join(' × ')
  const hair = thick < HAIR
  if (all > FULL) return `wood, ${block}`
  const within = `within ${block}`
  if (all >= 0.5 || thick >= Math.min(SLIVER, sides[2]! / 2)) return `wood, ${within}`
  const how = hair ? `thinner than ${say(HAIR)}` : `about ${say(thick)} thick`
  return `a sliver of wood, ${how}, ${within}`
}

/**
 * By how much the fit of a joint between two presses them, and whether it is the fit that all joints have.
 */
function pressedBy(a: Instance, b: Instance, { resolved: { joints, settings } }: Model) {
  const fits = joints.flatMap(({ joint, values }) =>
    [a, b].every((i) => joint.between.some((m) => m.piece === i.piece)) && values?.fit !== undefined
      ? [{ by: -values.fit, all: !joint.fields.fit && settings.fit < -MOST_PRESSED }]
      : [],
  )
  return fits.filter((f) => f.by > 0).sort((x, y) => y.by - x.by)[0]
}

/** Pairs of pieces with a joint between them that cannot be made, either way round. */
function refusedPairs({ refused, project }: Model): ReadonlySet<string> {
  const ids = new Set(refused.flatMap((p) => (p.level === 'stop' && p.joint ? [p.joint] : [])))
  return new Set(
    project.joints
      .filter((j) => ids.has(j.id))
      .flatMap(({ between }) => between.flatMap((a) => between.map((b) => `${a.piece}|${b.piece}`))),
  )
}

/**
 * Whether blocks that were taken from two pieces are all of what their boxes share, so that no solid need be
 * asked: a shelf in its dado, a tenon in its mortise.
 */
function tookAll(common: Box, a: Instance, b: Instance, model: Model): boolean {
  if (!a.square || !b.square) return false
  let left: readonly Box[] = [common]
  for (const i of [a, b])
    for (const { box, whole } of takenFrom(i, model).boxes) {
      if (!whole) continue
      const taken = boxAround(i.frame, box)
      left = left.flatMap((l) => without(l, taken))
      if (left.length === 0) return true
      if (left.length > MOST_LEFT) return false
    }
  return left.reduce((sum, l) => sum + volumeOf(l), 0) < LEAST
}

const MOST_LEFT = 40

/** What is left of a box without another, as up to six boxes. */
function without(box: Box, taken: Box): Box[] {
  if (!overlap(box, taken, 1e-9)) return [box]
  const parts: Box[] = []
  let { min, max } = box
  for (const k of AXES) {
    if (taken.min[k] > min[k]) parts.push({ min, max: vec3((i) => (i === k ? taken.min[k] : max[i])) })
    if (taken.max[k] < max[k]) parts.push({ min: vec3((i) => (i === k ? taken.max[k] : min[i])), max })
    min = vec3((i) => (i === k ? Math.max(min[k], taken.min[k]) : min[i]))
    max = vec3((i) => (i === k ? Math.min(max[k], taken.max[k]) : max[i]))
  }
  return parts
}
