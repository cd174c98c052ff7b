import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { FACE_AT, type Box } from '../../pieces'
import { forPartner, sayDegrees, theFace, type WorkKind } from '../feature'
import type { Tool } from '../tool'

/** Part of the thickness taken away where another piece crosses, so that both lie in one plane. */
export interface Lap {
  /** The wood taken away, clipped to the piece; the box round it when it runs at an angle. */
  readonly region: Box
  /** The side it is open to. */
  readonly face: FaceName
  /** Across the run of the other piece. */
  readonly width: Mm
  readonly depth: Mm
  /** Where along the piece it is: at an end, or in between. */
  readonly where: 'end 1' | 'end 2' | 'between'
  /** From square; 0 for pieces that cross square. */
  readonly degrees: number
  readonly tool: Tool
}

export const lap: WorkKind<Lap> = {
  kind: 'lap',
  name: () => 'lap',
  shownOn: (l) => l.face,
  cut: (l) => [l.tool],
  describe: (l, partner) => [
    'Lap ',
    { mm: l.width },
    ' wide, ',
    { mm: l.depth },
    ' deep',
    ...(l.where === 'between' ? [', ', { mm: l.region.min[0] }, ' from end 1'] : [` at ${l.where}`]),
    l.degrees === 0 ? '' : `, at ${sayDegrees(l.degrees)}`,
    `, from ${theFace(l.face)}${forPartner(partner)}`,
  ],
  callout: (l) => ['lap ', { mm: l.width }, ' × ', { mm: l.depth }, ` deep, from ${theFace(l.face)}`],
  dimensions: (l) => {
    const { axis } = FACE_AT[l.face]
    const { min, max } = l.region
    return [
      { axis, from: min[axis], to: max[axis], what: 'depth' },
      { axis: 0, from: min[0], to: max[0], what: 'width' },
      ...(l.where === 'end 1' ? [] : [{ axis: 0 as const, from: 0, to: min[0], what: 'place' as const }]),
      ...(l.where === 'between' ? [] : [{ axis: 0 as const, from: 0, to: l.where === 'end 1' ? max[0] : min[0], what: 'place' as const }]),
    ]
  },
} // prettier-ignore
