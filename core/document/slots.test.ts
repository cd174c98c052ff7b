import { readFileSync, readdirSync } from 'node:fs'
import { openProject } from '../exchange'
import type { Project } from './index'
import { renamed, slots, slotsNaming } from './slots'

const projects = readdirSync('demo')
  .filter((f) => f.endsWith('.json'))
  .map((file) => {
    const read = openProject(readFileSync(`demo/${file}`, 'utf8'))
    if (!read.ok) throw new Error(read.why)
    return [file, read.project] as const
  })

/** Every text in a document, with the way to it. */
function texts(data: unknown, path: string[] = []): Array<{ path: string[]; text: string }> {
  if (typeof data === 'string') return [{ path, text: data }]
  if (typeof data !== 'object' || data === null) return []
  return Object.entries(data).flatMap(([k, v]) => texts(v, [...path, k]))
}

/** Texts that are no measures: ids, names, choices, notes and what was set aside. */
const PLAIN = new RegExp(
  '^(format|id|name|note|species|kind|stock|of|group|facing|direction|face|piece|on|unit|form|' +
    'paper|projection|manner|list|where|why|text|shape|cut|step|role)$',
)
const BY_HAND = ['additions', 'adjustments', 'revisions', 'sheets', 'titles', 'extras']
const PLAIN_WITHIN = [
  ...BY_HAND,
  ...'accepted options gone edge moves turns pictures setAside style'.split(' '),
]
const isPlain = (path: readonly string[]): boolean =>
  PLAIN.test(path.at(-1)!) ||
  (path.includes('outline') && !['value', 'mirrorOff'].includes(path.at(-1)!)) ||
  PLAIN_WITHIN.some((k) => path.includes(k))

test.each(projects)('every measure of %s is found, and nothing else', (_, project) => {
  const measures = texts(project).filter(({ path }) => !isPlain(path))
  expect(
    slots(project)
      .map((s) => s.text)
      .sort(),
  ).toEqual(measures.map((m) => m.text).sort())
  expect(measures.length).toBeGreaterThan(20)
})

test.each(projects)('each measure of %s is written where it was read', (_, project) => {
  const count = slots(project).length
  for (let n = 0; n < count; n += 7) {
    const copy: Project = structuredClone(project)
    const slot = slots(copy)[n]!
    slot.write('MARK')
    const changed = texts(copy).filter(({ text }) => text === 'MARK')
    expect(changed).toHaveLength(1)
    expect(slots(copy).map((s) => s.text)).toEqual(slots(project).map((s, i) => (i === n ? 'MARK' : s.text)))
  }
})

test('a measure is renamed where it stands as a name, not where it is part of one or of a reference', () => {
  expect(renamed('width + widths - @width.length + max(width, 2)', 'width', 'w')).toBe(
    'w + widths - @width.length + max(w, 2)',
  )
  expect(renamed('1/', 'width', 'w')).toBe('1/')
  const [, cabinet] = projects.find(([file]) => file === 'seed-cabinet.json')!
  const using = slotsNaming(cabinet, 'width')
  expect(using.length).toBeGreaterThan(0)
  for (const s of using) expect(s.text).toMatch(/\bwidth\b/)
})
