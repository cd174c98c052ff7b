import fc from 'fast-check'
import { block, join } from '../../testing/scenario'
import { type Cases, type Made, mm } from '../../testing/joinery'

export const cases: Cases = {
  'dovetail, through, tails on the first': fc
    .record({
      w: mm(100, 250),
      t: mm(10, 20),
      T: mm(10, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'guest', 0)),
  'dovetail, half-blind, tails on the first': fc
    .record({
      w: mm(100, 250),
      t: mm(10, 20),
      T: mm(12, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'guest', 4)),
  'dovetail, through, tails on the other': fc
    .record({
      w: mm(100, 250),
      t: mm(10, 20),
      T: mm(10, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'host', 0)),
  'dovetail, half-blind, tails on the other': fc
    .record({
      w: mm(100, 250),
      t: mm(12, 20),
      T: mm(10, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'host', 4)),
}

function dovetailed(
  { w, t, T, n, p, f }: { w: number; t: number; T: number; n: number; p: number; f: number },
  tails: 'guest' | 'host',
  lap: number,
): Made {
  const [into, through] = tails === 'guest' ? [T, t] : [t, T]
  const d = into - lap
  const wide = (w - 2 * p - (n - 1) * p) / n
  const section = d * (wide - d / 8) // a tail, seen on its face: as wide as its middle
  const tailed = n * section * through
  const [a, b] =
    tails === 'guest'
      ? [300 * w * t + tailed, 200 * w * T - tailed - n * f * d * t]
      : [300 * w * t + T * w * t - tailed - n * f * d * T, (200 - t) * w * T + tailed]
  return {
    changes: [
      ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
      ...block('b', 'back-right', [300, T], [0, 200], [0, w]),
    ],
    joint: join(
      'dovetail',
      ['a.end2', 'b.end1'],
      { count: n, pin: p, fit: f, ...(lap ? { lap } : {}) },
      { tails, manner: lap ? 'blind' : 'through' },
    ),
    volumes: { a, b },
  }
}
