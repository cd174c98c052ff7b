/** Glue on end grain and nothing else. */
import { faceOf } from '../../document'
import { jointKind } from '../../joints'
import { FACE_AT } from '../../pieces'
import type { Model } from '../../model'
import type { Problem, ResolvedJoint } from '../../resolve'
import { defineEach } from '../check'

export const endgrain = defineEach<ResolvedJoint>({
  id: 'endgrain',
  title: 'Glue on end grain',
  rests: 'piece',
  why: 'End grain drinks the glue and holds about a tenth of what long grain holds.',
  things: (model) => model.resolved.joints.filter((j) => jointKind(j.joint.kind)?.bare),
  key: (j) => j.id,
  from: (j, model) => [
    j,
    ...fastenersAt(j, model),
    ...j.joint.between.map((m) => model.resolved.byId.get(m.piece)),
  ],
  look: (j, model) => {
    if (fastenersAt(j, model).length > 0) return []
    const ends = j.joint.between.filter((m) => {
      const face = faceOf(m.at)
      return face !== null && FACE_AT[face].axis === 0
    })
    const solid = ends.filter((m) => model.resolved.byId.get(m.piece)?.stock?.stock.kind === 'board')
    if (solid.length === 0) return []
    const names = j.joint.between.map((m) => model.resolved.byId.get(m.piece)?.piece.name ?? m.piece)
    const first = model.resolved.byId.get(solid[0]!.piece)!.piece.name
    const found: Problem = {
      id: `endgrain:${j.id}`,
      level: 'look',
      joint: j.id,
      piece: solid[0]!.piece,
      says: `${names.join(' and ')} are held by glue on the end grain of ${first} alone`,
      advice: 'Add dowels or screws, or let it into a dado.',
    }
    return [found]
  },
})

/** Other joints between any two of its pieces. */
const fastenersAt = ({ id, joint }: ResolvedJoint, { resolved }: Model): ResolvedJoint[] =>
  resolved.joints.filter(
    (other) =>
      other.id !== id &&
      !jointKind(other.joint.kind)?.bare &&
      joint.between.filter((m) => other.joint.between.some((o) => o.piece === m.piece)).length >= 2,
  )
