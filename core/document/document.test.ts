import { onFace } from '.'
import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import {
  change,
  execute,
  newProject,
  readProject,
  replay,
  sayAside,
  writeProject,
  type Change,
  type Project,
  VERSION,
} from './index'
import { migrate } from './migrations'
import { runs } from '../testing/runs'

const wood = change.addStock({
  id: 's1',
  name: '1×10 pine',
  kind: 'board',
  species: 'pine',
  thickness: '3/4',
  width: '9 1/4',
  lengths: ['96'],
})
const piece = (id: string, name: string, start = '0') =>
  change.addPiece({
    kind: 'made',
    id,
    name,
    stock: 's1',
    facing: 'up-left',
    spans: { across: { start }, deep: { start: '0' }, up: { start: '0', size: '36' } },
  })
const joint = (id: string, guest: string, host: string) =>
  change.addJoints({
    joints: [
      {
        id,
        kind: 'housing',
        between: [
          { piece: guest, at: onFace('end1') },
          { piece: host, at: null },
        ],
        fields: { depth: '1/4' },
      },
    ],
  })

function make(...changes: Change[]): Project {
  const done = execute(newProject('t', 'Test', 'in'), changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const refused = (project: Project, ...changes: Change[]): string => {
  const done = execute(project, changes)
  return done.ok ? '' : done.why
}

const two = make(wood, piece('p1', 'Side'), piece('p2', 'Shelf', '@p1.right'), joint('j1', 'p2', 'p1'))

test('every change can be undone and done again, and touches nothing it was not asked to', () => {
  const changes: Change[] = [
    change.renamePiece({ id: 'p1', name: 'Left side' }),
    change.setFact({ id: 'p2', direction: 'up', fact: 'start', text: '3 1/2' }),
    change.removePiece({ id: 'p1' }),
    change.addParameter({ id: 'm1', name: 'width', kind: 'length', expression: '34' }),
    change.mirrorPiece({ id: 'p3', of: 'p1', name: 'Side', direction: 'across', about: '17' }),
    change.setSettings({ kerf: '3/32' }),
    change.setJointField({ ids: ['j1'], field: 'depth', value: '3/8' }),
    change.removeJoints({ ids: ['j1'] }),
  ]
  fc.assert(
    fc.property(fc.shuffledSubarray(changes), (some) => {
      const before = structuredClone(two)
      let now = two
      const undo: Array<Parameters<typeof replay>[1]> = []
      const redo: Array<Parameters<typeof replay>[1]> = []
      for (const c of some) {
        const done = execute(now, c)
        if (!done.ok) continue
        now = done.project
        undo.unshift(done.inverse)
        redo.push(done.patches)
      }
      const back = undo.reduce(replay, now)
      expect(back).toEqual(before)
      expect(redo.reduce(replay, back)).toEqual(now)
      expect(two).toEqual(before)
    }),
  )
})

test('several changes are one step: all of them or none', () => {
  expect(
    refused(two, change.renamePiece({ id: 'p1', name: 'X' }), change.renamePiece({ id: 'p9', name: 'Y' })),
  ).toMatch(/not there any more/)
  expect(two.pieces[0]!.name).toBe('Side')
})

test.each<[string, Change, RegExp]>([
  ['a name that is taken', change.renamePiece({ id: 'p1', name: 'Shelf' }), /already something called Shelf/],
  ['a name with a sign of the measures', change.renamePiece({ id: 'p1', name: 'a·b' }), /cannot hold/],
  [
    'a third fact',
    change.setFact({ id: 'p1', direction: 'up', fact: 'end', text: '36' }),
    /settled up by its start and size/,
  ],
  ['a joint made twice', joint('j2', 'p2', 'p1'), /joined there already/],
  [
    'a measure called as a unit',
    change.addParameter({ id: 'm', name: 'mm', kind: 'length', expression: '1' }),
    /already means something/,
  ],
  [
    'a measure called L',
    change.addParameter({ id: 'm', name: 'L', kind: 'length', expression: '1' }),
    /piece’s own length/,
  ],
  ['stock still in use', change.removeStock({ id: 's1' }), /Side, Shelf are made from it/],
])('%s is refused in a sentence', (_, c, says) => expect(refused(two, c)).toMatch(says))

test('renaming a measure renames it wherever it is used, and only there', () => {
  const p = make(
    wood,
    change.addParameter({ id: 'm1', name: 'width', kind: 'length', expression: '34' }),
    change.addParameter({ id: 'm2', name: 'width_in', kind: 'length', expression: 'width - 2*3/4' }),
    piece('p1', 'Side', 'max(width, 2) + width_in'),
    change.renameParameter({ id: 'm1', name: 'overall' }),
  )
  expect(p.parameters[1]!.expression).toBe('overall - 2*3/4')
  expect(p.pieces[0]).toMatchObject({ spans: { across: { start: 'max(overall, 2) + width_in' } } })
})

test('a deleted piece takes its joints along and leaves its name to be spoken of', () => {
  const done = execute(two, change.removePiece({ id: 'p1' }))
  expect(done).toMatchObject({ ok: true, says: 'Delete Side', project: { joints: [], gone: { p1: 'Side' } } })
})

describe('a project file', () => {
  test('reads back as it was written', () => {
    expect(readProject(writeProject(two))).toEqual({ ok: true, project: two })
  })
  test('opens with its sound parts, and lists the rest', () => {
    const file = JSON.parse(writeProject(two)) as { pieces: unknown[]; joints: unknown[]; settings: unknown }
    file.pieces.push(
      { kind: 'made', id: 'p7', name: 'Torn', spans: 3 },
      { kind: 'twin', id: 'p8', name: 'Orphan', of: 'p99', direction: 'up', about: '1', note: '' },
    )
    file.pieces.push({
      ...(file.pieces[0] as object),
      id: 'p9',
      spans: { across: { start: '0', end: '1', size: '2' }, deep: {}, up: {} },
    })
    file.joints.push({
      id: 'j9',
      kind: 'housing',
      between: [
        { piece: 'p2', at: null },
        { piece: 'p50', at: null },
      ],
      fields: {},
    })
    file.settings = 'no'
    const read = readProject(JSON.stringify(file))
    expect(read.ok && read.project.pieces.map((p) => p.id)).toEqual(['p1', 'p2'])
    expect(read.ok && sayAside(read.project).join('\n')).toMatchInlineSnapshot(`
"settings: is not an object with fields
piece 3, Torn: stock is missing; facing is missing; spans is not an object with fields
piece 5, Side: spans · across: a span takes two of start, end, centre and size, not more
piece 3, Orphan: its original p99 is not there
joint 2, j9: its piece p50 is not there"
`)
  })
  test.each<[string, string, RegExp]>([
    ['not ours', '{"a":1}', /not made by Ergaton/],
    ['rubbish', 'ÿØÿà\u0000JFIF', /does not read as JSON/],
    ['empty', '', /does not read as JSON/],
    ['cut off', writeProject(two).slice(0, 700), /stops in the middle/],
    [
      'a version there never was',
      writeProject(two).replace(`"version": ${VERSION}`, '"version": 1.5'),
      /there never was/,
    ],
    [
      'too deep',
      writeProject(two).replace('"depth": "1/4"', `"depth": ${'['.repeat(3000)}${']'.repeat(3000)}`),
      /nested deeper/,
    ],
    [
      'too new',
      writeProject(two).replace(`"version": ${VERSION}`, '"version": 9'),
      /newer Ergaton \(file version 9/,
    ],
    ['50 MB of rubbish', 'x'.repeat(50_000_000), /has 50 MB/],
    ['a list', '[]', /not made by Ergaton/],
  ])('%s is refused in a sentence', (_, text, says) => {
    const read = readProject(text)
    expect(read.ok ? '' : read.why).toMatch(says)
  })
  test('never throws, whatever is in it', () => {
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom(
          'pieces',
          'joints',
          'stock',
          'settings',
          'name',
          'boards',
          'parameters',
          'gone',
          'version',
        ),
        (value, key) => {
          const file = { ...(JSON.parse(writeProject(two)) as object), [key]: value }
          expect(() => readProject(JSON.stringify(file))).not.toThrow()
        },
      ),
      { numRuns: runs(300) },
    )
  })
})

test('a file of every earlier version opens whole', () => {
  const read = readProject(readFileSync(new URL('samples/version-1.json', import.meta.url), 'utf8'))
  expect(read).toMatchObject({ ok: true, project: { setAside: [] } })
  expect(read.ok && [read.project.version, read.project.pieces.length, read.project.groups]).toEqual([
    VERSION,
    7,
    [],
  ])
})

test('copies told by numbers are told by their ids, each the one it was', () => {
  const text = readFileSync(new URL('samples/version-2.json', import.meta.url), 'utf8')
  const read = readProject(text)
  if (!read.ok) throw new Error(read.why)
  const { project } = read
  expect(project.setAside).toEqual([])
  expect(project.groups.map((g) => [g.id, g.placements.map((p) => p.id), g.except, g.only])).toEqual([
    ['g1', ['c2'], ['g2:c1/2'], null],
    ['g2', ['c1'], [], null],
    ['own', ['c2'], [], 'g2:c1/2'],
  ])
  expect(project.pieces.filter((p) => p.only !== null).map((p) => [p.id, p.only])).toEqual([
    ['p5', 'g1:2'],
    ['own_p5', 'own:2'],
  ])
  const spans = (id: string) => project.pieces.find((p) => p.id === id) as { spans: object }
  expect(spans('p3').spans).toEqual({
    across: { start: '@p1#g1:3.right', size: '50' },
    deep: { start: '@p2#g1:c2.front - @p2#2.up', size: '20' },
    up: { start: '@p2#g1:2/2.top' },
  })
  expect(spans('p4').spans).toMatchObject({
    across: { start: '@g1#2.left', size: '@p2#g2:c1/g1:3/2.length' },
    deep: { start: '@g2#c1.back' },
  })
})

test.each([
  ['boards', 'board', '0'],
  ['sheets alone', 'sheet', '10'],
])('one trim of ends and edges stays at the ends; of %s the edges get %s: %s', (_, kind, edgeTrim) => {
  const data = JSON.parse(readFileSync(new URL('samples/version-3.json', import.meta.url), 'utf8')) as {
    stock: Array<{ kind: string }>
  }
  const read = readProject(JSON.stringify({ ...data, stock: data.stock.map((s) => ({ ...s, kind })) }))
  if (!read.ok) throw new Error(read.why)
  expect(read.project.setAside).toEqual([])
  expect(read.project.settings).toMatchObject({ trim: '10', edgeTrim, planing: '6' })
})

test('migrations are walked one version after the other', () => {
  const table = {
    0: (d: object) => ({ ...d, version: 1, a: 1 }),
    1: (d: object) => ({ ...d, version: 2, b: 2 }),
  }
  expect(migrate({ version: 0 }, table)).toEqual({ version: 2, a: 1, b: 2 })
  expect(migrate({ version: 5 }, table)).toEqual({ version: 5 })
})
