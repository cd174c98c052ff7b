import fc from 'fast-check'
import { bodiesOf, boxRecipe, type Kernel, type Shape } from '../../solid'
import type { Vec3 } from '../../pieces'
import { testKernel } from '../../testing/scenario'
import { cutAt, type Rim, type Run, type Tool, type Vec2 } from '../tool'
import { leaningSides } from './lean'
import { waysAlong } from './way'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const SIZE: Vec3 = [60, 40, 12]
type Loop = readonly Vec2[]
const through = (outline: Loop): Tool => ({
  kind: 'prism',
  frame: { origin: [0, 0, -1], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] },
  outline,
  depth: SIZE[2] + 2,
})
const going = (more: Partial<Run>): Run => ({
  kind: 'run',
  frame: { origin: [0, 0, SIZE[2]], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] },
  loops: 'all',
  sides: [],
  spared: [],
  sharp: false,
  holes: false,
  off: 0,
  profile: [
    [3, 0],
    [3, 4],
  ],
  depth: 4,
  short: [0, 0],
  among: null,
  ...more,
})
const shapeOf = (tools: readonly Tool[], r: Run): Shape =>
  kernel.shape(
    boxRecipe(
      SIZE,
      tools.map((t, k) => ({ work: `w${k}`, tools: [t] })),
      [{ work: 'run', tools: [r] }],
    ),
  )

/** Whether a place is in the wood: a ray in an odd way meets its surface an odd number of times. */
function inside({ positions: p, triangles: t }: Shape, [x, y, z]: Vec3): boolean {
  let odd = false
  for (let k = 0; k < t.length; k += 3) {
    const [a, b, c] = [3 * t[k]!, 3 * t[k + 1]!, 3 * t[k + 2]!]
    const [ax, ay, bx, by, cx, cy] = [
      p[a]! - x,
      p[a + 1]! - y,
      p[b]! - x,
      p[b + 1]! - y,
      p[c]! - x,
      p[c + 1]! - y,
    ]
    const [u, v, w] = [bx * cy - cx * by, cx * ay - ax * cy, ax * by - bx * ay]
    if ((u < 0 || v < 0 || w < 0) && (u > 0 || v > 0 || w > 0)) continue
    const sum = u + v + w
    if (sum === 0) continue
    if ((u * p[a + 2]! + v * p[b + 2]! + w * p[c + 2]!) / sum > z) odd = !odd
  }
  return odd
}

const inLoop = (loop: Loop, [x, y]: Vec2): boolean =>
  loop.reduce((odd, [a, b], k) => {
    const [c, d] = loop[(k + 1) % loop.length]!
    return b > y !== d > y && x < a + ((y - b) / (d - b)) * (c - a) ? !odd : odd
  }, false)
const FINE = 0.1
/** Places along the border of what is left of a board. */
function border(board: Loop, openings: readonly Loop[]): Float64Array {
  const along = (loop: Loop, keep: (at: Vec2) => boolean) =>
    loop.flatMap(([a, b], k) => {
      const [c, d] = loop[(k + 1) % loop.length]!
      const n = Math.ceil(Math.hypot(c - a, d - b) / FINE)
      return Array.from({ length: n + 1 }, (_, i): Vec2 => [
        a + ((c - a) * i) / n,
        b + ((d - b) * i) / n,
      ]).filter(keep)
    })
  return Float64Array.from(
    [
      ...along(board, (at) => !openings.some((o) => inLoop(o, at))),
      ...openings.flatMap((o) => along(o, (at) => inLoop(board, at))),
    ].flat(),
  )
}
const nearest = (all: Float64Array, x: number, y: number): number => {
  let least = Infinity
  for (let k = 0; k < all.length; k += 2) {
    const away = (all[k]! - x) ** 2 + (all[k + 1]! - y) ** 2
    if (away < least) least = away
  }
  return Math.sqrt(least)
}

const GRID = 0.2
/** Centres that a bit which keeps off by so much can be put at, on a grid. */
function centres(openings: readonly Loop[], off: number, reach: number): Float64Array {
  const board: Loop = [
    [0, 0],
    [SIZE[0], 0],
    [SIZE[0], SIZE[1]],
    [0, SIZE[1]],
  ]
  const all: number[] = []
  const line = border(board, openings)
  for (let x = -reach; x <= SIZE[0] + reach; x += GRID)
    for (let y = -reach; y <= SIZE[1] + reach; y += GRID) {
      const at: Vec2 = [x, y]
      const wood = inLoop(board, at) && !openings.some((o) => inLoop(o, at))
      if (!wood && nearest(line, x, y) >= off) all.push(x, y)
    }
  return Float64Array.from(all)
}

const AT = { numRuns: runs(6), endOnFailure: true }
/** Numbers from 0 to 1, the same for the same seed. */
function* numbers(seed: number): Generator<number, never> {
  for (let n = seed >>> 0; ;) {
    n = (Math.imul(n, 1664525) + 1013904223) >>> 0
    yield n / 2 ** 32
  }
}
const PLACES = 1700
/** An opening or a bay of the edge: a star of corners round a middle. */
const opening = fc
  .tuple(
    fc.constantFrom<Vec2>([20, 20], [40, 18], [0, 20], [60, 40]),
    fc.array(fc.double({ min: 5, max: 14, noNaN: true }), { minLength: 4, maxLength: 7 }),
  )
  .map(([[x, y], reaches]): Loop =>
    reaches.map((r, k) => {
      const a = (2 * Math.PI * k) / reaches.length
      return [x + r * Math.cos(a), y + r * Math.sin(a)]
    }),
  )

test('what is left is what a bit leaves that is put wherever it can be', () => {
  fc.assert(
    fc.property(
      opening,
      fc.double({ min: 0.5, max: 4, noNaN: true }),
      fc.constantFrom<Vec2[]>(
        [
          [3, 0],
          [3, 5],
        ],
        [
          [0, 0],
          [4, 4],
        ],
        [
          [1, 0],
          [3, 2],
          [1.5, 4],
        ],
      ),
      fc.integer(),
      (hole, off, bit, seed) => {
        const profile = bit.map(([r, z]): Vec2 => [off + r, z])
        const depth = bit.at(-1)![1]
        const r = going({ off, profile, depth })
        const shape = shapeOf([through(hole)], r)
        expect(bodiesOf(shape).hollows).toBe(0)
        const all = centres([hole], off, off + 5)
        const line = cutAt(r)
        const next = numbers(seed)
        for (let n = 0; n < PLACES; n++) {
          const [a, b, c] = [next.next().value, next.next().value, next.next().value]
          // Every fourth near a corner of the board, where ways meet.
          const near = n % 4 === 0 ? 0.15 : 1
          const at: Vec3 = [a * near * SIZE[0], b * near * SIZE[1], SIZE[2] - depth * (0.05 + 0.9 * c)]
          if (inLoop(hole, [at[0], at[1]])) continue
          const z = at[2] - SIZE[2]
          const k = line.findIndex(([, h], n) => n + 1 < line.length && h <= z && line[n + 1]![1] >= z)
          const [[r0, z0], [r1, z1]] = [line[k]!, line[k + 1]!]
          const radius = r0 + ((r1 - r0) * (z - z0)) / (z1 - z0)
          const by = radius - nearest(all, at[0], at[1])
          // On the grid a centre in a narrow corner may be missed by twice its step, arcs by their chords.
          if (by > 0.06) expect([at, 'left', inside(shape, at)]).toEqual([at, 'left', false])
          if (by < -GRID * 2 - 0.06) expect([at, 'left', inside(shape, at)]).toEqual([at, 'left', true])
        }
      },
    ),
    AT,
  )
})

test('a corner where the way round an opening begins is cut as all others are', () => {
  // The outline of which it was found: one corner stands into it, five are inside corners.
  const hole: Loop = [
    [50.29, 18],
    [42.5, 22.33],
    [33, 30.12],
    [26, 18],
    [33.96, 7.55],
    [44.41, 10.36],
  ]
  for (let first = 0; first < hole.length; first++) {
    const from = [...hole.slice(first), ...hole.slice(0, first)]
    const shape = shapeOf(
      [through(from)],
      going({
        off: 2.6,
        profile: [
          [5.6, 0],
          [5.6, 5],
        ],
        depth: 5,
      }),
    )
    // The bit stands at 29.2, 18.2 there, and reaches 5.6 from that.
    for (const y of [15, 18, 21]) expect([first, y, inside(shape, [24.6, y, 9.4])]).toEqual([first, y, false])
    expect([first, inside(shape, [22.5, 18, 9.4])]).toEqual([first, true])
  }
})

test('an edge whose wall leans is led on round outside corners, and no further than it is clear', () => {
  // A comb of two prongs, the second wider: a line along the first goes through it.
  const points: Vec2[] = [
    [0, 0],
    [100, 0],
    [100, 80],
    [60, 80],
    [60, 20],
    [40, 20],
    [40, 50],
    [0, 50],
  ]
  const leans = [0, 0, 0, 0, 0, 0, 0.4, 0]
  const rim: Rim = {
    points,
    inner: false,
    of: leans.map((lean) => ({ blank: false, hole: false, gentle: false, lean })),
  }
  const rule = going({ corner: 'round', sharp: true })
  expect(leaningSides([rim], rule)).toEqual([{ from: [53, 50], to: [-13, 50], lean: 0.4 }])
  expect(leaningSides([rim], going({ sharp: true }))).toEqual([])
  // The profile goes along the others alone.
  const went = waysAlong([rim], rule, (loops) => loops.map((l) => [...l])).flatMap((w) => w.stretches)
  expect(went.some(({ from, to }) => from[1] === 50 && to[1] === 50 && from[0] - to[0] > 30)).toBe(false)
})
