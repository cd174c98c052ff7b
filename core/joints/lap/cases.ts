import fc from 'fast-check'
import { edgeAt } from '../../document'
import { block, join } from '../../testing/scenario'
import { type Cases, mm } from '../../testing/joinery'

export const cases: Cases = {
  'lap, crossing': fc
    .record({ w: mm(30, 80), W: mm(30, 80), t: mm(15, 30), s: mm(5, 10), f: mm(0, 0.5) })
    .map(({ w, W, t, s, f }) => ({
      changes: [
        ...block('a', 'right-up', [0, 400], [150, w], [0, t]),
        ...block('b', 'back-up', [150, W], [0, 400], [0, t]),
      ],
      joint: join('lap', ['a', 'b'], { share: s, fit: f }),
      volumes: { a: 400 * w * t - (W + f) * w * s, b: 400 * W * t - (w + f) * W * (t - s) },
    })),
  'lap, tee': fc
    .record({ w: mm(30, 80), W: mm(30, 80), t: mm(15, 30), f: mm(0, 0.5) })
    .map(({ w, W, t, f }) => ({
      changes: [
        ...block('a', 'right-up', [0, 150 + W], [150, w], [0, t]),
        ...block('b', 'back-up', [150, W], [0, 400], [0, t]),
      ],
      joint: join('lap', ['a', 'b'], { fit: f }),
      volumes: { a: (150 + W) * w * t - (W + f / 2) * w * (t / 2), b: 400 * W * t - (w + f) * W * (t / 2) },
    })),
  'lap, stopped tee': fc
    .record({ w: mm(30, 80), W: mm(40, 80), t: mm(15, 30), f: mm(0, 0.5), stop: mm(5, 20) })
    .map(({ w, W, t, f, stop }) => ({
      changes: [
        ...block('a', 'right-up', [0, 150 + W - stop], [150, w], [0, t]),
        ...block('b', 'back-up', [150, W], [0, 400], [0, t]),
      ],
      joint: join('lap', ['a', 'b'], { fit: f }),
      volumes: {
        a: (150 + W - stop) * w * t - (W - stop + f / 2) * w * (t / 2),
        b: 400 * W * t - (w + f) * (W - stop) * (t / 2),
      },
    })),
  'lap, corner': fc
    .record({ w: mm(30, 80), W: mm(30, 80), t: mm(15, 30), f: mm(0, 0.5) })
    .map(({ w, W, t, f }) => ({
      changes: [
        ...block('a', 'right-up', [0, 200], [0, w], [0, t]),
        ...block('b', 'back-up', [200 - W, W], [0, 300], [0, t]),
      ],
      joint: join('lap', ['a', 'b'], { fit: f }),
      volumes: { a: 200 * w * t - (W + f / 2) * w * (t / 2), b: 300 * W * t - (w + f / 2) * W * (t / 2) },
    })),
  'lap of dividers on edge': fc
    .record({ h: mm(30, 80), t: mm(4, 10), u: mm(4, 10), f: mm(0, 0.5) })
    .map(({ h, t, u, f }) => ({
      changes: [
        ...block('a', 'right-front', [0, 300], [100, t], [0, h]),
        ...block('b', 'back-left', [100, u], [0, 200], [0, h]),
      ],
      joint: join('lap', ['a', 'b'], { fit: f }),
      volumes: { a: 300 * t * h - (u + f) * t * (h / 2), b: 200 * u * h - (t + f) * u * (h / 2) },
    })),
  'lap aslant': fc
    .record({ w: mm(30, 60), W: mm(30, 60), t: mm(15, 30), a: mm(-30, 30), f: mm(0, 0.5) })
    .map(({ w, W, t, a, f }) => {
      const cos = Math.cos((a * Math.PI) / 180)
      return {
        changes: [
          ...block('a', 'right-up', [0, 600], [300, w], [0, t]),
          // Turned about its lower left edge, which runs up: it stays in the plane of the other.
          ...block('b', 'back-up', [300, W], [0, 700], [0, t], {
            tilts: [{ at: edgeAt('end1', 'edge1'), angle: String(a) }],
          }),
        ],
        joint: join('lap', ['a', 'b'], { fit: f }),
        volumes: {
          a: 600 * w * t - ((W + f) / cos) * w * (t / 2),
          b: 700 * W * t - ((w + f) / cos) * W * (t / 2),
        },
      }
    }),
}
