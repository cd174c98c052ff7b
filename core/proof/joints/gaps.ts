/** Gaps so narrow that they are likely meant to be none: pieces that all but touch, and nothing says why. */
import { change, groupsAbove, refsOf, type Project } from '../../document'
import { shifted, type Mm } from '../../measure'
import type { Model } from '../../model'
import { DIRECTION_OF, sizeOf, AXES, sideOf, type Axis } from '../../pieces'
import { originalOf, type Instance, type Mend, type Problem } from '../../resolve'
import { defineEach, nearPairs } from '../check'
import { gapBetween, middleOf, sayer } from '../wood'

const TOUCHING: Mm = 0.01
/** Faces that look at each other by less than this in some direction do not look at each other. */
const FACING: Mm = 3

export const gaps = defineEach<readonly [Instance, Instance]>({
  id: 'gap',
  title: 'Small gaps',
  rests: 'all',
  why: 'A gap of a saw cut or less is seldom meant: a joint does not draw up, and glue does not fill it.',
  things: (model) => {
    const joined = joinedIn(model.project)
    return nearPairs(model).filter(
      ([a, b]) => a.square && b.square && a.piece !== b.piece && !joined.has(pairOf(a.piece, b.piece)),
    )
  },
  key: ([a, b]) => `${a.key}|${b.key}`,
  from: ([a, b], model) => [
    a,
    b,
    ...[a, b].flatMap((i) => [
      model.resolved.byId.get(i.piece)!.piece,
      ...groupsOf(i.piece, model).map((id) => model.project.groups.find((g) => g.id === id)),
    ]),
  ],
  look: ([a, b], model) => {
    const gap = gapBetween(a.box, b.box)
    if (!gap || gap.gap <= TOUCHING || gap.gap > model.resolved.limits.near + 1e-6) return []
    const across = sizeOf(gap.patch)
    if (AXES.some((k) => k !== gap.axis && across[k] < FACING)) return []
    if (isMeant(a, b, gap.axis, model) || isMeant(b, a, gap.axis, model)) return []
    // What goes in is named first: that whose end or edge looks at the other.
    const own = (i: Instance) => i.facing.room.indexOf(gap.axis)
    const [one, other] = own(a) <= own(b) ? [a, b] : [b, a]
    return [found(one, other, gap.axis, gap.gap, middleOf(gap.patch), model)]
  },
})

function found(
  one: Instance,
  other: Instance,
  axis: Axis,
  gap: Mm,
  point: ReturnType<typeof middleOf>,
  model: Model,
): Problem {
  const mend = mendOf(one, other, axis, gap, model) ?? mendOf(other, one, axis, gap, model)
  return {
    id: `gap:${one.key}:${other.key}`,
    level: 'look',
    piece: one.piece,
    says: `${one.name} stops ${sayer(model)(gap)} short of ${other.name}; are they meant to touch?`,
    advice: `Let ${one.name} end at ${other.name}; or write the gap in its dimension, and it is intended.`,
    ...(mend && { mends: [mend] }),
    at: [one, other].map((i) => ({ instance: i.key, point })),
  }
}

/** Lets a piece end at the other: where it is told by a figure, it is told by the other's side. */
function mendOf(i: Instance, other: Instance, axis: Axis, gap: Mm, model: Model): Mend | null {
  const { piece, instances } = model.resolved.byId.get(i.piece)!
  if (piece.kind !== 'made' || instances.length > 1 || groupsOf(piece.id, model).length > 0) return null
  if ((model.resolved.byId.get(other.piece)?.instances.length ?? 0) > 1) return null
  const direction = DIRECTION_OF[axis]!
  const span = piece.spans[direction]
  const far = i.box.max[axis] <= other.box.min[axis] + TOUCHING
  const fact = far ? 'end' : 'start'
  const rest = far ? 'start' : 'end'
  // The other side stays where it is: what is told by a size grows by the gap.
  const sized = span.size !== undefined && (span[fact] !== undefined || span[rest] !== undefined)
  if (!sized && span[fact] === undefined) return null
  const say = sayer(model)
  const [was, is] = [i.box.max[axis] - i.box.min[axis], i.box.max[axis] - i.box.min[axis] + gap]
  const side = sideOf(axis, !far)
  const text = `@${other.piece}.${side}`
  const where = { id: piece.id, direction }
  const changes =
    span[fact] === undefined
      ? [change.setFact({ ...where, fact, text, instead: 'size' as const })]
      : [
          change.setFact({ ...where, fact, text }),
          ...(sized
            ? [
                change.setFact({
                  ...where,
                  fact: 'size' as const,
                  text: shifted(span.size!, gap, was, model.resolved.style),
                }),
              ]
            : []),
        ]
  return {
    says:
      `Let ${piece.name} ${far ? 'end' : 'start'} at ${other.name}·${side}: ` +
      `${say(was)} ${direction} becomes ${say(is)}`,
    changes,
  }
}

const pairOf = (a: string, b: string): string => (a < b ? `${a}|${b}` : `${b}|${a}`)

const pairsJoined = new WeakMap<Project['joints'], ReadonlySet<string>>()
function joinedIn({ joints }: Project): ReadonlySet<string> {
  let joined = pairsJoined.get(joints)
  if (!joined) {
    joined = new Set(
      joints.flatMap(({ between }) =>
        between.flatMap((m, n) => between.slice(n + 1).map((other) => pairOf(m.piece, other.piece))),
      ),
    )
    pairsJoined.set(joints, joined)
  }
  return joined
}

const groupsOf = (piece: string, { project, resolved }: Model): string[] => {
  const group = resolved.byId.get(piece)?.piece.group ?? null
  return group === null ? [] : [group, ...groupsAbove(project, group)]
}

const BARE = /^\s*@[\w#:/]+\.[\w.]+\s*$/

/**
 * Whether somebody has said how far the one is from the other: a measure of it, or of a group it is in,
 * counts with the other, or with a group of that, and with something besides.
 */
function isMeant(one: Instance, other: Instance, axis: Axis, model: Model): boolean {
  const { project, resolved } = model
  const direction = DIRECTION_OF[axis]!
  const made = originalOf(resolved.byId.get(one.piece)!.piece, project)
  const theirs = groupsOf(other.piece, model)
  const mine = groupsOf(one.piece, model).filter((g) => !theirs.includes(g))
  const named = new Set([other.piece, ...theirs])
  const spans = [
    ...(made ? [made.spans[direction]] : []),
    ...mine.flatMap((id) => project.groups.find((g) => g.id === id)?.spans[direction] ?? []),
  ]
  const texts = spans.flatMap((s) => Object.values<string>(s))
  return texts.some(
    (text) =>
      !BARE.test(text) &&
      (refsOf(text).some((r) => named.has(r.id)) || (mine.length > 0 && /[+\-*/]/.test(text))),
  )
}
