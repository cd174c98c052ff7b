/** Pieces with work of many kinds in any order, as tests draw them at random. Millimetres. */
import fc from 'fast-check'
import { change, onFace, type Change, type FaceName } from '../document'
import { corners, saw } from './outlines'
import { block, make } from './scenario'

type Size = readonly [length: number, width: number, thickness: number]

const FACES: readonly FaceName[] = ['face', 'back', 'edge1', 'edge2', 'end1', 'end2']
/** How long and wide a face is, and how much wood lies under it. */
const roomOf = (face: FaceName, [l, w, t]: Size): readonly [number, number, number] =>
  face === 'face' || face === 'back' ? [l, w, t] : face.startsWith('edge') ? [l, t, w] : [w, t, l]

interface Drawn {
  readonly kind: 'hole' | 'through' | 'recess' | 'channel' | 'mitre' | 'ease' | 'clipped'
  readonly face: FaceName
  readonly a: number
  readonly b: number
  readonly c: number
}
const share = fc.integer({ min: 2, max: 18 }).map((n) => n / 20)
const drawn: fc.Arbitrary<Drawn> = fc.record({
  kind: fc.constantFrom('hole', 'hole', 'through', 'recess', 'channel', 'mitre', 'ease', 'clipped'),
  face: fc.constantFrom(...FACES),
  a: share,
  b: share,
  c: share,
})

const whole = (mm: number): string => String(Math.max(1, Math.round(mm * 2) / 2))

function changeOf({ kind, face, a, b, c }: Drawn, size: Size, n: number): Change {
  const [long, wide, deep] = roomOf(face, size)
  const step = (kind: string, at: FaceName, fields: Record<string, string>, options = {}): Change =>
    change.addStep({ on: 'a', step: { id: `w${n}`, kind, off: false, at: onFace(at), fields, options } })
  const at = { along: whole(long * a), across: whole(wide * b) }
  if (kind === 'hole')
    return step('bore', face, { ...at, diameter: whole(3 + 9 * c), depth: whole(deep * 0.6 * c) })
  if (kind === 'through') return step('bore', face, { ...at, diameter: whole(3 + 7 * c) })
  if (kind === 'recess')
    return step('recess', face, {
      ...at,
      length: whole(long * 0.3 * c + 4),
      width: whole(wide * 0.3 * c + 4),
      depth: whole(deep * 0.3 * b),
    })
  if (kind === 'channel') {
    const fields = {
      place: whole(long * 0.8 * a),
      width: whole(long * 0.1 * c + 2),
      depth: whole(deep * 0.4 * b),
    }
    return step('channel', face, fields, { run: 'across' })
  }
  if (kind === 'mitre')
    return step('crosscut', 'end2', { place: whole(size[0] * 0.2 * a), mitre: String(Math.round(40 * b)) })
  if (kind === 'ease') return step('ease', face, { size: whole(1 + 2 * c) }, { cut: 'round' })
  const [u, v] = [size[0] * 0.3 * a, size[1] * 0.4 * b]
  const [l, w] = size
  return saw('a', corners([0, 0], [l - u, 0], [l, v], [l, w], [0, w]))
}

/** A board with three to twelve steps; those that cannot be done stand in it as they are. */
export const pieces = fc
  .record({
    size: fc.tuple(
      fc.integer({ min: 120, max: 900 }),
      fc.integer({ min: 40, max: 240 }),
      fc.integer({ min: 12, max: 60 }),
    ),
    steps: fc.array(drawn, { minLength: 3, maxLength: 12 }),
    projection: fc.constantFrom('first' as const, 'third' as const),
  })
  .map(({ size, steps, projection }) => {
    const [l, w, t] = size
    // One outline to a piece: two figures do not join.
    const once = steps.filter(
      (s, n) => s.kind !== 'clipped' || steps.findIndex((o) => o.kind === 'clipped') === n,
    )
    return make([
      ...block('a', 'right-up', [0, l], [0, w], [0, t]),
      ...once.map((s, n) => changeOf(s, size, n + 1)),
      change.setSettings({ projection }),
    ])
  })
