import fc from 'fast-check'
import { join } from '../../testing/scenario'
import { type Cases, mm, polygon, rail } from '../../testing/joinery'

export const cases: Cases = {
  'a square bar in a round hole': fc
    .record({ t: mm(20, 40), D: mm(1.5, 1.6), d: mm(4, 16), f: mm(0, 0.5), g: mm(0, 1) })
    .map(({ t, D, d, f, g }) => ({
      changes: rail(t, t, { w: 2 * t + 40, t: 24 }, false),
      joint: join('rod', ['a.end2', 'b'], { depth: d, diameter: t * D, fit: f, gap: g }),
      volumes: {
        a: (300 + d) * t * t,
        b: 24 * (2 * t + 40) * (t + 250) - polygon((t * D + f) / 2) * (d + g),
      },
    })),
}
