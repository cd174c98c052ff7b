import fc from 'fast-check'
import { join } from '../../testing/scenario'
import { type Cases, mm, polygon, rail } from '../../testing/joinery'

export const cases: Cases = {
  dowels: fc
    .record({
      w: mm(80, 200),
      t: mm(18, 30),
      d: fc.constantFrom(6, 8, 10),
      n: fc.integer({ min: 1, max: 3 }),
      L: mm(24, 40),
      into: mm(8, 16),
    })
    .map(({ w, t, d, n, L, into }) => ({
      changes: rail(w, t, { w: t + 40, t: 24 }, false),
      joint: join('dowels', ['a.end2', 'b.face'], {
        diameter: d,
        length: L,
        count: n,
        spacing: 100,
        inset: 15,
        into,
        room: 1,
      }),
      volumes: {
        a: 300 * w * t - n * polygon(d / 2) * (L + 2 - into),
        b: 24 * (t + 40) * (w + 250) - n * polygon(d / 2) * into,
      },
    })),
}
