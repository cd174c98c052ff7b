import fc from 'fast-check'
import { execute } from '../document'
import { modelOf } from '../model'
import { FACINGS } from '../pieces'
import type { Kernel } from '../solid'
import { workKind, type Sentence } from '../work'
import { block, make, sharedWood, stops, testKernel } from '../testing/scenario'
import { classOf, findContacts, JOINTS, proposalsAt } from './index'
import { lookOver } from '../proof'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** Boxes on a coarse grid, so that faces often meet; any way round. */
const step = 30
const span = fc
  .tuple(fc.nat(8), fc.integer({ min: 1, max: 8 }))
  .map(([at, size]) => [at * step, size * step] as const)
const thin = fc.tuple(fc.nat(8), fc.constantFrom(15, 30)).map(([at, size]) => [at * step, size] as const)
const wood = fc.record({ facing: fc.constantFrom(...FACINGS), spans: fc.tuple(span, span), thick: thin })

/** A piece's room spans: its thickness where its facing has it. */
const placed = (
  id: string,
  { facing, spans, thick }: typeof wood extends fc.Arbitrary<infer T> ? T : never,
) => {
  const rest = [...spans]
  const [across, deep, up] = [0, 1, 2].map((axis) => (facing.room[2] === axis ? thick : rest.shift()!))
  return block(id, facing.id, across!, deep!, up!)
}

const words = (s: Sentence) =>
  s.map((p) => (typeof p === 'string' ? p : Number.isFinite(p.mm) ? '1' : 'NaN')).join('')
const sound = (text: string) => text.length >= 3 && !/undefined|NaN|null|\[object/.test(text)

/** These leave no wood in common once they are made; the rest cut one of two pieces, or neither. */
const CLEARING = new Set([
  'housing',
  'lap',
  'tenon',
  'tabs',
  'dowels',
  'screws',
  'fingers',
  'dovetail',
  'tongue',
  'glue',
  'butt',
])

test('whatever touches however, every joint offered there is made or refused in a sentence', () => {
  const made = new Map<string, number>()
  fc.assert(
    fc.property(wood, wood, fc.boolean(), (a, b, mirrored) => {
      const pieces = make([...placed('a', a), ...placed('b', b)])
      const m = modelOf(pieces)
      const clash = sharedWood(m, kernel) > 1e-3
      for (const contact of findContacts(m.resolved.instances)) {
        expect(sound(classOf(contact))).toBe(true)
        for (const { kind, proposal } of proposalsAt(contact, m.resolved)) {
          expect(sound(words(kind.consequence(proposal, contact, m.resolved)))).toBe(true)
          const done = execute(pieces, [
            { command: 'add-joints', payload: { joints: [{ id: 'j', ...proposal }] } },
            ...(mirrored
              ? [
                  { command: 'group' as const, payload: { id: 'g', name: 'Both', members: ['a', 'b'] } },
                  {
                    command: 'add-placement' as const,
                    payload: {
                      id: 'g',
                      placement: { kind: 'mirrored', id: 'c1', direction: 'deep', about: '-500' },
                    },
                  },
                ]
              : []),
          ])
          if (!done.ok) throw new Error(done.why)
          const joined = modelOf(done.project)
          for (const p of lookOver(joined)) expect(sound(p.says)).toBe(true)
          for (const i of joined.resolved.instances)
            for (const f of joined.features(i)) {
              expect(sound(words(workKind(f).describe(f.data, f.partner?.name ?? null)))).toBe(true)
              expect(sound(words(workKind(f).callout(f.data)))).toBe(true)
            }
          if (stops(joined).length > 0) continue
          made.set(kind.kind, (made.get(kind.kind) ?? 0) + 1)
          // A lap parts what ran through each other; all others start from pieces that do not.
          if (CLEARING.has(kind.kind) && (!clash || kind.kind === 'lap'))
            expect([kind.kind, sharedWood(joined, kernel) < 1e-3]).toEqual([kind.kind, true])
        }
      }
    }),
    { numRuns: runs(1500) },
  )
  // The sample is worth something only if it makes most kinds.
  expect(JOINTS.filter((k) => made.has(k.kind)).length).toBeGreaterThan(9)
})
