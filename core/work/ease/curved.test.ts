/** Eased edges of what is sawn or stands up in lines and arcs, against the surface they have. */
import fc from 'fast-check'
import { change, onFace, Outline, type Change, type Step } from '../../document'
import { modelOf } from '../../model'
import { bodiesOf, welded, type Kernel } from '../../solid'
import { block, built, instance, make, stops, testKernel } from '../../testing/scenario'
import { strictFaults } from '../../testing/strict'
import { runs } from '../../testing/runs'

type Place2 = readonly [number, number]
let fine: Kernel
beforeAll(async () => {
  fine = (await testKernel()).finer(0.008)
})
afterAll(() => fine.close())

const [SIDE, THICK, MIDDLE] = [200, 27, 100]
/** What the chords of outlines and of bits are off at most, and what may not be passed. */
const OFF = 0.02

/** From corner to corner of a star round the middle: straight, or along an arc that bulges by so much. */
interface Star {
  readonly corners: readonly Place2[]
  readonly bulges: readonly number[]
}
const star: fc.Arbitrary<Star> = fc
  .array(fc.tuple(fc.integer({ min: 45, max: 75 }), fc.constantFrom(-0.2, 0, 0, 0.15, 0.35)), {
    minLength: 3,
    maxLength: 7,
  })
  .map((all) => ({
    corners: all.map(([r], k): Place2 => {
      const angle = (2 * Math.PI * k) / all.length + 0.3
      return [MIDDLE + r * Math.cos(angle), MIDDLE + r * Math.sin(angle)]
    }),
    bulges: all.map(([, bulge]) => bulge),
  }))

/** The middle and radius of the arc from one corner to the next; its rise is the bulge times its chord. */
function arcOf(a: Place2, b: Place2, bulge: number) {
  const [u, v] = [b[0] - a[0], b[1] - a[1]]
  const chord = Math.hypot(u, v)
  const rise = bulge * chord
  const radius = (chord * chord) / (8 * Math.abs(rise)) + Math.abs(rise) / 2
  // Outwards is on the right of the way round.
  const in_ = (radius - Math.abs(rise)) * Math.sign(rise)
  const centre: Place2 = [(a[0] + b[0]) / 2 - (v / chord) * in_, (a[1] + b[1]) / 2 + (u / chord) * in_]
  return { centre, radius }
}

function outlineOf({ corners, bulges }: Star, more: Partial<Outline> = {}): Outline {
  const n = corners.length
  const points: Record<string, Place2> = { ...more.points }
  corners.forEach((c, k) => (points[`p${k}`] = c))
  const edges = corners.map((a, k) => {
    const b = corners[(k + 1) % n]!
    const ends = { id: `e${k}`, from: `p${k}`, to: `p${(k + 1) % n}` }
    if (bulges[k] === 0) return { ...ends, kind: 'line' as const }
    points[`c${k}`] = arcOf(a, b, bulges[k]!).centre
    return { ...ends, kind: 'arc' as const, centre: `c${k}`, turns: bulges[k]! > 0 ? 'left' : 'right' }
  })
  return Outline.parse({ points, edges: [...edges, ...(more.edges ?? [])] })
}

/** How far a place is from the outline. */
function toOutline({ corners, bulges }: Star, p: Place2): number {
  const n = corners.length
  return Math.min(
    ...corners.map((a, k) => {
      const b = corners[(k + 1) % n]!
      const ends = Math.min(Math.hypot(p[0] - a[0], p[1] - a[1]), Math.hypot(p[0] - b[0], p[1] - b[1]))
      if (bulges[k] === 0) {
        const [u, v] = [b[0] - a[0], b[1] - a[1]]
        const s = ((p[0] - a[0]) * u + (p[1] - a[1]) * v) / (u * u + v * v)
        return s > 0 && s < 1 ? Math.abs((p[0] - a[0]) * v - (p[1] - a[1]) * u) / Math.hypot(u, v) : ends
      }
      const { centre, radius } = arcOf(a, b, bulges[k]!)
      const angle = (q: Place2) => Math.atan2(q[1] - centre[1], q[0] - centre[0])
      const turn = bulges[k]! > 0 ? 1 : -1
      const whole = (x: number) => ((x % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI)
      const within = whole(turn * (angle(p) - angle(a))) < whole(turn * (angle(b) - angle(a)))
      return within ? Math.abs(Math.hypot(p[0] - centre[0], p[1] - centre[1]) - radius) : ends
    }),
  )
}

const step = (id: string, kind: string, fields: object, more: Partial<Step> = {}): Change =>
  change.addStep({
    on: 'a',
    step: {
      id,
      kind,
      off: false,
      at: onFace('face'),
      fields: fields as Step['fields'],
      options: {},
      ...more,
    },
  })
const board = (...more: Change[]) =>
  make([...block('a', 'right-up', [0, SIDE], [0, SIDE], [0, THICK]), ...more])

/** The corners that stand into the wood, where a file leaves what it does not come to. */
const inside = ({ corners, bulges }: Star): Place2[] =>
  corners.filter((c, k) => {
    const n = corners.length
    const way = (from: number, at: 0 | 1): number => {
      const [a, b] = [corners[from % n]!, corners[(from + 1) % n]!]
      const chord = Math.atan2(b[1] - a[1], b[0] - a[0])
      // An arc leaves its chord by half of what it turns.
      const half = 2 * Math.atan(2 * bulges[from % n]!)
      return chord + (at === 0 ? -half : half)
    }
    const turn = way(k, 0) - way(k + n - 1, 1)
    return c && Math.sin(turn) < 1e-6 && Math.cos(turn) < 1
  })

/** How far the farthest corner or middle of a triangle lies off the surface that eased wood has. */
function farthest(
  p: ReturnType<typeof board>,
  spared: readonly Place2[],
  toIt: (p: Place2) => number,
  r: number,
  up: (z: number) => number,
) {
  const m = modelOf(p)
  const shape = fine.shape(m.recipe(instance(m, 'a#1')))
  expect(bodiesOf(shape)).toEqual({ bodies: 1, hollows: 0 })
  expect(strictFaults(welded(shape))).toEqual([])
  let most = 0
  const { positions: at, triangles: t } = shape
  const corner = (k: number): [number, number, number] => [
    at[3 * t[k]!]!,
    at[3 * t[k]! + 1]!,
    at[3 * t[k]! + 2]!,
  ]
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = [corner(k), corner(k + 1), corner(k + 2)]
    const middle = [0, 1, 2].map((i) => (a[i]! + b[i]! + c[i]!) / 3)
    for (const [x, y, z] of [a, b, c, middle] as Array<[number, number, number]>) {
      const high = up(z)
      if (high < -r - 2) continue
      if (spared.some((q) => Math.hypot(q[0] - x, q[1] - y) < 2 + 2 * r)) continue
      const [u, v] = [r - toIt([x, y]), high + r]
      const off = Math.hypot(Math.max(u, 0), Math.max(v, 0)) + Math.min(Math.max(u, v), 0) - r
      most = Math.max(most, Math.abs(off))
    }
  }
  return most
}

const radius = fc.integer({ min: 2, max: 9 })
const isSound = (p: ReturnType<typeof board>) => stops(modelOf(p)).length === 0

test('all edges of what is sawn to lines and arcs are round, and nothing else is on it', () => {
  fc.assert(
    fc.property(star, radius, (of, r) => {
      const sawn = board(
        step('w1', 'shape', {}, { outline: outlineOf(of) }),
        step('w2', 'ease', { size: String(r) }),
      )
      // Arcs may cross each other.
      fc.pre(isSound(sawn))
      // Both faces alike, how far above the nearer of them.
      expect(
        farthest(
          sawn,
          inside(of),
          (q) => toOutline(of, q),
          r,
          (z) => Math.abs(z - THICK / 2) - THICK / 2,
        ),
      ).toBeLessThan(OFF)
    }),
    { numRuns: runs(20) },
  )
})

/** An egg of four curves about the middle, each a quarter of it, and a place of it at a share of one. */
interface Egg {
  readonly radii: readonly number[]
  readonly full: number
}
const egg: fc.Arbitrary<Egg> = fc.record({
  radii: fc.array(fc.integer({ min: 45, max: 75 }), { minLength: 4, maxLength: 4 }),
  full: fc.constantFrom(0.4, 0.5523, 0.7),
})
const curvesOf = ({ radii, full }: Egg) =>
  radii.map((r, k) => {
    const next = radii[(k + 1) % 4]!
    const [cos, sin] = [Math.cos((k * Math.PI) / 2), Math.sin((k * Math.PI) / 2)]
    const turned = ([u, v]: Place2): Place2 => [MIDDLE + u * cos - v * sin, MIDDLE + u * sin + v * cos]
    const places: Place2[] = [
      [r, 0],
      [r, full * next],
      [full * r, next],
      [0, next],
    ]
    return places.map(turned) as [Place2, Place2, Place2, Place2]
  })
function eggOutline(of: Egg): Outline {
  const curves = curvesOf(of)
  const points: Record<string, Place2> = {}
  const edges = curves.map(([a, b, c], k) => {
    points[`p${k}`] = a
    points[`b${k}`] = b
    points[`c${k}`] = c
    return {
      id: `e${k}`,
      kind: 'curve' as const,
      from: `p${k}`,
      to: `p${(k + 1) % 4}`,
      leave: `b${k}`,
      arrive: `c${k}`,
    }
  })
  return Outline.parse({ points, edges })
}
/** How far places are from an egg, by chords that are a thousandth off it. */
function toEgg(of: Egg): (p: Place2) => number {
  const all = curvesOf(of).flatMap(([a, b, c, d]) =>
    Array.from({ length: 120 }, (_, n): Place2 => {
      const [t, u] = [n / 120, 1 - n / 120]
      const on = (i: 0 | 1) =>
        u * u * u * a[i] + 3 * u * u * t * b[i] + 3 * u * t * t * c[i] + t * t * t * d[i]
      return [on(0), on(1)]
    }),
  )
  const star: Star = { corners: all, bulges: all.map(() => 0) }
  return (p) => toOutline(star, p)
}

test('so are those of curves', () => {
  fc.assert(
    fc.property(egg, radius, (of, r) => {
      const sawn = board(
        step('w1', 'shape', {}, { outline: eggOutline(of) }),
        step('w2', 'ease', { size: String(r) }),
      )
      const off = farthest(sawn, [], toEgg(of), r, (z) => Math.abs(z - THICK / 2) - THICK / 2)
      expect(off).toBeLessThan(OFF)
    }),
    { numRuns: runs(5), endOnFailure: true },
  )
})

test('rounded from both sides to the middle, it is as strict a reader wants it', () => {
  const of: Star = {
    corners: [
      [142.99014201065228, 113.29840929976028],
      [100.72209840445176, 150.9948877231266],
      [41.311675794697564, 119.99201345471015],
      [55.66060334938265, 40.75459591952113],
      [138.0339274960788, 46.06095700493917],
    ],
    bulges: [-0.2, -0.2, 0.15, 0.15, 0.35],
  }
  const sawn = board(step('w1', 'shape', {}, { outline: outlineOf(of) }), step('w2', 'ease', { size: '8' }))
  expect(
    farthest(
      sawn,
      inside(of),
      (q) => toOutline(of, q),
      8,
      (z) => Math.abs(z - THICK / 2) - THICK / 2,
    ),
  ).toBeLessThan(OFF)
})

test('so is the rim of what stands up from a floor', () => {
  const rim: Partial<Outline> = {
    points: { q0: [0, 0], q1: [SIDE, 0], q2: [SIDE, SIDE], q3: [0, SIDE] },
    edges: [0, 1, 2, 3].map((k) => ({ id: `f${k}`, kind: 'line', from: `q${k}`, to: `q${(k + 1) % 4}` })),
  }
  fc.assert(
    fc.property(star, radius, (of, r) => {
      const boss = board(
        step(
          'w1',
          'recess',
          { depth: '12', bit: '0' },
          { outline: outlineOf(of, rim), options: { shape: 'own' } },
        ),
        step('w2', 'ease', { size: String(r) }, { options: { edges: 'around' } }),
      )
      fc.pre(isSound(boss))
      expect(
        farthest(
          boss,
          inside(of),
          (q) => toOutline(of, q),
          r,
          (z) => (z > THICK - 11.9 ? z - THICK : -Infinity),
        ),
      ).toBeLessThan(OFF)
    }),
    { numRuns: runs(20) },
  )
})

test('where a round side comes to the end of a board gently, there is no edge to ease', () => {
  // 60 wide and 100 long, its end sawn to half a round: it touches the end of the blank at its crest.
  const top = (more: readonly Change[]) =>
    built([
      ...block('a', 'right-up', [0, 100], [0, 60], [0, 24]),
      change.addStep({
        on: 'a',
        step: {
          id: 'w1',
          kind: 'saw',
          off: false,
          at: onFace('face'),
          fields: { rise: '30', place: '0', length: '60' },
          options: { shape: 'crown', side: 'end' },
        },
      }),
      ...more,
    ])
  const whole = top([])
  const eased = top([step('w2', 'ease', { size: '3' })])
  expect(stops(eased)).toEqual([])
  const [before, after] = [whole, eased].map((m) => fine.shape(m.recipe(instance(m, 'a#1'))))
  expect(strictFaults(welded(after!))).toEqual([])
  // Round the front and the back, along a perimeter of 60 + 2 × 70 and half a circle; and two short edges.
  const round = 1 - Math.PI / 4
  const taken = 9 * round * (2 * (60 + 140 + Math.PI * 30) + 2 * 24)
  expect(Math.abs((before!.volume - after!.volume) / taken - 1)).toBeLessThan(0.03)
})
