/** A cut along an edge: square it is a rip, with a lean a bevel, off its line a taper. */
import type { SawCut } from '../crosscut'
import { bladeAt, carry, flats } from '../crosscut/own'
import { FACE_AT } from '../../pieces'
import { onFace } from '../../document'
import type { OwnDefinition } from '../own'
import { IMAGES } from '../repeat'
import { presets } from './presets'

export const own: OwnDefinition<SawCut> = {
  title: 'Rip',
  faces: ['edge1', 'edge2'],
  measures: {
    place: { label: 'Distance from edge', placeholder: '0', text: '0' },
    taper: { label: 'Taper angle', kind: 'angle', placeholder: 'straight', text: '0' },
    tilt: { label: 'Bevel', kind: 'angle', placeholder: 'upright', text: '0' },
  },
  choices: { end: { label: 'Measured at', values: { end1: 'end 1', end2: 'end 2' } } },
  starts: () => ({ fields: { place: '0', tilt: '45deg' }, options: {} }),
  first: () => ['place', 'taper', 'tilt', 'end'],
  presets,
  repeats: () => IMAGES,
  roles: ['cut'],
  resolve: (asked, wood) =>
    bladeAt(
      asked,
      wood,
      { into: 1, side: 0 },
      {
        name: (asked.values.tilt ?? 0) === 0 ? 'rip' : 'bevel',
        turn: 'taper',
        second: asked.chosen('end') === 'end2',
        how: 'along',
      },
    ),
  carry,
  flats,
  mirrored: (step) =>
    step.at.kind === 'face' ? { ...step, at: onFace(step.at.face === 'edge1' ? 'edge2' : 'edge1') } : step,
  placedBy: ({ at }, axis) =>
    at.kind === 'face' && axis === 1 ? { field: 'place', from: FACE_AT[at.face].far ? 'far' : 'near' } : null,
}
