import fc from 'fast-check'
import { change, edgeAt, type Change, type Tilt } from '../../document'
import { modelOf, type Model } from '../../model'
import { lookOver } from '../../proof'
import type { Kernel } from '../../solid'
import { block, instance, join, make, testKernel, volume, rodStock } from '../../testing/scenario'
import { runs } from '../../testing/runs'
import { jointsAt, offersOf, openContacts } from '../offers'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const SEAT = 300 * 200 * 24
/** A seat of 24, and a leg, a rod of ⌀ 20, so much of it below the top of the seat. */
const stool = (low: number, more: readonly Change[] = [], tilts: Tilt[] = []) =>
  make([
    ...block('a', 'right-up', [0, 300], [0, 200], [0, 24]),
    rodStock('r'),
    change.addPiece({
      kind: 'made',
      id: 'b',
      name: 'Leg',
      stock: 'r',
      facing: 'up-front',
      spans: {
        across: { start: '90' },
        deep: { start: '100' },
        up: { start: String(24 - low), size: '200' },
      },
      tilts,
    }),
    ...more,
  ])
const said = (m: Model) =>
  lookOver(m)
    .filter((f) => f.level === 'stop')
    .map((f) => f.says)
const offered = (m: Model) => offersOf(openContacts(m.resolved, new Set(), m.sawn), m.resolved)
/** With what is offered first, as it is offered. */
const joined = (low: number, tilts: Tilt[] = []) => {
  const { resolved, sawn } = modelOf(stool(low, [], tilts))
  const [group] = openContacts(resolved, new Set(), sawn)
  const [joint] = jointsAt(group!, 'rod', { fields: { fit: '0' }, options: {} }, new Set(), resolved)
  return modelOf(stool(low, [change.addJoints({ joints: [{ id: 'j', ...joint! }] })], tilts))
}

test('a rod against a face, in it and through it is offered a hole of its own size', () => {
  for (const [low, says] of [
    [0, /^1 × Leg end against A$/],
    [15, /^1 × Leg as a rod in A$/],
    [60, /^1 × Leg as a rod in A$/],
  ] as const) {
    const offers = offered(modelOf(stool(low)))
    expect(offers).toHaveLength(1)
    expect(offers[0]!.says).toMatch(says)
    expect(offers[0]!.kinds[0]).toEqual({ kind: 'rod', title: 'Rod in a hole' })
  }
  // Beside its ends it touches in a line, which nothing can be joined at.
  const beside = stool(0, [
    ...['across', 'deep', 'up'].map((direction) =>
      change.setSpan({
        id: 'b',
        direction: direction as 'across',
        span: {
          start: { across: '-20', deep: '90', up: '-50' }[direction]!,
          ...(direction === 'up' && { size: '200' }),
        },
      }),
    ),
  ])
  expect(offered(modelOf(beside))).toEqual([])
})

test('its hole is as deep as it is drawn in, round, and holds all of it', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 80 }), (low) => {
      const m = joined(low)
      expect(said(m)).toEqual([])
      const [gone, radius] = [SEAT - volume(m, 'a#1', kernel), 10]
      expect(gone).toBeCloseTo(Math.PI * radius ** 2 * Math.min(low, 24), -1)
      const placed = (key: string) => ({ recipe: m.recipe(instance(m, key)), frame: instance(m, key).frame })
      expect(kernel.sharedVolume(placed('a#1'), placed('b#1'))).toBeLessThan(0.003 * gone)
    }),
    { numRuns: runs(20), endOnFailure: true },
  )
})

test.each([8, -15, 30])('a leg that leans by %s° has its hole along its axis', (angle) => {
  const lean: Tilt[] = [{ at: edgeAt('back', 'end1'), angle: String(angle) }]
  const m = joined(12, lean)
  expect(said(m)).toEqual([])
  const placed = (key: string) => ({ recipe: m.recipe(instance(m, key)), frame: instance(m, key).frame })
  const without = modelOf(stool(12, [], lean))
  const before = kernel.sharedVolume(
    { recipe: without.recipe(instance(without, 'a#1')), frame: instance(without, 'a#1').frame },
    placed('b#1'),
  )
  expect(before).toBeGreaterThan(1500)
  // Its end is square to its axis, and lies on the floor of the hole.
  expect(kernel.sharedVolume(placed('a#1'), placed('b#1'))).toBeLessThan(0.01 * before + 3)
})

test('against a face its end grows by the depth; a wedge wants a slit and is on the list', () => {
  const at = (options: Record<string, string> = {}) =>
    modelOf(stool(0, [join('rod', ['b.end1', 'a'], { depth: 15, fit: 0.2 }, options)]))
  const m = at()
  expect(said(m)).toEqual([])
  expect(instance(m, 'b#1').size[0]).toBeCloseTo(215, 9)
  expect(SEAT - volume(m, 'a#1', kernel)).toBeCloseTo(Math.PI * 10.1 ** 2 * 15, -1)
  const wedged = at({ held: 'wedge' })
  expect(volume(m, 'b#1', kernel) - volume(wedged, 'b#1', kernel)).toBeCloseTo(2 * 20 * 10, -1)
  expect(wedged.supplies).toContainEqual({ name: 'Wedge for a rod ⌀ 20', quantity: 1 })
  // Where the hole is there already, nothing is cut.
  expect(volume(at({ hole: 'there' }), 'a#1', kernel)).toBeCloseTo(SEAT, 6)
})
