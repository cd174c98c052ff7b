import fc from 'fast-check'
import { onFace, change, execute, newProject, type Change, type Project } from './document'
import { modelOf, type Model } from './model'
import { overlap, sizeOf, volumeOf } from './pieces'
import { keyOf, sayBecause } from './resolve'
import { loadKernel, type Kernel } from './solid'
import type { Channel } from './work'
import { lookOver } from './proof'
import { runs } from './testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await loadKernel()
})

function make(changes: readonly Change[], unit: 'in' | 'mm' = 'mm'): Project {
  const done = execute(newProject('t', 'Test', unit), changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}

interface Case {
  readonly width: number
  readonly height: number
  readonly deep: number
  readonly side: number
  readonly shelf: number
  readonly depth: number
  readonly fit: number
  readonly gap: number
  readonly stop: number
  readonly count: number
}

const thousandths = (min: number, max: number) =>
  fc.integer({ min: min * 1000, max: max * 1000 }).map((n) => n / 1000)

const numbers: fc.Arbitrary<Case> = fc.record({
  width: fc.integer({ min: 200, max: 1500 }),
  height: fc.integer({ min: 300, max: 2000 }),
  deep: fc.integer({ min: 80, max: 400 }),
  side: fc.integer({ min: 12, max: 40 }),
  shelf: thousandths(6, 30),
  depth: thousandths(2, 11),
  fit: thousandths(0, 1),
  gap: thousandths(0, 1.5),
  stop: fc.oneof(fc.constant(0), fc.integer({ min: 5, max: 40 })),
  count: fc.integer({ min: 1, max: 5 }),
})

/** Two sides and evenly spaced shelves between them, housed. */
const caseOf = (c: Case): Change[] => {
  const board = (id: string, thickness: number) =>
    change.addStock({
      id,
      name: id,
      kind: 'sheet',
      species: 'birch plywood',
      thickness: String(thickness),
      width: '2500',
      lengths: ['3000'],
    })
  const side = { stock: 'sideStock', facing: 'up-left', note: '', repeat: null, kind: 'made' as const }
  const housed = {
    depth: String(c.depth),
    fit: String(c.fit),
    gap: String(c.gap),
    ...(c.stop ? { stop1: String(c.stop) } : {}),
  }
  return [
    board('sideStock', c.side),
    board('shelfStock', c.shelf),
    change.addPiece({
      ...side,
      id: 'left',
      name: 'Left',
      facing: 'up-right',
      spans: {
        across: { start: '0' },
        deep: { start: '0', size: String(c.deep) },
        up: { start: '0', size: String(c.height) },
      },
    }),
    change.mirrorPiece({
      id: 'right',
      of: 'left',
      name: 'Right',
      direction: 'across',
      about: `${c.width}/2`,
    }),
    change.addPiece({
      ...side,
      id: 'shelf',
      name: 'Shelf',
      stock: 'shelfStock',
      facing: 'right-up',
      spans: {
        across: { start: '@left.right', end: '@right.left' },
        deep: { start: '@left.front', end: '@left.back' },
        up: {},
      },
      repeat: {
        kind: 'even',
        direction: 'up',
        count: String(c.count),
        from: '@left.bottom',
        to: '@left.top',
      },
    }),
    change.addJoints({
      joints: [
        {
          id: 'j1',
          kind: 'housing',
          between: [
            { piece: 'shelf', at: onFace('end1') },
            { piece: 'left', at: null },
          ],
          fields: housed,
        },
        {
          id: 'j2',
          kind: 'housing',
          between: [
            { piece: 'shelf', at: onFace('end2') },
            { piece: 'right', at: null },
          ],
          fields: housed,
        },
      ],
    }),
  ]
}

const shapeIn = (m: Model, key: string) => {
  const i = m.resolved.instances.find((x) => x.key === key)!
  return { shape: kernel.shape(m.recipe(i)), placed: { recipe: m.recipe(i), frame: i.frame }, i }
}

test(
  'a housed shelf is as long as the opening, both depths, less the gaps; its dado is its ' +
    'thickness and the fit',
  () => {
    fc.assert(
      fc.property(numbers, (c) => {
        const m = modelOf(make(caseOf(c)))
        expect(lookOver(m).filter((p) => p.level === 'stop')).toEqual([])
        const opening = c.width - 2 * c.side
        for (const shelf of m.resolved.byId.get('shelf')!.instances)
          expect(shelf.length).toBeCloseTo(opening + 2 * (c.depth - c.gap), 9)
        const left = m.resolved.byId.get('left')!.instances[0]!
        const channels = m.features(left).map((f) => f.data as Channel)
        expect(channels).toHaveLength(c.count)
        for (const ch of channels) {
          expect(ch.name).toBe('dado')
          expect(ch.region.max[0] - ch.region.min[0]).toBeCloseTo(c.shelf + c.fit, 9)
          expect(ch.region.max[ch.into] - ch.region.min[ch.into]).toBeCloseTo(c.depth, 9)
        }
        // The solids say the same, to a millionth: the side less its dados, the shelf less its notches.
        const side = shapeIn(m, 'left#1').shape.volume
        expect(
          side / (c.deep * c.height * c.side - c.count * (c.shelf + c.fit) * c.depth * (c.deep - c.stop)),
        ).toBeCloseTo(1, 6)
        const shelf = shapeIn(m, 'shelf#1').shape.volume
        const solid = c.shelf * ((opening + 2 * (c.depth - c.gap)) * c.deep - 2 * (c.depth - c.gap) * c.stop)
        expect(shelf / solid).toBeCloseTo(1, 6)
      }),
      { numRuns: runs(60) },
    )
  },
)

test('no two pieces of a case share wood, and the twin side mirrors the first', () => {
  fc.assert(
    fc.property(numbers, (c) => {
      const m = modelOf(make(caseOf(c)))
      const all = m.resolved.instances.map((i) => shapeIn(m, i.key))
      const total = all.reduce((sum, a) => sum + a.shape.volume, 0)
      for (let i = 0; i < all.length; i++)
        for (let j = i + 1; j < all.length; j++) {
          const [a, b] = [all[i]!, all[j]!]
          const common = overlap(a.i.grown, b.i.grown, 1e-6)
          if (common) expect(kernel.sharedVolume(a.placed, b.placed)).toBeLessThan(1e-6 * total)
        }
      expect(shapeIn(m, 'right#1').shape.volume).toBeCloseTo(shapeIn(m, 'left#1').shape.volume, 3)
    }),
    { numRuns: runs(25) },
  )
})

test('the order in which pieces and joints are listed changes nothing', () => {
  fc.assert(
    fc.property(numbers, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (c, dice) => {
      const project = make(caseOf(c))
      const mix = <T>(list: readonly T[]): T[] =>
        list
          .map((v) => [dice.next().value as number, v] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, v]) => v)
      const mixed = {
        ...project,
        pieces: mix(project.pieces),
        joints: mix(project.joints),
        stock: mix(project.stock),
      }
      const seen = (p: Project) => {
        const m = modelOf(p)
        return Object.fromEntries(m.resolved.instances.map((i) => [i.key, [i.grown, m.recipe(i)]]).sort())
      }
      expect(seen(mixed)).toEqual(seen(project))
    }),
    { numRuns: runs(30) },
  )
})

describe('a case in inches', () => {
  const inches: Change[] = [
    change.addStock({
      id: 's1',
      name: '1×10 pine',
      kind: 'board',
      species: 'eastern white pine',
      thickness: '3/4',
      width: '9 1/4',
      lengths: ['8ft'],
    }),
    change.addStock({
      id: 's2',
      name: '¼ ply',
      kind: 'sheet',
      species: 'birch plywood',
      thickness: '1/4',
      width: '48',
      lengths: ['96'],
    }),
    change.addPiece({
      kind: 'made',
      id: 'p1',
      name: 'Left side',
      stock: 's1',
      facing: 'up-right',
      spans: { across: { start: '0' }, deep: { start: '0' }, up: { start: '0', size: '36' } },
    }),
    change.addPiece({
      kind: 'made',
      id: 'p2',
      name: 'Right side',
      stock: 's1',
      facing: 'up-left',
      spans: { across: { end: '34' }, deep: { start: '0' }, up: { start: '0', size: '36' } },
    }),
    change.addPiece({
      kind: 'made',
      id: 'p3',
      name: 'Shelf',
      stock: 's1',
      facing: 'right-up',
      spans: {
        across: { start: '@p1.right', end: '@p2.left' },
        deep: { start: '0', end: '@p4.front' },
        up: { start: '11 3/8' },
      },
    }),
    change.addPiece({
      kind: 'made',
      id: 'p4',
      name: 'Back',
      stock: 's2',
      facing: 'up-front',
      spans: {
        across: { start: '@p1.right', end: '@p2.left' },
        deep: { end: '@p1.back' },
        up: { start: '0', end: '36' },
      },
    }),
    ...[
      ['j1', 'p3', 'end1', 'p1'],
      ['j2', 'p3', 'end2', 'p2'],
      ['j3', 'p4', 'edge2', 'p1'],
      ['j4', 'p4', 'edge1', 'p2'],
    ].map(([id, guest, face, host]) =>
      change.addJoints({
        joints: [
          {
            id: id!,
            kind: 'housing',
            between: [
              { piece: guest!, at: onFace(face as 'end1') },
              { piece: host!, at: null },
            ],
            fields: { depth: guest === 'p4' ? '3/8' : '1/4' },
          },
        ],
      }),
    ),
  ]
  const project = make(inches, 'in')
  const m = modelOf(project)
  const name = (key: string) =>
    m.features(m.resolved.instances.find((i) => i.key === key)!).map((f) => (f.data as Channel).name)

  test('channels are named by what they are', () => {
    expect(lookOver(m)).toEqual([])
    expect(name('p1#1')).toEqual(['dado', 'rabbet'])
  })
  test('every number says where it comes from', () => {
    const b = m.resolved.because(keyOf.finished('p3', 'length'))!
    expect(sayBecause(b, project)).toBe(
      'Shelf · length 33 = Right side·left 33 1/4 − Left side·right 3/4 + 1/4 into Left side + 1/4 ' +
        'into Right side',
    )
  })
  test('a piece deleted while others refer to it is spoken of by name, and nothing else is lost', () => {
    const without = execute(project, change.removePiece({ id: 'p1' }))
    if (!without.ok) throw new Error(without.why)
    const problems = lookOver(modelOf(without.project)).map((p) => p.says)
    expect(problems).toContain('Shelf · across start: Left side·right is not there any more')
    expect(without.project.pieces.map((p) => p.name)).toEqual(['Right side', 'Shelf', 'Back'])
  })
  test('a circle is named along its way, once', () => {
    const loop = make(
      [...inches, change.setFact({ id: 'p1', direction: 'across', fact: 'start', text: '@p3.left - 3/4' })],
      'in',
    )
    const problems = lookOver(modelOf(loop))
    expect(problems).toHaveLength(1)
    expect(problems[0]!.says).toMatch(
      /^These go round in a circle: .*Left side · across start.*Shelf · across/,
    )
  })
  test('what cannot be is refused in a sentence', () => {
    const says = (...more: Change[]) =>
      lookOver(modelOf(make([...inches, ...more], 'in')))
        .map((p) => p.says)
        .join('\n')
    expect(says(change.setJointField({ ids: ['j1'], field: 'depth', value: '1' }))).toMatch(
      /A channel 1 deep for Shelf would go through Left side, which is 3\/4 there/,
    )
    expect(
      says(change.setFact({ id: 'p3', direction: 'across', fact: 'start', text: '@p1.right + 1/16' })),
    ).toMatch(/Shelf stops 1\/16 short of Left side/)
    expect(says(change.setFact({ id: 'p1', direction: 'up', fact: 'size', text: '0' }))).toMatch(
      /Left side has no size up/,
    )
    expect(says(change.setFact({ id: 'p1', direction: 'up', fact: 'size', text: '-3' }))).toMatch(
      /Left side ends before it starts up: from 0 to -3/,
    )
    expect(says(change.setFact({ id: 'p1', direction: 'up', fact: 'size', text: '99' }))).toMatch(
      /Left side is 99 long; the longest 1×10 pine is 96/,
    )
    expect(says(change.clearFact({ id: 'p1', direction: 'up', fact: 'size' }))).toMatch(
      /Left side is loose up: say one more besides its start/,
    )
    const third = execute(
      project,
      change.setFact({ id: 'p3', direction: 'across', fact: 'size', text: '30' }),
    )
    expect(third).toMatchObject({
      ok: false,
      why: expect.stringMatching(/settled across by its start and end/),
    })
  })
})

test('closed form of a box', () => {
  expect(volumeOf({ min: [0, 0, 0], max: [2, 3, 4] })).toBe(24)
  expect(sizeOf({ min: [1, 1, 1], max: [2, 3, 4] })).toEqual([1, 2, 3])
})
