/** The nodes that say how groups stand: their boxes, and every place they are. */
import { copyWithin, FACTS, nthCopy, standsHere, type Group, type Piece, type Repeat } from '../document'
import type { MeasureKind } from '../measure'
import {
  after,
  AXIS_OF,
  boxAround,
  DIRECTION_OF,
  mirrorAt,
  shift,
  sizeOf,
  STILL,
  turnAt,
  unit,
  vec3,
  type Box,
  type Motion,
  type Pose,
  type Vec3,
} from '../pieces'
import type { NodeDef, NodeKey, Owner } from './graph'
import { keyOf } from './keys'
import { fail, measureNode } from './measurenode'
import type { Names } from './names'
import { evenly, measuresOfRepeat, placeNode } from './placenodes'
import { homeBox, placesOf, repeatKeys, ringMotions, HOME, type Get, type Stand } from './posenodes'
import type { Stretch } from './types'

interface Members {
  readonly pieces: readonly Piece[]
  readonly groups: readonly Group[]
}

const ofGroup = (id: string): Owner => ({ kind: 'group', id })

/**
 * A group: its box, its copies where it is described, the motions to each place it stands, and the boxes
 * there.
 */
export function groupNodes(group: Group, members: Members, names: Names): NodeDef[] {
  const owner = ofGroup(group.id)
  const measure = (key: NodeKey, what: string, text: string, kind: MeasureKind = 'length') =>
    measureNode({ key, owner, label: `@${group.id} · ${what}` }, text, kind, names)
  const defs: NodeDef[] = group.repeat
    ? measuresOfRepeat(group.repeat).map(([what, text, kind]) =>
        measure(keyOf.repeat(group.id, what), what, text, kind),
      )
    : []
  for (const direction of DIRECTION_OF) {
    const given = FACTS.filter((fact) => group.spans[direction][fact] !== undefined)
    for (const fact of given)
      defs.push(
        measure(keyOf.fact(group.id, direction, fact), `${direction} ${fact}`, group.spans[direction][fact]!),
      )
    if (given.length === 0) defs.push(heldNode(group, members, AXIS_OF[direction], names))
    else defs.push(placeNode(owner, group.spans, direction, { given, fallback: null, repeat: null }))
  }
  for (const place of group.placements)
    for (const [what, text] of measuresOfPlacement(place))
      defs.push(measure(keyOf.placement(group.id, place.id, what), `placement ${what}`, text))
  return [...defs, copiesNode(group), motionsNode(group), boundsNode(group)]
}

/** The box of a group without facts: what it holds, where that is described. */
function heldNode(group: Group, { pieces, groups }: Members, axis: 0 | 1 | 2, names: Names): NodeDef {
  const direction = DIRECTION_OF[axis]!
  const leaning = pieces.filter((p) => names.things.get(p.id)?.leans)
  const plain = [...pieces.filter((p) => !leaning.includes(p)), ...groups.filter((g) => !isCopied(g))]
  const copied = groups.filter(isCopied)
  return {
    key: keyOf.place(group.id, direction),
    owner: ofGroup(group.id),
    value: 'places',
    label: `@${group.id} · ${direction}`,
    basis: 'held',
    reads: [
      ...plain.map((p) => keyOf.place(p.id, direction)),
      ...leaning.map((p) => keyOf.home(p.id)),
      ...copied.flatMap((g) => [keyOf.home(g.id), ...placesOf(g.id)]),
    ],
    compute: (get) => {
      const ends = plain.flatMap((p) =>
        get<readonly Stretch[]>(keyOf.place(p.id, direction)).map(
          (s) => [s.start, s.start + s.size] as const,
        ),
      )
      for (const p of leaning)
        for (const { box } of get<readonly Pose[]>(keyOf.home(p.id)))
          ends.push([box.min[axis], box.max[axis]])
      for (const g of copied)
        for (const m of get<readonly Stand[]>(keyOf.home(g.id))) {
          if (!m) continue
          const box = boxAround(m.motion, homeBox(g.id, get))
          ends.push([box.min[axis], box.max[axis]])
        }
      if (ends.length === 0)
        return fail(`@${group.id} holds nothing, and does not say how big it is ${direction}`)
      const start = Math.min(...ends.map((e) => e[0]))
      return { value: [{ start, size: Math.max(...ends.map((e) => e[1])) - start }] }
    },
  }
}

const isCopied = (g: Group): boolean => g.repeat !== null || g.placements.length > 0

/** The motions to the copies of a group, within the group it belongs to. */
function copiesNode(group: Group): NodeDef {
  const { id, repeat, placements } = group
  return {
    key: keyOf.home(id),
    owner: ofGroup(id),
    value: 'motions',
    label: `@${id}`,
    basis: `${repeat?.kind}|${repeat?.direction}|${JSON.stringify(placements)}`,
    reads: isCopied(group)
      ? [
          ...placesOf(id),
          ...(repeat ? repeatKeys(id, repeat) : []),
          ...placements.flatMap((p) =>
            measuresOfPlacement(p).map(([what]) => keyOf.placement(id, p.id, what)),
          ),
        ]
      : [],
    compute: (get) => {
      if (!isCopied(group)) return { value: [HOME] }
      const box = homeBox(id, get)
      const first = repeat ? repeated(id, repeat, box, get) : [STILL]
      const more = placements.map((place) => ({ motion: placed(id, place, box, get), copy: place.id }))
      const value: Stand[] = [...first.map((motion, n) => ({ motion, copy: nthCopy(n) })), ...more]
      return { value }
    },
  }
}

type Placement = Group['placements'][number]

/** The measures of a placement, by name. */
const measuresOfPlacement = (place: Placement): Array<readonly [string, string]> =>
  place.kind === 'mirrored'
    ? [['about', place.about]]
    : DIRECTION_OF.flatMap((d) => (place[d] === undefined ? [] : [[d, place[d]] as const]))

function placed(id: string, place: Placement, box: Box, get: Get): Motion {
  const at = (what: string) => get<number>(keyOf.placement(id, place.id, what))
  if (place.kind === 'mirrored') return mirrorAt(AXIS_OF[place.direction], at('about'))
  const turn = place.turns.reduce((m, d) => after(turnAt(box.min, unit(AXIS_OF[d]), 90), m), STILL)
  const turned = turn === STILL ? box : boxAround(turn, box)
  const by = DIRECTION_OF.map((d, i) => (place[d] === undefined ? box.min[i]! : at(d)) - turned.min[i]!)
  return after(shift(by as unknown as Vec3), turn)
}

function repeated(id: string, repeat: Repeat, box: Box, get: Get): Motion[] {
  if (repeat.kind === 'ring') return ringMotions(id, repeat, get)
  const axis = AXIS_OF[repeat.direction]
  const along = (by: number): Motion => shift(vec3((i) => (i === axis ? by : 0)))
  const [count, a, b] = repeatKeys(id, repeat).map((key) => get<number>(key)) as [number, number, number]
  if (count > 500) return fail(`@${id} would stand ${count} times; 500 at most`)
  if (repeat.kind === 'pitch') return Array.from({ length: count }, (_, k) => along(k * a))
  return evenly(id, repeat.direction, count, sizeOf(box)[axis], a, b).map((s) =>
    along(s.start - box.min[axis]),
  )
}

/**
 * The copies of a group wherever the group above it stands; null for those that have become something of
 * their own.
 */
function motionsNode(group: Group): NodeDef {
  const { id } = group
  const home = keyOf.home(id)
  const above = group.group === null ? null : keyOf.motions(group.group)
  return {
    key: keyOf.motions(id),
    owner: ofGroup(id),
    value: 'motions',
    label: `@${id}`,
    basis: `${group.except.join()}|${group.only}|${above}`,
    reads: above ? [home, above] : [home],
    compute: (get) => {
      const places = (above === null ? null : get<readonly Stand[] | undefined>(above)) ?? [HOME]
      const all = places.flatMap((m) =>
        get<readonly Stand[]>(home).map((own): Stand => {
          if (!m || !own) return null
          const copy = group.group === null ? own.copy : copyWithin(group.group, m.copy, own.copy)
          return standsHere(group, copy) ? { motion: after(m.motion, own.motion), copy } : null
        }),
      )
      if (all.length > 2000) return fail(`@${id} would stand ${all.length} times; 2000 at most`)
      return { value: all }
    },
  }
}

function boundsNode(group: Group): NodeDef {
  return {
    key: keyOf.bounds(group.id),
    owner: ofGroup(group.id),
    value: 'boxes',
    label: `@${group.id}`,
    basis: '',
    reads: [keyOf.motions(group.id), ...placesOf(group.id)],
    compute: (get) => {
      const box = homeBox(group.id, get)
      const value = get<readonly Stand[]>(keyOf.motions(group.id)).map(
        (m) => m && { box: boxAround(m.motion, box), copy: m.copy },
      )
      return { value }
    },
  }
}
