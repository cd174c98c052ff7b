/** The wood that steps are worked out on: mirror images of pieces, and groups as one block. */
import { groupsAbove, groupsWithin, standsIn, type FaceName } from '../document'
import { FACE_AT, negated, oppositeFace, type Vec3 } from '../pieces'
import type { Instance, Resolved, ResolvedGroup } from '../resolve'
import type { Feature } from './feature'
import { workKind } from './index'
import type { Wood } from './own'

/** The faces on which joints leave wood standing. */
export const standingOn = (features: readonly Feature[]): FaceName[] => [
  ...new Set(features.flatMap((f) => workKind(f).stands?.(f.data) ?? [])),
]

/** A mirrored twin as the mirror image of its original: told from the same edge, in a left-handed frame. */
export function imageOf({ frame, size, shoulder, name, standing = [] }: Wood): Wood {
  const wide = size[1]
  const origin: Vec3 = [0, 1, 2].map((k) => frame.origin[k]! + frame.y[k]! * wide) as unknown as Vec3
  const { min, max } = shoulder
  return {
    name,
    size,
    frame: { ...frame, origin, y: negated(frame.y) },
    standing: standing.map((f) => (FACE_AT[f].axis === 1 ? oppositeFace(f) : f)),
    shoulder: { min: [min[0], wide - max[1], min[2]], max: [max[0], wide - min[1], max[2]] },
  }
}

/** A group in each place it stands as one block, with the pieces of wood that it holds there. */
export function blocksOf(
  group: ResolvedGroup,
  resolved: Resolved,
): Array<{ wood: Wood; members: Instance[] }> {
  const above = new Set(groupsAbove(resolved.project, group.id))
  const inside = new Set(groupsWithin(resolved.project, group.id))
  const held = resolved.pieces.filter((p) => p.piece.group !== null && inside.has(p.piece.group))
  const size = group.size!
  return group.frames.map((frame, n) => ({
    wood: { name: group.group.name, frame, size, shoulder: { min: [0, 0, 0], max: size } },
    members: held.flatMap((p) =>
      p.instances.filter((i) => standsIn(i.copy, group.id, group.copies[n]!, above)),
    ),
  }))
}
