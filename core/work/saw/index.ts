import { FACE_AT, sayFace, toRoom, type Axis } from '../../pieces'
import { defineWork, doubt, REFERENCE, theFace, type Dimension, type Sentence } from '../feature'
import { BEYOND, loopOf, type Tool } from '../tool'
import { own } from './own'
import type { Sawn } from './sawn'
import { SHAPES } from './shapes'

/** Its outline swept from just before the face to just beyond the one across. */
const cut = ({ frame, outline, thick }: Sawn): Tool[] => [
  {
    kind: 'outlined',
    frame: { ...frame, origin: toRoom(frame, [0, 0, -BEYOND]) },
    outer: loopOf({ segments: outline }),
    inner: [],
    depth: thick + 2 * BEYOND,
  },
]

/** The axis that its side runs along, and where it starts and ends there. */
function stretchOf({ from, to, side, face }: Sawn): { axis: Axis; low: number; high: number } {
  const axis = ([0, 1, 2] as const).find((i) => i !== FACE_AT[side].axis && i !== FACE_AT[face].axis)!
  return { axis, low: Math.min(from[axis], to[axis]), high: Math.max(from[axis], to[axis]) }
}

const says = (w: Sawn): Sentence => {
  const { low, high } = stretchOf(w)
  return SHAPES[w.shape].sentence(w, high - low)
}

export const saw = defineWork<Sawn>({
  kind: 'saw',
  name: (w) => SHAPES[w.shape].name,
  shownOn: (w) => w.face,
  machine: () => 'band saw',
  cut,
  describe: (w, partner) => {
    const { axis, low, high } = stretchOf(w)
    const placed: Sentence = {
      placed: [', its middle at ', { mm: (low + high) / 2 }, ` from ${REFERENCE[axis]}`],
      corner: [w.from[axis] > w.to[axis] ? ', at its far end' : ', at its near end'],
      whole: [],
    }[SHAPES[w.shape].span]
    return [
      'Saw ',
      ...says(w),
      `, from ${sayFace(w.side)}`,
      ...placed,
      `, seen on ${theFace(w.face)}`,
      partner ? ` — for ${partner}` : '',
    ]
  },
  callout: (w) => ['saw ', ...says(w), `, from ${sayFace(w.side)}`],
  dimensions: (w) => {
    const { axis, low, high } = stretchOf(w)
    const into = FACE_AT[w.side].axis
    const [edge, far] = [w.from[into], FACE_AT[w.side].far]
    const deep = Math.max(w.rise, w.rise2)
    const along: Dimension[] = [
      { axis, from: 0, to: low, what: 'place' },
      { axis, from: low, to: high, what: 'length' },
    ]
    const [a, b] = far ? [edge - deep, edge] : [edge, edge + deep]
    return [...(SHAPES[w.shape].span === 'whole' ? [] : along), { axis: into, from: a, to: b, what: 'depth' }]
  },
  doubts: ({ data: w }, { name }, say) => [
    doubt(
      w.over !== undefined,
      () => `The ${SHAPES[w.shape].name} on ${name} runs ${say(w.over!)} beyond the end of the side it is on`,
    ),
  ],
  own,
})
