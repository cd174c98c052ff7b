import fc from 'fast-check'
import { dot, minus, norm, unitVector, vec3, type Vec3 } from './geometry'
import { carried, turnAt } from './motion'
import { toRoom } from './geometry'
import { apart, sameSpot, edgeThrough, type Spot } from './spots'

const number = fc.integer({ min: -500, max: 500 })
const place = fc.tuple(number, number, number).map(([x, y, z]): Vec3 => [x, y, z])
const way = place.filter((v) => norm(v) > 1).map(unitVector)
const spot: fc.Arbitrary<Spot> = fc.oneof(
  place.map((at): Spot => ({ kind: 'point', at })),
  fc.tuple(place, way).map(([at, along]): Spot => ({ kind: 'line', at, along })),
  fc.tuple(place, way).map(([at, normal]): Spot => ({ kind: 'plane', at, normal })),
)
/** A place of a spot that is any distance along it. */
const somewhere = (s: Spot, [u, v]: readonly [number, number]): Vec3 => {
  if (s.kind === 'point') return s.at
  if (s.kind === 'line') return vec3((i) => s.at[i] + u * s.along[i])
  const other: Vec3 = Math.abs(s.normal[0]) < 0.7 ? [1, 0, 0] : [0, 1, 0]
  const a = unitVector(vec3((i) => other[i] - dot(other, s.normal) * s.normal[i]))
  const b: Vec3 = [
    s.normal[1] * a[2] - s.normal[2] * a[1],
    s.normal[2] * a[0] - s.normal[0] * a[2],
    s.normal[0] * a[1] - s.normal[1] * a[0],
  ]
  return vec3((i) => s.at[i] + u * a[i] + v * b[i])
}

test('no two places of the spots are nearer to each other than what was measured', () => {
  fc.assert(
    fc.property(spot, spot, fc.tuple(number, number), fc.tuple(number, number), (a, b, u, v) => {
      const { reach } = apart(a, b)
      if (!reach) return
      expect(norm(minus(reach.from, reach.to))).toBeCloseTo(reach.distance, 6)
      expect(norm(minus(somewhere(a, u), somewhere(b, v)))).toBeGreaterThanOrEqual(reach.distance - 1e-6)
      for (const [s, p] of [
        [a, reach.from],
        [b, reach.to],
      ] as const)
        expect(apart(s, { kind: 'point', at: p }).reach!.distance).toBeCloseTo(0, 3)
    }),
  )
})

test('it is the same from the other side, and wherever the room is turned to', () => {
  fc.assert(
    fc.property(spot, spot, place, way, fc.integer({ min: 0, max: 359 }), (a, b, at, about, degrees) => {
      const m = turnAt(at, about, degrees)
      const turned = (s: Spot): Spot => {
        if (s.kind === 'point') return { kind: 'point', at: toRoom(m, s.at) }
        if (s.kind === 'line') return { kind: 'line', at: toRoom(m, s.at), along: carried(m, s.along) }
        return { kind: 'plane', at: toRoom(m, s.at), normal: carried(m, s.normal) }
      }
      const one = apart(a, b)
      for (const other of [apart(b, a), apart(turned(a), turned(b))]) {
        // What is all but parallel may come out as either.
        if (!one.reach !== !other.reach) continue
        expect(other.reach?.distance ?? 0).toBeCloseTo(one.reach?.distance ?? 0, 3)
        expect(other.angle ?? -1).toBeCloseTo(one.angle ?? -1, 3)
      }
    }),
  )
})

test.each<[string, Spot, Spot, number | null, number | null]>([
  ['two faces of a board', plane([0, 0, 0], [0, 0, -1]), plane([9, 9, 19], [0, 0, 1]), 19, 0],
  ['two sides square to each other', plane([0, 0, 0], [1, 0, 0]), plane([0, 5, 0], [0, 1, 0]), null, 90],
  ['a slope of 3 in 4', plane([0, 0, 0], [0, 0, 1]), plane([0, 0, 0], [0, -0.6, 0.8]), null, 36.8698976],
  ['an edge beside a face', line([0, 40, 7], [1, 0, 0]), plane([0, 0, 0], [0, 0, 1]), 7, 0],
  ['an edge that stands on a face', line([0, 0, 7], [0, 0, 1]), plane([0, 0, 0], [0, 0, 1]), null, 90],
  ['skew edges', line([0, 0, 0], [1, 0, 0]), line([5, 5, 30], [0, 1, 0]), 30, 90],
  ['edges side by side', line([0, 0, 0], [1, 0, 0]), line([99, 3, 4], [-1, 0, 0]), 5, 0],
  ['a corner and an edge', { kind: 'point', at: [8, 3, 4] }, line([0, 0, 0], [1, 0, 0]), 5, null],
  ['two corners', { kind: 'point', at: [0, 0, 0] }, { kind: 'point', at: [2, 3, 6] }, 7, null],
])('%s', (_, a, b, distance, angle) => {
  const found = apart(a, b)
  if (distance === null) expect(found.reach).toBeNull()
  else expect(found.reach!.distance).toBeCloseTo(distance, 9)
  if (angle === null) expect(found.angle).toBeNull()
  else expect(found.angle).toBeCloseTo(angle, 6)
})

test('an edge runs from one end to the other, and nowhere between ends that are one', () => {
  expect(edgeThrough([1, 1, 1], [1, 1, 5])).toEqual({ kind: 'line', at: [1, 1, 1], along: [0, 0, 1] })
  expect(edgeThrough([1, 1, 1], [1, 1, 1])).toBeNull()
})

function plane(at: Vec3, normal: Vec3): Spot {
  return { kind: 'plane', at, normal }
}
function line(at: Vec3, along: Vec3): Spot {
  return { kind: 'line', at, along }
}

test('two corners or edges of one board are two places, one of them twice is one', () => {
  const corner = (x: number): Spot => ({ kind: 'point', at: [x, 0, 0] })
  const edge = (along: Vec3): Spot => ({ kind: 'line', at: [0, 0, 0], along })
  const face = (x: number): Spot => ({ kind: 'plane', at: [x, 5, 9], normal: [1, 0, 0] })
  expect(sameSpot(corner(0), corner(400))).toBe(false)
  expect(sameSpot(corner(0), corner(0))).toBe(true)
  expect(sameSpot(edge([1, 0, 0]), edge([0, 1, 0]))).toBe(false)
  expect(sameSpot(edge([1, 0, 0]), edge([1, 0, 0]))).toBe(true)
  expect(sameSpot(face(0), face(18))).toBe(false)
  expect(sameSpot(face(18), face(18))).toBe(true)
  expect(sameSpot(corner(0), edge([1, 0, 0]))).toBe(false)
})
