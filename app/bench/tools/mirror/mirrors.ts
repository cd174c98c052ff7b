/** Mirrored twins: what they are called, where they stand, which joints of the originals they take over. */
import {
  change,
  freeId,
  freeName,
  takenIds,
  type Change,
  type Direction,
  type Joint,
  type MadePiece,
} from '../../../../core/document'
import { measureText } from '../../../../core/measure'
import {
  AXIS_OF,
  DIRECTION_OF,
  FACE_AT,
  facing,
  hull,
  oppositeFace,
  sideOf,
  vec3,
  type Box,
} from '../../../../core/pieces'
import type { Shown } from '../../../../core/shown'

const OTHER: Readonly<Record<string, string>> = {
  left: 'Right',
  right: 'Left',
  front: 'Back',
  back: 'Front',
  top: 'Bottom',
  bottom: 'Top',
}

/** "Left side" → "Right side"; anything else gets a number by itself. */
export const twinName = (name: string): string =>
  name.replace(/^(left|right|front|back|top|bottom)\b/i, (w) => OTHER[w.toLowerCase()]!)

/** A box seen in a mirror that stands square to a direction. */
export function mirrorBox({ min, max }: Box, direction: Direction, plane: number): Box {
  const axis = AXIS_OF[direction]
  return {
    min: vec3((i) => (i === axis ? 2 * plane - max[i] : min[i])),
    max: vec3((i) => (i === axis ? 2 * plane - min[i] : max[i])),
  }
}

/**
 * Where a mirror is proposed, as a stored text: in the middle of the group the pieces stand in, or of all
 * that stands; where that goes through the pieces themselves, at the far side of the first. Empty where
 * nothing stands but them.
 */
export function proposedPlane(
  shown: Shown,
  pieces: readonly MadePiece[],
  direction: Direction,
): { readonly about: string; readonly through: boolean } {
  const axis = AXIS_OF[direction]
  const [low, high] = [false, true].map((far) => sideOf(axis, far))
  const own = hull(boxesOf(shown, pieces))
  const { group } = pieces[0]!
  const all =
    group === null
      ? hull(shown.instances.map((i) => i.grown))
      : (shown.groups.find((g) => g.id === group)?.boxes[0] ?? null)
  if (!all || !own || (group === null && shown.instances.length <= pieces.length))
    return { about: '', through: false }
  const middle = (all.min[axis] + all.max[axis]) / 2
  if (middle > own.min[axis] + 0.1 && middle < own.max[axis] - 0.1)
    return { about: `@${pieces[0]!.id}.${high}`, through: true }
  const about = group === null ? measureText(middle, shown.style) : `(@${group}.${low} + @${group}.${high})/2`
  return { about, through: false }
}

/** The direction to mirror in: as usual for how the wood stands, or one whose middle is beside the wood. */
export function proposedDirection(shown: Shown, pieces: readonly MadePiece[], usual: Direction): Direction {
  const beside = (d: Direction) => !proposedPlane(shown, pieces, d).through
  return [usual, ...DIRECTION_OF.filter((d) => d !== usual)].find(beside) ?? usual
}

const boxesOf = (shown: Shown, pieces: readonly MadePiece[]): Box[] =>
  pieces.flatMap((p) => shown.byId.get(p.id)?.instances.map((i) => i.box) ?? [])

/**
 * The joints that the twins take over: those between pieces that are both mirrored, and those with a piece
 * that stands in the middle of the mirror, which then meets the twin with its other side.
 */
export function jointsOver(
  shown: Shown,
  pieces: readonly MadePiece[],
  direction: Direction,
  plane: number,
): Joint[] {
  const ids = new Set(pieces.map((p) => p.id))
  const axis = AXIS_OF[direction]
  const middle = (id: string) => {
    const box = shown.byId.get(id)?.instances[0]?.box
    return box !== undefined && Math.abs(box.min[axis] + box.max[axis] - 2 * plane) < 0.1
  }
  return shown.project.joints.filter(
    (j) =>
      j.between.some((m) => ids.has(m.piece)) && j.between.every((m) => ids.has(m.piece) || middle(m.piece)),
  )
}

interface MirrorInput {
  readonly pieces: readonly MadePiece[]
  readonly names: readonly string[]
  readonly direction: Direction
  readonly about: string
  readonly joints: readonly Joint[]
}

/** All of it, as one step. */
export function mirrorChanges(
  shown: Shown,
  { pieces, names, direction, about, joints }: MirrorInput,
): Change[] {
  const { project } = shown
  const taken = takenIds(project)
  const called = [...project.pieces, ...project.groups].map((x) => x.name)
  const twins = new Map<string, string>()
  const made = pieces.map((p, n) => {
    const id = freeId('p', taken)
    taken.push(id)
    twins.set(p.id, id)
    const name = freeName(names[n]!.trim() || p.name, called)
    called.push(name)
    return change.mirrorPiece({ id, of: p.id, name, direction, about })
  })
  const ids = project.joints.map((j) => j.id)
  const over = joints.map((j) => {
    const id = freeId('j', ids)
    ids.push(id)
    const between = j.between.map((m) => {
      const twin = twins.get(m.piece)
      if (twin) return { ...m, piece: twin }
      const stands = shown.byId.get(m.piece)?.facing ?? facing('')
      const face = m.at?.kind === 'face' ? m.at.face : null
      const turns = face && stands.room[FACE_AT[face].axis] === AXIS_OF[direction]
      return turns ? { ...m, at: { kind: 'face' as const, face: oppositeFace(face) } } : m
    })
    return { ...j, id, between }
  })
  return over.length > 0 ? [...made, change.addJoints({ joints: over })] : made
}
