import { cross, dot, FACE_AT, sayFace, vec3, type Axis } from '../../pieces'
import { defineWork, REFERENCE, theFace, type Dimension, type Sentence } from '../feature'
import { BEYOND, type Tool, type Vec2 } from '../tool'
import { own } from './own'
import type { Sawn } from './sawn'
import { SHAPES } from './shapes'

/** Its outline swept from just before the face to just beyond the one across. */
function cut(w: Sawn): Tool[] {
  const first = w.rim[0]!
  const axis = w.inward.findIndex((v) => Math.abs(v) > 0.5)
  const x = vec3((i) => (i === (axis + 1) % 3 ? 1 : 0))
  const y = cross(w.inward, x)
  const outline = w.rim.map((p): Vec2 => {
    const off = vec3((i) => p[i] - first[i])
    return [dot(off, x), dot(off, y)]
  })
  const origin = vec3((i) => first[i] - w.inward[i] * BEYOND)
  return [{ kind: 'prism', frame: { origin, x, y, z: w.inward }, outline, depth: w.thick + 2 * BEYOND }]
}

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
  own,
})
