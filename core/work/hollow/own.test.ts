/** What is hollowed: volumes, walls measured square to where they slope, and what leaves no room. */
import fc from 'fast-check'
import { change, onFace, Outline, type Change, type FaceName } from '../../document'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import { bodiesOf, edgesOf, type Kernel, type Shape } from '../../solid'
import { block, instance, make, testKernel } from '../../testing/scenario'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [L, W, T] = [200, 120, 120]
let n = 0
const step = (
  kind: string,
  face: FaceName,
  fields: Record<string, number>,
  options: Record<string, string> = {},
  more = {},
): Change =>
  change.addStep({
    on: 'a',
    step: {
      id: `w${++n}`,
      kind,
      off: false,
      at: onFace(face),
      fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      options,
      ...more,
    },
  })
const blank = (...more: Change[]) =>
  make([
    ...block('a', 'up-right', [0, T], [0, W], [0, L]),
    change.setStock({ id: 'any', changes: { thickness: String(T) } }),
    ...more,
  ])
const shapeOf = (p: ReturnType<typeof blank>): Shape => {
  const m = modelOf(p)
  return kernel.shape(m.recipe(instance(m, 'a#1')))
}
const says = (p: ReturnType<typeof blank>) => lookOver(modelOf(p)).flatMap((x) => (x.step ? [x.says] : []))

type Spot = readonly [number, number, number]
const less = (a: Spot, b: Spot): Spot => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const times = (a: Spot, b: Spot): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const spotsOf = ({ positions: p }: Shape, k: number): Spot => [p[3 * k]!, p[3 * k + 1]!, p[3 * k + 2]!]

test('a box hollowed from a face is the box less what is within its walls', () => {
  const inside = (L - 12) * (W - 12) * (T - 10)
  expect(shapeOf(blank(step('hollow', 'face', { wall: 6, floor: 10 }))).volume).toBeCloseTo(
    L * W * T - inside,
    0,
  )
  const through = shapeOf(blank(step('hollow', 'end1', { wall: 6 }, { bottom: 'through' })))
  expect(through.volume).toBeCloseTo(L * (W * T - (W - 12) * (T - 12)), 0)
  expect(bodiesOf(through)).toEqual({ bodies: 1, hollows: 0 })
})

const sizes = fc.record({
  w: fc.double({ min: 50, max: W, noNaN: true }),
  t: fc.double({ min: 50, max: T, noNaN: true }),
  wall: fc.double({ min: 3, max: 9, noNaN: true }),
  floor: fc.double({ min: 3, max: 20, noNaN: true }),
})

test(
  'a hopper’s walls are as thick as asked, square to their slopes; its volume is a prismatoid ' +
    'less another',
  () => {
    fc.assert(
      fc.property(sizes, ({ w, t, wall, floor }) => {
        // Wide at its near end, where it is open, narrow at its far end.
        const p = blank(
          step('taper', 'face', { width1: W, thickness1: T, width3: w, thickness3: t }),
          step('hollow', 'end1', { wall, floor }),
        )
        const shape = shapeOf(p)
        const half = (big: number, small: number) => {
          const slope = (big - small) / 2 / L
          const across = wall * Math.hypot(1, slope)
          return (z: number) => big / 2 - slope * z - across
        }
        const [u, v] = [half(W, w), half(T, t)]
        const deep = L - floor
        const area = (z: number) => 4 * u(z) * v(z)
        const hollow = (deep / 6) * (area(0) + 4 * area(deep / 2) + area(deep))
        const outer = (L / 6) * (W * T + (W + w) * (T + t) + w * t)
        expect(Math.abs(shape.volume / (outer - hollow) - 1)).toBeLessThan(1e-3)
        // The corners within lie no nearer to any outer side than the wall is thick.
        const slopes = [
          [(W - w) / 2 / L, W / 2],
          [(T - t) / 2 / L, T / 2],
        ] as const
        for (let k = 0; k < shape.positions.length; k += 3) {
          const [x, y, z] = [...shape.positions.slice(k, k + 3)] as [number, number, number]
          const off = [y - W / 2, z - T / 2].map(
            (at, i) => (slopes[i]![1] - slopes[i]![0] * x - Math.abs(at)) / Math.hypot(1, slopes[i]![0]),
          )
          const within = off.every((o) => o > 1)
          if (within) expect(Math.min(...off)).toBeGreaterThan(wall - 2e-3)
        }
      }),
      { numRuns: runs(40) },
    )
  },
)

test('walls of an angled piece are nowhere thinner than asked', () => {
  const outline = {
    points: { p1: [0, 0], p2: [200, 0], p3: [200, 50], p4: [70, 50], p5: [70, 120], p6: [0, 120] },
    edges: [1, 2, 3, 4, 5, 6].map((k) => ({
      id: `e${k}`,
      kind: 'line',
      from: `p${k}`,
      to: `p${(k % 6) + 1}`,
    })),
    facts: [],
    corners: [],
    mirror: null,
  }
  const p = blank(step('shape', 'face', {}, {}, { outline }), step('hollow', 'face', { wall: 6, floor: 8 }))
  const ell = 200 * 50 + 70 * 70
  // About the inside corner of the wood the wall is round.
  const within = 188 * 38 + 58 * 70 + 36 * (1 - Math.PI / 4)
  const shape = shapeOf(p)
  expect(Math.abs(shape.volume / (ell * T - within * (T - 8)) - 1)).toBeLessThan(1e-3)
  // Of its six upright corners within, one is round, and is seen without an edge.
  const upright = edgesOf(shape)
    .filter((e) => e.sharp)
    .map(({ a, b }) => [spotsOf(shape, a), spotsOf(shape, b)] as const)
    .filter(([a, b]) => Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-3 && Math.abs(a[2] - b[2]) > 1)
    .filter(
      ([[x, y]]) =>
        x > 1 && x < L - 1 && y > 1 && y < W - 1 && !(Math.abs(x - 70) < 1 && Math.abs(y - 50) < 1),
    )
  expect(new Set(upright.map(([[x, y]]) => `${x.toFixed(1)} ${y.toFixed(1)}`)).size).toBe(5)
})

/** How far a place is from a triangle (Ericson, Real-Time Collision Detection, 5.1.5). */
function offTriangle(p: Spot, a: Spot, b: Spot, c: Spot): number {
  const [ab, ac, ap] = [less(b, a), less(c, a), less(p, a)]
  const far = (v: number, w: number) => Math.hypot(...[0, 1, 2].map((i) => ap[i]! - v * ab[i]! - w * ac[i]!))
  const [d1, d2] = [times(ab, ap), times(ac, ap)]
  if (d1 <= 0 && d2 <= 0) return far(0, 0)
  const bp = less(p, b)
  const [d3, d4] = [times(ab, bp), times(ac, bp)]
  if (d3 >= 0 && d4 <= d3) return far(1, 0)
  const vc = d1 * d4 - d3 * d2
  if (vc <= 0 && d1 >= 0 && d3 <= 0) return far(d1 / (d1 - d3), 0)
  const cp = less(p, c)
  const [d5, d6] = [times(ab, cp), times(ac, cp)]
  if (d6 >= 0 && d5 <= d6) return far(0, 1)
  const vb = d5 * d2 - d1 * d6
  if (vb <= 0 && d2 >= 0 && d6 <= 0) return far(0, d2 / (d2 - d6))
  const va = d3 * d6 - d5 * d4
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    const w = (d4 - d3) / (d4 - d3 + (d5 - d6))
    return far(1 - w, w)
  }
  const sum = va + vb + vc
  return far(vb / sum, vc / sum)
}

/** Sections of so many corners about the middle, one at each end; every other corner may go in. */
const sections = (n: number, twist: number, dent: number) => {
  const loop = (far: number, turn: number, first: number) => {
    const all = Array.from({ length: n }, (_, k) => {
      const a = turn + (2 * Math.PI * k) / n
      const r = k % 2 === 1 ? far * dent : far
      return [`p${first + k}`, [W / 2 + r * Math.cos(a), T / 2 + r * Math.sin(a)]] as const
    })
    return {
      points: all,
      edges: all.map(([from], k) => ({ id: `e${first + k}`, kind: 'line', from, to: all[(k + 1) % n]![0] })),
    }
  }
  const [near, far] = [loop(58, 0, 0), loop(40, twist, 100)]
  return Outline.parse({
    points: Object.fromEntries([...near.points, ...far.points]),
    edges: [...near.edges, ...far.edges],
  })
}

test('walls within sides that wind or go in are nowhere thinner than asked, and hardly thicker', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 3 }),
      fc.double({ min: 0, max: 0.12, noNaN: true }),
      fc.double({ min: 0.75, max: 1, noNaN: true }),
      fc.double({ min: 3, max: 8, noNaN: true }),
      fc.constantFrom('end1' as const, 'end2' as const),
      (half, twist, dent, wall, end) => {
        const outline = sections(2 * half, twist, dent)
        const drawn = step('taper', 'face', {}, { form1: 'drawn', form3: 'drawn' }, { outline })
        const p = blank(drawn, step('hollow', end, { wall, floor: 10 }))
        expect(says(p).filter((s) => !/dimensions? missing/.test(s))).toEqual([])
        const [body, hollow] = [shapeOf(blank(drawn)), shapeOf(p)]
        // All sides but the ends.
        const sides = Array.from({ length: body.triangles.length / 3 }, (_, k) =>
          [0, 1, 2].map((i) => spotsOf(body, body.triangles[3 * k + i]!)),
        ).filter((t) => !t.every(([x]) => x < 1e-6) && !t.every(([x]) => x > L - 1e-6))
        const [open, floor] = end === 'end1' ? [0, L - 10] : [L, 10]
        expect(bodiesOf(hollow)).toEqual({ bodies: 1, hollows: 0 })
        const off: number[] = []
        const count = hollow.positions.length / 3
        for (let k = 0; k < count; k += Math.ceil(count / 1500)) {
          const at = spotsOf(hollow, k)
          const least = Math.min(...sides.map(([a, b, c]) => offTriangle(at, a!, b!, c!)))
          if (least < 0.01) continue
          off.push(least)
          // Nothing is taken beyond the floor.
          expect(Math.abs(at[0] - open)).toBeLessThan(Math.abs(floor - open) + 1e-6)
        }
        expect(off.length).toBeGreaterThan(5)
        expect(Math.min(...off)).toBeGreaterThan(wall - 0.01)
        off.sort((a, b) => a - b)
        expect(off[Math.floor(off.length / 2)]!).toBeLessThan(wall * 1.05 + 0.3)
      },
    ),
    { numRuns: 5 },
  )
})

test('walls of wood with a waist follow its sides to the open end', () => {
  const narrowing = { width1: 120, thickness1: 120, width3: 60, thickness3: 60, at3: 150 }
  const mouth = { width1: 60, thickness1: 60, at1: 150, width3: 56, thickness3: 56 }
  const shape = shapeOf(
    blank(
      step('taper', 'face', narrowing),
      step('taper', 'face', mouth),
      step('hollow', 'end2', { wall: 8, floor: 8 }),
    ),
  )
  const rim = Array.from({ length: shape.positions.length / 3 }, (_, k) => spotsOf(shape, k)).filter(
    ([x]) => Math.abs(x - L) < 1e-3,
  )
  // 56 there, less a wall of 8 square to a side that comes in by 2 over 50.
  const within = 28 - 8 * Math.hypot(1, 2 / 50)
  const off = [
    ...new Set(rim.map(([, y, z]) => Math.max(Math.abs(y - W / 2), Math.abs(z - T / 2)).toFixed(3))),
  ]
  expect(off.sort()).toEqual([within.toFixed(3), '28.000'])
})

test('walls and floors that leave no room are refused in a sentence', () => {
  expect(says(blank(step('hollow', 'end1', { wall: 60 })))).toContain(
    'Two walls of 60 leave no room in A, which is 120 there',
  )
  expect(says(blank(step('hollow', 'face', { wall: 6, floor: 120 })))).toContain(
    'A floor of 120 leaves no room in A, which is 120 thick there',
  )
  expect(says(blank(step('hollow', 'face', { wall: 0 })))).toContain(
    'The walls of A are thicker than nothing',
  )
})
