import fc from 'fast-check'
import { CORNERS } from './corners'
import { onFrom, shareOf, upTo } from './parts'
import { resegmented } from './paths'
import {
  cross,
  cubicAt,
  dot,
  endWay,
  lengthOf,
  long,
  minus,
  startWay,
  type Curve,
  type Segment,
  type Straight,
} from './segments'
import type { Place2 } from './solve'

const line = (from: Place2, to: Place2): Straight => ({ kind: 'line', from, to, of: 'l' })
const curve = (from: Place2, leave: Place2, arrive: Place2, to: Place2): Curve => ({
  kind: 'curve',
  from,
  leave,
  arrive,
  to,
  of: 'k',
})
const close = ([u, v]: Place2) => [expect.closeTo(u, 7), expect.closeTo(v, 7)]
const place = fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: 60, max: 140 }))

test('a cubic that runs straight is rounded and clipped as a line is', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 30, max: 150 }),
      fc.boolean(),
      fc.integer({ min: 2, max: 15 }),
      (degrees, right, r) => {
        const turn = (degrees * Math.PI) / 180
        const to: Place2 = [100 * Math.cos(turn), (right ? -100 : 100) * Math.sin(turn)]
        const before = line([-100, 0], [0, 0])
        const [a, b] = [line([0, 0], to), curve([0, 0], [to[0] / 3, to[1] / 3], [to[0] / 2, to[1] / 2], to)]
        for (const kind of ['round', 'clip'] as const) {
          const [plain, bent] = [CORNERS[kind].ease(before, a, r, 'c'), CORNERS[kind].ease(before, b, r, 'c')]
          expect(bent && { end: bent.end, start: bent.start }).toEqual(
            plain && { end: close(plain.end), start: close(plain.start) },
          )
          expect(bent?.between.map(lengthOf)).toEqual(
            plain?.between.map((s) => expect.closeTo(lengthOf(s), 7)),
          )
        }
      },
    ),
    { endOnFailure: true },
  )
})

test('between cubics the arc has its radius and runs on from both without a bend', () => {
  let made = 0
  fc.assert(
    fc.property(place, place, place, fc.integer({ min: 2, max: 12 }), fc.boolean(), (p, q, end, r, over) => {
      const flip = ([u, v]: Place2): Place2 => (over ? [u, -v] : [u, v])
      const before = curve([-120, 10], [-80, -10], [-40, 5], [0, 0])
      const after = curve([0, 0], [p[0], p[1] / 2], q, end)
      const [a, b] = [before, after].map((c) => ({
        ...c,
        from: flip(c.from),
        leave: flip(c.leave),
        arrive: flip(c.arrive),
        to: flip(c.to),
      })) as [Curve, Curve]
      const eased = CORNERS.round.ease(a, b, r, 'c')
      if (!eased) return
      made++
      const [arc] = eased.between
      const first: Segment = resegmented(a, eased.end, 'to')
      const last: Segment = resegmented(b, eased.start, 'from')
      expect(arc).toMatchObject({ kind: 'arc', radius: expect.closeTo(r, 6) })
      for (const [one, next] of [
        [first, arc!],
        [arc!, last],
      ] as const) {
        expect(long(minus(one.to, next.from))).toBeLessThan(1e-6)
        expect(Math.abs(cross(endWay(one), startWay(next)))).toBeLessThan(1e-5)
        expect(dot(endWay(one), startWay(next))).toBeGreaterThan(0)
      }
      // What is left of them is what they were, less what the corner took.
      expect(lengthOf(first)).toBeLessThan(lengthOf(a))
      expect(lengthOf(last)).toBeLessThan(lengthOf(b))
    }),
    { numRuns: 200, endOnFailure: true },
  )
  expect(made).toBeGreaterThan(60)
})

test('a part of a cubic runs where the whole does, and parts are as long as the whole', () => {
  fc.assert(
    fc.property(place, place, place, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (p, q, end, t) => {
      const whole = curve([0, 0], p, q, end)
      const [one, two] = [upTo(whole, t), onFrom(whole, t)]
      for (const u of [0, 0.3, 1]) {
        expect(cubicAt(one, u)).toEqual(close(cubicAt(whole, u * t)))
        expect(cubicAt(two, u)).toEqual(close(cubicAt(whole, t + u * (1 - t))))
      }
      // Lengths are added up by Gauss's rule, which a sharp turn costs a thousandth.
      expect((lengthOf(one) + lengthOf(two)) / lengthOf(whole)).toBeCloseTo(1, 2)
      expect(lengthOf(upTo(whole, shareOf(whole, lengthOf(one))!))).toBeCloseTo(lengthOf(one), 6)
      expect(shareOf(whole, lengthOf(whole) + 1)).toBeNull()
    }),
    { endOnFailure: true },
  )
})

test('a circle that would cut through a cubic elsewhere is none that rounds', () => {
  // It turns back on itself a little way from the corner: a large circle has no room in its bend.
  const [before, after] = [line([-100, 0], [0, 0]), curve([0, 0], [0, 30], [-60, 30], [-60, 3])]
  expect(CORNERS.round.ease(before, after, 4, 'c')).not.toBeNull()
  expect(CORNERS.round.ease(before, after, 60, 'c')).toBeNull()
})
