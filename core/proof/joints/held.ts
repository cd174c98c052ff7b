/**
 * What holds each piece: by its joints, by what it is let into, by what it stands or lies on. Pieces that
 * hang in the air or only stand against others, and those that a joint holds at one end and nothing at the
 * other.
 */
import type { FaceName } from '../../document'
import { movedBy } from '../../hardware'
import { jointKind } from '../../joints'
import type { JointKind } from '../../joints/kind'
import { meet, otherAxes, extentOf } from '../../joints/meet'
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { AXES, faceAt, overlap, sayFace, vec3, type Axis, type Box } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import { hanging, touching } from '../assembly/links'
import { defineWhole, nearPairs } from '../check'
import { sayNames } from '../wood'

/** What comes as near as this touches. */
const TOUCH: Mm = 0.5
/** What is let so far into another is held by it. */
const LET_IN: Mm = 0.5
/** So much of an end lies against another piece that it is meant to be held by that. */
const MOST = 0.6

export const held = defineWhole({
  id: 'held',
  title: 'Unsupported pieces',
  rests: 'all',
  why: 'What no joint, screw or support holds falls out, or is forgotten until all else is glued.',
  look: (model) => {
    // Things that only stand side by side are no piece of furniture.
    if (model.project.joints.length === 0) return []
    const stands = new Standing(model)
    const loose = stands.loose()
    const told = new Set(loose.map((p) => p.piece))
    return [...loose, ...stands.oneEnded().filter((p) => !told.has(p.piece))]
  },
})

class Standing {
  private readonly fast = new Map<string, Instance[]>()
  private readonly near = new Map<string, Instance[]>()
  /** What joints and what is let in hold together, and which of them each piece is of. */
  private readonly bodies: readonly Instance[][]
  private readonly bodyOf: ReadonlyMap<string, readonly Instance[]>
  private readonly carried: ReadonlySet<string>

  constructor(private readonly model: Model) {
    this.carried = carriedIn(model)
    const joined = heldIn(model)
    const pairs = nearPairs(model).filter(([a, b]) => touching(a, b))
    const held = pairs.filter(([a, b]) => {
      const how = joined(a, b)
      return how === 'fast' || (how === null && letIn(a, b))
    })
    for (const [to, all] of [
      [this.near, pairs],
      [this.fast, held],
    ] as const)
      for (const [a, b] of all) {
        add(to, a.key, b)
        add(to, b.key, a)
      }
    this.bodies = hanging(
      model.resolved.instances,
      held.map(([a, b]) => ({ a, b })),
    )
    this.bodyOf = new Map(this.bodies.flatMap((body) => body.map((i) => [i.key, body] as const)))
  }

  /** Of all that hangs together, what stands on nothing. */
  loose(): Problem[] {
    const { instances } = this.model.resolved
    const ground = Math.min(...instances.map((i) => i.grown.min[2]))
    const turns = turningIn(this.model)
    const boxes = new Map(this.bodies.map((body) => [body, boxOf(body)]))
    return this.bodies.flatMap((body): Problem[] => {
      // A row of drawers by itself stands as its lowest does.
      const copies = body.length > 1 && body.every((i) => i.index > 1)
      if (copies || this.bodies.length === 1 || body.some((i) => i.grown.min[2] < ground + TOUCH)) return []
      // A drawer in its opening has room all round.
      const within = [...boxes].some(([o, box]) => o !== body && isWithin(boxes.get(body)!, box))
      const others = body.flatMap((i) =>
        (this.near.get(i.key) ?? [])
          .filter((o) => this.bodyOf.get(o.key) !== body)
          .map((o) => [i, o] as const),
      )
      if (others.some(([i, o]) => liesOn(i, o)) || (within && others.length === 0 && body.length > 1))
        return []
      const [first] = body
      const name = sayNames(body.map((i) => i.name))
      const one = new Set(body.map((i) => i.name)).size === 1
      const against = sayNames(others.map(([, o]) => o.name))
      const hinged = body.some((i) => turns.has(i.piece))
      const says = hinged
        ? `${name} ${one ? 'hangs' : 'hang'} on a hinge alone, and ${one ? 'lies' : 'lie'} on nothing`
        : others.length === 0
          ? `${name} ${one ? 'hangs' : 'hang'} in the air: nothing touches ${one ? 'it' : 'them'}`
          : `${name} only ${one ? 'stands' : 'stand'} against ${against}: ` +
            `nothing holds ${one ? 'it' : 'them'}`
      return [
        {
          id: `held:${first!.key}`,
          level: 'look',
          piece: first!.piece,
          says,
          advice: hinged
            ? 'Lower it onto the opening, or note why it stays open.'
            : 'Join it to a neighbour, or set it on something.',
          at: body.map((i) => ({ instance: i.key })),
        },
      ]
    })
  }

  /** Pieces that are held at one end and only stand against another with the other; or so with both. */
  oneEnded(): Problem[] {
    return this.model.resolved.instances.flatMap((i): Problem[] => {
      const near = this.near.get(i.key) ?? []
      const fast = this.fast.get(i.key) ?? []
      if (near.length < 2) return []
      for (const axis of [0, 1] as const) {
        const [low, high] = [false, true].map((far) => this.at(i, faceAt(axis, far), near, fast))
        const open = low!.open ?? high!.open
        if (!open || (!low!.held && !low!.open) || (!high!.held && !high!.open)) continue
        // What stands beside it without being held to its neighbours is another thing.
        const both = low!.open && high!.open
        if (both && this.carried.has(i.piece)) continue
        if (this.bodyOf.get((both ? low!.open! : i).key) !== this.bodyOf.get((both ? high!.open! : open).key))
          continue
        const at = low!.open ? faceAt(axis, false) : faceAt(axis, true)
        return [
          {
            id: `end:${i.key}`,
            level: 'look',
            piece: i.piece,
            says: both
              ? `${i.name} stands between ${low!.open!.name} and ${high!.open!.name}, and no joint holds it`
              : `${i.name} is held at its other side, and at ${sayFace(at)} it only stands against ` +
                open.name,
            advice: `Join it to ${open.name}, too; or say why it is to stay loose there.`,
            at: [i, open].map((x) => ({ instance: x.key })),
          },
        ]
      }
      return []
    })
  }

  /** Whether a face is held, and else what most of it lies against. */
  private at(
    i: Instance,
    face: FaceName,
    near: readonly Instance[],
    fast: readonly Instance[],
  ): { readonly held: boolean; readonly open: Instance | null } {
    const meets = near.flatMap((o) => {
      const share = shareAgainst(i, face, o)
      return share === null ? [] : [{ o, share }]
    })
    const held = meets.some(({ o }) => fast.includes(o))
    return { held, open: held ? null : (meets.find((m) => m.share > MOST)?.o ?? null) }
  }
}

const add = <T>(map: Map<string, T[]>, key: string, value: T): void => {
  const list = map.get(key)
  if (list) list.push(value)
  else map.set(key, [value])
}

/** How much of a face of the first lies against the second; null where it does not touch that. */
function shareAgainst(i: Instance, face: FaceName, o: Instance): number | null {
  let of = shares.get(i)
  if (!of) shares.set(i, (of = new WeakMap()))
  let known = of.get(o)
  if (!known) of.set(o, (known = new Map<FaceName, number | null>()))
  let share = known.get(face)
  if (share === undefined) {
    const m = meet(i, face, o)
    share = m && Math.abs(m.gap) < TOUCH ? shareOf(m.patch, i, m.into) : null
    known.set(face, share)
  }
  return share
}
/** Instances never change. */
const shares = new WeakMap<Instance, WeakMap<Instance, Map<FaceName, number | null>>>()

const shareOf = (patch: Box, i: Instance, into: Axis): number =>
  otherAxes(into).reduce<number>((n, k) => (n * (patch.max[k] - patch.min[k])) / extentOf(i, k), 1)

/** One is let into the other, or goes through it. */
const letIn = (a: Instance, b: Instance): boolean => {
  const both = overlap(a.grown, b.grown)
  return both !== null && AXES.every((k) => both.max[k] - both.min[k] > LET_IN)
}

/** The first lies on the second. */
const liesOn = (a: Instance, b: Instance): boolean =>
  a.grown.min[2] > b.grown.min[2] + TOUCH && Math.abs(a.grown.min[2] - b.grown.max[2]) < TOUCH

/** How joints hold two that touch, the fastest of them; null where there is none. */
function heldIn({ project }: Model): (a: Instance, b: Instance) => JointKind['holds'] | null {
  const held = new Map<string, JointKind['holds']>()
  for (const { kind, between } of project.joints) {
    const [first, ...others] = between.map((m) => m.piece)
    const how = jointKind(kind)?.holds ?? 'not'
    for (const key of others.flatMap((o) => [`${first}|${o}`, `${o}|${first}`]))
      if (how === 'fast' || !held.has(key)) held.set(key, how)
  }
  return (a, b) => held.get(`${a.piece}|${b.piece}`) ?? null
}

/**
 * Pieces that a joint carries: those that go into others by one, and those that it screws or pins. Into which
 * others go only, is carried by none of that.
 */
const carriedIn = ({ project }: Model): ReadonlySet<string> =>
  new Set(
    project.joints.flatMap(({ kind, between }) => {
      const how = jointKind(kind)
      return how?.holds !== 'fast' ? [] : (how.fastens ? between : between.slice(0, 1)).map((m) => m.piece)
    }),
  )

const boxOf = (body: readonly Instance[]): Box => ({
  min: vec3((k) => Math.min(...body.map((i) => i.grown.min[k]))),
  max: vec3((k) => Math.max(...body.map((i) => i.grown.max[k]))),
})
const isWithin = (a: Box, b: Box): boolean =>
  AXES.every((k) => a.min[k] > b.min[k] - TOUCH && a.max[k] < b.max[k] + TOUCH)

/** The pieces that a hinge moves, of metal or of wood. */
const turningIn = ({ project, resolved }: Model): ReadonlySet<string> =>
  new Set([
    ...project.hardware.flatMap((h) => (h.kind === 'hinge' ? movedBy(resolved, h).map((i) => i.piece) : [])),
    ...project.joints.flatMap((j) => (jointKind(j.kind)?.holds === 'turning' ? [j.between[0]!.piece] : [])),
  ])
