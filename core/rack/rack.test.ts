import { change, execute, newProject, Stock } from '../document'
import { coerce, evaluate, parse } from '../measure'
import { catalogue } from './catalogue'
import { stockFor, woodColour } from './index'

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
