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
import { AXIS_OF, FACE_AT, facing, oppositeFace, vec3, type Box } from '../../../../core/pieces'
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

interface Asked {
  readonly pieces: readonly MadePiece[]
  readonly names: readonly string[]
  readonly direction: Direction
  readonly about: string
  readonly joints: readonly Joint[]
}

/** All of it, as one step. */
export function mirrorChanges(shown: Shown, { pieces, names, direction, about, joints }: Asked): Change[] {
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
