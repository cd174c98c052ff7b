import fc from 'fast-check'
import { block, join } from '../../testing/scenario'
import { type Cases, mm } from '../../testing/joinery'

export const cases: Cases = {
  'fingers, whole': fc
    .record({ w: mm(60, 200), t: mm(6, 20), T: mm(6, 20), n: fc.integer({ min: 2, max: 9 }), f: mm(0, 0.3) })
    .map(({ w, t, T, n, f }) => {
      const [mine, yours] = [Math.floor(n / 2), Math.ceil(n / 2)]
      const inner = 2 * mine - (n % 2 === 0 ? 1 : 0)
      return {
        changes: [
          ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
          ...block('b', 'back-right', [300, T], [0, 200], [0, w]),
        ],
        joint: join('fingers', ['a.end2', 'b.end1'], { count: n, fit: f }),
        volumes: {
          a: 300 * w * t + ((T * w * t) / n) * mine,
          b: 200 * w * T - T * t * ((w / n) * mine + (f / 2) * inner) + 0 * yours,
        },
      }
    }),
  'fingers, half at the ends': fc
    .record({
      w: mm(60, 200),
      t: mm(6, 20),
      T: mm(6, 20),
      n: fc.integer({ min: 1, max: 4 }).map((k) => 2 * k + 1),
    })
    .map(({ w, t, T, n }) => ({
      changes: [
        ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
        ...block('b', 'back-right', [300, T], [0, 200], [0, w]),
      ],
      joint: join('fingers', ['a.end2', 'b.end1'], { count: n }, { ends: 'half' }),
      volumes: { a: 300 * w * t + T * w * t * ((n - 1) / 2 / (n - 1)), b: 200 * w * T - T * t * (w / 2) },
    })),
}
