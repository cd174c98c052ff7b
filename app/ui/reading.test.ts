import { readFileSync } from 'node:fs'
import { openProject } from '../../core/exchange'
import { modelOf } from '../../core/model'
import { completionsFor } from './naming'
import { echo, isDefault, isSum, read, readAs, replaceTail } from './reading'

const opened = openProject(readFileSync('demo/seed-cabinet.json', 'utf8'))
if (!opened.ok) throw new Error(opened.why)
const { resolved } = modelOf(opened.project)
const typed = (text: string) => read(text, 'length', resolved, {})

describe('what is typed in a measure field', () => {
  test('reads with pieces by their names, and keeps them by their ids', () => {
    expect(typed('Left side·right + 1/4')).toMatchObject({ ok: true, stored: '@p1.right + 1/4', value: 25.4 })
    expect(typed('  Shelf #2·top ')).toMatchObject({ ok: true, stored: '@p5#2.top' })
  })
  test('leaves a field to its default when it is empty or says the default', () => {
    expect(isDefault(' ')).toBe(true)
    expect(['through', 'All', 'full'].every((text) => isDefault(text, 'default: through'))).toBe(true)
    expect(isDefault('none', 'default: none')).toBe(true)
    expect(['all', 'through', '3'].some((text) => isDefault(text, 'default: none'))).toBe(false)
    expect(isDefault('12', 'default: through')).toBe(false)
    expect(isDefault('0', 'default: 0')).toBe(false)
  })
  test('that does not read says why, and where it is, if that can be pointed at', () => {
    expect(typed('3 1/')).toMatchObject({ ok: false, slip: { at: 3, end: 4 } })
    expect(typed('width * width')).toMatchObject({
      ok: false,
      slip: { message: expect.stringMatching(/an area/), at: 0 },
    })
    // What is stored is not what is shown here, so the place in it would mislead.
    const far = typed('Left side·right * Left side·right')
    expect(far).toMatchObject({ ok: false })
    expect(!far.ok && far.slip.at).toBeUndefined()
    expect(typed('Nowhere·top').ok).toBe(false)
  })
  test('that could mean two things says which it was taken for, by the names a maker knows', () => {
    expect(readAs(typed('Left side·right/2-1/4'), resolved)).toBe('Left side·right / 2 - 1/4')
    expect(readAs(typed('2-1/4'), resolved)).toBe('2 1/4')
    expect(readAs(typed('width/2 - 1/4'), resolved)).toBeNull()
    expect(readAs(typed('1 1/'), resolved)).toBeNull()
  })
  test('is echoed in both units, angles and numbers in their own', () => {
    expect(echo(25.4, 'length', resolved)).toBe('1 · 25.4 mm')
    expect(echo(10, 'length', { style: { unit: 'mm', form: 'decimal', places: 1 } })).toBe('10 · 0.394 in')
    expect(echo(12, 'angle', resolved)).toBe('12°')
    expect(echo(4, 'count', resolved)).toBe('4')
  })
  test.each([
    ['3/4', false],
    ['3 1/2', false],
    ['width', true],
    ['2*3', true],
    ['4 - 1', true],
    ['10-1/2', false],
  ])('%s is a sum: %s', (text, sum) => expect(isSum(text)).toBe(sum))
})

describe('names that fit', () => {
  test('come for an unfinished name, those that start with it first', () => {
    expect(completionsFor('1/4 + Left side·ri', resolved)).toEqual(['Left side·right'])
    expect(completionsFor('hei', resolved)[0]).toBe('height')
    expect(completionsFor('side', resolved)).toHaveLength(7)
  })
  test('do not come for numbers, nothing, or what is whole', () => {
    for (const text of ['', '3', '3 1/2', 'width + ', 'height'])
      expect(completionsFor(text, resolved)).toEqual([])
  })
  test('take the place of what was begun', () => {
    expect(replaceTail('1/4 + Lef', 'Left side·right')).toBe('1/4 + Left side·right')
    expect(replaceTail('max(wi', 'width')).toBe('max(width')
    expect(typed(replaceTail('2*(Left side·to', 'Left side·top')).ok).toBe(false)
  })
})
