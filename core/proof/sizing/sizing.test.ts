/** The size sheet, what readings say, what taking them over does. */
import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { change, execute, readProject, type Change, type Project } from '../../document'
import { modelOf } from '../../model'
import { block, instance, join, make } from '../../testing/scenario'
import { run } from '../../testing/run'
import { bentBy } from '../cases/bent'
import { readCaliper, standIn } from '../caliper'
import { sizeSheets } from '../paper/sizes'
import { followsFrom } from './follows'
import { sized, sizeSheet } from './lines'
import { takeovers } from './takeover'
import { verdictOf } from './verdict'
import { runs } from '../../testing/runs'

const joint = (id: string, end: 'end1' | 'end2', host: string): Change => {
  const made = join('housing', [`c.${end}`, host], { depth: 6 })
  const [one] = (made.payload as { joints: object[] }).joints
  return { ...made, payload: { joints: [{ ...one, id }] } }
}
const cased = (): Project =>
  make([
    ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
    ...block('b', 'up-left', [618, 18], [0, 240], [0, 700]),
    change.addPiece({
      kind: 'made',
      id: 'c',
      name: 'Shelf',
      stock: 'any',
      facing: 'right-up',
      spans: {
        across: { start: '@a.right', end: '@b.left' },
        deep: { start: '0', size: '240' },
        up: { start: '300' },
      },
    }),
    joint('j1', 'end1', 'a'),
    joint('j2', 'end2', 'b'),
  ])
const lineOf = (project: Project, key: string, label: RegExp) => {
  const model = modelOf(project)
  return sized(instance(model, key), model).lines.find((l) => label.test(l.label))!
}

test('every piece is there with its sizes, and every place of its work with where it comes from', () => {
  const rows = sizeSheet(modelOf(cased()))
  expect(rows.flatMap((r) => r.copies.map((c) => c.name)).sort()).toEqual(['A', 'B', 'Shelf'])
  for (const row of rows)
    expect(row.copies[0]!.lines.slice(0, 3).map((l) => l.what)).toEqual(['thickness', 'width', 'length'])
  expect(lineOf(cased(), 'c#1', /^Length/).mm).toBeCloseTo(612, 9)
  const dado = lineOf(cased(), 'a#1', /dado for Shelf, from end 1/i)
  expect([dado.mm, dado.because]).toEqual([300, 'Shelf·bottom 300 − A·bottom 0'])
  expect(lineOf(cased(), 'a#1', /dado for Shelf, wide/i).mm).toBeCloseTo(18, 9)
})

test('its sums come out', () => {
  const tenths = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((n) => n / 10)
  fc.assert(
    fc.property(tenths(10, 600), fc.constantFrom(0, 0.2, 0.6), tenths(0, 200), (at, fit, down) => {
      const moved = run(
        cased(),
        change.setFact({ id: 'c', direction: 'up', fact: 'start', text: String(at) }),
        change.setFact({ id: 'a', direction: 'up', fact: 'start', text: String(-down) }),
        change.setFact({ id: 'a', direction: 'up', fact: 'size', text: String(down + 700) }),
        change.setJointField({ ids: ['j1'], field: 'fit', value: String(fit) }),
      )
      const line = lineOf(moved, 'a#1', /dado for Shelf, from end 1/i)
      // What is said, reckoned out.
      const sum = line.because
        .replace(/·\w+/g, '')
        .replace(/[A-Za-z]+/g, '')
        .replace(/−/g, '-')
        .replace(/- -/g, '+ ')
      const said = sum
        .split(/\s+/)
        .reduce(
          ({ total, sign }, word) =>
            word === '+' || word === '-'
              ? { total, sign: word === '-' ? -1 : 1 }
              : { total: total + sign * Number(word || 0), sign: 1 },
          { total: 0, sign: 1 },
        ).total
      expect(said).toBeCloseTo(line.mm, 6)
    }),
    { numRuns: runs(60), endOnFailure: true },
  )
})

test('a reading within the tolerance is right, one outside says what else it touches', () => {
  const model = modelOf(cased())
  const shelf = instance(model, 'c#1')
  expect(verdictOf(shelf, 'thickness', 18, 18.3, model)).toMatchObject({ within: true, touches: '' })
  const thick = verdictOf(shelf, 'thickness', 18, 18.6, model)
  expect(thick.within).toBe(false)
  expect(thick.off).toBeCloseTo(0.6, 9)
  expect(thick.touches).toBe('the dado in A and B')
  const dado = lineOf(cased(), 'a#1', /dado for Shelf, wide/i)
  expect(verdictOf(instance(model, 'a#1'), dado.what, 18, 19, model).touches).toBe('where Shelf goes')
})

test('a thickness taken over is the stock’s, every dado follows, and it is one undo', () => {
  const before = modelOf(cased())
  const [stock] = takeovers(instance(before, 'c#1'), 'thickness', '17.4', 17.4, before)
  expect(stock!.says).toBe('as the thickness of all any')
  const done = execute(cased(), stock!.changes)
  if (!done.ok) throw new Error(done.why)
  const after = modelOf(done.project)
  expect(lineOf(done.project, 'a#1', /dado for Shelf, wide/i).mm).toBeCloseTo(17.4, 9)
  const follows = followsFrom(before, after).map((f) => `${f.of} ${f.says}`)
  expect(follows).toContain('Shelf Thickness: 18 becomes 17.4')
  // What was typed stays as it was typed.
  expect(follows.filter((f) => /^A Thickness/.test(f))).toEqual([])
  expect(follows).toContain('A Dado for Shelf, wide: 18 becomes 17.4')
  expect(followsFrom(before, before)).toEqual([])
})

test('a length taken over is the piece’s, less what goes into its joints', () => {
  fc.assert(
    fc.property(fc.integer({ min: 5500, max: 6500 }), (tenths) => {
      const mm = tenths / 10
      const before = modelOf(cased())
      const piece = takeovers(instance(before, 'c#1'), 'length', String(mm), mm, before).find(
        (t) => t.id === 'piece',
      )!
      const after = modelOf(run(cased(), ...piece.changes))
      expect(instance(after, 'c#1').length).toBeCloseTo(mm, 6)
    }),
    { numRuns: runs(30), endOnFailure: true },
  )
})

test('a later reading takes the place of an earlier one, and goes with its piece', () => {
  const reading = { piece: 'c', copy: '1', what: 'length', at: '2026-05-04T10:00:00Z' }
  const once = run(cased(), change.measure({ ...reading, value: '611.8' }))
  const twice = run(once, change.measure({ ...reading, value: '612.1' }))
  expect(twice.readings.map((r) => r.value)).toEqual(['612.1'])
  expect(modelOf(twice).resolved.readings.get(twice.readings[0]!.id)).toBeCloseTo(612.1, 9)
  expect(run(twice, change.removePiece({ id: 'c' })).readings).toEqual([])
  expect(run(twice, change.forgetReading({ id: twice.readings[0]!.id })).readings).toEqual([])
  expect(execute(cased(), change.measure({ ...reading, piece: 'p9', value: '1' }))).toMatchObject({
    ok: false,
  })
})

test('on paper every dimension has its box, and the text stays on the sheet', () => {
  for (const paper of ['a4', 'letter'] as const) {
    const model = modelOf(run(cased(), change.setSettings({ paper })))
    const sheets = sizeSheets(model)
    const boxes = sheets.flatMap((s) => s.marks.filter((m) => m.kind === 'path' && m.pen === 'dimension'))
    const rows = sizeSheet(model)
    expect(boxes).toHaveLength(
      rows.reduce((n, r) => n + r.copies[0]!.lines.length * Math.min(4, r.copies.length), 0),
    )
    // No sheet ends with the name of a piece whose dimensions are on the next.
    for (const { marks } of sheets) {
      const texts = marks.flatMap((m) => (m.kind === 'text' && m.y < sheets[0]!.height - 25 ? [m] : []))
      const last = texts.reduce((a, b) => (b.y >= a.y ? b : a))
      expect([last.face, last.text.startsWith('Measured')]).toEqual(['measure', false])
    }
    for (const sheet of sheets)
      for (const m of sheet.marks)
        if (m.kind === 'text')
          expect([m.x >= 0, m.x <= sheet.width, m.y >= 0, m.y <= sheet.height]).toEqual([
            true,
            true,
            true,
            true,
          ])
  }
})

test.each([
  ['19.02 mm', 'mm', '19.02'],
  ['0.7480 in', 'in', '0.748'],
  ['0.7480 in', 'mm', '0.748in'],
  ['+00019,05', 'mm', '19.05'],
  ['01A+0019.05', 'mm', '19.05'],
  ['19.05mm\r', 'in', '19.05mm'],
  ['ERR 3', 'mm', '3'],
  ['overflow', 'mm', null],
  ['-0.02 mm', 'mm', null],
  ['', 'mm', null],
] as const)('a caliper that sends “%s” in a project in %s reads %s', (line, unit, text) => {
  expect(readCaliper(line, unit)).toBe(text)
})

test('the stand-in is off as a saw and a hand are, and shows what a caliper shows', () => {
  let seed = 7
  const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647
  const offs = Array.from({ length: 1000 }, () => {
    const shown = standIn(300, 'mm', random)
    expect(shown).toMatch(/^\d+(\.\d{1,2})? mm$/)
    return Number.parseFloat(shown) - 300
  })
  const mean = offs.reduce((a, b) => a + b, 0) / offs.length
  expect(Math.abs(mean)).toBeLessThan(0.2)
  expect(Math.max(...offs.map(Math.abs))).toBeLessThan(2)
  expect(new Set(offs).size).toBeGreaterThan(20)
})

test('every dimension says where it comes from: a sum, what goes in, or the measures it follows', () => {
  const project = run(
    cased(),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'bore',
        off: false,
        at: { kind: 'face', face: 'face' },
        fields: { along: '50', across: '40', diameter: '8', countAlong: '3', pitchAlong: '32' },
        options: { pattern: 'row' },
      },
    }),
  )
  const model = modelOf(project)
  const because = (key: string, label: string) =>
    sized(instance(model, key), model).lines.find((l) => l.label === label)?.because
  expect(because('c#1', 'Length')).toBe('B·left 618 − A·right 18 + 6 into A + 6 into B')
  expect(because('a#1', 'Dado for Shelf, from end 1')).toBe('Shelf·bottom 300 − A·bottom 0')
  expect(because('a#1', 'Dado for Shelf, wide')).toBe('Shelf is 18 thick')
  expect(because('a#1', 'Dado for Shelf, deep')).toBe('Housing, Shelf and A: depth 6')
  expect(because('a#1', 'Hole, from end 1')).toMatch(
    /^Hole: diameter 8, distance along 50, distance across 40.*spacing along 32/,
  )
  for (const name of readdirSync('demo').filter((f) => f.endsWith('.json'))) {
    const read = readProject(readFileSync(`demo/${name}`, 'utf8'))
    if (!read.ok) continue
    const lines = sizeSheet(modelOf(read.project)).flatMap((r) => r.copies.flatMap((c) => c.lines))
    expect(lines.filter((l) => l.because === '').map((l) => l.label)).toEqual([])
  }
})

test('a bent piece is measured as its strip, by its bends, and over all as it comes out', () => {
  const model = modelOf(bentBy(100, 8, 'white oak'))
  const rows = sized(instance(model, 'a#1'), model).lines.map((l) => [l.label, l.mm] as const)
  const quarter = (Math.PI / 2) * 104
  const told = new Map(rows)
  expect(told.get('Strip, thick')).toBeCloseTo(8, 9)
  // 50 straight, a quarter of a circle, 50 straight, along the fibre that is told.
  const [from, to] = [told.get('Bend 1, where it starts on that')!, told.get('Bend 1, where it ends')!]
  expect(from).toBeCloseTo(50, 9)
  expect([(Math.PI / 2) * 100, quarter]).toContainEqual(expect.closeTo(to - from, 6))
  expect(rows.find(([l]) => l.startsWith('Long before'))![1]).toBeCloseTo(to + 50, 9)
  expect(told.has('Length') || told.has('Width') || told.has('Thickness')).toBe(false)
  expect(told.get('Bent, over all along')).toBeCloseTo(told.get('Bent, over all across')!, 6)
})
