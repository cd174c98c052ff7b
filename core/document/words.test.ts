import * as z from 'zod'
import { Job } from '../cuts'
import { isTooDeep, DEEPEST } from './depth'
import { Joint, Piece, Repeat, Stock } from './schema'
import { sayIssue } from './words'

const said = (schema: z.ZodType, data: unknown): string => {
  const read = schema.safeParse(data)
  if (read.success) throw new Error('It was taken')
  return sayIssue(read.error)
}
const stock = {
  id: 's1',
  name: 'Ply',
  kind: 'sheet',
  species: 'birch',
  thickness: '18',
  width: '1220',
  lengths: ['2440'],
}

describe('what is wrong is said in words, with its place', () => {
  test.each<[string, z.ZodType, unknown, string]>([
    ['a missing field', Stock, { ...stock, thickness: undefined }, 'thickness is missing'],
    [
      'a number for a measure',
      Stock,
      { ...stock, thickness: 18 },
      'thickness is not text in quotation marks',
    ],
    ['text for a list', Stock, { ...stock, lengths: '2440' }, 'lengths is not a list'],
    [
      'a wrong entry of a list',
      Stock,
      { ...stock, lengths: ['1', 2] },
      'lengths · 2 is not text in quotation marks',
    ],
    [
      'too many of them',
      Stock,
      { ...stock, lengths: Array.from({ length: 30 }, String) },
      'lengths holds more than 24',
    ],
    ['a field it does not know', Stock, { ...stock, colour: 'red' }, 'has “colour”, which is unknown there'],
    [
      'a word that is none of those it knows',
      Stock,
      { ...stock, kind: 'plank' },
      'kind is none of board, sheet, rod',
    ],
    ['less than nothing', Stock, { ...stock, price: -1 }, 'price is smaller than 0'],
    ['an id with a space', Stock, { ...stock, id: 'a b' }, 'id: an id is letters, digits and _'],
    ['a kind that is not known', Piece, { kind: 'turned' }, 'kind is of no kind that is known'],
    ['a repeat of no kind', Repeat, { kind: 'spiral' }, 'kind is of no kind that is known'],
    [
      'one member alone',
      Joint,
      { id: 'j', kind: 'lap', between: [{ piece: 'a' }], fields: {} },
      'between holds fewer than 2',
    ],
    [
      'a half number',
      Job,
      { kind: 'boards', kerf: 1, seed: 1.5, supply: [], demand: [] },
      'seed is not a whole number',
    ],
  ])('%s', (_, schema, data, says) => expect(said(schema, data)).toBe(says))

  test('a few of many, and how many more', () => {
    expect(said(Stock, {})).toBe(
      'id is missing; name is missing; kind is none of board, sheet, rod; and 4 more',
    )
  })
})

test('depth counts brackets, but not those in text', () => {
  const nest = (n: number) => '['.repeat(n) + ']'.repeat(n)
  expect(isTooDeep(nest(DEEPEST))).toBe(false)
  expect(isTooDeep(nest(DEEPEST + 1))).toBe(true)
  expect(isTooDeep(JSON.stringify({ note: nest(500), quoted: `"${'{'.repeat(500)}\\` }))).toBe(false)
  expect(isTooDeep(`{"a":1}${nest(10)}`.repeat(50))).toBe(false)
})
