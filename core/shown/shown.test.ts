import * as fc from 'fast-check'
import { change, execute, replay, type Project } from '../document'
import { Modeller, modelOf } from '../model'
import { tryMeasure } from '../resolve'
import { findAlike } from '../cuts'
import { recipeKey } from '../solid'
import { block, join, make } from '../testing/scenario'
import { wall } from '../testing/wall'
import { ModelMirror, type Shown } from '.'
import { ModelPublisher } from './publisher'
import { lookOver } from '../proof'
import { runs } from '../testing/runs'

/** What goes from a worker to a page is a copy. */
const sent = <T>(x: T): T => structuredClone(x)

/** Everything that a screen reads, from what was told or from a model worked out afresh. */
const seen = (s: Shown) => ({
  pieces: [...s.byId.values()].map((p) => [p.id, p.stock?.thickness, p.facing.id, p.copies]),
  instances: s.instances.map((i) => [i, s.features(i.key), s.marks.get(i.key)]),
  stocks: [...s.stocks.values()],
  rest: [s.boards, s.groups, s.settings, s.problems, s.style],
})
const fresh = (project: Project) => {
  const m = modelOf(project)
  const r = m.resolved
  const marks = new Map(findAlike(m).flatMap((a, n) => a.instances.map((i) => [i.key, n] as const)))
  return {
    pieces: r.pieces.map((p) => [p.id, p.stock?.thickness, p.facing.id, p.copies]),
    instances: r.instances.map((i) => [i, m.features(i), marks.get(i.key)]),
    stocks: [...r.stocks.values()],
    rest: [r.boards, r.groups, r.settings, lookOver(m), r.style],
  }
}

const start = make([
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('b', 'up-left', [500, 18], [0, 300], [0, 700]),
  ...block('c', 'right-up', [18, 482], [0, 300], [300, 18]),
  join('housing', ['c.end1', 'a'], { depth: 6 }),
])
const edits = fc.oneof(
  fc
    .record({ id: fc.constantFrom('a', 'b', 'c'), at: fc.integer({ min: -20, max: 600 }) })
    .map(({ id, at }) => change.setFact({ id, direction: 'across', fact: 'start', text: String(at) })),
  fc.constantFrom('a', 'b', 'c').map((id) => change.renamePiece({ id, name: `${id} anew` })),
  fc.constantFrom('a', 'b', 'c').map((id) => change.removePiece({ id })),
  fc
    .constantFrom('12', '19', 'nonsense')
    .map((thickness) => change.setStock({ id: 'any', changes: { thickness } })),
  fc
    .constantFrom('2', '3', '40')
    .map((count) =>
      change.setRepeat({ id: 'c', repeat: { kind: 'pitch', direction: 'up', count, pitch: '50' } }),
    ),
  fc
    .constantFrom('a', 'b')
    .map((of) => change.mirrorPiece({ id: `t${of}`, of, name: 'Twin', direction: 'across', about: '300' })),
  fc.constant('back' as const),
)

test('what was told, change by change, is what a fresh model says', () => {
  fc.assert(
    fc.property(fc.array(edits, { minLength: 1, maxLength: 12 }), (list) => {
      const modeller = new Modeller()
      const publisher = new ModelPublisher()
      const mirror = new ModelMirror()
      let project = start
      const past: Array<Parameters<typeof replay>[1]> = []
      const follow = () => mirror.take(sent(publisher.publish(modeller.model(project))), project)
      follow()
      for (const edit of list) {
        if (edit === 'back') {
          const inverse = past.pop()
          if (inverse) project = replay(project, inverse)
        } else {
          const done = execute(project, edit)
          if (!done.ok) continue
          past.push(done.inverse)
          project = done.project
        }
        const early = mirror.show(project)
        // What was not told yet is said to be so.
        for (const { id } of project.pieces) tryMeasure(early, `@${id}.left + @${id}#2.right`, 'length')
        expect(early.instances.every((i) => project.pieces.some((p) => p.id === i.piece))).toBe(true)
        follow()
        const shown = mirror.show(project)
        expect(shown.settled).toBe(true)
        expect(seen(shown)).toEqual(sent(fresh(project)))
      }
    }),
    { numRuns: runs(60) },
  )
})

test('measures read the same from what was told', () => {
  const model = modelOf(start)
  const mirror = new ModelMirror()
  mirror.take(sent(new ModelPublisher().publish(model)), start)
  const shown = mirror.show(start)
  for (const text of [
    '@b.left - @a.right',
    '@c.length / 2',
    '@any.thickness * 2',
    '@c.up',
    '@b#g.left',
    '1/',
    'nonsense',
  ])
    expect(tryMeasure(shown, text, 'length')).toEqual(tryMeasure(model.resolved, text, 'length'))
  expect(tryMeasure(shown, '@b.left - @a.right', 'length')).toEqual({ ok: true, value: 482 })
})

test('a move tells only of what it moves, and what is as before stays the very same', () => {
  const modeller = new Modeller()
  const publisher = new ModelPublisher()
  const mirror = new ModelMirror()
  const before = wall(4)
  mirror.take(sent(publisher.publish(modeller.model(before))), before)
  const was = mirror.show(before)
  const done = execute(before, change.setFact({ id: 's1_3', direction: 'up', fact: 'start', text: '720' }))
  if (!done.ok) throw new Error(done.why)
  const told = publisher.publish(modeller.model(done.project))
  expect(told.pieces.map((p) => p.id).sort()).toEqual(['l1', 'r1', 's1_3'])
  expect(told.values.length).toBeLessThan(12)
  expect(Object.keys(told.whole)).toEqual([])
  mirror.take(sent(told), done.project)
  const now = mirror.show(done.project)
  expect(now.byId.get('s2_3')).toBe(was.byId.get('s2_3'))
  expect(now.marks).toBe(was.marks)
  expect(now.byId.get('s1_3')!.instances[0]!.box.min[2]).toBe(720)
})

test('equal solids have one number, and a number means one solid', () => {
  const modeller = new Modeller()
  const publisher = new ModelPublisher()
  const project = make([
    ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
    ...block('b', 'up-left', [500, 18], [0, 300], [0, 700]),
    ...block('c', 'up-left', [900, 18], [0, 300], [0, 650]),
  ])
  const model = modeller.model(project)
  const [a, b, c] = publisher.publish(model).pieces.map((p) => p.shapes[0]!)
  expect(b).toBe(a)
  expect(c).not.toBe(a)
  const of = (key: string) => recipeKey(model.recipe(model.resolved.instances.find((i) => i.key === key)!))
  expect(recipeKey(publisher.recipe(a!)!)).toBe(of('b#1'))
  expect(recipeKey(publisher.recipe(c!)!)).toBe(of('c#1'))
  expect(publisher.recipe(99)).toBeUndefined()
})
