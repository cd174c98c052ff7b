import fc from 'fast-check'
import { edgeAt, change, execute, type Change } from '../document'
import { modelOf, type Model } from '../model'
import { type Kernel } from '../solid'
import {
  block,
  built,
  grouped,
  instance,
  join,
  make,
  sharedWood,
  stops,
  testKernel,
  volume,
} from '../testing/bench'
import { close, mm, polygon, rail } from '../testing/joinery'
import { lookOver } from '../proof'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

interface Made {
  readonly changes: readonly Change[]
  readonly joint: Change
  /** What is left of each piece, by the closed form, told of its grown blank. */
  readonly volumes: Readonly<Record<string, number>>
}

const cases: Record<string, fc.Arbitrary<Made>> = {
  'housing, through': fc
    .record({ w: mm(60, 200), t: mm(10, 30), T: mm(18, 40), d: mm(3, 12), f: mm(0, 0.8), g: mm(0, 1) })
    .map(({ w, t, T, d, f, g }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      joint: join(
        'housing',
        [
          ['a', 'end2'],
          ['b', null],
        ],
        { depth: d, fit: f, gap: g },
      ),
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
      joint: join(
        'housing',
        [
          ['a', 'end2'],
          ['b', null],
        ],
        { depth: d, fit: f, gap: g, stop1: 100 + s },
      ),
      volumes: {
        a: (300 + d - g) * w * t - s * (d - g) * t,
        b: T * (t + 40) * (w + 250) - d * (t + f) * (w - s),
      },
    })),
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
      joint: join(
        'tenon',
        [
          ['a', 'end2'],
          ['b', null],
        ],
        { length: l, shoulder: s, thickness: t / 3, fit: f, gap: g },
      ),
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
        [
          ['a', 'end2'],
          ['b', null],
        ],
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
        [
          ['a', 'end2'],
          ['b', null],
        ],
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
          [
            ['a', 'end2'],
            ['b', null],
          ],
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
          [
            ['a', 'end2'],
            ['b', null],
          ],
          { length: l, shoulder: s, thickness: t / 3, fit: f, gap: g },
          { manner: 'loose' },
        ),
        volumes: { a: 300 * w * t - hole, b: 45 * (t + 40) * (w + 250) - hole },
      }
    }),
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
        joint: join(
          'tabs',
          [
            ['a', 'end2'],
            ['b', null],
          ],
          { count: n, fit: f, proud: p },
        ),
        volumes: {
          a: 300 * w * t + n * l * t * (T + p),
          b: T * (t + 60) * (w + 250) - n * (l + f) * (t + f) * T,
        },
      }
    }),
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
      joint: join(
        'dowels',
        [
          ['a', 'end2'],
          ['b', 'face'],
        ],
        { diameter: d, length: L, count: n, spacing: 100, inset: 15, into, room: 1 },
      ),
      volumes: {
        a: 300 * w * t - n * polygon(d / 2) * (L + 2 - into),
        b: 24 * (t + 40) * (w + 250) - n * polygon(d / 2) * into,
      },
    })),
  'screws with their heads on the face': fc
    .record({ w: mm(80, 200), t: mm(18, 30), d: mm(3, 5), n: fc.integer({ min: 1, max: 3 }), T: mm(15, 25) })
    .map(({ w, t, d, n, T }) => ({
      changes: rail(w, t, { w: t + 40, t: T }, false),
      joint: join(
        'screws',
        [
          ['a', 'end2'],
          ['b', 'face'],
        ],
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
        [
          ['a', 'end2'],
          ['b', 'face'],
        ],
        { diameter: d, length: 40, count: 2, spacing: 100, inset: 15 },
        { sink: 'bored' },
      ),
      volumes: {
        a: 300 * w * t - 2 * polygon(0.35 * d) * (40 - T / 2),
        b: T * (t + 40) * (w + 250) - T * (polygon(d / 2) + polygon(d)),
      },
    })),
  'lap, crossing': fc
    .record({ w: mm(30, 80), W: mm(30, 80), t: mm(15, 30), s: mm(5, 10), f: mm(0, 0.5) })
    .map(({ w, W, t, s, f }) => ({
      changes: [
        ...block('a', 'right-up', [0, 400], [150, w], [0, t]),
        ...block('b', 'back-up', [150, W], [0, 400], [0, t]),
      ],
      joint: join(
        'lap',
        [
          ['a', null],
          ['b', null],
        ],
        { share: s, fit: f },
      ),
      volumes: { a: 400 * w * t - (W + f) * w * s, b: 400 * W * t - (w + f) * W * (t - s) },
    })),
  'lap, tee': fc
    .record({ w: mm(30, 80), W: mm(30, 80), t: mm(15, 30), f: mm(0, 0.5) })
    .map(({ w, W, t, f }) => ({
      changes: [
        ...block('a', 'right-up', [0, 150 + W], [150, w], [0, t]),
        ...block('b', 'back-up', [150, W], [0, 400], [0, t]),
      ],
      joint: join(
        'lap',
        [
          ['a', null],
          ['b', null],
        ],
        { fit: f },
      ),
      volumes: { a: (150 + W) * w * t - (W + f / 2) * w * (t / 2), b: 400 * W * t - (w + f) * W * (t / 2) },
    })),
  'lap, stopped tee': fc
    .record({ w: mm(30, 80), W: mm(40, 80), t: mm(15, 30), f: mm(0, 0.5), stop: mm(5, 20) })
    .map(({ w, W, t, f, stop }) => ({
      changes: [
        ...block('a', 'right-up', [0, 150 + W - stop], [150, w], [0, t]),
        ...block('b', 'back-up', [150, W], [0, 400], [0, t]),
      ],
      joint: join(
        'lap',
        [
          ['a', null],
          ['b', null],
        ],
        { fit: f },
      ),
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
      joint: join(
        'lap',
        [
          ['a', null],
          ['b', null],
        ],
        { fit: f },
      ),
      volumes: { a: 200 * w * t - (W + f / 2) * w * (t / 2), b: 300 * W * t - (w + f / 2) * W * (t / 2) },
    })),
  'lap of dividers on edge': fc
    .record({ h: mm(30, 80), t: mm(4, 10), u: mm(4, 10), f: mm(0, 0.5) })
    .map(({ h, t, u, f }) => ({
      changes: [
        ...block('a', 'right-front', [0, 300], [100, t], [0, h]),
        ...block('b', 'back-left', [100, u], [0, 200], [0, h]),
      ],
      joint: join(
        'lap',
        [
          ['a', null],
          ['b', null],
        ],
        { fit: f },
      ),
      volumes: { a: 300 * t * h - (u + f) * t * (h / 2), b: 200 * u * h - (t + f) * u * (h / 2) },
    })),
  'mitre of a flat frame': fc
    .record({ w: mm(30, 90), t: mm(12, 30), over: mm(-20, 20) })
    .map(({ w, t, over }) => ({
      // The spans may stop anywhere near the corner; the mitre makes the lengths.
      changes: [
        ...block('a', 'right-front', [0, 300 + over], [0, t], [0, w]),
        ...block('b', 'up-front', [300 - w, w], [0, t], [0, 400]),
      ],
      joint: join('mitre', [
        ['a', 'end2'],
        ['b', 'end1'],
      ]),
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
        joint: join(
          'mitre',
          [
            ['a', 'end2'],
            ['b', 'end1'],
          ],
          { keys: n, kerf: k, depth },
          { across: 'keys' },
        ),
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
      joint: join(
        'mitre',
        [
          ['a', 'end2'],
          ['b', 'end1'],
        ],
        { kerf: k, depth: d },
        { across: 'spline' },
      ),
      volumes: { a: 300 * w * t - (t * t * w) / 2 - k * d * w, b: 200 * w * t - (t * t * w) / 2 - k * d * w },
    })),
  'fingers, whole': fc
    .record({ w: mm(60, 200), t: mm(6, 20), T: mm(6, 20), n: fc.integer({ min: 2, max: 9 }), f: mm(0, 0.3) })
    .map(({ w, t, T, n, f }) => {
      const [mine, yours] = [Math.floor(n / 2), Math.ceil(n / 2)]
      const inner = 2 * mine - (n % 2 === 0 ? 1 : 0)
      return {
        changes: [
          ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
          ...block('b', 'back-right', [300, T], [0, 200], [0, w]),
        ],
        joint: join(
          'fingers',
          [
            ['a', 'end2'],
            ['b', 'end1'],
          ],
          { count: n, fit: f },
        ),
        volumes: {
          a: 300 * w * t + ((T * w * t) / n) * mine,
          b: 200 * w * T - T * t * ((w / n) * mine + (f / 2) * inner) + 0 * yours,
        },
      }
    }),
  'fingers, half at the ends': fc
    .record({
      w: mm(60, 200),
      t: mm(6, 20),
      T: mm(6, 20),
      n: fc.integer({ min: 1, max: 4 }).map((k) => 2 * k + 1),
    })
    .map(({ w, t, T, n }) => ({
      changes: [
        ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
        ...block('b', 'back-right', [300, T], [0, 200], [0, w]),
      ],
      joint: join(
        'fingers',
        [
          ['a', 'end2'],
          ['b', 'end1'],
        ],
        { count: n },
        { ends: 'half' },
      ),
      volumes: { a: 300 * w * t + T * w * t * ((n - 1) / 2 / (n - 1)), b: 200 * w * T - T * t * (w / 2) },
    })),
  'dovetail, through, tails on the first': fc
    .record({
      w: mm(100, 250),
      t: mm(10, 20),
      T: mm(10, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'guest', 0)),
  'dovetail, half-blind, tails on the first': fc
    .record({
      w: mm(100, 250),
      t: mm(10, 20),
      T: mm(12, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'guest', 4)),
  'dovetail, through, tails on the other': fc
    .record({
      w: mm(100, 250),
      t: mm(10, 20),
      T: mm(10, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'host', 0)),
  'dovetail, half-blind, tails on the other': fc
    .record({
      w: mm(100, 250),
      t: mm(12, 20),
      T: mm(10, 20),
      n: fc.integer({ min: 1, max: 4 }),
      p: mm(4, 8),
      f: mm(0, 0.2),
    })
    .map((c) => dovetailed(c, 'host', 4)),
  'tongue and groove': fc
    .record({ w: mm(60, 150), W: mm(60, 150), t: mm(15, 30), d: mm(4, 10), f: mm(0, 0.5), g: mm(0, 1) })
    .map(({ w, W, t, d, f, g }) => ({
      changes: [
        ...block('a', 'right-up', [0, 400], [0, w], [0, t]),
        ...block('b', 'right-up', [0, 400], [w, W], [0, t]),
      ],
      joint: join(
        'tongue',
        [
          ['a', 'edge2'],
          ['b', null],
        ],
        { depth: d, thickness: t / 3, fit: f, gap: g },
      ),
      volumes: { a: 400 * (w * t + (d - g) * (t / 3)), b: 400 * (W * t - d * (t / 3 + f)) },
    })),
  'edge glue': fc.record({ w: mm(60, 150), W: mm(60, 150), t: mm(15, 30) }).map(({ w, W, t }) => ({
    changes: [
      ...block('a', 'right-up', [0, 400], [0, w], [0, t]),
      ...block('b', 'right-up', [0, 400], [w, W], [0, t]),
    ],
    joint: join('glue', [
      ['a', 'edge2'],
      ['b', 'edge1'],
    ]),
    volumes: { a: 400 * w * t, b: 400 * W * t },
  })),
  butt: fc.record({ w: mm(60, 150), t: mm(15, 30) }).map(({ w, t }) => ({
    changes: rail(w, t, { w: t + 40, t: 20 }, false),
    joint: join('butt', [
      ['a', 'end2'],
      ['b', 'face'],
    ]),
    volumes: { a: 300 * w * t, b: 20 * (t + 40) * (w + 250) },
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
      joint: join(
        'housing',
        [
          ['a', 'end2'],
          ['b', null],
        ],
        { depth: d, fit: f },
      ),
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
        joint: join(
          'housing',
          [
            ['a', 'end2'],
            ['b', null],
          ],
          { depth: d, fit: 0 },
        ),
        volumes: { a: (300 + d) * 500 * t, b: 18 * 300 * 900 - (d * t * 300) / cos },
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
      joint: join(
        'tenon',
        [
          ['a', 'end2'],
          ['b', null],
        ],
        { length: l, thickness: t / 3, shoulder: s, fit: f },
      ),
      volumes: {
        a: 300 * w * t + l * (w - 2 * s) * (t / 3),
        b: 40 * 700 * 700 - l * (w - 2 * s + f) * (t / 3 + f),
      },
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
        joint: join(
          'lap',
          [
            ['a', null],
            ['b', null],
          ],
          { fit: f },
        ),
        volumes: {
          a: 600 * w * t - ((W + f) / cos) * w * (t / 2),
          b: 700 * W * t - ((w + f) / cos) * W * (t / 2),
        },
      }
    }),
  'trim to a leaning board': fc
    .record({ w: mm(60, 150), t: mm(15, 30), a: mm(5, 40), gap: mm(0, 3) })
    .map(({ w, t, a, gap }) => {
      const tan = Math.tan((a * Math.PI) / 180)
      const cos = Math.cos((a * Math.PI) / 180)
      // The underside rises from the front (y = 0, z = 200) to the back; the post stands under it.
      const back = 200 + w * tan - gap / cos
      const front = 200 - gap / cos
      return {
        changes: [
          ...block('a', 'up-left', [0, t], [0, w], [0, 180]),
          ...block('b', 'right-up', [-50, 300], [0, 400], [200, 20], {
            tilts: [{ at: edgeAt('back', 'edge1'), angle: String(a) }],
          }),
        ],
        joint: join(
          'trim',
          [
            ['a', 'end2'],
            ['b', 'back'],
          ],
          { gap },
        ),
        volumes: { a: (w * t * (front + back)) / 2, b: 300 * 400 * 20 },
      }
    }),
}

function dovetailed(
  { w, t, T, n, p, f }: { w: number; t: number; T: number; n: number; p: number; f: number },
  tails: 'guest' | 'host',
  lap: number,
): Made {
  const [into, through] = tails === 'guest' ? [T, t] : [t, T]
  const d = into - lap
  const wide = (w - 2 * p - (n - 1) * p) / n
  const section = d * (wide - d / 8) // a tail, seen on its face: as wide as its middle
  const tailed = n * section * through
  const [a, b] =
    tails === 'guest'
      ? [300 * w * t + tailed, 200 * w * T - tailed - n * f * d * t]
      : [300 * w * t + T * w * t - tailed - n * f * d * T, (200 - t) * w * T + tailed]
  return {
    changes: [
      ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
      ...block('b', 'back-right', [300, T], [0, 200], [0, w]),
    ],
    joint: join(
      'dovetail',
      [
        ['a', 'end2'],
        ['b', 'end1'],
      ],
      { count: n, pin: p, fit: f, ...(lap ? { lap } : {}) },
      { tails, manner: lap ? 'blind' : 'through' },
    ),
    volumes: { a, b },
  }
}

const solidVolumes = (m: Model, keys: readonly string[]) => keys.map((k) => volume(m, k, kernel))

describe.each(Object.entries(cases))('%s', (_, arbitrary) => {
  test('pieces share no wood, and what is left is the closed form', () => {
    fc.assert(
      fc.property(arbitrary, ({ changes, joint, volumes }) => {
        const m = built([...changes, joint])
        expect(stops(m)).toEqual([])
        for (const [id, wanted] of Object.entries(volumes)) close(volume(m, `${id}#1`, kernel), wanted)
        expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
      }),
      { numRuns: 25 },
    )
  })

  test('turned or mirrored as a whole, it is the same', () => {
    const placements = [
      { kind: 'mirrored' as const, direction: 'across' as const, about: '-500' },
      { kind: 'mirrored' as const, direction: 'deep' as const, about: '-700' },
      {
        kind: 'moved' as const,
        turns: ['up' as const, 'across' as const],
        across: '2000',
        deep: '0',
        up: '0',
      },
    ]
    fc.assert(
      fc.property(arbitrary, fc.constantFrom(...placements), ({ changes, joint }, placement) => {
        const m = modelOf(grouped(make([...changes, joint]), placement))
        expect(stops(m)).toEqual([])
        const [a, b, a2, b2] = solidVolumes(m, ['a#1', 'b#1', 'a#g:c1', 'b#g:c1'])
        close(a2!, a!)
        close(b2!, b!)
        for (const id of ['a', 'b']) {
          const [one, two] = [instance(m, `${id}#1`), instance(m, `${id}#g:c1`)]
          one.size.forEach((n, i) => expect(two.size[i]).toBeCloseTo(n, 9))
        }
        expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
      }),
      { numRuns: 12 },
    )
  })

  test('taken apart, it leaves both pieces as they were', () => {
    fc.assert(
      fc.property(arbitrary, ({ changes, joint }) => {
        const before = make(changes)
        const joined = execute(before, joint)
        if (!joined.ok) throw new Error(joined.why)
        const after = execute(joined.project, change.removeJoints({ ids: ['j'] }))
        if (!after.ok) throw new Error(after.why)
        const seen = (m: Model) => m.resolved.instances.map((i) => [i.key, i.size, i.frame, m.recipe(i)])
        expect(seen(modelOf(after.project))).toEqual(seen(modelOf(before)))
      }),
      { numRuns: 3 },
    )
  })
})

test('a panel in four hosts at once grows into each, and each gets a groove as long as the panel', () => {
  fc.assert(
    fc.property(mm(3, 8), mm(2, 6), mm(0, 0.5), mm(0, 1), (t, d, f, g) => {
      const m = built([
        ...block('a', 'up-front', [20, 300], [50, t], [20, 400]),
        ...block('b', 'up-left', [0, 20], [0, 100], [0, 440]),
        ...block('c', 'up-right', [320, 20], [0, 100], [0, 440]),
        ...block('e', 'right-up', [20, 300], [0, 100], [420, 20]),
        ...block('f', 'right-down', [20, 300], [0, 100], [0, 20]),
        join(
          'housing',
          [
            ['a', null],
            ['b', 'edge2'],
            ['c', 'edge1'],
            ['e', 'end2'],
            ['f', 'end1'],
          ],
          { depth: d, fit: f, gap: g },
        ),
      ])
      expect(stops(m)).toEqual([])
      const { length, width } = instance(m, 'a#1')
      expect([length, width]).toEqual([
        expect.closeTo(400 + 2 * (d - g), 9),
        expect.closeTo(300 + 2 * (d - g), 9),
      ])
      // Grooves in the uprights are as long as the panel is high; across, those in top and bottom run
      // through.
      close(volume(m, 'b#1', kernel), 20 * 100 * 440 - d * (t + f) * length)
      close(volume(m, 'e#1', kernel), 20 * 100 * 300 - d * (t + f) * 300)
      expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
    }),
    { numRuns: 20 },
  )
})

describe('a panel glued up from several boards', () => {
  const panel = (second: number, thick: number) =>
    built([
      ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
      ...block('b', 'right-up', [0, 400], [second, 90], [0, thick]),
      ...block('c', 'right-up', [0, 400], [180, 70], [0, 18]),
      join('glue', [
        ['a', 'edge2'],
        ['b', 'edge1'],
        ['c', 'edge1'],
      ]),
    ])
  test('wants its boards edge to edge', () => {
    expect(lookOver(panel(90, 18))).toEqual([])
    expect(stops(panel(89, 18))).toContain('A and B do not lie edge to edge')
  })
  test('and of one thickness', () => {
    expect(lookOver(panel(90, 17)).map((p) => `${p.level} ${p.says}`)).toContain(
      'look A and B are not of one thickness',
    )
  })
})
