import fc from 'fast-check'
import { join } from '../../testing/scenario'
import { type Cases, mm, polygon, rail } from '../../testing/joinery'

export const cases: Cases = {
  'screws with their heads on the face': fc
    .record({ w: mm(80, 200), t: mm(18, 30), d: mm(3, 5), n: fc.integer({ min: 1, max: 3 }), T: mm(15, 25) })
    .map(({ w, t, d, n, T }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      joint: join(
        'screws',
        ['a.end2', 'b.face'],
        { diameter: d, length: 50, count: n, spacing: 100, inset: 15 },
        { sink: 'none' },
      ),
      volumes: {
        a: 300 * w * t - n * polygon(0.35 * d) * (50 - T),
        b: T * (t + 40) * (w + 250) - n * polygon(d / 2) * T,
      },
    })),
  'screws, counterbored': fc
    .record({ w: mm(80, 200), t: mm(18, 30), d: mm(3, 5), T: mm(15, 25) })
    .map(({ w, t, d, T }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      joint: join(
        'screws',
        ['a.end2', 'b.face'],
        { diameter: d, length: 40, count: 2, spacing: 100, inset: 15 },
        { sink: 'bored' },
      ),
      volumes: {
        a: 300 * w * t - 2 * polygon(0.35 * d) * (40 - T / 2),
        b: T * (t + 40) * (w + 250) - T * (polygon(d / 2) + polygon(d)),
      },
    })),
}
