import fc from 'fast-check'
import { FACINGS, frameIn, STILL, turnAt, unitVector, type Frame, type Vec3 } from '../pieces'
import { boxRecipe, type Kernel } from '../solid'
import { testKernel } from '../testing/scenario'
import {
  boxInto,
  boxTool,
  gridded,
  runOut,
  toolInto,
  toolMouth,
  toolSignature,
  type Lay,
  type Tool,
} from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const size: Vec3 = [300, 120, 40]
const part = (max: number) => fc.integer({ min: 1, max })
const block = fc
  .tuple(part(150), part(60), part(20), part(140), part(50), part(18))
  .map(([x, y, z, l, w, t]) => boxTool({ min: [x, y, z], max: [x + l, y + w, z + t] }))
const tool: fc.Arbitrary<Tool> = fc.oneof(
  block,
  fc.tuple(part(200), part(80), part(15), part(60), part(30)).map(([x, y, r, l, d]): Tool => ({
    kind: 'prism',
    depth: d,
    outline: [
      [0, 0],
      [l, 0],
      [l / 2, r],
    ],
    frame: { origin: [x, y, 5], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] },
  })),
  fc
    .tuple(part(290), part(110), part(9), part(30))
    .map(([x, y, r, d]): Tool => ({
      kind: 'drill',
      at: [x, y, 41],
      along: [0, 0, -1],
      radius: r,
      depth: d,
      tip: r / 2,
    })),
  fc.tuple(part(200), part(60)).map(([x, deg]): Tool => {
    const a = (deg * Math.PI) / 180
    return { kind: 'plane', normal: [Math.cos(a), Math.sin(a), 0], offset: 60 + x }
  }),
)
const turned = fc
  .tuple(part(500), part(500), part(360), part(9), part(9))
  .map(([x, y, d, p, q]): Frame => turnAt([x, y, 100], unitVector([p, -q, 5]), d))

const left = (tools: readonly Tool[]) => kernel.shape(boxRecipe(size, [{ work: 'w', tools }])).volume

test('a tool told in another frame and back takes the same wood', () => {
  fc.assert(
    fc.property(tool, turned, (t, frame) => {
      const home: Frame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }
      const back = toolInto(home, frame, toolInto(frame, home, t))
      expect(left([back]) / left([t])).toBeCloseTo(1, 6)
    }),
    { numRuns: 60 },
  )
})

test('between frames that lie along each other a block stays a block of the same sizes', () => {
  fc.assert(
    fc.property(block, fc.constantFrom(...FACINGS), fc.constantFrom(...FACINGS), (t, f, g) => {
      const room = { min: [0, 0, 0] as Vec3, max: [500, 400, 300] as Vec3 }
      if (t.kind !== 'box') return
      const moved = boxInto(frameIn(room, g), frameIn(room, f), t)!
      const sizes = (b: { min: Vec3; max: Vec3 }) =>
        b.max.map((n, i) => Math.round((n - b.min[i]!) * 1e6)).sort()
      expect(sizes(moved)).toEqual(sizes(t))
    }),
  )
})

const asIs: Lay = { order: [0, 1, 2], flip: [false, false, false] }

test('a signature is the same on a board turned end for end, and tells different work apart', () => {
  fc.assert(
    fc.property(tool, tool, fc.tuple(fc.boolean(), fc.boolean(), fc.boolean()), (a, b, flip) => {
      expect(toolSignature(a, size, asIs)).toBe(toolSignature({ ...a }, size, asIs))
      const same = Math.abs(left([a]) - left([b])) < 1e-6
      if (!same) expect(toolSignature(a, size, asIs)).not.toBe(toolSignature(b, size, asIs))
      // A block in the very middle is where it was, however the board is turned.
      const middle = boxTool({ min: [100, 40, 10], max: [200, 80, 30] })
      expect(toolSignature(middle, size, { ...asIs, flip })).toBe(toolSignature(middle, size, asIs))
    }),
    { numRuns: 200 },
  )
})

test('outlines over the same corners in another order are told apart; told from elsewhere not', () => {
  const frame: Frame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }
  const prism = (outline: Array<[number, number]>): Tool => ({ kind: 'prism', frame, outline, depth: 10 })
  // Five corners, gone round in two ways that do not cross themselves.
  const [a, b, c, d, e]: Array<[number, number]> = [
    [0, 0],
    [40, 0],
    [40, 40],
    [20, 15],
    [0, 40],
  ]
  const one = toolSignature(prism([a!, b!, c!, d!, e!]), size, asIs)
  expect(toolSignature(prism([a!, b!, c!, e!, d!]), size, asIs)).not.toBe(one)
  expect(toolSignature(prism([d!, c!, b!, a!, e!]), size, asIs)).toBe(one)
})

test('sizes on the border of a thousandth are one size, whichever way they were reckoned', () => {
  for (let n = 1; n < 512; n++) {
    const mm = (n * 25.4) / 64
    for (const whole of [19.05, 234.95, 1041.4]) expect(gridded(whole - (whole - mm))).toBe(gridded(mm))
  }
})

test('a cut at the surface runs out of the wood, one inside does not', () => {
  expect(runOut({ min: [0, 40, 10], max: [300, 80, 40] }, size)).toEqual({
    kind: 'box',
    min: [-1, 40, 10],
    max: [301, 80, 41],
  })
  // Neither leaves a skin, nor takes more than the block itself.
  expect(left([runOut({ min: [0, 0, 30], max: [300, 120, 40] }, size)])).toBeCloseTo(300 * 120 * 30, 3)
})

test('a hole is told apart by the way it is drilled, under every way of laying the board', () => {
  const place = fc.tuple(
    fc.integer({ min: 1, max: 99 }),
    fc.integer({ min: 1, max: 79 }),
    fc.integer({ min: 1, max: 39 }),
  )
  const lays = Array.from({ length: 8 }, (_, k): Lay => ({
    order: [0, 1, 2],
    flip: [0, 1, 2].map((i) => ((k >> i) & 1) === 1) as unknown as Lay['flip'],
  }))
  fc.assert(
    fc.property(
      place,
      fc.constantFrom(0, 1, 2),
      fc.constantFrom(1, -1),
      fc.constantFrom(...lays),
      (at, axis, way, lay) => {
        const along = [0, 1, 2].map((i) => (i === axis ? way : 0)) as unknown as Vec3
        const hole = (toward: Vec3, from: Vec3): Tool => ({
          kind: 'drill',
          at: from,
          along: toward,
          radius: 3,
          depth: 12,
          tip: 1,
        })
        // The same hole as a board laid otherwise has it: its place and its direction are both seen the other
        // way.
        const seen = (v: Vec3, whole: Vec3) =>
          v.map((n, i) => (lay.flip[i] ? whole[i]! - n : n)) as unknown as Vec3
        const turned = hole(seen(along, [0, 0, 0]), seen(at, size))
        expect(toolSignature(hole(along, at), size, lay)).toBe(toolSignature(turned, size, asIs))
        const back = along.map((n) => -n + 0) as unknown as Vec3
        expect(toolSignature(hole(back, at), size, lay)).not.toBe(toolSignature(hole(along, at), size, lay))
      },
    ),
  )
})

test('what a tool takes of a plane is as large as the slice of its solid there, however it is told', () => {
  fc.assert(
    fc.property(
      block,
      fc.constantFrom<0 | 1 | 2>(0, 1, 2),
      fc.constantFrom(...FACINGS),
      (t, axis, facing) => {
        const to = frameIn({ min: [-20, -30, -40], max: [280, 90, 0] }, facing)
        const turned = toolInto(to, STILL, t)
        if (turned.kind !== 'box') return
        const middle = (turned.min[axis] + turned.max[axis]) / 2
        const [loop, ...more] = toolMouth(turned, axis, middle)
        expect(more).toEqual([])
        const [u, v] = ([0, 1, 2] as const).filter((i) => i !== axis) as [0 | 1, 1 | 2]
        const area = loop!.reduce((sum, p, k) => {
          const q = loop![(k + 1) % loop!.length]!
          return sum + (p[u] * q[v] - p[v] * q[u]) / 2
        }, 0)
        const wide = ([u, v] as const).map((i) => turned.max[i] - turned.min[i])
        expect(Math.abs(area)).toBeCloseTo(wide[0]! * wide[1]!, 6)
        expect(loop!.every((p) => Math.abs(p[axis] - middle) < 1e-9)).toBe(true)
        expect(toolMouth(turned, axis, turned.max[axis] + 1)).toEqual([])
        // The same as a prism, swept along the axis, and told lying across it not at all.
        const prism: Tool = {
          kind: 'prism',
          frame: { origin: [0, 0, 3], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] },
          outline: [
            [0, 0],
            [8, 0],
            [0, 6],
          ],
          depth: 10,
        }
        expect(toolMouth(prism, 2, 7)).toEqual([
          [
            [0, 0, 7],
            [8, 0, 7],
            [0, 6, 7],
          ],
        ])
        expect(toolMouth(prism, 2, 14)).toEqual([])
        expect(toolMouth(prism, 0, 4)).toEqual([])
      },
    ),
    { numRuns: 40, endOnFailure: true },
  )
})
