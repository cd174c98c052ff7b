import fc from 'fast-check'
import { Outline, type PlacedTraceImage } from '../document'
import { EMPTY, withPieces } from './edit'
import { fitted, strayOf, type Click, type Fitting } from './fit'
import { pathsOf, sizesOf } from './paths'
import { carriedImage, onImage, imageOn, setToScale, squared } from './traceImage'
import { cornersOf, type Segment } from './segments'
import { solveOutline, type Place2 } from './solve'
import { runs } from '../testing/runs'

const click = (at: Place2, corner = false): Click => ({ at, corner })
const places = (all: readonly Segment[], chord: number) => [
  ...all.flatMap((s) => cornersOf(s, chord)),
  all.at(-1)!.to,
]

/** A rounded shield: two straight sides, arcs between, 200 × 240, clicked along with an error of a pixel. */
const truth = (t: number): Place2 => {
  const parts: Array<readonly [number, (u: number) => Place2]> = [
    [200, (u) => [200 * u, 0]],
    [140, (u) => [200, 140 * u]],
    [Math.PI * 100, (u) => [100 + 100 * Math.cos(Math.PI * u), 140 + 100 * Math.sin(Math.PI * u)]],
    [140, (u) => [0, 140 * (1 - u)]],
  ]
  const whole = parts.reduce((sum, [long]) => sum + long, 0)
  let at = t * whole
  for (const [long, place] of parts) {
    if (at <= long) return place(at / long)
    at -= long
  }
  return [0, 0]
}
const offTruth = ([x, y]: Place2): number =>
  Math.min(
    Math.abs(y) + Math.max(0, x - 200, -x),
    Math.hypot(x - 200, Math.max(0, y - 140, -y)),
    Math.hypot(x, Math.max(0, y - 140, -y)),
    y > 140 ? Math.abs(Math.hypot(x - 100, y - 140) - 100) : Infinity,
  )

test.each<Fitting>(['arcs', 'curves'])(
  '%s through clicks a pixel off lie within half a millimetre of the truth',
  (how) => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true })),
          { minLength: 40, maxLength: 40 },
        ),
        (noise) => {
          // A pixel of this picture is a fifth of a millimetre.
          const pixel = 0.2
          const corners = [0, 200 / (480 + 100 * Math.PI)]
          const shares = [...corners, ...noise.map((_, k) => (k + 1) / 41)].sort((a, b) => a - b)
          const clicks = [...shares, 1].map((t, k): Click => {
            const [u, v] = truth(t)
            const [du, dv] = noise[k % 40]!
            return click([u + (du * pixel) / 2, v + (dv * pixel) / 2], corners.includes(t))
          })
          const closed = [...clicks.slice(0, -1), click(clicks[0]!.at)]
          const pieces = fitted(closed, how, 0.3)
          expect(strayOf(pieces, closed)).toBeLessThanOrEqual(how === 'arcs' ? 0.3 + 1e-9 : 0.45)
          for (const p of places(pieces, 0.02)) expect(offTruth(p)).toBeLessThan(0.5)
          expect(new Set(pieces.map((s) => s.kind)).has(how === 'arcs' ? 'arc' : 'curve')).toBe(true)
          expect(pieces.length).toBeLessThan(how === 'arcs' ? 14 : 20)
        },
      ),
      { numRuns: runs(60) },
    )
  },
)

test('clicks on one circle come to one arc, and its radius is right', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: 400, noNaN: true }),
      fc.double({ min: 0.4, max: 3, noNaN: true }),
      fc.boolean(),
      (radius, turn, left) => {
        const hand = left ? 1 : -1
        const all = Array.from({ length: 12 }, (_, k): Click => {
          const a = (hand * turn * k) / 11
          return click([radius * Math.cos(a), radius * Math.sin(a)])
        })
        const pieces = fitted(all, 'arcs', 1e-4)
        expect(pieces).toHaveLength(1)
        expect(pieces[0]).toMatchObject({ kind: 'arc' })
        const [arc] = pieces
        if (arc?.kind !== 'arc') throw new Error('no arc')
        expect(arc.radius / radius).toBeCloseTo(1, 4)
        expect(arc.sweep / (hand * turn)).toBeCloseTo(1, 4)
      },
    ),
  )
})

test('two clicks are a line, clicks in line are one; a corner stays where it was clicked', () => {
  expect(fitted([click([0, 0]), click([9, 4])], 'curves', 1)).toMatchObject([{ kind: 'line', to: [9, 4] }])
  const row = [0, 10, 20, 30].map((x) => click([x, 0]))
  for (const how of ['arcs', 'curves'] as const)
    expect(fitted(row, how, 0.2)).toMatchObject([{ kind: 'line', to: [30, 0] }])
  const bent = [click([0, 0]), click([10, 0.3]), click([20, 0], true), click([20.4, 10]), click([20, 20])]
  for (const how of ['arcs', 'curves'] as const)
    expect(fitted(bent, how, 0.5).some((s) => s.to[0] === 20 && s.to[1] === 0)).toBe(true)
  expect(fitted([click([0, 0])], 'arcs', 1)).toEqual([])
  expect(strayOf([], [])).toBe(0)
})

test('what is fitted becomes edges that start and end at points that are there', () => {
  const ring = Array.from({ length: 13 }, (_, k): Click => {
    const a = (2 * Math.PI * k) / 12
    return click([50 + 30 * Math.cos(a), 50 + 30 * Math.sin(a)])
  })
  const base = withPieces(EMPTY, fitted(ring.slice(0, 7), 'arcs', 0.01), [null, null])
  const [first, last] = [base.edges[0]!, base.edges.at(-1)!]
  if (first.kind === 'circle' || last.kind === 'circle') throw new Error('no circle was drawn')
  const whole = Outline.parse(withPieces(base, fitted(ring.slice(6), 'arcs', 0.01), [last.to, first.from]))
  const size: Place2 = [100, 100]
  const { paths, troubles } = pathsOf(whole, solveOutline(whole, {}, size), {}, size)
  expect(troubles).toEqual([])
  expect(sizesOf(paths).area).toBeCloseTo(Math.PI * 900, 6)
})

const anyPicture = fc.record({
  at: fc.tuple(fc.double({ min: -50, max: 50, noNaN: true }), fc.double({ min: -50, max: 50, noNaN: true })),
  scale: fc.double({ min: 0.01, max: 2, noNaN: true }),
  turn: fc.double({ min: -180, max: 180, noNaN: true }),
  over: fc.boolean(),
})

test(
  'two places a known way apart set a picture to scale; two that are level turn it, and their ' +
    'middle stays',
  () => {
    fc.assert(
      fc.property(anyPicture, fc.double({ min: 5, max: 900, noNaN: true }), (given, apart) => {
        const picture: PlacedTraceImage = { of: 'a', seen: 0.5, locked: false, ...given }
        const [a, b]: [Place2, Place2] = [
          [120, 80],
          [400, 150],
        ]
        const scaled = setToScale(picture, onImage(picture, a), onImage(picture, b), apart)!
        const [p, q] = [onImage(scaled, a), onImage(scaled, b)]
        expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeCloseTo(apart, 6)
        const mid = (x: Place2, y: Place2) => [(x[0] + y[0]) / 2, (x[1] + y[1]) / 2]
        const middle = mid(onImage(picture, a), onImage(picture, b))
        mid(p, q).forEach((x, i) => expect(x).toBeCloseTo(middle[i]!, 6))
        const level = squared(scaled, p, q)!
        const [r, s] = [onImage(level, a), onImage(level, b)]
        expect(Math.min(Math.abs(r[0] - s[0]), Math.abs(r[1] - s[1]))).toBeLessThan(1e-6)
        expect(Math.hypot(r[0] - s[0], r[1] - s[1])).toBeCloseTo(apart, 6)
        mid(r, s).forEach((x, i) => expect(x).toBeCloseTo(middle[i]!, 6))
        expect(carriedImage(level, [3, 4]).at[0]).toBeCloseTo(level.at[0] + 3, 9)
      }),
    )
    const picture: PlacedTraceImage = {
      of: 'a',
      at: [0, 0],
      scale: 1,
      turn: 0,
      over: false,
      seen: 1,
      locked: false,
    }
    expect(setToScale(picture, [1, 1], [1, 1], 10)).toBeNull()
    expect(squared(picture, [1, 1], [1, 1])).toBeNull()
  },
)

test('a new picture lies in the middle of the face, all of it on that, upright as the face is seen', () => {
  const ways: Array<readonly [Place2, Place2]> = [
    [
      [1, 0],
      [0, 1],
    ],
    [
      [-1, 0],
      [0, 1],
    ],
    [
      [0, -1],
      [1, 0],
    ],
    [
      [0, 1],
      [1, 0],
    ],
  ]
  for (const [right, up] of ways) {
    const upright = right[0] !== 0
    const p = imageOn({ id: 'x', wide: 400, high: 200 }, upright ? [300, 100] : [100, 300], { right, up })
    const [a, b, c] = [onImage(p, [0, 0]), onImage(p, [400, 0]), onImage(p, [0, 200])]
    // Its right runs to the right of who looks, and its up upwards; both as large as the face lets them.
    for (const i of [0, 1] as const) {
      expect(b[i] - a[i]).toBeCloseTo(200 * right[i], 9)
      expect(c[i] - a[i]).toBeCloseTo(100 * up[i], 9)
    }
    const middle = onImage(p, [200, 100])
    expect(middle.map((x) => Math.round(x * 1e6) / 1e6)).toEqual(upright ? [150, 50] : [50, 150])
  }
})

test('what comes back to where it starts ends at the point it starts at', () => {
  const ring = Array.from({ length: 25 }, (_, k): Click => {
    const a = (2 * Math.PI * (k % 24)) / 24
    return click([50 + 30 * Math.cos(a), 50 + 30 * Math.sin(a)])
  })
  const outline = withPieces(EMPTY, fitted(ring, 'arcs', 0.01), [null, null])
  const ends = outline.edges.flatMap((e) => (e.kind === 'circle' ? [] : [e.from, e.to]))
  for (const id of new Set(ends)) expect(ends.filter((x) => x === id)).toHaveLength(2)
})
