import { Kernel, loadKernel, type Shape } from './kernel'
import fc from 'fast-check'
import { cross, dot, minus, STILL, type Vec3 } from '../pieces'
import type { Tool, Vec2 } from '../work'
import { boxRecipe, recipeKey, stagesOf } from './recipe'
import { sidesOf } from './tools'
import { creaseSegments, edgesOf } from './edges'
import { toStl } from './stl'
import { runs } from '../testing/runs'
import { strictFaults } from '../testing/strict'
import { welded } from './weld'

let kernel: Kernel
beforeAll(async () => {
  kernel = await loadKernel()
})

const dado = (x: number) => ({
  kind: 'box' as const,
  min: [x, -1, 15] as const,
  max: [x + 18, 201, 20] as const,
})

test('every triangle knows the work that made it', () => {
  const a = { work: 'a', tools: [dado(100)] }
  const b = { work: 'b', tools: [dado(400), dado(600)] }
  knows(kernel.shape(boxRecipe([900, 200, 19], [a, b])))
  // In two stages too, whether the first was made anew or kept.
  const staged = boxRecipe([900, 200, 19], [a], [b])
  knows(kernel.shape(staged))
  knows(new Kernel(kernel.wasm).shape(staged))
  expect(recipeKey(staged)).not.toBe(recipeKey(boxRecipe([900, 200, 19], [a, b])))
})

function knows(s: Shape): void {
  expect(s.volume).toBeCloseTo(900 * 200 * 19 - 3 * 18 * 200 * 4, 3)
  for (let k = 0; k < s.work.length; k++) {
    const corners = [0, 1, 2].map(
      (i) =>
        [...s.positions.subarray(3 * s.triangles[3 * k + i]!, 3 * s.triangles[3 * k + i]! + 3)] as [
          number,
          number,
          number,
        ],
    )
    const x = corners.reduce((n, c) => n + c[0], 0) / 3
    // A wall or floor of a dado lies strictly inside the board's top, between the dado's own sides.
    const deep = corners.every(([, , z]) => z >= 15 - 1e-6) && corners.some(([, , z]) => z < 19 - 1e-6)
    const near = (from: number) => x >= from - 1e-3 && x <= from + 18 + 1e-3
    const expected =
      !deep || Math.abs(corners[0]![1] - corners[1]![1]) + Math.abs(corners[1]![1] - corners[2]![1]) < 1e-6
        ? 0
        : near(100)
          ? 1
          : near(400) || near(600)
            ? 2
            : 0
    expect({ k, work: s.work[k] }).toEqual({ k, work: expected })
  }
}

test('a stage with a tool or two changed is what it is from nothing, and knows which is which', () => {
  const fresh = new Kernel(kernel.wasm)
  const hole = fc.record({
    x: fc.integer({ min: 0, max: 29 }),
    y: fc.integer({ min: 0, max: 3 }),
    depth: fc.constantFrom(5, 10, 30),
  })
  const holes = fc.uniqueArray(hole, { minLength: 9, maxLength: 24, selector: (h) => `${h.x} ${h.y}` })
  const drilled = (all: ReadonlyArray<{ x: number; y: number; depth: number }>) =>
    boxRecipe(
      [900, 200, 19],
      all.map(({ x, y, depth }, n) => ({
        work: `w${n}`,
        tools: [
          { kind: 'drill', at: [15 + 30 * x, 25 + 50 * y, 20], along: [0, 0, -1], radius: 6, depth, tip: 2 },
        ],
      })),
    )
  /** How much surface each of its cuts has left. */
  const areas = (s: Shape) => {
    const sum = new Map<number, number>()
    const at = (v: number) => [0, 1, 2].map((i) => s.positions[3 * v + i]!) as unknown as Vec3
    for (let k = 0; k < s.work.length; k++) {
      const [a, b, c] = [0, 1, 2].map((i) => at(s.triangles[3 * k + i]!)) as [Vec3, Vec3, Vec3]
      const square = cross(minus(b, a), minus(c, a))
      const area = Math.sqrt(dot(square, square)) / 2
      sum.set(s.work[k]!, (sum.get(s.work[k]!) ?? 0) + area)
    }
    return [...sum].sort(([a], [b]) => a - b)
  }
  fc.assert(
    fc.property(holes, fc.array(fc.tuple(fc.nat(23), hole), { minLength: 2, maxLength: 4 }), (all, edits) => {
      let now = all
      for (const [n, to] of edits) {
        if (now.some((h) => h.x === to.x && h.y === to.y)) continue
        now = now.map((h, k) => (k === n % now.length ? to : h))
        fresh.shape(drilled(all))
        const [again, whole] = [fresh.shape(drilled(now)), new Kernel(kernel.wasm).shape(drilled(now))]
        expect(again.volume).toBeCloseTo(whole.volume, 6)
        expect(areas(again)).toEqual(areas(whole).map(([work, area]) => [work, expect.closeTo(area, 2)]))
      }
    }),
    { numRuns: runs(30), endOnFailure: true },
  )
})

test('only stages from the first changed one on are made anew', () => {
  const fresh = new Kernel(kernel.wasm)
  const cut = (x: number) => [{ work: `w${x}`, tools: [dado(x)] }]
  const made = (...at: number[]) => {
    const before = fresh.stagesMade
    const shape = fresh.shape(boxRecipe([900, 200, 19], ...at.map(cut)))
    expect(shape.volume).toBeCloseTo(900 * 200 * 19 - at.length * 18 * 200 * 4, 3)
    expect([...new Set(shape.work)].sort()).toEqual([0, ...at.map((_, n) => n + 1)])
    return fresh.stagesMade - before
  }
  expect(made(100, 200, 300)).toBe(3)
  expect(made(100, 200, 350)).toBe(1)
  expect(made(100, 250, 350)).toBe(2)
  expect(made(150, 250, 350)).toBe(3)
  expect(made(100, 200, 350)).toBe(0)
  // What clashes are looked for with begins from the same, and what it begins is as good as any.
  const [a, b] = [
    boxRecipe([900, 200, 19], cut(500), cut(600)),
    boxRecipe([900, 200, 19], cut(500), cut(700)),
  ]
  const frame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const
  expect(fresh.sharedVolume({ recipe: a, frame }, { recipe: b, frame })).toBeCloseTo(
    900 * 200 * 19 - 3 * 18 * 200 * 4,
    3,
  )
  expect([...new Set(fresh.shape(b).work)].sort()).toEqual([0, 1, 2])
})

test('an arris is drawn however flat it is, and a round wall has none', () => {
  const size = [300, 100, 30] as const
  const sharp = (tools: readonly Tool[]) =>
    edgesOf(kernel.shape(boxRecipe(size, [{ work: 'w', tools }]))).filter((e) => e.sharp)
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 60 }), (degrees) => {
      // The face slopes from halfway along, so its arris is one more line across, and both edges are in two.
      const a = (degrees * Math.PI) / 180
      const normal = [Math.sin(a), 0, Math.cos(a)] as const
      const slope: Tool = { kind: 'plane', normal, offset: normal[0] * 290 + normal[2] * 30 }
      expect(sharp([slope])).toHaveLength(12 + 3)
    }),
  )
  // A bore through has its two rims, a stopped one with a flat floor too, and nothing along its wall.
  const sides = sidesOf(6)
  const bore = { kind: 'drill', at: [100, 50, 31], along: [0, 0, -1], radius: 6, tip: 0 } as const
  expect(sharp([{ ...bore, depth: 40 }])).toHaveLength(12 + 2 * sides)
  expect(sharp([{ ...bore, depth: 20 }])).toHaveLength(12 + 2 * sides)
  // A slot with round ends: two flat walls, two round ones, that run into each other without an edge.
  const end = (x: number, from: number) =>
    Array.from({ length: 13 }, (_, k): Vec2 => {
      const t = from + (Math.PI * k) / 12
      return [x + 8 * Math.cos(t), 50 + 8 * Math.sin(t)]
    })
  const outline = [...end(140, -Math.PI / 2), ...end(100, Math.PI / 2)]
  const slot: Tool = { kind: 'prism', frame: { ...STILL, origin: [0, 0, 20] }, outline, depth: 20 }
  expect(sharp([slot])).toHaveLength(12 + 2 * outline.length)
})

test('a triangle without a height draws no line through the face that it lies in', () => {
  // A square of two halves, the one of which has a corner on its long side, as a third triangle.
  const shape = {
    positions: Float32Array.from([0, 0, 0, 10, 0, 0, 10, 10, 0, 0, 10, 0, 5, 5, 0, 5, 5, -8].flat()),
    // 0 1 2 below; 0 4 2 has no height; 0 2 3 is parted at its corner 4.
    triangles: Uint32Array.from([0, 1, 2, 0, 2, 4, 0, 4, 3, 4, 2, 3]),
    work: new Uint16Array(4),
    tool: new Uint16Array(4),
    tools: [],
    volume: 0,
  }
  expect(edgesOf(shape)).toEqual([])
})

test('what looks at what is there parts what can be done at once', () => {
  const work = (ids: string) => [...ids].map((id) => ({ id }))
  const says = (ids: string) =>
    stagesOf(work(ids), ({ id }) => id === id.toUpperCase()).map((s) => s.map((f) => f.id).join(''))
  expect(says('cab')).toEqual(['abc'])
  expect(says('caXbYZd')).toEqual(['ac', 'X', 'b', 'Y', 'Z', 'd'])
  expect(says('')).toEqual([])
})

test('equal recipes are shaped once, and the oldest give way', () => {
  const few = new (kernel.constructor as typeof Kernel)(kernel.wasm, 3)
  const board = (length: number) => boxRecipe([length, 100, 19])
  expect(few.shape(board(500))).toBe(few.shape(board(500 + 1e-8)))
  for (const l of [1, 2, 3, 4]) few.shape(board(l))
  expect(few.size).toBe(3)
})

test('a board has twelve creases, a dado through it twelve more', () => {
  expect(creaseSegments(kernel.shape(boxRecipe([300, 100, 19]))).length / 6).toBe(12)
  const cut = kernel.shape(boxRecipe([300, 100, 19], [{ work: 'a', tools: [dado(50)] }]))
  expect(edgesOf(cut).filter((e) => e.sharp)).toHaveLength(12 + 4 + 8)
})

test('an STL holds the triangles of the shape; that of a mirror image is mirrored, outside out', () => {
  const shape = kernel.shape(boxRecipe([300, 80, 19], [{ work: 'a', tools: [dado(100)] }]))
  const read = (mirrored: boolean) => {
    const data = new DataView(toStl(shape, 'Shelf', mirrored).buffer)
    const n = data.getUint32(80, true)
    expect(data.byteLength).toBe(84 + 50 * n)
    return Array.from({ length: n }, (_, k) =>
      [0, 1, 2].map((c) => [0, 1, 2].map((i) => data.getFloat32(84 + 50 * k + 12 + 12 * c + 4 * i, true))),
    )
  }
  // Six times the volume between each triangle and the origin adds up to the solid's own, if it looks
  // outwards.
  const volume = (triangles: number[][][]) =>
    triangles.reduce((sum, [a, b, c]) => {
      const [x, y, z] = [
        b![1]! * c![2]! - b![2]! * c![1]!,
        b![2]! * c![0]! - b![0]! * c![2]!,
        b![0]! * c![1]! - b![1]! * c![0]!,
      ]
      return sum + a![0]! * x + a![1]! * y + a![2]! * z
    }, 0) / 6
  const [plain, mirrored] = [read(false), read(true)]
  expect(plain).toHaveLength(shape.triangles.length / 3)
  for (const triangles of [plain, mirrored]) expect(volume(triangles) / shape.volume).toBeCloseTo(1, 5)
  const places = (triangles: number[][][], y: (v: number) => number) =>
    triangles.flatMap((t) => t.map(([a, b, c]) => [a!, y(b!), c!].map((n) => n.toFixed(3)).join())).sort()
  expect(places(mirrored, (y) => y)).toEqual(places(plain, (y) => 80 - y))
})

test('triangles that lie on each other back to back are nothing to a strict reader', () => {
  const positions = Float32Array.from([0, 0, 0, 10, 0, 0, 0, 10, 0, 0, 0, 10, 20, 20, 0])
  const body = [0, 2, 1, 0, 1, 3, 1, 2, 3, 2, 0, 3]
  const flap = [1, 2, 4, 2, 1, 4]
  const surface = { positions, triangles: Uint32Array.from([...body, ...flap]) }
  expect(strictFaults(surface)).not.toEqual([])
  expect(strictFaults(welded(surface))).toEqual([])
  expect(welded(surface).triangles).toHaveLength(body.length)
})
