import fc from 'fast-check'
import { join } from '../../testing/scenario'
import { type Cases, mm, rail } from '../../testing/joinery'

export const cases: Cases = {
  'tabs without relief': fc
    .record({
      w: mm(100, 600),
      t: mm(6, 20),
      T: mm(6, 24),
      n: fc.integer({ min: 1, max: 4 }),
      f: mm(0, 0.5),
      p: mm(0, 5),
    })
    .map(({ w, t, T, n, f, p }) => {
      const l = w / (2 * n + 1)
      return {
        changes: rail(w, t, { w: t + 60, t: T }, false),
        joint: join('tabs', ['a.end2', 'b'], { count: n, fit: f, proud: p }),
        volumes: {
          a: 300 * w * t + n * l * t * (T + p),
          b: T * (t + 60) * (w + 250) - n * (l + f) * (t + f) * T,
        },
      }
    }),
}
