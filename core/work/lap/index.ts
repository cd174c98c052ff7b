import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { FACE_AT, faceAt, type Box, type Vec3 } from '../../pieces'
import { forPartner, sayDegrees, theFace, type Dimension, type Sentence, defineWork } from '../feature'
import type { Tool } from '../tool'

/** Part of the thickness taken away where another piece crosses, so that both lie in one plane. */
export interface Lap {
  /** The wood taken away, clipped to the piece; the box round it when it runs at an angle. */
  readonly region: Box
  /** The side it is open to. */
  readonly face: FaceName
  /** Across the run of the other piece; clipped to the piece where it crosses square. */
  readonly width: Mm
  /** The piece's own finished sizes. */
  readonly size: Vec3
  readonly depth: Mm
  /** Where along the piece it is: at an end, or in between. */
  readonly where: 'end 1' | 'end 2' | 'between'
  /** From square; 0 for pieces that cross square. */
  readonly degrees: number
  readonly tool: Tool
}

/** Where it stops short of a side of the piece, across its length. */
function stopsOf({ region, size, face }: Lap): Array<{ face: FaceName; mm: Mm }> {
  const axis = FACE_AT[face].axis === 1 ? 2 : 1
  return [
    { face: faceAt(axis, false), mm: region.min[axis] },
    { face: faceAt(axis, true), mm: size[axis] - region.max[axis] },
  ].filter((s) => s.mm > 1e-6)
}

export const lap = defineWork<Lap>({
  kind: 'lap',
  name: () => 'lap',
  shownOn: (l) => l.face,
  machine: () => 'table saw',
  cut: (l) => [l.tool],
  describe: (l, partner) => [
    'Lap ',
    { mm: l.width },
    ' wide, ',
    { mm: l.depth },
    ' deep',
    ...(l.where === 'between'
      ? [
          l.degrees === 0 ? ', ' : ', from ',
          { mm: l.region.min[0] },
          ...(l.degrees === 0 ? [] : [' to ', { mm: l.region.max[0] }]),
          ' from end 1',
        ]
      : [` at ${l.where}`]),
    l.degrees === 0 ? '' : `, at ${sayDegrees(l.degrees)}`,
    `, from ${theFace(l.face)}`,
    ...stopsOf(l).flatMap((s): Sentence => [', stopped ', { mm: s.mm }, ` from ${theFace(s.face)}`]),
    forPartner(partner),
  ],
  callout: (l) => ['lap ', { mm: l.width }, ' × ', { mm: l.depth }, ` deep, from ${theFace(l.face)}`],
  dimensions: (l) => {
    const { axis } = FACE_AT[l.face]
    const { min, max } = l.region
    return [
      { axis, from: min[axis], to: max[axis], what: 'depth' },
      { axis: 0, from: min[0], to: max[0], what: 'width' },
      ...(l.where === 'end 1' ? [] : [{ axis: 0 as const, from: 0, to: min[0], what: 'place' as const }]),
      ...(l.where === 'end 2' || (l.where === 'between' && l.degrees === 0)
        ? []
        : [{ axis: 0 as const, from: 0, to: max[0], what: 'place' as const }]),
      ...stopsOf(l).map(({ face }): Dimension => {
        const at = FACE_AT[face]
        return { axis: at.axis, from: 0, to: (at.far ? max : min)[at.axis], what: 'place' }
      }),
    ]
  },
})
