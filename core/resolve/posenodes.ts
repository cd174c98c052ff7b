/** The nodes that say how pieces stand: as they are described, and in every place their groups stand. */
import {
  FACTS,
  lengthStyle,
  standsHere,
  type Group,
  type MadePiece,
  type Piece,
  type Repeat,
  type Settings,
  type TwinPiece,
} from '../document'
import { formatLength } from '../measure'
import {
  unit,
  vec3,
  after,
  AXES,
  AXIS_OF,
  boxAround,
  DIRECTION_OF,
  facing,
  frameIn,
  mirrorAt,
  mirrored,
  ofItsOwn,
  ownSize,
  posed,
  shift,
  sizeOf,
  STILL,
  tilted,
  turnAt,
  type Box,
  type Facing,
  type Motion,
  type Pose,
  type Vec3,
} from '../pieces'
import type { NodeDef, NodeKey } from './graph'
import { standsAtHome } from './home'
import { keyOf } from './keys'
import { fail, measureNode } from './measurenode'
import type { Names } from './names'
import { evenly, finishedNodes, measuresOfRepeat, placeNode } from './placenodes'
import type { Stretch } from './types'

/** More pieces of wood than this are not worked out, of one piece or of all together. */
export const MOST_COPIES = 20_000

type Get = <T>(key: NodeKey) => T

const placesOf = (id: string): NodeKey[] => DIRECTION_OF.map((d) => keyOf.place(id, d))
const ringOf = (repeat: Repeat | null) => (repeat?.kind === 'ring' ? repeat : null)
const repeatKeys = (id: string, repeat: Repeat): NodeKey[] =>
  measuresOfRepeat(repeat).map(([what]) => keyOf.repeat(id, what))

/** The room box at the n-th of the stretches in each direction. */
function boxAt(places: ReadonlyArray<readonly Stretch[]>, n: number): Box {
  const at = places.map((p) => p[n] ?? p[0]!)
  return {
    min: at.map((s) => s.start) as unknown as Vec3,
    max: at.map((s) => s.start + s.size) as unknown as Vec3,
  }
}

/** The room box of a group where it is described. */
const homeBox = (id: string, get: Get): Box =>
  boxAt(
    placesOf(id).map((key) => get<readonly Stretch[]>(key)),
    0,
  )

function poseIn(box: Box, f: Facing): Pose {
  const own = ownSize(box, f)
  return { frame: frameIn(box, f), size: [own.length, own.width, own.thickness], box, flipped: false }
}

/** The turns of a ring, from the place it is described at. */
function ringMotions(
  id: string,
  repeat: Extract<Repeat, { kind: 'ring' }>,
  name: string,
  get: Get,
): Motion[] {
  const [count, c1, c2, start] = repeatKeys(id, repeat).map((key) => get<number>(key)) as [
    number,
    number,
    number,
    number,
  ]
  if (count > 500) return fail(`${name} would be ${count} pieces; 500 at most`)
  const axis = AXIS_OF[repeat.direction]
  const centre: [number, number, number] = [0, 0, 0]
  const [a, b] = AXES.filter((i) => i !== axis) as [0, 1]
  ;[centre[a], centre[b]] = [c1, c2]
  const k = unit(axis)
  return Array.from({ length: count }, (_, i) => turnAt(centre, k, start + (360 * i) / count))
}

/** The poses of a made piece where it is described: spans, then tilts, then its repeat. */
export function homeNode(piece: MadePiece): NodeDef {
  const ring = ringOf(piece.repeat)
  const f = facing(piece.facing)
  return {
    key: keyOf.home(piece.id),
    label: piece.name,
    basis: `${f.id}|${piece.tilts.map((t) => t.edge.join()).join(';')}|${ring?.direction}|${piece.name}`,
    reads: [
      ...placesOf(piece.id),
      ...piece.tilts.map((_, n) => keyOf.tilt(piece.id, n)),
      ...(ring ? repeatKeys(piece.id, ring) : []),
    ],
    compute: (get) => {
      const places = placesOf(piece.id).map((key) => get<readonly Stretch[]>(key))
      const angles = piece.tilts.map((_, n) => get<number>(keyOf.tilt(piece.id, n)))
      const stand = (n: number) =>
        piece.tilts.reduce((pose, t, k) => tilted(pose, t.edge, angles[k]!), poseIn(boxAt(places, n), f))
      if (ring) {
        const first = stand(0)
        return { value: ringMotions(piece.id, ring, piece.name, get).map((m) => posed(m, first)) }
      }
      return { value: Array.from({ length: Math.max(...places.map((p) => p.length)) }, (_, n) => stand(n)) }
    },
  }
}

/**
 * The poses of all instances in the room; null for those that have become pieces of their own. A piece in no
 * group has none when it is whole: it stands where it is described.
 */
export function poseNodes(piece: Piece): NodeDef[] {
  return standsAtHome(piece) ? [] : [poseNode(piece)]
}

function poseNode(piece: Piece): NodeDef {
  const home = keyOf.home(piece.id)
  const motions = piece.group === null ? null : keyOf.motions(piece.group)
  return {
    key: keyOf.pose(piece.id),
    label: piece.name,
    basis: `${piece.except.join()}|${piece.only}|${motions}`,
    reads: motions ? [home, motions] : [home],
    compute: (get) => {
      const poses =
        get<readonly Pose[] | undefined>(home) ?? fail(`${piece.name} has lost the piece it mirrors`)
      const places = motions ? (get<ReadonlyArray<Motion | null> | undefined>(motions) ?? [STILL]) : [STILL]
      if (places.length * poses.length > MOST_COPIES)
        return fail(
          `${piece.name} would be ${(places.length * poses.length).toLocaleString('en')} pieces; ` +
            `${MOST_COPIES.toLocaleString('en')} at most`,
        )
      const all = places.flatMap((m) => poses.map((p) => m && posed(m, p)))
      return { value: all.map((p, i) => (standsHere(piece, i + 1) ? p : null)) }
    },
  }
}

/** A mirrored twin: its mirror, its places in line with the original's, its poses. */
export function twinNodes(twin: TwinPiece, original: Piece | undefined, names: Names): NodeDef[] {
  const defs: NodeDef[] = [
    measureNode(keyOf.mirror(twin.id), `${twin.name} · mirror`, twin.about, 'length', names),
  ]
  const add = (def: NodeDef) => void defs.push(def)
  const axis = AXIS_OF[twin.direction]
  for (const direction of DIRECTION_OF) {
    const from = keyOf.place(twin.of, direction)
    const turned = direction === twin.direction
    add({
      key: keyOf.place(twin.id, direction),
      label: `${twin.name} · ${direction}`,
      basis: `${turned}|${original?.name}`,
      reads: turned ? [from, keyOf.mirror(twin.id)] : [from],
      compute: (get) => {
        const stretches = get<readonly Stretch[] | undefined>(from)
        if (!stretches) return fail(`${twin.name} has lost the piece it mirrors`)
        const about = turned ? get<number>(keyOf.mirror(twin.id)) : 0
        const value = turned
          ? stretches.map((s) => ({ start: 2 * about - s.start - s.size, size: s.size }))
          : stretches
        const label = `${original?.name}, mirrored`
        return { value, parts: [{ op: '+', label, value: value[0]!.size, kind: 'length', key: from }] }
      },
    })
  }
  const leans = names.things.get(twin.id)?.leans ?? false
  if (original?.kind === 'made') {
    const f = mirrored(facing(original.facing), axis)
    add({
      key: keyOf.home(twin.id),
      label: twin.name,
      basis: `${f.id}|${leans}|${axis}`,
      reads: leans ? [keyOf.home(twin.of), keyOf.mirror(twin.id)] : placesOf(twin.id),
      compute: (get) => {
        if (leans) {
          const mirror = mirrorAt(axis, get<number>(keyOf.mirror(twin.id)))
          return { value: get<readonly Pose[]>(keyOf.home(twin.of)).map((p) => ofItsOwn(posed(mirror, p))) }
        }
        const places = placesOf(twin.id).map((key) => get<readonly Stretch[]>(key))
        return {
          value: Array.from({ length: Math.max(...places.map((p) => p.length)) }, (_, n) =>
            poseIn(boxAt(places, n), f),
          ),
        }
      },
    })
    defs.push(...finishedNodes(twin.id, twin.name, f))
  }
  return defs
}

interface Members {
  readonly pieces: readonly Piece[]
  readonly groups: readonly Group[]
}

/**
 * A group: its box, its copies where it is described, the motions to each place it stands, and the boxes
 * there.
 */
export function groupNodes(group: Group, members: Members, settings: Settings, names: Names): NodeDef[] {
  const measure = (
    key: NodeKey,
    what: string,
    text: string,
    kind: 'length' | 'angle' | 'count' | 'number' = 'length',
  ) => measureNode(key, `${group.name} · ${what}`, text, kind, names)
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
    else
      defs.push(
        placeNode(group, direction, {
          given,
          fallback: null,
          repeat: null,
          stock: undefined,
          settings,
          names,
        }),
      )
  }
  group.placements.forEach((place, n) => {
    for (const [what, text] of measuresOfPlacement(place))
      defs.push(measure(keyOf.placement(group.id, n, what), `placement ${what}`, text))
  })
  return [...defs, copiesNode(group, settings), motionsNode(group), boundsNode(group)]
}

/** The box of a group without facts: what it holds, where that is described. */
function heldNode(group: Group, { pieces, groups }: Members, axis: 0 | 1 | 2, names: Names): NodeDef {
  const direction = DIRECTION_OF[axis]!
  const leaning = pieces.filter((p) => names.things.get(p.id)?.leans)
  const plain = [...pieces.filter((p) => !leaning.includes(p)), ...groups.filter((g) => !isCopied(g))]
  const copied = groups.filter(isCopied)
  return {
    key: keyOf.place(group.id, direction),
    label: `${group.name} · ${direction}`,
    basis: `held|${group.name}`,
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
        for (const m of get<ReadonlyArray<Motion | null>>(keyOf.home(g.id))) {
          if (!m) continue
          const box = boxAround(m, homeBox(g.id, get))
          ends.push([box.min[axis], box.max[axis]])
        }
      if (ends.length === 0)
        return fail(`${group.name} holds nothing, and does not say how big it is ${direction}`)
      const start = Math.min(...ends.map((e) => e[0]))
      return { value: [{ start, size: Math.max(...ends.map((e) => e[1])) - start }] }
    },
  }
}

const isCopied = (g: Group): boolean => g.repeat !== null || g.placements.length > 0

/** The motions to the copies of a group, within the group it belongs to. */
function copiesNode(group: Group, settings: Settings): NodeDef {
  const { repeat, placements } = group
  const say = (mm: number) => formatLength(mm, lengthStyle(settings)).text
  return {
    key: keyOf.home(group.id),
    label: group.name,
    basis: [
      repeat?.kind,
      repeat?.direction,
      JSON.stringify(placements),
      group.name,
      settings.style.unit,
    ].join('|'),
    reads: isCopied(group)
      ? [
          ...placesOf(group.id),
          ...(repeat ? repeatKeys(group.id, repeat) : []),
          ...placements.flatMap((p, n) =>
            measuresOfPlacement(p).map(([what]) => keyOf.placement(group.id, n, what)),
          ),
        ]
      : [],
    compute: (get) => {
      if (!isCopied(group)) return { value: [STILL] }
      const box = homeBox(group.id, get)
      const first = repeat ? repeated(group, repeat, box, get, say) : [STILL]
      const more = placements.map((place, n): Motion | null => {
        if (place.kind === 'none') return null
        const at = (what: string) => get<number>(keyOf.placement(group.id, n, what))
        if (place.kind === 'mirrored') return mirrorAt(AXIS_OF[place.direction], at('about'))
        const turn = place.turns.reduce((m, d) => after(turnAt(box.min, unit(AXIS_OF[d]), 90), m), STILL)
        const turned = turn === STILL ? box : boxAround(turn, box)
        const by = DIRECTION_OF.map((d, i) => (place[d] === undefined ? box.min[i]! : at(d)) - turned.min[i]!)
        return after(shift(by as unknown as Vec3), turn)
      })
      return { value: [...first, ...more] }
    },
  }
}

/** The measures of a placement, by name. */
const measuresOfPlacement = (place: Group['placements'][number]): Array<readonly [string, string]> =>
  place.kind === 'none'
    ? []
    : place.kind === 'mirrored'
      ? [['about', place.about]]
      : DIRECTION_OF.flatMap((d) => (place[d] === undefined ? [] : [[d, place[d]] as const]))

function repeated(group: Group, repeat: Repeat, box: Box, get: Get, say: (mm: number) => string): Motion[] {
  if (repeat.kind === 'ring') return ringMotions(group.id, repeat, group.name, get)
  const axis = AXIS_OF[repeat.direction]
  const along = (by: number): Motion => shift(vec3((i) => (i === axis ? by : 0)))
  const [count, a, b] = repeatKeys(group.id, repeat).map((key) => get<number>(key)) as [
    number,
    number,
    number,
  ]
  if (count > 500) return fail(`${group.name} would stand ${count} times; 500 at most`)
  if (repeat.kind === 'pitch') return Array.from({ length: count }, (_, k) => along(k * a))
  return evenly(group.name, repeat.direction, count, sizeOf(box)[axis], a, b, say).map((s) =>
    along(s.start - box.min[axis]),
  )
}

/**
 * The copies of a group wherever the group above it stands; null for those that have become something of
 * their own.
 */
function motionsNode(group: Group): NodeDef {
  const home = keyOf.home(group.id)
  const above = group.group === null ? null : keyOf.motions(group.group)
  return {
    key: keyOf.motions(group.id),
    label: group.name,
    basis: `${group.except.join()}|${group.only}|${above}`,
    reads: above ? [home, above] : [home],
    compute: (get) => {
      const places = above ? (get<ReadonlyArray<Motion | null> | undefined>(above) ?? [STILL]) : [STILL]
      const all = places.flatMap((m) =>
        get<ReadonlyArray<Motion | null>>(home).map((own) => m && own && after(m, own)),
      )
      if (all.length > 2000) return fail(`${group.name} would stand ${all.length} times; 2000 at most`)
      return { value: all.map((m, i) => (standsHere(group, i + 1) ? m : null)) }
    },
  }
}

function boundsNode(group: Group): NodeDef {
  return {
    key: keyOf.bounds(group.id),
    label: group.name,
    basis: '',
    reads: [keyOf.motions(group.id), ...placesOf(group.id)],
    compute: (get) => {
      const box = homeBox(group.id, get)
      const value = get<ReadonlyArray<Motion | null>>(keyOf.motions(group.id)).map(
        (m) => m && { box: boxAround(m, box) },
      )
      return { value }
    },
  }
}
