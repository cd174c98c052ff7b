import fc from 'fast-check'
import { type Change } from '../document'
import { type Model } from '../model'
import { toRoom, type Vec3 } from '../pieces'
import { type Kernel } from '../solid'
import { block, built, instance, join, sharedWood, stops, testKernel, volume } from '../testing/scenario'
import { close, mm, polygon, rail } from '../testing/joinery'
import { type Bore, type Mortise, type Sockets } from '../work'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

describe('the gap is the fit where it should be, and nothing elsewhere', () => {
  const fit = 0.4
  // Two pieces, the way the first may be pushed before it touches, and how far that is.
  const pushed: Array<[string, readonly Change[], (d: number) => readonly [number, number, number]]> = [
    [
      'housing',
      [...rail(90, 18, { w: 60, t: 20 }, false), join('housing', ['a.end2', 'b'], { depth: 6, fit })],
      (d) => [0, d, 0],
    ],
    [
      'tenon, across',
      [
        ...rail(90, 18, { w: 60, t: 40 }, false),
        join('tenon', ['a.end2', 'b'], { length: 20, fit, shoulder: 5 }),
      ],
      (d) => [0, d, 0],
    ],
    [
      'tenon, along',
      [
        ...rail(90, 18, { w: 60, t: 40 }, false),
        join('tenon', ['a.end2', 'b'], { length: 20, fit, shoulder: 5 }),
      ],
      (d) => [0, 0, d],
    ],
    [
      'tabs',
      [...rail(300, 18, { w: 60, t: 18 }, false), join('tabs', ['a.end2', 'b'], { count: 2, fit })],
      (d) => [0, 0, d],
    ],
    [
      'lap',
      [
        ...block('a', 'right-up', [0, 400], [150, 50], [0, 20]),
        ...block('b', 'back-up', [150, 60], [0, 400], [0, 20]),
        join('lap', ['a', 'b'], { fit }),
      ],
      (d) => [d, 0, 0],
    ],
    [
      'tongue',
      [
        ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
        ...block('b', 'right-up', [0, 400], [90, 90], [0, 18]),
        join('tongue', ['a.edge2', 'b'], { depth: 6, fit }),
      ],
      (d) => [0, 0, d],
    ],
    [
      'fingers',
      [
        ...block('a', 'right-front', [0, 300], [0, 12], [0, 90]),
        ...block('b', 'back-right', [300, 12], [0, 200], [0, 90]),
        join('fingers', ['a.end2', 'b.end1'], { count: 5, fit }),
      ],
      (d) => [0, 0, d],
    ],
    [
      'dovetail',
      [
        ...block('a', 'right-front', [0, 300], [0, 12], [0, 90]),
        ...block('b', 'back-right', [300, 12], [0, 200], [0, 90]),
        join('dovetail', ['a.end2', 'b.end1'], { count: 2, pin: 6, fit }),
      ],
      (d) => [0, 0, d],
    ],
  ]
  test.each(pushed)('%s', (_, changes, push) => {
    const m = built(changes)
    expect(stops(m)).toEqual([])
    const [a, b] = [instance(m, 'a#1'), instance(m, 'b#1')]
    const shares = (d: number) => {
      const origin = push(d).map((n, i) => a.frame.origin[i]! + n) as unknown as Vec3
      return kernel.sharedVolume(
        { recipe: m.recipe(a), frame: { ...a.frame, origin } },
        { recipe: m.recipe(b), frame: b.frame },
      )
    }
    for (const way of [1, -1]) {
      expect(shares(way * (fit / 2 - 0.001))).toBeLessThan(1e-3)
      expect(shares(way * (fit / 2 + 0.01))).toBeGreaterThan(0.05)
    }
  })
})

describe('dovetails and fingers', () => {
  const corner = (w: number, t: number, T: number, ...joint: Parameters<typeof join>) =>
    built([
      ...block('a', 'right-front', [0, 300], [0, t], [0, w]),
      ...block('b', 'back-right', [300, T], [0, 200], [0, w]),
      join(...joint),
    ])
  const ends: Parameters<typeof join>[1] = ['a.end2', 'b.end1']
  const sockets = (m: Model, key: string) =>
    m.features(instance(m, key)).find((f) => f.kind === 'sockets')!.data as Sockets

  test('counts follow the width, and nothing is narrower than the tool', () => {
    fc.assert(
      fc.property(mm(60, 300), mm(6, 20), mm(3, 25), (w, t, tool) => {
        const m = corner(w, t, t, 'fingers', ends, { width: t, tool })
        const n = Math.max(2, Math.round((w / t - 1) / 2) * 2 + 1)
        if (w / n < tool) return expect(stops(m)[0]).toMatch(/narrower than the tool/)
        expect(sockets(m, 'a#1').count + sockets(m, 'b#1').count).toBe(n)
        expect(sockets(m, 'a#1').width).toBeCloseTo(w / n, 9)
      }),
    )
  })
  test('sockets are the complement of the tails within the fit', () => {
    fc.assert(
      fc.property(
        mm(100, 250),
        mm(10, 20),
        fc.integer({ min: 1, max: 4 }),
        mm(4, 8),
        fc.integer({ min: 5, max: 12 }),
        (w, t, n, pin, slope) => {
          const m = corner(w, t, t, 'dovetail', ends, { count: n, pin, slope })
          // Tails, and what is left between them, fill the corner.
          const tails = volume(m, 'a#1', kernel) - 300 * w * t
          const pins = volume(m, 'b#1', kernel) - (200 - t) * w * t
          close(tails + pins, t * t * w)
          const wide = sockets(m, 'a#1').width
          close(tails, n * t * t * (wide - t / slope))
        },
      ),
      { numRuns: 30 },
    )
  })
  test('a slope by its angle is the same as by its ratio', () => {
    const by = (how: Record<string, string | number>) =>
      volume(corner(120, 15, 15, 'dovetail', ends, { count: 2, pin: 6, ...how }), 'a#1', kernel)
    close(by({ angle: `${(Math.atan(1 / 6) * 180) / Math.PI}deg` }), by({ slope: 6 }))
  })
})

describe('corners that a bit has to reach', () => {
  const slotted = (relief: string, bit = 6) =>
    built([
      ...rail(200, 18, { w: 80, t: 18 }, false),
      join('tabs', ['a.end2', 'b'], { count: 2, bit }, { relief }),
    ])
  test.each(['round', 'T'])('%s relief takes the corner out, and only near it', (relief) => {
    const [plain, relieved] = [slotted('none'), slotted(relief)]
    expect(stops(relieved)).toEqual([])
    expect(sharedWood(relieved, kernel)).toBeLessThan(1e-3)
    const lost = ['a#1', 'b#1'].map((k) => volume(plain, k, kernel) - volume(relieved, k, kernel))
    // Eight corners of two slots; four roots of two tabs. A hole in a wall takes half of itself; one on the
    // diagonal two segments beyond lines r/√2 from its middle, (π/2 − 1) r² together.
    const hole = relief === 'T' ? (polygon(3) * 18) / 2 : (Math.PI / 2 - 1) * 9 * 18
    for (const [n, v] of [
      [4, lost[0]!],
      [8, lost[1]!],
    ] as const) {
      expect(v / (n * hole)).toBeGreaterThan(0.9)
      expect(v / (n * hole)).toBeLessThan(1.01)
    }
    const slot = relieved.features(instance(relieved, 'b#1')).find((f) => f.kind === 'mortise')!
      .data as Mortise
    // A hole's rim passes through the very corner.
    const corner = slot.region.min
    const drill = slot.tools.find(
      (t) => t.kind === 'drill' && Math.hypot(t.at[0] - corner[0], t.at[1] - corner[1]) < 4,
    )!
    expect(
      drill.kind === 'drill' && Math.hypot(drill.at[0] - corner[0], drill.at[1] - corner[1]),
    ).toBeCloseTo(3, 9)
  })
})

describe('pocket screws', () => {
  const m = built([
    ...rail(90, 19, { w: 60, t: 40 }, false),
    join('pockets', ['a.end2', 'b'], {
      diameter: 4,
      length: 32,
      pocket: 9.5,
      count: 2,
      spacing: 60,
      inset: 20,
    }),
  ])
  const bores = (key: string) => m.features(instance(m, key)).map((f) => f.data as Bore)

  test('lean by their angle, leave wood before the pocket, and meet their pilots', () => {
    expect(stops(m)).toEqual([])
    const [pocket, through] = bores('a#1') as [Bore, Bore]
    const [pilot] = bores('b#1') as [Bore]
    const lean = (b: Bore) => (Math.asin(Math.abs(b.along[2])) * 180) / Math.PI
    expect(lean(pocket)).toBeCloseTo(15, 9)
    // The pocket's shoulder is half the thickness before the end.
    const shoulder = pocket.at[0]![0] + pocket.along[0] * pocket.depth
    expect(300 - shoulder).toBeCloseTo(9.5 - (9.5 - 9), 0)
    expect(through.diameter).toBe(4)
    // The line comes out of the end where the pilot goes in.
    const t = (300 - through.at[0]![0]) / through.along[0]
    const out = through.at[0]!.map((n, i) => n + through.along[i]! * t) as unknown as Vec3
    const a = toRoom(instance(m, 'a#1').frame, out)
    const b = toRoom(instance(m, 'b#1').frame, pilot.at[0]!)
    a.forEach((n, i) => expect(n).toBeCloseTo(b[i]!, 9))
    expect(m.supplies).toEqual([{ name: 'Pocket screw ⌀ 4 × 32', quantity: 2 }])
  })
})
