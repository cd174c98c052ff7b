import fc from 'fast-check'
import { edgeAt } from '../../document'
import { block, join } from '../../testing/scenario'
import { type Cases, mm, polygon, rail } from '../../testing/joinery'

export const cases: Cases = {
  'tenon, blind with shoulders': fc
    .record({
      w: mm(60, 200),
      t: mm(15, 30),
      T: mm(40, 60),
      l: mm(10, 35),
      s: mm(0, 10),
      f: mm(0, 0.6),
      g: mm(0, 1),
    })
    .map(({ w, t, T, l, s, f, g }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      joint: join('tenon', ['a.end2', 'b'], { length: l, shoulder: s, thickness: t / 3, fit: f, gap: g }),
      volumes: {
        a: 300 * w * t + l * (w - 2 * s) * (t / 3),
        b: T * (t + 40) * (w + 250) - (l + g) * (w - 2 * s + f) * (t / 3 + f),
      },
    })),
  'tenon, through': fc
    .record({ w: mm(60, 200), t: mm(15, 30), T: mm(20, 60), s: mm(1, 10), f: mm(0, 0.6) })
    .map(({ w, t, T, s, f }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      joint: join(
        'tenon',
        ['a.end2', 'b'],
        { length: 1, shoulder: s, thickness: t / 3, fit: f },
        { manner: 'through' },
      ),
      volumes: {
        a: 300 * w * t + T * (w - 2 * s) * (t / 3),
        b: T * (t + 40) * (w + 250) - T * (w - 2 * s + f) * (t / 3 + f),
      },
    })),
  'tenon, haunched': fc
    .record({
      w: mm(80, 200),
      t: mm(15, 30),
      l: mm(20, 35),
      h: mm(10, 25),
      k: mm(3, 10),
      f: mm(0, 0.4),
      high: fc.boolean(),
    })
    .map(({ w, t, l, h, k, f, high }) => ({
      changes: rail(w, t, { w: t + 40, t: 50 }, false),
      joint: join(
        'tenon',
        ['a.end2', 'b'],
        { length: l, haunchWidth: h, haunchLength: k, thickness: t / 3, fit: f },
        { haunch: high ? 'high' : 'low' },
      ),
      volumes: {
        a: 300 * w * t + (l * (w - h) + k * h) * (t / 3),
        b: 50 * (t + 40) * (w + 250) - (l * (w - h + f) + k * (h + f) - k * f) * (t / 3 + f),
      },
    })),
  'tenon, round ends': fc
    .record({ w: mm(60, 200), t: mm(18, 30), l: mm(10, 30), s: mm(1, 10), f: mm(0, 0.6) })
    .map(({ w, t, l, s, f }) => {
      const section = (grow: number) => {
        const r = (t / 3 + grow) / 2
        return (w - 2 * s + grow - 2 * r) * 2 * r + polygon(r, 32)
      }
      return {
        changes: rail(w, t, { w: t + 40, t: 45 }, false),
        joint: join(
          'tenon',
          ['a.end2', 'b'],
          { length: l, shoulder: s, thickness: t / 3, fit: f },
          { ends: 'round' },
        ),
        volumes: { a: 300 * w * t + l * section(0), b: 45 * (t + 40) * (w + 250) - l * section(f) },
      }
    }),
  'tenon, loose': fc
    .record({ w: mm(60, 200), t: mm(18, 30), l: mm(20, 60), s: mm(1, 10), f: mm(0, 0.6), g: mm(0, 1) })
    .map(({ w, t, l, s, f, g }) => {
      const hole = (l / 2 + g) * (w - 2 * s + f) * (t / 3 + f)
      return {
        changes: rail(w, t, { w: t + 40, t: 45 }, false),
        joint: join(
          'tenon',
          ['a.end2', 'b'],
          { length: l, shoulder: s, thickness: t / 3, fit: f, gap: g },
          { manner: 'loose' },
        ),
        volumes: { a: 300 * w * t - hole, b: 45 * (t + 40) * (w + 250) - hole },
      }
    }),
  'tenon of a leaning rail': fc
    .record({ w: mm(60, 120), t: mm(18, 30), a: mm(-60, 60), l: mm(10, 30), s: mm(1, 10), f: mm(0, 0.6) })
    .map(({ w, t, a, l, s, f }) => ({
      changes: [
        ...block('a', 'right-up', [0, 300], [300, w], [300, t], {
          tilts: [{ at: edgeAt('back', 'edge1'), angle: String(a) }],
        }),
        ...block('b', 'up-left', [300, 40], [0, 700], [0, 700]),
      ],
      joint: join('tenon', ['a.end2', 'b'], { length: l, thickness: t / 3, shoulder: s, fit: f }),
      volumes: {
        a: 300 * w * t + l * (w - 2 * s) * (t / 3),
        b: 40 * 700 * 700 - l * (w - 2 * s + f) * (t / 3 + f),
      },
    })),
}
