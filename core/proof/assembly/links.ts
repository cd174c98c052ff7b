/** What holds which pieces together, and which of them are put together by themselves first. */
import { movedBy } from '../../hardware'
import { jointKind } from '../../joints'
import { wayApart } from '../../joints/apart'
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { AXES, negated, overlap, unit, vec3, type Vec3 } from '../../pieces'
import type { Instance } from '../../resolve'
import { nearPairs } from '../check'

const TOUCH: Mm = 0.5

/** Two pieces that hold each other. */
export interface Link {
  readonly a: Instance
  readonly b: Instance
  /**
   * *fast*: a joint makes one of the two. *slight*: they are put against each other, turn, or the one is
   * let into the other without a joint; what is held fast by others is put together before.
   */
  readonly sort: 'fast' | 'slight'
  /** The way in which the first leaves the second, a unit vector in the room. */
  readonly straight: Vec3
}

const known = new WeakMap<Model, readonly Link[]>()
export function linksOf(model: Model): readonly Link[] {
  let found = known.get(model)
  if (!found) known.set(model, (found = gather(model)))
  return found
}

function gather(model: Model): Link[] {
  const joints = new Map<string, Array<(typeof model.project.joints)[number]>>()
  for (const j of model.project.joints)
    for (const other of j.between.slice(1)) {
      const key = pairOf(j.between[0]!.piece, other.piece)
      joints.set(key, [...(joints.get(key) ?? []), j])
    }
  const turning = model.project.hardware.flatMap((h) =>
    h.kind === 'hinge' ? [new Set(movedBy(model.resolved, h))] : [],
  )
  return nearPairs(model).flatMap(([a, b]): Link[] => {
    if (!touching(a, b)) return []
    const between = joints.get(pairOf(a.piece, b.piece)) ?? []
    const turns = turning.some((moved) => moved.has(a) !== moved.has(b))
    const held = between.find((j) => {
      const kind = jointKind(j.kind)
      return kind?.holds === 'fast' && !kind.slight
    })
    const joint = held ?? between[0]
    if (!joint) return letIn(a, b)
    const guest = joint.between[0]!.piece === a.piece
    const straight = guest ? wayApart(joint, a, b) : negated(wayApart(joint, b, a))
    return [{ a, b, sort: held && !turns ? 'fast' : 'slight', straight }]
  })
}

const pairOf = (a: string, b: string): string => (a < b ? `${a}|${b}` : `${b}|${a}`)

/** Whether two come as near to each other as what is joined. */
export const touching = (a: Instance, b: Instance): boolean =>
  overlap({ min: vec3((k) => a.grown.min[k] - TOUCH), max: vec3((k) => a.grown.max[k] + TOUCH) }, b.grown) !==
  null

/** What stands in the other without a joint leaves it where it is shallowest. */
function letIn(a: Instance, b: Instance): Link[] {
  const both = a.square && b.square ? overlap(a.grown, b.grown, TOUCH) : null
  if (!both) return []
  const axis = AXES.reduce((x, y) => (both.max[y] - both.min[y] < both.max[x] - both.min[x] ? y : x))
  const middle = (i: Instance) => i.grown.min[axis] + i.grown.max[axis]
  const straight = middle(a) > middle(b) ? unit(axis) : negated(unit(axis))
  return [{ a, b, sort: 'slight', straight }]
}

/** Of pieces and links between them, those that hang together; each in the order of the list. */
export function hanging(
  pieces: readonly Instance[],
  links: ReadonlyArray<Pick<Link, 'a' | 'b'>>,
): Instance[][] {
  const root = new Map(pieces.map((i) => [i.key, i.key]))
  const find = (key: string): string => {
    let at = key
    while (root.get(at) !== at) at = root.get(at)!
    root.set(key, at)
    return at
  }
  for (const { a, b } of links) if (root.has(a.key) && root.has(b.key)) root.set(find(a.key), find(b.key))
  const parts = new Map<string, Instance[]>()
  for (const i of pieces) {
    const part = parts.get(find(i.key))
    if (part) part.push(i)
    else parts.set(find(i.key), [i])
  }
  return [...parts.values()]
}
