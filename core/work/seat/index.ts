import { toRoom } from '../../pieces'
import { begun, defineWork, forPartner, theFace, type Sentence } from '../feature'
import { dimensionsOf, sayPlaces } from '../laidout'
import { rectangle } from '../outline'
import { leanOf, sayLean } from '../slant'
import { BEYOND, loopOf, type Tool } from '../tool'
import { own } from './own'
import type { Seat } from './seat'

/** Each begins outside the wood; a slanting one further out, by what its slant takes. */
const cut = (s: Seat): Tool[] =>
  s.frames.map((frame): Tool => {
    const lean = (leanOf({ face: s.face, along: frame.z }) * Math.PI) / 180
    const back = BEYOND + (Math.hypot(s.thick, s.wide) / 2) * Math.tan(lean)
    return {
      kind: 'outlined',
      frame: { ...frame, origin: toRoom(frame, [0, 0, -back]) },
      outer: loopOf({ segments: rectangle(s.thick, s.wide, s.radius) }),
      inner: [],
      depth: s.depth + back + (s.through ? BEYOND : 0),
    }
  })

const size = (s: Seat): Sentence => [
  `${s.frames.length > 1 ? `${s.frames.length} mortises` : 'mortise'} `,
  { mm: s.thick },
  ' × ',
  { mm: s.wide },
  ...(s.through ? [', through'] : [', ', { mm: s.depth }, ' deep']),
  [...new Set(s.frames.map((f) => sayLean({ face: s.face, along: f.z })))].join(' and'),
  `, on ${theFace(s.face)}`,
  ...(s.radius > 0 ? [', corners r ', { mm: s.radius }] : []),
]

const laidOut = ({ face, frames }: Seat) => ({ face, at: frames.map((f) => f.origin) })

export const seat = defineWork<Seat>({
  kind: 'seat',
  name: () => 'mortise',
  shownOn: (s) => s.face,
  machine: () => 'mortiser',
  cut,
  describe: (s, partner) => [...begun(size(s)), ...sayPlaces(laidOut(s)), forPartner(partner)],
  count: (s) => s.frames.length,
  callout: size,
  dimensions: (s) => dimensionsOf(laidOut(s)),
  // What goes in is sharp.
  rounds: ({ data: s }) => (s.radius > 0 ? s.radius : null),
  own,
})
