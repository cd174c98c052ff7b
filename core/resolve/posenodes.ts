/** The nodes that say how pieces stand: as they are described, and in every place their groups stand. */
import {
  facesOf,
  copyWithin,
  FIRST,
  nthCopy,
  standsHere,
  type Copy,
  type MadePiece,
  type Piece,
  type Repeat,
  type TwinPiece,
} from '../document'
import {
  unit,
  AXES,
  AXIS_OF,
  DIRECTION_OF,
  facing,
  frameIn,
  mirrorAt,
  mirrored,
  ofItsOwn,
  ownSize,
  posed,
  STILL,
  tilted,
  turnAt,
  type Box,
  type Facing,
  type Motion,
  type Pose,
  type Vec3,
} from '../pieces'
import type { NodeDef, NodeKey, Owner } from './graph'
import { standsAtHome } from './home'
import { keyOf } from './keys'
import { fail, measureNode } from './measurenode'
import type { Names } from './names'
import { finishedNodes, measuresOfRepeat } from './placenodes'
import type { Standing, Stood, Stretch } from './types'

/** More pieces of wood than this are not worked out, of one piece or of all together. */
export const MOST_COPIES = 20_000

export type Get = <T>(key: NodeKey) => T

/** One place where a group stands; null where it has become something of its own. */
export type Stand = { readonly motion: Motion; readonly copy: Copy } | null

/** Where a group that stands in no other is described. */
export const HOME: NonNullable<Stand> = { motion: STILL, copy: FIRST }

const ofPiece = (id: string): Owner => ({ kind: 'piece', id })

export const placesOf = (id: string): NodeKey[] => DIRECTION_OF.map((d) => keyOf.place(id, d))
const ringOf = (repeat: Repeat | null) => (repeat?.kind === 'ring' ? repeat : null)
export const repeatKeys = (id: string, repeat: Repeat): NodeKey[] =>
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
export const homeBox = (id: string, get: Get): Box =>
  boxAt(
    placesOf(id).map((key) => get<readonly Stretch[]>(key)),
    0,
  )

function poseIn(box: Box, f: Facing): Pose {
  const own = ownSize(box, f)
  return { frame: frameIn(box, f), size: [own.length, own.width, own.thickness], box, flipped: false }
}

/** The turns of a ring, from the place it is described at. */
export function ringMotions(id: string, repeat: Extract<Repeat, { kind: 'ring' }>, get: Get): Motion[] {
  const [count, c1, c2, start] = repeatKeys(id, repeat).map((key) => get<number>(key)) as [
    number,
    number,
    number,
    number,
  ]
  if (count > 500) return fail(`@${id} would be ${count} pieces; 500 at most`)
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
    ...posesOf(piece.id),
    key: keyOf.home(piece.id),
    basis: `${f.id}|${piece.tilts.map((t) => facesOf(t.at).join()).join(';')}|${ring?.direction}`,
    reads: [
      ...placesOf(piece.id),
      ...piece.tilts.map((_, n) => keyOf.tilt(piece.id, n)),
      ...(ring ? repeatKeys(piece.id, ring) : []),
    ],
    compute: (get) => {
      const places = placesOf(piece.id).map((key) => get<readonly Stretch[]>(key))
      const angles = piece.tilts.map((_, n) => get<number>(keyOf.tilt(piece.id, n)))
      const stand = (n: number) =>
        piece.tilts.reduce(
          (pose, t, k) => tilted(pose, facesOf(t.at), angles[k]!),
          poseIn(boxAt(places, n), f),
        )
      if (!ring) return { value: standAll(places, stand) }
      const first = stand(0)
      return { value: ringMotions(piece.id, ring, get).map((m, n) => stood(posed(m, first), nthCopy(n))) }
    },
  }
}

const posesOf = (id: string) => ({ owner: ofPiece(id), value: 'poses' as const, label: `@${id}` })
const stood = (pose: Pose, copy: Copy): Stood => ({ ...pose, copy })

/** One pose for each of the stretches of a piece. */
const standAll = (places: ReadonlyArray<readonly Stretch[]>, stand: (n: number) => Pose): Stood[] =>
  Array.from({ length: Math.max(...places.map((p) => p.length)) }, (_, n) => stood(stand(n), nthCopy(n)))

/**
 * The poses of all instances in the room; null for those that have become pieces of their own. A piece in no
 * group has none when it is whole: it stands where it is described.
 */
export function poseNodes(piece: Piece): NodeDef[] {
  return standsAtHome(piece) ? [] : [poseNode(piece)]
}

function poseNode(piece: Piece): NodeDef {
  const { id, group } = piece
  const home = keyOf.home(id)
  const motions = group === null ? null : keyOf.motions(group)
  return {
    ...posesOf(id),
    key: keyOf.pose(id),
    basis: `${piece.except.join()}|${piece.only}|${motions}`,
    reads: motions ? [home, motions] : [home],
    compute: (get) => {
      const poses = get<readonly Stood[] | undefined>(home) ?? fail(`@${id} has lost the piece it mirrors`)
      const places = (motions === null ? null : get<readonly Stand[] | undefined>(motions)) ?? [HOME]
      const count = places.length * poses.length
      if (count > MOST_COPIES)
        return fail(
          `@${id} would be ${count.toLocaleString('en')} pieces; ${MOST_COPIES.toLocaleString('en')} at most`,
        )
      const value: Standing = places.flatMap((m) =>
        poses.map((p) => {
          if (!m) return null
          const copy = group === null ? p.copy : copyWithin(group, m.copy, p.copy)
          return standsHere(piece, copy) ? stood(posed(m.motion, p), copy) : null
        }),
      )
      return { value }
    },
  }
}

/** A mirrored twin: its mirror, its places in line with the original's, its poses. */
export function twinNodes(twin: TwinPiece, original: Piece | undefined, names: Names): NodeDef[] {
  const { id, of } = twin
  const owner = ofPiece(id)
  const mirror = keyOf.mirror(id)
  const defs: NodeDef[] = [
    measureNode({ key: mirror, owner, label: `@${id} · mirror` }, twin.about, 'length', names),
  ]
  const axis = AXIS_OF[twin.direction]
  for (const direction of DIRECTION_OF) {
    const from = keyOf.place(of, direction)
    const turned = direction === twin.direction
    defs.push({
      key: keyOf.place(id, direction),
      owner,
      value: 'places',
      label: `@${id} · ${direction}`,
      basis: `${turned}`,
      reads: turned ? [from, mirror] : [from],
      compute: (get) => {
        const stretches = get<readonly Stretch[] | undefined>(from)
        if (!stretches) return fail(`@${id} has lost the piece it mirrors`)
        const about = turned ? get<number>(mirror) : 0
        const value = turned
          ? stretches.map((s) => ({ start: 2 * about - s.start - s.size, size: s.size }))
          : stretches
        const label = `@${of}, mirrored`
        return { value, parts: [{ op: '+', label, value: value[0]!.size, kind: 'length', key: from }] }
      },
    })
  }
  if (original?.kind !== 'made') return defs
  const leans = names.things.get(id)?.leans ?? false
  const f = mirrored(facing(original.facing), axis)
  defs.push({
    ...posesOf(id),
    key: keyOf.home(id),
    basis: `${f.id}|${leans}|${axis}`,
    reads: leans ? [keyOf.home(of), mirror] : placesOf(id),
    compute: (get) => {
      if (leans) {
        const m = mirrorAt(axis, get<number>(mirror))
        const poses = get<readonly Stood[]>(keyOf.home(of))
        return { value: poses.map((p) => stood(ofItsOwn(posed(m, p)), p.copy)) }
      }
      const places = placesOf(id).map((key) => get<readonly Stretch[]>(key))
      return { value: standAll(places, (n) => poseIn(boxAt(places, n), f)) }
    },
  })
  return [...defs, ...finishedNodes(id, f)]
}
