/**
 * A board laid on two edges: its underside goes through both, it is turned about the higher one, what it
 * lies on is trimmed to it, and where its upper edge meets the wood of the higher edge both are bevelled.
 */
import {
  change,
  onFace,
  faceOf,
  freeId,
  freeName,
  nameOf,
  takenIds,
  edgeAt,
  type Change,
  type Direction,
  type FaceName,
  type Joint,
  type MadePiece,
} from '../../../../core/document'
import {
  AXES,
  axesOf,
  cornersOf,
  cross,
  DIRECTION_OF,
  dot,
  FACE_AT,
  FACE_NAMES,
  faceOnSide,
  facing,
  minus,
  negated,
  normalOf,
  sideAt,
  sideOf,
  toRoom,
  turnedAbout,
  unit,
  unitVector,
  vec3,
  type Axis,
  type Box,
  type RoomSide,
  type Vec3,
} from '../../../../core/pieces'
import { tryMeasure, type Instance } from '../../../../core/resolve'
import type { Shown } from '../../../../core/shown'
import { faceNamed } from '../between/between'
import { hangingOn } from '../../placing/targets'

/** An edge as it is picked: the two faces of a piece that it lies between, `@p4.front @p4.top`. */
export interface EdgeOf {
  /** The piece, with its number where it has several: `p4#2`. */
  readonly piece: string
  readonly sides: readonly [RoomSide, RoomSide]
}

export function edgeNamed(text: string): EdgeOf | null {
  const [a, b, ...more] = text.trim().split(/\s+/).map(faceNamed)
  if (!a || !b || more.length > 0 || a.piece !== b.piece) return null
  return sideAt(a.side).axis === sideAt(b.side).axis ? null : { piece: a.piece, sides: [a.side, b.side] }
}

export interface Lay {
  /** The two edges, as stored. */
  readonly one: string
  readonly other: string
  /** The board that is laid: one that is there, or the stock of a new one and what it is called. */
  readonly board: MadePiece | { readonly stock: string; readonly name: string }
  /** Measures as stored: how far past the lower edge, and from where to where along the edges. */
  readonly past: string
  readonly starts: string
  readonly ends: string
  /** The grain runs down the slope, not along the edges. */
  readonly down: boolean
  readonly trims: boolean
  readonly bevels: boolean
}

/** What laying it would do. */
export interface Laid {
  readonly piece: string
  readonly says: string
  readonly changes: readonly Change[]
  /** How much it leans, degrees, what is trimmed to it, and what it is bevelled with. */
  readonly degrees: number
  readonly trimmed: readonly string[]
  readonly bevelled: string | null
}

/** Room that wood may share and only touch, millimetres. */
const HAIR = 0.05

/** Where an edge lies: the room axis it runs along, and its place in the other two, measured and as texts. */
interface Line {
  readonly run: Axis
  readonly of: EdgeOf
  readonly text: Readonly<Record<number, string>>
  readonly at: Readonly<Record<number, number>>
}

function lineOf(shown: Shown, text: string): Line | { readonly why: string } {
  const of = edgeNamed(text)
  if (!of) return { why: 'Pick the edge of a piece' }
  const found = of.sides.map((side) => {
    const ref = `@${of.piece}.${side}`
    return { axis: sideAt(side).axis, ref, value: tryMeasure(shown, ref, 'length') }
  })
  if (found.some((f) => !f.value.ok)) return { why: 'It is not known yet where that edge is' }
  return {
    run: AXES.find((i) => found.every((f) => f.axis !== i))!,
    of,
    text: Object.fromEntries(found.map((f) => [f.axis, f.ref])),
    at: Object.fromEntries(found.map((f) => [f.axis, f.value.ok ? f.value.value : 0])),
  }
}

/** What it would come to, or a sentence that says why it cannot. */
export function layOn(shown: Shown, asked: Lay): Laid | { readonly why: string } {
  const lines = [lineOf(shown, asked.one), lineOf(shown, asked.other)]
  const wrong = lines.find((l) => 'why' in l)
  if (wrong && 'why' in wrong) return wrong
  const [high, low] = (lines as Line[]).sort((a, b) => b.at[2]! - a.at[2]!) as [Line, Line]
  const { board } = asked
  if (high.run !== low.run) return { why: 'The two edges do not run the same way; pick two that do' }
  if (high.run === 2)
    return { why: 'A board cannot lie on edges that stand upright; pick two that lie level' }
  const fall = (1 - high.run) as Axis
  const [rise, going] = [high.at[2]! - low.at[2]!, high.at[fall]! - low.at[fall]!]
  if (Math.abs(rise) < HAIR) return { why: 'The two edges are level; a board that lies flat needs no slope' }
  if (Math.abs(going) < HAIR) return { why: 'One edge is straight above the other; nothing lies on both' }
  const own = 'kind' in board ? board : null
  if (own && [high, low].some((l) => l.of.piece.split('#')[0] === own.id))
    return { why: `${own.name} cannot lie on its own edge` }

  const hangs = own && [high, low].map((l) => l.of.piece.split('#')[0]!).find((id) => follows(shown, id, own))
  if (hangs) {
    const name = nameOf(shown.project, hangs)
    return { why: `Where ${name} is follows from ${own.name}, so ${own.name} cannot lie on it` }
  }
  const plane = underside(high, low)
  const under = extents(shown, asked, high, plane, low)
  if ('why' in under) return under

  const back = going > 0
  const { stance, upper, spans, tilts } = standing(asked, high, low, fall, back)
  const id = own?.id ?? freeId('p', takenIds(shown.project))
  const name = own?.name ?? freeName(board.name, namesIn(shown))
  const changes: Change[] = own
    ? [
        change.setFacing({ id, facing: stance }),
        ...DIRECTION_OF.map((d) => change.setSpan({ id, direction: d, span: spans[d] })),
        change.setTilts({ id, tilts }),
      ]
    : [change.addPiece({ kind: 'made', id, name, stock: board.stock, facing: stance, spans, tilts })]

  const mate = shown.instances.find((i) => isAt(i, high.of, shown))
  const bevel = asked.bevels && mate ? bevelFace(mate, high.of, fall, back) : null
  const cut = !asked.trims
    ? []
    : shown.instances.flatMap((i) => {
        if (i.piece === id || !under.holds(i) || (bevel && i === mate)) return []
        return trimAt(i, plane, isAt(i, low.of, shown)) ?? []
      })
  const made: Made[] = []
  if (bevel && mate) made.push({ kind: 'mitre', between: [member(id, upper), member(mate.piece, bevel)] })
  for (const { instance, face, behind } of cut) {
    made.push({ kind: 'trim', between: [member(instance.piece, face), member(id, 'back')] })
    // What goes on behind the higher edge goes up to the wood that lies on it there.
    if (behind && mate && high.of.sides.includes('bottom') && overLevel(instance.box, mate.box)) {
      const below = faceOnSide(mate.facing, 'bottom')
      made.push({ kind: 'trim', between: [member(instance.piece, face), member(mate.piece, below)] })
    }
  }
  const joints = newJoints(made, shown.project.joints)
  return {
    piece: id,
    says: `Lay ${name} on two edges`,
    changes: joints.length > 0 ? [...changes, change.addJoints({ joints })] : changes,
    degrees: (Math.atan2(rise, Math.abs(going)) * 180) / Math.PI,
    trimmed: [...new Set(cut.map((t) => t.instance.name))],
    bevelled: bevel && mate ? mate.name : null,
  }
}

type Made = Omit<Joint, 'id' | 'fields' | 'options'>

/** Whether a piece is placed by the board, along any direction. */
const follows = (shown: Shown, piece: string, board: MadePiece): boolean =>
  AXES.some((axis) => hangingOn(shown, { of: [board] }, axis).has(piece))

/** How the board stands before it is turned, where it starts and ends, and its turn about its upper edge. */
function standing(asked: Lay, high: Line, low: Line, fall: Axis, back: boolean) {
  const stance = facing(`${(asked.down ? fall : high.run) === 0 ? 'right' : 'back'}-up`)
  const [run, deep] = [DIRECTION_OF[high.run]!, DIRECTION_OF[fall]!] as [Direction, Direction]
  const level = back ? `${high.text[fall]!} - ${low.text[fall]!}` : `${low.text[fall]!} - ${high.text[fall]!}`
  const slope = `atan(${high.text[2]!} - ${low.text[2]!}, ${level})`
  const past = asked.past.trim() ? ` + (${asked.past})` : ''
  const spans: Record<Direction, MadePiece['spans']['up']> = {
    across: {},
    deep: {},
    up: { start: high.text[2]! },
  }
  spans[run] = { start: asked.starts, end: asked.ends }
  spans[deep] = { [back ? 'end' : 'start']: high.text[fall]!, size: `(${level})/cos(${slope})${past}` }

  const upper = faceOnSide(stance, sideOf(fall, back))
  // Right-handed about the own axis that its underside and its upper end leave free.
  const about = axesOf(stance)[AXES.find((i) => i !== 2 && i !== FACE_AT[upper].axis)!]
  const toLow = vec3((i) => (i === fall ? (back ? -1 : 1) : 0))
  const angle = turnedAbout(toLow, about, 1)[2] < 0 ? slope : `-${slope}`
  const tilts: MadePiece['tilts'] = [{ at: edgeAt('back', upper), angle }]
  return { stance: stance.id, upper, spans, tilts }
}

/** Those that are not made yet, each once. */
function newJoints(made: readonly Made[], there: readonly Joint[]): Joint[] {
  const ids = there.map((j) => j.id)
  return made
    .filter((j, n) => !madeBefore(j, [...there, ...made.slice(0, n)]))
    .map((j) => {
      const id = freeId('j', ids)
      ids.push(id)
      return { ...j, id, fields: {}, options: {} }
    })
}

const namesIn = ({ project }: Shown) => [...project.pieces, ...project.groups].map((x) => x.name)

const member = (piece: string, face: FaceName) => ({ piece, at: onFace(face) })

const madeBefore = (
  j: Pick<Joint, 'kind' | 'between'>,
  all: ReadonlyArray<Pick<Joint, 'kind' | 'between'>>,
) =>
  all.some(
    (k) =>
      k.kind === j.kind &&
      k.between.length === 2 &&
      k.between.every((m, n) => m.piece === j.between[n]!.piece && faceOf(m.at) === faceOf(j.between[n]!.at)),
  )

/** The plane of the underside, in the room. */
interface Under {
  /** A place on the higher edge; unit vectors square to the plane, upward, and down the slope. */
  readonly at: Vec3
  readonly up: Vec3
  readonly down: Vec3
}

function underside(high: Line, low: Line): Under {
  const at = vec3((i) => high.at[i] ?? 0)
  const down = unitVector(
    minus(
      vec3((i) => low.at[i] ?? 0),
      at,
    ),
  )
  const up = cross(down, unit(high.run))
  return { at, down, up: up[2] < 0 ? negated(up) : up }
}

/** Whether an instance lies below the laid board, along the edges and down the slope. */
function extents(
  shown: Shown,
  { starts, ends, past }: Lay,
  high: Line,
  plane: Under,
  low: Line,
): { readonly holds: (i: Instance) => boolean } | { readonly why: string } {
  const read = (text: string) => tryMeasure(shown, text || '0', 'length')
  const [from, to, more] = [read(starts), read(ends), read(past)]
  if (!starts || !ends || !from.ok || !to.ok) return { why: 'Type where it starts and ends along the edges' }
  if (!more.ok) return { why: `How far it runs past the lower edge: ${more.slip.message}` }
  if (to.value - from.value < HAIR) return { why: 'It would end before it starts along the edges' }
  const foot = vec3((i) => low.at[i] ?? 0)
  const long = dot(minus(foot, plane.at), plane.down) + more.value
  return {
    holds: ({ box }) => {
      const down = cornersOf(box).map((p) => dot(minus(p, plane.at), plane.down))
      return (
        box.max[high.run] > from.value + HAIR &&
        box.min[high.run] < to.value - HAIR &&
        Math.max(...down) > HAIR &&
        Math.min(...down) < long - HAIR
      )
    },
  }
}

/** Whether an instance is the one that an edge is on. */
const isAt = (i: Instance, { piece }: EdgeOf, shown: Shown): boolean =>
  i.key === piece || (i.piece === piece && shown.byId.get(piece)?.instances[0]?.key === i.key)

/** The face at the higher edge that the board's upper end comes up to; null for a broad one, or none. */
function bevelFace(mate: Instance, { sides }: EdgeOf, fall: Axis, back: boolean): FaceName | null {
  const side = sideOf(fall, !back)
  const face = faceOnSide(mate.facing, side)
  return sides.includes(side) && FACE_AT[face].axis !== 2 ? face : null
}

/**
 * The end or edge of a piece that the underside cuts, and whether the piece goes on behind the higher edge;
 * null where it is not cut, or would be on a broad face.
 */
function trimAt(
  instance: Instance,
  { at, up, down }: Under,
  carries: boolean,
): { instance: Instance; face: FaceName; behind: boolean } | null {
  const far = cornersOf(instance.shoulder).map((p) => dot(minus(toRoom(instance.frame, p), at), up))
  const crosses = Math.min(...far) < -HAIR && Math.max(...far) > HAIR
  if (!crosses && !carries) return null
  const face = FACE_NAMES.reduce((a, b) =>
    dot(normalOf(instance.frame, b), up) > dot(normalOf(instance.frame, a), up) + 1e-9 ? b : a,
  )
  if (FACE_AT[face].axis === 2) return null
  const behind = Math.min(...cornersOf(instance.box).map((p) => dot(minus(p, at), down))) < -HAIR
  return { instance, face, behind }
}

/** Whether two boxes share room seen from above. */
const overLevel = (a: Box, b: Box): boolean =>
  ([0, 1] as const).every((i) => a.max[i] > b.min[i] + HAIR && b.max[i] > a.min[i] + HAIR)

/** Where a board laid on an edge starts and ends along it: with the piece that the edge is on. */
export function endsAt(text: string): { readonly starts: string; readonly ends: string } | null {
  const of = edgeNamed(text)
  const run = of && AXES.find((i) => of.sides.every((s) => sideAt(s).axis !== i))!
  if (!of || run === null) return null
  return { starts: `@${of.piece}.${sideOf(run, false)}`, ends: `@${of.piece}.${sideOf(run, true)}` }
}
