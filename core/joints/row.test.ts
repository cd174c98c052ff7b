import fc from 'fast-check'
import { built, instance, join, stops } from '../testing/scenario'
import { mm, rail } from '../testing/joinery'
import { toRoom } from '../pieces'
import type { Bore } from '../work'

/** The holes of a row in both pieces, as places in the room. */
function holes(kind: 'dowels' | 'screws', fields: Record<string, number>) {
  const m = built([...rail(150, 40, { w: 80, t: 24 }, false), join(kind, ['a.end2', 'b.face'], fields)])
  expect(stops(m)).toEqual([])
  return (['a', 'b'] as const).map((id) => {
    const i = instance(m, `${id}#1`)
    return m
      .features(i)
      .map((f) => f.data as Bore)
      .flatMap((b) => b.at.map((p) => ({ at: toRoom(i.frame, p), own: p, along: b.along, bore: b })))
  }) as unknown as [Hole[], Hole[]]
}
interface Hole {
  readonly at: readonly number[]
  readonly own: readonly number[]
  readonly along: readonly number[]
  readonly bore: Bore
}

const row = fc.record({
  inset: mm(12, 30),
  offset: mm(-9, 9),
  count: fc.integer({ min: 1, max: 4 }),
  spacing: mm(20, 90),
})
const dowel = { diameter: 8, length: 40, into: 12 }

describe('a row of holes', () => {
  test('lies off the middle by as much as told, all of it to one side, and in both pieces alike', () => {
    fc.assert(
      fc.property(row, ({ inset, offset, count, spacing }) => {
        const [guest, host] = holes('dowels', { ...dowel, inset, offset, count, spacing })
        expect(guest).toHaveLength(count)
        // The rail is 40 thick; its own thickness runs from its back.
        for (const h of guest) expect(h.own[2]).toBeCloseTo(20 + offset, 9)
        guest.forEach((h, n) => h.at.forEach((v, i) => expect(host[n]!.at[i]).toBeCloseTo(v, 9)))
      }),
    )
  })
  test('begins and ends as far from the edges as told, with equal gaps between', () => {
    fc.assert(
      fc.property(row, ({ inset, count, spacing }) => {
        const [guest] = holes('dowels', { ...dowel, inset, count, spacing })
        const along = guest.map((h) => h.own[1]!).sort((a, b) => a - b)
        if (count === 1) return expect(along[0]).toBeCloseTo(75, 9)
        expect(along[0]).toBeCloseTo(inset, 9)
        expect(along.at(-1)).toBeCloseTo(150 - inset, 9)
        along
          .slice(1)
          .forEach((v, n) => expect(v - along[n]!).toBeCloseTo((150 - 2 * inset) / (count - 1), 9))
      }),
    )
  })
  test('without a count has as many as it takes for gaps no wider than told, and not one more', () => {
    fc.assert(
      fc.property(row, ({ inset, spacing }) => {
        const [guest] = holes('dowels', { ...dowel, inset, spacing })
        const free = 150 - 2 * inset
        expect(free / (guest.length - 1)).toBeLessThanOrEqual(spacing + 1e-6)
        if (guest.length > 2) expect(free / (guest.length - 2)).toBeGreaterThan(spacing - 1e-6)
      }),
    )
  })
  test('is bored from both sides towards each other, dowels half in either and screws through', () => {
    const [guest, host] = holes('dowels', { ...dowel, inset: 20, count: 2, spacing: 200 })
    // The rail's end looks along its length; its holes run back into it, those of the post away from it.
    expect(guest[0]!.along.map((n) => Math.round(n) + 0)).toEqual([-1, 0, 0])
    expect(host[0]!.along.map((n) => Math.round(n) + 0)).toEqual([0, 0, -1])
    expect(guest[0]!.bore.depth + host[0]!.bore.depth).toBeCloseTo(40 + 2, 9)
    const [pilot, clearance] = holes('screws', { diameter: 4, length: 60, inset: 20, count: 2, spacing: 200 })
    expect([clearance[0]!.bore.through, pilot[0]!.bore.through]).toEqual([true, false])
    expect(pilot[0]!.bore.depth).toBeCloseTo(60 - 24, 9)
  })
})
