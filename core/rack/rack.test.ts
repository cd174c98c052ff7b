import fc from 'fast-check'
import { Bit, change, clipOf, execute, newProject, onFace, pastedInto, Stock } from '../document'
import { coerce, evaluate, parse } from '../measure'
import { catalogue } from './catalogue'
import { block, make } from '../testing/scenario'
import { refused, run } from '../testing/run'
import { bitFor, bitMeasures, cutterOf, stockFor, woodColour } from './index'

const mm = (text: string, unit: 'in' | 'mm'): number => {
  const scope = { unit, name: () => undefined, ref: () => undefined }
  return coerce(evaluate(parse(text), scope), 'length', unit, { at: 0, end: text.length })
}
const measures = (s: Stock) => [s.thickness, ...(s.width === null ? [] : [s.width]), ...s.lengths]

test('every entry is a stock with ids and names of its own', () => {
  for (const { stock } of catalogue.entries) expect(Stock.safeParse(stock).error).toBeUndefined()
  for (const key of ['id', 'name'] as const) {
    const all = catalogue.entries.map((e) => e.stock[key])
    expect(new Set(all).size).toBe(all.length)
  }
})
test('on the rack of a project in the other unit it measures the same', () => {
  for (const entry of catalogue.entries) {
    const own = measures(entry.stock).map((m) => mm(m, entry.unit))
    for (const unit of ['in', 'mm'] as const)
      measures(stockFor(entry, unit)).forEach((m, i) => expect(mm(m, unit)).toBeCloseTo(own[i]!, 9))
  }
})
test('lumber is smaller than it is called, and a board foot of hardwood is told in quarters', () => {
  const size = (name: string) => {
    const { stock, unit } = catalogue.entries.find((e) => e.stock.name === name)!
    return [stock.thickness, stock.width].map((m) => (m === null ? null : mm(m, unit) / 25.4))
  }
  size('1×10 pine').forEach((n, i) => expect(n).toBeCloseTo([0.75, 9.25][i]!, 9))
  expect(size('2×4 pine')[0]).toBeCloseTo(1.5, 9)
  const quarters = catalogue.entries.filter((e) => /^8\/4 /.test(e.stock.name))
  for (const { stock } of quarters) expect(mm(stock.thickness, 'in') / 25.4).toBeLessThan(2)
  expect(quarters.length).toBeGreaterThan(0)
})
test('every entry goes on the rack by a command, and its wood has a figure and a colour', () => {
  const species = new Map(catalogue.species.map((s) => [s.name, s]))
  for (const entry of catalogue.entries) {
    const done = execute(newProject('t', 'T', 'mm'), change.addStock(stockFor(entry, 'mm')))
    expect(done.ok).toBe(true)
    expect(woodColour(entry.stock.species)).toMatch(/^#[0-9a-f]{6}$/)
  }
  for (const s of species.values()) {
    // Wood moves more along its rings than across them, panels alike both ways; all are lighter than water.
    expect(s.tangential).toBeGreaterThanOrEqual(s.radial)
    expect(s.density).toBeLessThan(1000)
  }
})

const cutter = (shape: string, values: Record<string, number>, bearing: number | null = null) => {
  const found = cutterOf({ shape, speed: null }, values, bearing, null)
  if (typeof found === 'string') throw new Error(found)
  return found
}
/** What a bit takes beyond its bearing, in section: radius over height, as a polygon. */
const section = ({ profile, bearing }: ReturnType<typeof cutter>) =>
  profile.slice(1).reduce((sum, [r, z], k) => {
    const [q, y] = profile[k]!
    return sum + ((r + q) / 2 - (bearing ?? 0)) * (z - y)
  }, 0)

test('every shape of bit takes the section it is made for', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 30, noNaN: true }),
      fc.double({ min: 2, max: 20, noNaN: true }),
      (r, b) => {
        const rounded = r * r * (1 - Math.PI / 4)
        const quarter = (Math.PI * r * r) / 4
        expect(section(cutter('round-over', { radius: r }, b)) / rounded).toBeCloseTo(1, 9)
        expect(section(cutter('cove', { radius: r }, b)) / quarter).toBeCloseTo(1, 9)
        expect(section(cutter('chamfer', { height: r, angle: 45 }, b)) / ((r * r) / 2)).toBeCloseTo(1, 9)
        expect(section(cutter('rabbet', { width: r, length: 7 }, b)) / (r * 7)).toBeCloseTo(1, 9)
        // Below a round-over, above it what is left of its square and a cove.
        expect(section(cutter('ogee', { radius: r }, b)) / (rounded + r * r + quarter)).toBeCloseTo(1, 9)
        expect(section(cutter('bead', { radius: r }, b)) / (2 * rounded)).toBeCloseTo(1, 9)
        expect(section(cutter('v', { diameter: 2 * r, angle: 90 })) / ((r * r) / 2)).toBeCloseTo(1, 9)
        expect(section(cutter('core-box', { diameter: 2 * r, length: r })) / quarter).toBeCloseTo(1, 9)
        for (const [shape, values] of [
          ['round-over', { radius: r }],
          ['ogee', { radius: r }],
          ['bead', { radius: r }],
        ] as const) {
          const heights = cutter(shape, values, b).profile.map(([, z]) => z)
          expect(heights.every((z, k) => k === 0 || z >= heights[k - 1]! - 1e-9)).toBe(true)
        }
      },
    ),
  )
})

test('every bit of the catalogue cuts in a project of either unit, alike, and is spun by its size', () => {
  const read = (text: string, kind: 'length' | 'angle', unit: 'in' | 'mm') =>
    coerce(evaluate(parse(text), { unit, name: () => undefined, ref: () => undefined }), kind, unit, {
      at: 0,
      end: text.length,
    })
  const inUnit = (entry: NonNullable<typeof catalogue.bits>[number], unit: 'in' | 'mm') => {
    const bit = bitFor(entry, unit)
    const values = Object.entries(bitMeasures(bit.shape)).flatMap(([name, m]) => {
      const text = bit.fields[name]
      return typeof text === 'string'
        ? [[name, read(text, m.kind === 'angle' ? 'angle' : 'length', unit)]]
        : []
    })
    const found = cutterOf(
      bit,
      Object.fromEntries(values) as Record<string, number>,
      bit.bearing === null ? null : read(bit.bearing, 'length', unit),
      null,
    )
    if (typeof found === 'string') throw new Error(`${bit.name}: ${found}`)
    return found
  }
  for (const entry of catalogue.bits!) {
    expect(Bit.safeParse(entry.bit).error).toBeUndefined()
    const [one, other] = [inUnit(entry, 'in'), inUnit(entry, 'mm')]
    expect(one.radius).toBeCloseTo(other.radius, 6)
    expect(one.bite).toBeLessThanOrEqual(25.4 / 4 + 1e-9)
    if (2 * one.radius > 25.4) expect(one.speed[1]).toBeLessThanOrEqual(16_000)
  }
  expect(new Set(catalogue.bits!.map((b) => b.bit.id)).size).toBe(catalogue.bits!.length)
})

test('a bit that cannot be is refused in a sentence, and one that is used stays on the rack', () => {
  const why = (shape: string, values: Record<string, number>, bearing: number | null = null) =>
    cutterOf({ shape, speed: null }, values, bearing, null)
  expect(why('straight', { diameter: 0, length: 9 })).toBe('its diameter must be more than 0')
  expect(why('dovetail', { diameter: 6, length: 20, angle: 14 })).toMatch(/comes to a point/)
  expect(why('own', { radius1: 3, height1: 0 })).toMatch(/two corners/)
  expect(why('own', { radius1: 3, height1: 2, radius2: 3, height2: 4 })).toMatch(/at height 0/)
  expect(why('own', { radius1: 3, height1: 0, radius2: 3, height2: 4, radius3: 5, height3: 3 })).toMatch(
    /upwards/,
  )
  expect(why('wheel', {})).toBe('there is no shape of bit called wheel')
  const bit = { ...catalogue.bits![0]!.bit, id: 't1' }
  const piece = block('a', 'right-up', [0, 100], [0, 50], [0, 18])
  const step = { id: 'w1', kind: 'rout', off: false, at: onFace('face'), fields: {}, options: { bit: 't1' } }
  const p = make([...piece, change.addBit(bit), change.addStep({ on: 'a', step })])
  expect(refused(p, change.removeBit({ id: 't1' }))).toBe(`${bit.name} stays: A is routed with it`)
  expect(refused(run(p, change.removeStep({ id: 'w1' })), change.removeBit({ id: 't1' }))).toBe('')
  // Carried elsewhere, the bit goes along once, however often it is pasted.
  const clip = clipOf(p, new Set(['a']), () => null)
  const to = newProject('o', 'O', 'mm')
  const paste = (into: typeof to) => {
    const pasted = pastedInto(clip, into)
    if ('why' in pasted) throw new Error(pasted.why)
    return run(into, change.paste(pasted))
  }
  const twice = paste(paste(to))
  expect(twice.bits).toHaveLength(1)
  const used = twice.pieces.map((q) => (q.kind === 'made' ? q.work[0]!.options.bit : ''))
  expect(used).toEqual([twice.bits[0]!.id, twice.bits[0]!.id])
})

test.each(['constructor', 'toString', '__proto__', 'hasOwnProperty'])(
  'a bit of the shape %s is none, and says so',
  (shape) => {
    expect(bitMeasures(shape)).toEqual({})
    expect(cutterOf({ shape, speed: null }, {}, null, null)).toBe(`there is no shape of bit called ${shape}`)
  },
)
