import fc from 'fast-check'
import { block, join } from '../../testing/scenario'
import { type Cases, mm } from '../../testing/joinery'

export const cases: Cases = {
  'mitre of a flat frame': fc
    .record({ w: mm(30, 90), t: mm(12, 30), over: mm(-20, 20) })
    .map(({ w, t, over }) => ({
      // The spans may stop anywhere near the corner; the mitre makes the lengths.
      changes: [
        ...block('a', 'right-front', [0, 300 + over], [0, t], [0, w]),
        ...block('b', 'up-front', [300 - w, w], [0, t], [0, 400]),
      ],
      joint: join('mitre', ['a.end2', 'b.end1']),
      volumes: { a: 300 * w * t - (w * w * t) / 2, b: 400 * w * t - (w * w * t) / 2 },
    })),
  'mitre of a case, with keys': fc
    .record({ w: mm(80, 200), t: mm(8, 20), k: fc.constantFrom(2.4, 3.2), n: fc.integer({ min: 1, max: 4 }) })
    .map(({ w, t, k, n }) => {
      const depth = 0.7 * t * Math.SQRT2
      // half of a right-angled wedge of this depth on each side is depth² / 2
      const slot = n * k * (depth * depth)
      return {
        changes: [
          ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
          ...block('b', 'back-right', [300 - t, t], [0, 200], [0, w]),
        ],
        joint: join('mitre', ['a.end2', 'b.end1'], { keys: n, kerf: k, depth }, { across: 'keys' }),
        volumes: { a: 300 * w * t - (t * t * w) / 2 - slot / 2, b: 200 * w * t - (t * t * w) / 2 - slot / 2 },
      }
    }),
  'mitre of a case, with a spline': fc
    .record({ w: mm(80, 200), t: mm(10, 20), k: fc.constantFrom(2, 3), d: mm(2, 3) })
    .map(({ w, t, k, d }) => ({
      changes: [
        ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
        ...block('b', 'back-right', [300 - t, t], [0, 200], [0, w]),
      ],
      joint: join('mitre', ['a.end2', 'b.end1'], { kerf: k, depth: d }, { across: 'spline' }),
      volumes: { a: 300 * w * t - (t * t * w) / 2 - k * d * w, b: 200 * w * t - (t * t * w) / 2 - k * d * w },
    })),
}
