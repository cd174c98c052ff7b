import { loadKernel, type Kernel } from './kernel'
import { creaseSegments, edgesOf } from './edges'
import { toStl } from './stl'

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
  const s = kernel.shape({
    size: [900, 200, 19],
    cuts: [
      { work: 'a', tools: [dado(100)] },
      { work: 'b', tools: [dado(400), dado(600)] },
    ],
  })
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
})

test('equal recipes are shaped once, and the oldest give way', () => {
  const few = new (kernel.constructor as typeof Kernel)(kernel.wasm, 3)
  const board = (length: number) => ({ size: [length, 100, 19] as const, cuts: [] })
  expect(few.shape(board(500))).toBe(few.shape(board(500 + 1e-8)))
  for (const l of [1, 2, 3, 4]) few.shape(board(l))
  expect(few.size).toBe(3)
})

test('a board has twelve creases, a dado through it twelve more', () => {
  expect(creaseSegments(kernel.shape({ size: [300, 100, 19], cuts: [] })).length / 6).toBe(12)
  const cut = kernel.shape({ size: [300, 100, 19], cuts: [{ work: 'a', tools: [dado(50)] }] })
  expect(edgesOf(cut).filter((e) => e.sharp)).toHaveLength(12 + 4 + 8)
})

test('an STL holds the triangles of the shape; that of a mirror image is mirrored, outside out', () => {
  const shape = kernel.shape({ size: [300, 80, 19], cuts: [{ work: 'a', tools: [dado(100)] }] })
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
