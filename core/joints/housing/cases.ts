import fc from 'fast-check'
import { edgeAt } from '../../document'
import { block, join } from '../../testing/scenario'
import { type Cases, mm, rail } from '../../testing/joinery'

export const cases: Cases = {
  'housing, through': fc
    .record({ w: mm(60, 200), t: mm(10, 30), T: mm(18, 40), d: mm(3, 12), f: mm(0, 0.8), g: mm(0, 1) })
    .map(({ w, t, T, d, f, g }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      joint: join('housing', ['a.end2', 'b'], { depth: d, fit: f, gap: g }),
      volumes: { a: (300 + d - g) * w * t, b: T * (t + 40) * (w + 250) - d * (t + f) * w },
    })),
  'housing, stopped': fc
    .record({
      w: mm(60, 200),
      t: mm(10, 30),
      T: mm(18, 40),
      d: mm(3, 12),
      f: mm(0, 0.8),
      g: mm(0, 1),
      s: mm(2, 40),
    })
    .map(({ w, t, T, d, f, g, s }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      // The host begins 100 below the guest, from where the stop is measured.
      joint: join('housing', ['a.end2', 'b'], { depth: d, fit: f, gap: g, stop1: 100 + s }),
      volumes: {
        a: (300 + d - g) * w * t - s * (d - g) * t,
        b: T * (t + 40) * (w + 250) - d * (t + f) * (w - s),
      },
    })),
  'housing of a leaning shelf': fc
    .record({ w: mm(60, 150), t: mm(10, 20), a: mm(-60, 60), d: mm(3, 8), f: mm(0, 0.6) })
    .map(({ w, t, a, d, f }) => ({
      changes: [
        ...block('a', 'right-up', [0, 300], [300, w], [300, t], {
          tilts: [{ at: edgeAt('back', 'edge1'), angle: String(a) }],
        }),
        ...block('b', 'up-left', [300, 18], [0, 700], [0, 700]),
      ],
      joint: join('housing', ['a.end2', 'b'], { depth: d, fit: f }),
      volumes: { a: (300 + d) * w * t, b: 18 * 700 * 700 - d * w * (t + f) },
    })),
  'housing of a leaning shelf as deep as its side': fc
    .record({ t: mm(10, 20), a: mm(-30, 30), d: mm(3, 8) })
    .map(({ t, a, d }) => {
      const cos = Math.cos((a * Math.PI) / 180)
      return {
        // The shelf sticks out of the side in front and behind, so the dado runs through.
        changes: [
          ...block('a', 'right-up', [0, 300], [-60, 500], [300, t], {
            tilts: [{ at: edgeAt('back', 'edge1'), angle: String(a) }],
          }),
          ...block('b', 'up-left', [300, 18], [0, 300], [-200, 900]),
        ],
        joint: join('housing', ['a.end2', 'b'], { depth: d, fit: 0 }),
        volumes: { a: (300 + d) * 500 * t, b: 18 * 300 * 900 - (d * t * 300) / cos },
      }
    }),
}
