import { change, execute, type Joint, type Project } from '../document'
import { modelOf } from '../model'
import { jointFigure } from '../plans'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/scenario'
import { firstAt, jointsAt, jointSheet, offersOf, openContacts, proposedAt, type Typed } from './offers'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A box corner: the end of a side against a front, its outside flush; and a shelf between. */
const corner = make([
  ...block('a', 'right-front', [0, 400], [0, 18], [0, 100]),
  ...block('b', 'back-left', [0, 18], [18, 300], [0, 100]),
])
const after = (project: Project, joints: Joint[]): Project => {
  const done = execute(project, change.addJoints({ joints }))
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const open = (project: Project, chosen: string[] = []) => {
  const { resolved } = modelOf(project)
  const groups = openContacts(resolved, new Set(chosen))
  return { resolved, groups, offers: offersOf(groups, resolved) }
}
const DOVETAIL: Typed = { options: { tails: 'host' } }

test('a choice made before the joint is, is the joint’s, and says which piece has what', () => {
  const { resolved, groups } = open(corner)
  const group = groups[0]!
  const proposed = proposedAt(group, 'dovetail', DOVETAIL, resolved)!
  expect(proposed.options.tails).toBe('host')
  const tails = proposed.choices.find((c) => c.name === 'tails')!
  expect(Object.values(tails.values).sort()).toEqual(['A', 'B'])
  // Until then tails are on what runs front to back, so that a pull at the front does not open them.
  expect(proposedAt(group, 'dovetail', {}, resolved)!.options.tails).toBe('guest')
  const joints = jointsAt(group, 'dovetail', DOVETAIL, new Set(), resolved)
  expect(joints.map((j) => j.options.tails)).toEqual(['host'])
})

test('measures and choices that another makes idle are not offered', () => {
  const { resolved, groups } = open(corner)
  const names = (typed: Typed) => {
    const first = firstAt(groups[0]!, 'mitre', typed, resolved)!
    const made = modelOf(after(corner, [{ ...first.joint, id: 'j1' }])).resolved
    return jointSheet('j1', made)!.fields.map((f) => f.name)
  }
  expect(names({})).toEqual([])
  expect(names({ options: { across: 'keys' } })).toEqual(['keys', 'kerf', 'depth'])
  expect(names({ options: { across: 'dowels' } })).toEqual(['keys', 'dowel', 'dowelLength', 'tip', 'apart'])
})

test('what is joined is offered what holds it the better, once its pieces are chosen', () => {
  const { resolved, groups } = open(corner)
  const [dado] = jointsAt(groups[0]!, 'housing', {}, new Set(), resolved)
  const joined = after(corner, [{ ...dado!, id: 'j1' }])
  expect(open(joined).offers).toEqual([])
  const { offers } = open(joined, ['a', 'b'])
  expect(offers).toHaveLength(1)
  expect(offers[0]!.more).toBe(true)
  const kinds = offers[0]!.kinds.map((k) => k.kind)
  expect([...kinds].sort()).toEqual(['dowels', 'pockets', 'screws'])

  // What is there already is not offered again.
  const { resolved: r, groups: g } = open(joined, ['a', 'b'])
  const [screws] = jointsAt(g[0]!, 'screws', {}, new Set(), r)
  const held = after(joined, [{ ...screws!, id: 'j2' }])
  expect(open(held, ['a', 'b']).offers[0]!.kinds.map((k) => k.kind)).not.toContain('screws')
})

test('how far a joint reaches is told by its own measure, at the guest’s face', () => {
  const { resolved, groups } = open(corner)
  const { seat } = proposedAt(groups[0]!, 'housing', {}, resolved)!
  expect(seat).toMatchObject({ reach: 'depth', guest: 'b#1', at: [9, 18, 50], way: [0, -1, 0] })
  // Nothing reaches anywhere in a butt, and tails go as deep as the wood is thick, or but for a lap.
  const blind = { fields: { lap: '4' }, options: { manner: 'blind' } }
  expect(proposedAt(groups[0]!, 'dovetail', blind, resolved)!.seat!.reach).toBeNull()
  for (const kind of ['butt', 'dovetail'])
    expect(proposedAt(groups[0]!, kind, {}, resolved)!.seat).toEqual({ ...seat, reach: null })
})

test('the drawing of a joint shows its pieces cut, and changes with what is chosen', () => {
  const { resolved, groups } = open(corner)
  const drawn = (kind: string, typed: Typed) => {
    const { joint, contact } = firstAt(groups[0]!, kind, typed, resolved)!
    const model = modelOf(after(corner, [{ ...joint, id: 'j1' }]))
    return jointFigure(model, kernel, { ...joint, id: 'j1' }, contact)
  }
  const lines = (text: string) => text.split('M').length
  const [plain, tails, pins] = [drawn('butt', {}), drawn('dovetail', {}), drawn('dovetail', DOVETAIL)]
  expect(lines(tails)).toBeGreaterThan(lines(plain) + 10)
  expect(pins).not.toBe(tails)
  expect(drawn('mitre', {})).toMatch(/^-?[\d.]+ -?[\d.]+ [\d.]+ [\d.]+\|M/)
})

test.each([
  ['a box', corner, 'fingers', {}],
  [
    'a drawer behind its thicker front',
    make([
      ...block('a', 'right-front', [0, 400], [0, 18], [0, 100]),
      change.addStock({
        id: 'thin',
        name: 'thin',
        kind: 'board',
        species: 'oak',
        thickness: '12',
        width: '100',
        lengths: ['2000'],
      }),
      change.addPiece({
        kind: 'made',
        id: 'b',
        name: 'B',
        stock: 'thin',
        facing: 'back-left',
        spans: {
          across: { start: '0' },
          deep: { start: '18', size: '300' },
          up: { start: '0', size: '100' },
        },
      }),
    ]),
    'dovetail',
    { tails: 'guest', manner: 'blind' },
  ],
  [
    'a case with its top on',
    make([
      ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
      ...block('b', 'right-up', [18, 400], [0, 300], [682, 18]),
    ]),
    'housing',
    {},
  ],
])('at the corner of %s the likely joint comes first', (_, project, kind, options) => {
  const { resolved, groups, offers } = open(project)
  expect(offers[0]!.kinds[0]!.kind).toBe(kind)
  expect(proposedAt(groups[0]!, kind, {}, resolved)!.options).toEqual(options)
})
