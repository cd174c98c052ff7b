import { modelOf } from '../model'
import { make, stops } from '../testing/scenario'
import { LOPSIDED } from '../testing/lopsided'
import type { Change } from '../document'

interface Between {
  payload: { joints: Array<{ kind: string; between: Array<{ piece: string; at: object | null }> }> }
}

/** The same joint as a damaged or hand-written file may have it: without the face of one of its members. */
const without = (changes: readonly Change[], member: number): Change[] =>
  changes.map((c) => {
    if (c.command !== 'add-joints') return c
    const copy = structuredClone(c) as unknown as Between
    copy.payload.joints[0]!.between[member]!.at = null
    return copy as unknown as Change
  })
const placeOf = (changes: readonly Change[], member: number): object | null => {
  const joint = changes.find((c) => c.command === 'add-joints') as unknown as Between
  return joint.payload.joints[0]!.between[member]!.at
}
const kindOf = (changes: readonly Change[]): string =>
  (changes.find((c) => c.command === 'add-joints') as unknown as Between).payload.joints[0]!.kind

/** Kinds that are cut by what both faces are; the others find the host's face by themselves. */
const BOTH = new Set(['mitre', 'trim'])

describe.each(Object.entries(LOPSIDED).filter(([, changes]) => placeOf(changes, 0) !== null))(
  '%s',
  (_, changes) => {
    test('says so when it does not know which face goes in, and cuts nothing', () => {
      const m = modelOf(make(without(changes, 0)))
      expect(stops(m)).toEqual(['A has no face chosen, so its joint does nothing'])
      expect(m.resolved.instances.flatMap((i) => m.features(i).filter((f) => f.joint !== null))).toEqual([])
      // What does nothing makes nothing grow either.
      const plain = modelOf(make(changes.filter((c) => c.command !== 'add-joints')))
      expect(m.resolved.instances.map((i) => i.size)).toEqual(plain.resolved.instances.map((i) => i.size))
    })
    if (BOTH.has(kindOf(changes)))
      test('says so of the other piece too', () => {
        expect(stops(modelOf(make(without(changes, 1))))).toEqual([
          'B has no face chosen, so its joint does nothing',
        ])
      })
  },
)

test('what is joined without faces needs none', () => {
  const laps = Object.entries(LOPSIDED).filter(([, changes]) => placeOf(changes, 0) === null)
  expect(laps.length).toBeGreaterThan(2)
  for (const [, changes] of laps) {
    const m = modelOf(make(changes))
    expect(stops(m)).toEqual([])
    expect(m.resolved.instances.every((i) => m.features(i).length > 0)).toBe(true)
  }
})
