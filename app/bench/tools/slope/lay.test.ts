import fc from 'fast-check'
import { change, edgeAt, execute, type Change, type MadePiece, type Project } from '../../../../core/document'
import { modelOf } from '../../../../core/model'
import { dot, minus, normalOf, toRoom, type Vec3 } from '../../../../core/pieces'
import { proofOf } from '../../../../core/proof'
import type { Kernel } from '../../../../core/solid'
import { block, make, stock, testKernel } from '../../../../core/testing/scenario'
import { shownOf } from '../../../../core/testing/shown'
import { edgeNamed, endsAt, layOn, type Laid, type Lay } from './lay'
import { runs } from '../../../../core/testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A box without a lid: two sides, a back, a lower front, and a strip on the back that a lid comes up to. */
const openBox = (back: number, front: number, strip: number): Project =>
  make([
    stock('any', 18),
    ...block('left', 'back-left', [0, 18], [0, 600], [0, back]),
    ...block('right', 'back-left', [882, 18], [0, 600], [0, back]),
    ...block('rear', 'right-back', [18, 864], [582, 18], [0, back]),
    ...block('fore', 'right-front', [18, 864], [0, 18], [0, front]),
    ...block('strip', 'right-up', [-20, 940], [600 - strip, strip], [back, 18]),
  ])
const HIGH = '@strip.front @strip.bottom'
const LOW = '@fore.front @fore.top'
const LID: Lay = {
  one: LOW,
  other: HIGH,
  board: { stock: 'any', name: 'Lid' },
  past: '25',
  starts: '@strip.left',
  ends: '@strip.right',
  down: false,
  trims: true,
  bevels: true,
}
const laid = (project: Project, more: Partial<Lay> = {}): Laid => {
  const found = layOn(shownOf(project), { ...LID, ...more })
  if ('why' in found) throw new Error(found.why)
  return found
}
const after = (project: Project, changes: Change | readonly Change[]): Project => {
  const done = execute(project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const lidIn = (project: Project, id: string) => modelOf(project).resolved.byId.get(id)!.instances[0]!

test('an edge is the two faces of one piece that it lies between', () => {
  expect(edgeNamed('@a.front @a.top')).toEqual({ piece: 'a', sides: ['front', 'top'] })
  for (const text of ['', '@a.front', '@a.front @b.top', '@a.front @a.back', '@a.front @a.top @a.left'])
    expect(edgeNamed(text)).toBeNull()
  expect(endsAt('@a#2.front @a#2.top')).toEqual({ starts: '@a#2.left', ends: '@a#2.right' })
})

test('a lid lies on both edges, whatever the heights, and no wood is shared', () => {
  const heights = fc.record({
    back: fc.integer({ min: 250, max: 400 }),
    front: fc.integer({ min: 120, max: 240 }),
    strip: fc.integer({ min: 40, max: 120 }),
    past: fc.integer({ min: 0, max: 60 }),
    down: fc.boolean(),
  })
  fc.assert(
    fc.property(heights, ({ back, front, strip, past, down }) => {
      const project = openBox(back, front, strip)
      const found = laid(project, { past: String(past), down })
      const done = after(project, found.changes)
      const lid = lidIn(done, found.piece)
      const [rise, going] = [back - front, 600 - strip]
      expect(found.degrees).toBeCloseTo((Math.atan2(rise, going) * 180) / Math.PI, 9)
      // Both edges lie in the plane of its underside, which is its back.
      const under = normalOf(lid.frame, 'back')
      const from = toRoom(lid.frame, lid.shoulder.min)
      for (const [y, z] of [
        [600 - strip, back],
        [0, front],
      ] as const) {
        const place: Vec3 = [100, y, z]
        expect(dot(minus(place, from), under)).toBeCloseTo(0, 6)
      }
      expect(under[2]).toBeLessThan(0)
      // It runs so far past the lower edge.
      const long = lid.shoulder.max[down ? 0 : 1] - lid.shoulder.min[down ? 0 : 1]
      expect(long).toBeCloseTo(Math.hypot(rise, going) + past, 6)
      expect(proofOf(modelOf(done), kernel).filter((p) => p.level === 'stop')).toEqual([])
    }),
    { numRuns: runs(20) },
  )
})

test('what it lies on is trimmed, and it is bevelled with what is at the higher edge', () => {
  const project = openBox(300, 180, 80)
  const found = laid(project)
  expect(found.trimmed).toEqual(['LEFT', 'RIGHT', 'FORE'])
  expect(found.bevelled).toBe('STRIP')
  const joints = after(project, found.changes).joints.map(
    ({ kind, between }) => `${kind} ${between.map((m) => m.piece).join(' ')}`,
  )
  const id = found.piece
  expect(joints).toEqual([
    `mitre ${id} strip`,
    `trim left ${id}`,
    'trim left strip',
    `trim right ${id}`,
    'trim right strip',
    `trim fore ${id}`,
  ])
  const bare = laid(project, { trims: false, bevels: false })
  expect(bare.changes).toHaveLength(1)
})

test('a board that is there is laid again elsewhere, and its joints are not made twice', () => {
  const project = openBox(300, 180, 80)
  const first = laid(project)
  const once = after(project, first.changes)
  const board = once.pieces.find((p): p is MadePiece => p.id === first.piece)!
  const again = laid(once, { board, past: '40' })
  const twice = after(once, again.changes)
  expect(twice.pieces).toHaveLength(once.pieces.length)
  expect(twice.joints).toEqual(once.joints)
  const [a, b] = [lidIn(once, first.piece), lidIn(twice, first.piece)]
  expect(b.width - a.width).toBeCloseTo(15, 6)
})

test('it follows when the box is made higher', () => {
  const project = openBox(300, 180, 80)
  const found = laid(project)
  const done = after(project, [
    ...found.changes,
    change.setFact({ id: 'fore', direction: 'up', fact: 'size', text: '240' }),
  ])
  const lid = lidIn(done, found.piece)
  expect(lid.shoulder.max[1] - lid.shoulder.min[1]).toBeCloseTo(Math.hypot(60, 520) + 25, 6)
})

test('a lid may fall to the back, or to a side', () => {
  const project = make([
    ...block('a', 'right-front', [0, 500], [0, 18], [0, 300]),
    ...block('b', 'right-front', [0, 500], [400, 18], [0, 200]),
    ...block('c', 'back-left', [600, 18], [0, 400], [0, 150]),
    ...block('d', 'back-left', [900, 18], [0, 400], [0, 250]),
  ])
  const cases = [
    ['@a.front @a.top', '@b.back @b.top', [0, 1]],
    ['@c.left @c.top', '@d.right @d.top', [-1, 0]],
  ] as const
  for (const [one, other, toward] of cases) {
    const found = laid(project, { one, other, ...endsAt(one)! })
    const lid = lidIn(after(project, found.changes), found.piece)
    const face = normalOf(lid.frame, 'face')
    // The show face looks up, and to the way that it falls.
    expect(face[2]).toBeGreaterThan(0)
    expect(dot(face, [...toward, 0])).toBeGreaterThan(0.1)
    expect(proofOf(modelOf(after(project, found.changes)), kernel).filter((p) => p.level === 'stop')).toEqual(
      [],
    )
  }
})

test.each([
  ['no edge', { one: '' }, 'Pick the edge of a piece'],
  ['edges that run crosswise', { one: '@left.left @left.top' }, 'do not run the same way'],
  ['edges that stand', { one: '@left.left @left.front', other: '@right.left @right.front' }, 'stand upright'],
  ['level edges', { one: '@rear.back @rear.top', other: '@rear.front @rear.top' }, 'level'],
  [
    'edges above each other',
    { one: '@fore.front @fore.bottom', other: '@fore.front @fore.top' },
    'straight above',
  ],
  ['no ends', { starts: '' }, 'Type where it starts'],
  ['ends the wrong way about', { starts: '@strip.right', ends: '@strip.left' }, 'end before it starts'],
  ['a slip in a measure', { past: 'wide' }, 'How far it runs past'],
] as const)('%s is refused in a sentence', (_, more, says) => {
  const found = layOn(shownOf(openBox(300, 180, 80)), { ...LID, ...more })
  expect('why' in found && found.why).toContain(says)
})

test('a board is not laid on its own edge', () => {
  const project = openBox(300, 180, 80)
  const board = project.pieces.find((p): p is MadePiece => p.id === 'strip')!
  const found = layOn(shownOf(project), { ...LID, board })
  expect(found).toEqual({ why: 'STRIP cannot lie on its own edge' })
})

test('a board is not laid on what is placed by it', () => {
  const project = openBox(300, 180, 80)
  const found = laid(project)
  const lidded = after(project, [
    ...found.changes,
    change.addPiece({
      kind: 'made',
      id: 'rail',
      name: 'Rail',
      stock: 'any',
      facing: 'right-front',
      spans: {
        across: { start: `@${found.piece}.left`, end: `@${found.piece}.right` },
        deep: { start: '0' },
        up: { start: '0', size: '50' },
      },
    }),
  ])
  const board = lidded.pieces.find((p): p is MadePiece => p.id === found.piece)!
  const again = layOn(shownOf(lidded), { ...LID, one: '@rail.front @rail.top', board })
  expect(again).toEqual({ why: 'Where Rail is follows from Lid, so Lid cannot lie on it' })
})

test('a bevelled lid hinged at its upper edge opens, for the hinge sits on the ridge', () => {
  const project = openBox(300, 180, 80)
  const found = laid(project)
  const hinged = after(project, [
    ...found.changes,
    change.addHardware({
      kind: 'hinge',
      id: 'h1',
      name: 'Hinge',
      count: '2',
      on: found.piece,
      note: '',
      at: edgeAt('face', 'edge2'),
      moves: [found.piece],
      limit: '-90deg',
    }),
  ])
  expect(proofOf(modelOf(hinged), kernel).filter((p) => p.level === 'stop')).toEqual([])
})
