/**
 * What is said of a piece, read alone, is enough to make it: whatever changes the solid changes the words
 * too.
 */
import type * as z from 'zod'
import { change, execute, type Change } from '../document'
import { jointKind } from '.'
import type { Model } from '../model'
import { sayPlain } from '../plans'
import { recipeKey } from '../solid'
import { block, built, instance, join, make } from '../testing/scenario'
import { LOPSIDED } from '../testing/lopsided'
import { workKind, type Feature, type Sentence } from '../work'
import { lookOver } from '../proof'

interface JointIn {
  fields: Record<string, string>
  options: Record<string, string>
}
const isJoint = (c: Change) => c.command === 'add-joints'
const withJoint = (changes: readonly Change[], edit: (joint: JointIn) => void): Change[] =>
  changes.map((c) => {
    if (!isJoint(c)) return c
    const copy = structuredClone(c) as { command: 'add-joints'; payload: { joints: JointIn[] } }
    edit(copy.payload.joints[0]!)
    return copy
  })

const COUNTS = new Set(['count', 'keys', 'slope'])
/** Every field of the joint, each a little more than it was. */
function* varied(changes: readonly Change[]): Generator<[string, Change[]]> {
  const joint = (changes.find(isJoint)!.payload as { joints: JointIn[] }).joints[0]!
  for (const [name, text] of Object.entries(joint.fields)) {
    const more = COUNTS.has(name) ? Number(text) + 1 : `${text} + ${text.endsWith('deg') ? '2deg' : '0.7'}`
    yield [name, withJoint(changes, (j) => void (j.fields[name] = String(more)))]
  }
}

/** A tool only refuses what is narrower than it. */
const REFUSES = /^fingers.*: tool$/
/** Whether a measure means nothing on the joint of a model, and is not shown for it. */
function isIdle(m: Model, field: string): boolean {
  const joint = m.project.joints[0]!
  return !jointKind(joint.kind)!
    .fields(joint, m.resolved)
    .some((f) => f.name === field)
}

const told = (m: Model, key: string, say: (f: Feature) => Sentence): string =>
  [
    ...instance(m, key).size.map((n) => n.toFixed(6)),
    ...m.features(instance(m, key)).map((f) => sayPlain(say(f), (mm) => mm.toFixed(6))),
  ].join('\n')

describe.each(Object.entries(LOPSIDED))('%s', (name, changes) => {
  const before = built(changes)
  test.each([...varied(changes)])('with more %s', (field, more) => {
    const after = built(more)
    let changed = false
    for (const key of ['a#1', 'b#1']) {
      const [one, two] = [before, after].map((m) => recipeKey(m.recipe(instance(m, key))))
      if (one === two) continue
      changed = true
      const say = (f: Feature) => workKind(f).describe(f.data, null)
      expect(told(after, key, say)).not.toBe(told(before, key, say))
    }
    // What another field decides alone changes nothing.
    if (isIdle(before, field) || REFUSES.test(`${name}: ${field}`)) return expect(changed).toBe(false)
    expect({ changed, stops: lookOver(after).filter((p) => p.level === 'stop') }).toMatchObject({
      changed: true,
    })
  })

  test('is drawn with a place for all that the ticket places', () => {
    for (const key of ['a#1', 'b#1'])
      for (const f of before.features(instance(before, key))) {
        const kind = workKind(f)
        const placed = kind
          .dimensions(f.data)
          .filter((d) => d.what === 'place')
          .map((d) => d.to)
        const sentence = kind.describe(f.data, null)
        // What lies at an end is told by the size of the piece.
        const whole = (mm: number) => instance(before, key).size.some((size) => Math.abs(size - mm) < 1e-6)
        // Every measure that stands before "from" is a place, and is dimensioned or lies at the reference
        // itself.
        sentence.forEach((part, i) => {
          const next = sentence[i + 1]
          if (
            typeof part === 'string' ||
            typeof next !== 'string' ||
            !/^ from (end 1|edge 1|the back)/.test(next)
          )
            return
          const near = placed.some((p) => Math.abs(p - part.mm) < 1e-6)
          expect({
            says: sayPlain(sentence, String),
            mm: part.mm,
            near: near || part.mm < 1e-6 || whole(part.mm),
          }).toMatchObject({ near: true })
        })
      }
  })
})

test.each(Object.entries(LOPSIDED))(
  'what is not shown for %s changes nothing when it is said',
  (_, changes) => {
    const before = built(changes)
    const joint = before.project.joints[0]!
    const kind = jointKind(joint.kind)!
    const all = Object.keys((kind.schema as z.ZodObject).shape)
    for (const field of all.filter((name) => isIdle(before, name))) {
      const text = COUNTS.has(field) ? '5' : field.startsWith('angle') ? '11deg' : '6.3'
      const after = built(withJoint(changes, (j) => void (j.fields[field] = text)))
      // Some are idle for another that they would take the place of, and that one is then.
      if (!isIdle(after, field)) continue
      for (const key of ['a#1', 'b#1'])
        expect([field, recipeKey(after.recipe(instance(after, key)))]).toEqual([
          field,
          recipeKey(before.recipe(instance(before, key))),
        ])
    }
  },
)

test('undo calls the dimensions of joints by their labels, with names of pieces', () => {
  const project = make([
    ...block('a', 'up-right', [0, 18], [0, 300], [0, 400]),
    ...block('b', 'right-up', [18, 400], [0, 300], [100, 18]),
    join('dowels', ['b.end1', 'a'], { count: '4' }),
  ])
  const says = (field: string, ids = ['j']) => {
    const done = execute(project, change.setJointField({ ids, field, value: '10' }))
    return done.ok && done.says
  }
  expect(says('into')).toBe('Change B’s joint: depth in A')
  expect(says('into', ['j', 'j'])).toBe('Change 2 joints: depth in the piece')
  expect(says('count')).toMatch(/^Change B’s joint: (?!count)/)
})
