import fc from 'fast-check'
import { join } from '../../testing/scenario'
import { type Cases, mm, rail } from '../../testing/joinery'

export const cases: Cases = {
  butt: fc
    .record({ w: mm(60, 150), t: mm(15, 30) })
    .map(({ w, t }) => ({
      changes: rail(w, t, { w: t + 40, t: 20 }, false),
      joint: join('butt', ['a.end2', 'b.face']),
      volumes: { a: 300 * w * t, b: 20 * (t + 40) * (w + 250) },
    })),
}
