import fc from 'fast-check'
import { perOf, readPrice, sayPrice } from './price'

test('a price by the foot is kept by the metre and comes back as it was typed', () => {
  const board = perOf({ kind: 'board' }, 'in')
  expect(board.says).toBe('a foot')
  // 3.281 feet to the metre.
  expect(readPrice('3', board)).toBeCloseTo(9.8425, 4)
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 10_000_000 }).map((n) => n / 100),
      fc.constantFrom('board', 'sheet', 'rod'),
      fc.constantFrom('in', 'mm'),
      (typed, kind, unit) => {
        const per = perOf({ kind }, unit)
        expect(sayPrice(readPrice(String(typed), per)!, per)).toBe(typed.toFixed(2))
      },
    ),
  )
})

test('a sheet is paid by the sheet, a metre where millimetres are the unit', () => {
  expect(perOf({ kind: 'sheet' }, 'in')).toEqual({ says: 'a sheet', of: 1 })
  expect(perOf({ kind: 'rod' }, 'mm')).toEqual({ says: 'a metre', of: 1 })
})

test('what is no price is not taken for one', () => {
  const per = perOf({ kind: 'board' }, 'mm')
  expect(['', '4,50', '-1', 'dear', 'Infinity'].map((t) => readPrice(t, per))).toEqual([
    null,
    4.5,
    undefined,
    undefined,
    undefined,
  ])
})
