import fc from 'fast-check'
import { block, join } from '../../testing/scenario'
import { type Cases, mm } from '../../testing/joinery'

export const cases: Cases = {
  'tongue and groove': fc
    .record({ w: mm(60, 150), W: mm(60, 150), t: mm(15, 30), d: mm(4, 10), f: mm(0, 0.5), g: mm(0, 1) })
    .map(({ w, W, t, d, f, g }) => ({
      changes: [
        ...block('a', 'right-up', [0, 400], [0, w], [0, t]),
        ...block('b', 'right-up', [0, 400], [w, W], [0, t]),
      ],
      joint: join('tongue', ['a.edge2', 'b'], { depth: d, thickness: t / 3, fit: f, gap: g }),
      volumes: { a: 400 * (w * t + (d - g) * (t / 3)), b: 400 * (W * t - d * (t / 3 + f)) },
    })),
}
