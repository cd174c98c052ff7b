import fc from 'fast-check'
import { change, onFace, Outline } from '../../document'
import { modelOf } from '../../model'
import { faceView, pathsOf, sizesOf, solveOutline, type Path, type Place2, type Segment } from '../../outline'
import type { Kernel } from '../../solid'
import { block, instance, make, testKernel, volume } from '../../testing/scenario'
import { DRAWING_FORMATS, flatsOf } from './index'
import { flatOf, type Flat } from '../../plans/flat'
import { readDrawing } from './read'
import { outlineOf } from './read/put'
import { runs } from '../../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const UPRIGHT = { right: [1, 0], up: [0, 1] } as const
const SIZE: Place2 = [600, 400]
const bytes = (text: string) => new TextEncoder().encode(text)

/** A closed ring of lines, arcs and curves about a middle, none of which cross. */
const rings = fc
  .array(
    fc.record({
      out: fc.double({ min: 60, max: 150, noNaN: true }),
      how: fc.constantFrom('line', 'arc', 'curve'),
      bend: fc.double({ min: -0.1, max: 0.25, noNaN: true }),
    }),
    { minLength: 3, maxLength: 9 },
  )
  .map((all): Segment[] => {
    const at = (k: number): Place2 => {
      const { out } = all[k % all.length]!
      const angle = (2 * Math.PI * (k % all.length)) / all.length
      return [300 + out * Math.cos(angle), 200 + out * Math.sin(angle)]
    }
    return all.map(({ how, bend }, k): Segment => {
      const [from, to] = [at(k), at(k + 1)]
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
      if (how === 'line' || (how === 'arc' && Math.abs(bend) < 0.01))
        return { kind: 'line', from, to, of: '' }
      if (how === 'curve')
        return {
          kind: 'curve',
          from,
          to,
          leave: [from[0] + dx / 3 - dy * bend, from[1] + dy / 3 + dx * bend],
          arrive: [from[0] + (2 * dx) / 3 - dy * bend, from[1] + (2 * dy) / 3 + dx * bend],
          of: '',
        }
      const off = (1 - bend * bend) / (4 * bend)
      const centre: Place2 = [(from[0] + to[0]) / 2 - dy * off, (from[1] + to[1]) / 2 + dx * off]
      const radius = Math.hypot(from[0] - centre[0], from[1] - centre[1])
      return { kind: 'arc', from, to, centre, radius, sweep: 4 * Math.atan(bend), of: '' }
    })
  })

const flat = (...paths: Segment[][]): Flat => ({
  name: 'Test',
  size: SIZE,
  layers: [{ name: 'outline', depth: null, paths }],
  texts: [],
  left: [],
})

/** What is read back of a drawing, solved as it stands. */
function readBack(text: string, name: string): { outline: Outline; paths: readonly Path[] } {
  const file = readDrawing(bytes(text), name)
  if (!file.ok) throw new Error(file.why)
  expect(file.read.unit).toBeCloseTo(1, 9)
  const made = outlineOf(file.read, file.read.unit!, 1e-3, 'as drawn', faceView(SIZE, UPRIGHT))
  if (!made.ok) throw new Error(made.why)
  expect(made.read.loose).toEqual([])
  const outline = Outline.parse(made.read.outline)
  const { paths, troubles } = pathsOf(outline, solveOutline(outline, {}, SIZE), {}, SIZE)
  expect(troubles).toEqual([])
  return { outline, paths }
}

const near = (p: Place2, q: Place2) => Math.hypot(p[0] - q[0], p[1] - q[1]) < 1e-3
/** Between the same places, either way round. */
const alike = (a: Segment, b: Segment) =>
  a.kind === b.kind &&
  ((near(a.from, b.from) && near(a.to, b.to)) || (near(a.from, b.to) && near(a.to, b.from)))
/** All its numbers, from its start on or from its end. */
function numbersOf(s: Segment, back = false): number[] {
  const ends = back ? [...s.to, ...s.from] : [...s.from, ...s.to]
  if (s.kind === 'arc') return [...ends, ...s.centre, s.radius, Math.abs(s.sweep)]
  if (s.kind === 'line') return ends
  return [...ends, ...(back ? [...s.arrive, ...s.leave] : [...s.leave, ...s.arrive])]
}

test.each(DRAWING_FORMATS)('$id: an outline comes back within 1e-4 mm, arcs still arcs', async (format) => {
  await fc.assert(
    fc.asyncProperty(rings, fc.double({ min: 4, max: 10, noNaN: true }), async (ring, radius) => {
      const hole: Segment = {
        kind: 'arc',
        from: [300 + radius, 200],
        to: [300 + radius, 200],
        centre: [300, 200],
        radius,
        sweep: 2 * Math.PI,
        of: '',
      }
      const { paths } = readBack(await format.write(flat(ring, [hole])), `x.${format.id}`)
      const back = paths.flatMap((p) => p.segments)
      expect(back).toHaveLength(ring.length + 1)
      for (const s of ring) {
        const found = back.find((b) => alike(b, s))
        expect(found?.kind).toBe(s.kind)
        const read = numbersOf(found!, !near(found!.from, s.from))
        numbersOf(s).forEach((x, k) => expect(Math.abs(x - read[k]!)).toBeLessThan(1e-4))
      }
      const round = back.find((s) => s.kind === 'arc' && Math.abs(s.sweep) > 6.28)
      expect(round).toMatchObject({ radius: expect.closeTo(radius, 5) })
    }),
    { numRuns: runs(60) },
  )
})

const step = (
  id: string,
  kind: string,
  fields: Record<string, string>,
  options: Record<string, string> = {},
) => change.addStep({ on: 'a', step: { id, kind, off: false, at: onFace('face'), fields, options } })

test(
  'a piece lies flat as it is cut: its outline with true arcs, holes and recesses in layers by ' + 'depth',
  () => {
    const p = make([
      ...block('a', 'right-up', [0, 600], [0, 120], [0, 24]),
      step('w1', 'saw', { place: '300', length: '200', rise: '40' }, { side: 'high' }),
      step('w2', 'recess', { along: '90', across: '60', length: '60', width: '30', depth: '5', bit: '8' }),
      step('w3', 'bore', { along: '500', across: '60', diameter: '20' }),
      step('w4', 'bore', { along: '540', across: '60', diameter: '8', depth: '12' }, { tip: 'flat' }),
    ])
    const m = modelOf(p)
    const f = flatOf(m, instance(m, 'a#1'), 'face', kernel)
    expect(f.left).toEqual([])
    expect(Object.fromEntries(f.layers.map((l) => [l.name, l.paths.length]))).toEqual({
      outline: 1,
      'hole through': 1,
      'hole 12 mm': 1,
      'recess 5 mm': 1,
    })
    const layer = (name: string) => f.layers.find((l) => l.name === name)!.paths[0]!
    // Over a chord of 200 with a rise of 40 the radius is (100² + 40²) / 80.
    const arch = layer('outline').filter((s) => s.kind === 'arc')
    expect(arch).toHaveLength(1)
    expect(arch[0]).toMatchObject({ radius: expect.closeTo(145, 9) })
    const ends = [arch[0]!.from, arch[0]!.to].sort((a, b) => a[0] - b[0])
    expect(ends.map((q) => q.map((x) => Math.round(x * 1e6) / 1e6))).toEqual([
      [200, 120],
      [400, 120],
    ])
    expect(layer('recess 5 mm').filter((s) => s.kind === 'arc')).toHaveLength(4)
    // What is cut right through is as large as the solid says.
    const area = sizesOf([
      { segments: layer('outline'), depth: 0 },
      { segments: layer('hole through'), depth: 0 },
    ]).area
    const sunk = (60 * 30 - (4 - Math.PI) * 16) * 5 + Math.PI * 16 * 12
    expect(volume(m, 'a#1', kernel) + sunk).toBeCloseTo(area * 24, -1)
    // Seen from behind, only what goes through shows, the other way round.
    const back = flatOf(m, instance(m, 'a#1'), 'back', kernel)
    expect(back.layers.map((l) => l.name)).toEqual(['outline', 'hole through'])
    expect(back.layers[1]!.paths[0]![0]).toMatchObject({
      centre: [expect.closeTo(100, 9), expect.closeTo(60, 9)],
    })
  },
)

test('a recess that runs out of the wood ends at its edge; what paths cannot tell is named', () => {
  const p = make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
    step('w1', 'recess', { along: '0', across: '50', length: '80', depth: '6' }, { shape: 'circle' }),
    step('w2', 'ease', { size: '3' }),
  ])
  const m = modelOf(p)
  const f = flatOf(m, instance(m, 'a#1'), 'face', kernel)
  expect(f.left).toEqual(['rounded edges'])
  const half = f.layers.find((l) => l.name === 'recess 6 mm')!.paths
  expect(half).toHaveLength(1)
  expect(half[0]!.map((s) => s.kind).sort()).toEqual(['arc', 'line'])
  expect(sizesOf([{ segments: half[0]!, depth: 0 }]).area).toBeCloseTo((Math.PI * 40 * 40) / 2, 6)
})

test(
  'different pieces lie beside each other, each with its name, and read back as many ' + 'outlines',
  async () => {
    const p = make([
      ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
      ...block('b', 'right-up', [400, 200], [0, 80], [0, 20]),
    ])
    const f = flatsOf(modelOf(p), kernel)
    expect(f.texts.map((t) => t.text)).toEqual(['A A', 'B B'])
    for (const format of DRAWING_FORMATS) {
      const text = await format.write(f)
      expect(text).toContain('A A')
      const read = readDrawing(bytes(text), 'x')
      expect(read.ok && read.read.segments).toHaveLength(8)
      expect(read.ok && [...read.read.left]).toEqual([['text', 2]])
    }
  },
)
