import fc from 'fast-check'
import { change, execute, type Change, type MadePiece, type Project } from '../../../core/document'
import { modelOf } from '../../../core/model'
import { FACINGS, facing, type Axis } from '../../../core/pieces'
import { block, make } from '../../../core/testing/scenario'
import { shownOf } from '../../../core/testing/shown'
import { jointsOver, mirrorChanges, twinName } from '../tools/mirror/mirrors'
import { swapChanges, swapped, turnChanges, turned } from './turns'

const after = (project: Project, changes: Change[] | { readonly why: string }): Project => {
  if ('why' in changes) throw new Error(changes.why)
  const done = execute(project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const instance = (project: Project, id: string) => modelOf(project).resolved.byId.get(id)!.instances[0]!
const pieceIn = (project: Project, id: string) => project.pieces.find((p) => p.id === id) as MadePiece
const anyFacing = fc.constantFrom(...FACINGS.map((f) => f.id))
const axis = fc.constantFrom<Axis>(0, 1, 2)

test('four quarters are none, whatever the way; three ways reach all stances', () => {
  fc.assert(
    fc.property(anyFacing, axis, (id, a) => {
      let now = id
      for (let n = 0; n < 4; n++) now = turned(now, a)
      expect(now).toBe(id)
      // What lies along the axis stays.
      const [before, after] = [facing(id), facing(turned(id, a))]
      before.room.forEach((room, own) => expect(after.room[own] === a).toBe(room === a))
    }),
  )
  const reached = new Set(['right-up'])
  for (const id of reached) for (const a of [0, 1, 2] as const) reached.add(turned(id, a))
  expect(reached.size).toBe(24)
})

test('a piece that is turned is as long, wide and thick as it was, and starts where it started', () => {
  fc.assert(
    fc.property(anyFacing, axis, (id, a) => {
      const { room } = facing(id)
      const spans = [0, 1, 2].map((i) => [10 * i, [400, 90, 18][room.indexOf(i as Axis)]!] as const)
      const project = make(block('a', id, spans[0]!, spans[1]!, spans[2]!))
      const now = instance(after(project, turnChanges(shownOf(project), pieceIn(project, 'a'), a)), 'a')
      expect([now.length, now.width, now.thickness]).toEqual([400, 90, 18])
      expect(now.box.min).toEqual([0, 10, 20])
    }),
    { numRuns: 40 },
  )
})

test('length for width: the same box, with the grain the other way', () => {
  fc.assert(
    fc.property(anyFacing, (id) => {
      const { room, face } = facing(id)
      const spans = [0, 1, 2].map((i) => [5, [400, 90, 18][room.indexOf(i as Axis)]!] as const)
      const project = make(block('a', id, spans[0]!, spans[1]!, spans[2]!))
      const before = instance(project, 'a')
      const now = instance(after(project, swapChanges(shownOf(project), pieceIn(project, 'a'))), 'a')
      expect([now.length, now.width, now.thickness]).toEqual([90, 400, 18])
      expect(now.box).toEqual(before.box)
      expect(facing(swapped(id)).face).toBe(face)
    }),
  )
})

test('a twin takes over the joints of its original with what stands in the middle of the mirror', () => {
  const project = make([
    ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
    ...block('s', 'right-up', [18, 464], [0, 300], [200, 18]),
    ...block('k', 'right-up', [-100, 100], [0, 300], [500, 18]),
    change.addJoints({
      joints: [joint('j1', ['s', 'end1'], ['a', null]), joint('j2', ['k', 'end2'], ['a', null])],
    }),
  ])
  const shown = shownOf(project)
  const pieces = [pieceIn(project, 'a')]
  const over = jointsOver(shown, pieces, 'across', 250)
  expect(over.map((j) => j.id)).toEqual(['j1'])
  const asked = { pieces, names: ['Right'], direction: 'across' as const, about: '250', joints: over }
  const done = after(project, mirrorChanges(shown, asked))
  const twin = done.pieces.find((p) => p.kind === 'twin')!
  expect(done.joints.at(-1)!.between).toEqual([
    { piece: 's', at: { kind: 'face', face: 'end2' } },
    { piece: twin.id, at: null },
  ])
  const model = modelOf(done)
  expect(model.resolved.failures).toEqual([])
  // The shelf goes as far into the twin as into the original.
  const shelf = model.resolved.byId.get('s')!.instances[0]!
  expect(shelf.length).toBeCloseTo(464 + 2 * 6, 6)
  expect(shelf.grown.min[0] + shelf.grown.max[0]).toBeCloseTo(500, 6)
})

test('names go with the side', () => {
  expect(['Left side', 'top rail', 'Shelf', 'Leftover'].map(twinName)).toEqual([
    'Right side',
    'Bottom rail',
    'Shelf',
    'Leftover',
  ])
})

function joint(id: string, ...between: Array<[string, string | null]>) {
  return {
    id,
    kind: 'housing',
    options: {},
    between: between.map(([piece, face]) => ({
      piece,
      at: face === null ? null : { kind: 'face' as const, face: face as 'end1' },
    })),
    fields: { depth: '6', fit: '0', gap: '0', stop1: '0', stop2: '0' },
  }
}
