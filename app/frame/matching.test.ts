import { BENCH_COMMANDS } from '../bench/tools/commands'
import { EXPORTS } from './exports'
import { matching } from './matching'

/** What is found for what was typed, best first. */
const found = (typed: string): string[] =>
  [
    ...BENCH_COMMANDS.filter((c) => !c.hidden).map((c) => ({
      says: c.says,
      score: matching(c.says, typed, c.entry ? [c.entry.name, c.entry.line] : []),
    })),
    ...EXPORTS.map((e) => ({ says: e.says, score: matching(e.says, typed, [e.words]) })),
  ]
    .filter((f) => f.score > 0)
    .sort((a, b) => b.score - a.score)
    .map((f) => f.says)

test('what is typed is looked for by words, not by letters anywhere', () => {
  expect(found('pdf').sort()).toEqual(
    [
      'Findings as PDF',
      'Plans as PDF, all sheets',
      'Print the cut list and layouts',
      'Size sheet as PDF',
    ].sort(),
  )
  expect(found('cut list')).toEqual(['Cut list as CSV', 'Print the cut list and layouts'])
  expect(found('qqq')).toEqual([])
})
test('words come in any order, part of each is enough, and the name counts more than what is near it', () => {
  expect(found('list cu csv')).toEqual(['Cut list as CSV'])
  expect(found('dad')[0]).toMatch(/dado/i)
  expect(matching('Shelf #2', 'shelf 2')).toBe(1)
  expect(matching('Left side', 'side')).toBe(0.8)
  expect(matching('Cut list as CSV', 'spreadsheet', ['table spreadsheet'])).toBe(0.4)
})
