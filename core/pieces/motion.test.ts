import fc from 'fast-check'
import {
  after,
  angleBetween,
  AXES,
  boxAround,
  carried,
  cross,
  dot,
  FACINGS,
  facingOf,
  frameIn,
  handOf,
  isSquare,
  minus,
  mirrorAt,
  mirrored,
  norm,
  ofItsOwn,
  posed,
  shift,
  STILL,
  tilted,
  toOwn,
  toRoom,
  turnAt,
  turnOf,
  unitVector,
  type Box,
  type Motion,
  type Pose,
  type Vec3,
} from './index'

const n = fc.integer({ min: -500, max: 500 })
const point = fc.tuple(n, n, n) as fc.Arbitrary<Vec3>
const degrees = fc.integer({ min: -3600, max: 3600 }).map((d) => d / 10)
const axisVector = point.filter((v) => norm(v) > 1).map(unitVector)
const motion: fc.Arbitrary<Motion> = fc.oneof(
  point.map(shift),
  fc.tuple(point, axisVector, degrees).map(([at, k, d]) => turnAt(at, k, d)),
  fc.tuple(fc.constantFrom(...AXES), n).map(([axis, at]) => mirrorAt(axis, at)),
)
const box = fc
  .tuple(point, fc.tuple(...AXES.map(() => fc.integer({ min: 1, max: 400 }))))
  .map(([min, size]): Box => ({ min, max: AXES.map((i) => min[i] + size[i]!) as unknown as Vec3 }))
const pose = fc.tuple(box, fc.constantFrom(...FACINGS)).map(([b, f]): Pose => {
  const size = AXES.map((i) => b.max[f.room[i]] - b.min[f.room[i]]) as unknown as Vec3
  return { frame: frameIn(b, f), size, box: b, flipped: false }
})

const near = (a: readonly number[], b: readonly number[]) =>
  a.forEach((x, i) => expect(x).toBeCloseTo(b[i]!, 6))

test('motions keep distances, and handedness but for mirrors', () => {
  fc.assert(
    fc.property(motion, point, point, (m, p, q) => {
      expect(norm(minus(toRoom(m, p), toRoom(m, q)))).toBeCloseTo(norm(minus(p, q)), 6)
      expect(dot(cross(m.x, m.y), m.z)).toBeCloseTo(m.flips ? -1 : 1, 9)
    }),
  )
})
test('one after the other is both, in that order', () => {
  fc.assert(
    fc.property(motion, motion, point, (a, b, p) => {
      near(toRoom(after(a, b), p), toRoom(a, toRoom(b, p)))
      expect(after(a, b).flips).toBe(a.flips !== b.flips)
      expect(after(STILL, a)).toBe(a)
    }),
  )
})
test('a mirror seen in itself is nothing', () => {
  fc.assert(
    fc.property(fc.constantFrom(...AXES), n, point, (axis, at, p) => {
      const m = mirrorAt(axis, at)
      near(toRoom(after(m, m), p), p)
    }),
  )
})
test('quarter turns are exact', () => {
  for (let q = -8; q <= 8; q++) {
    const { sin, cos } = turnOf(90 * q)
    expect([0, 1, -1]).toContain(sin + 0)
    expect(sin * sin + cos * cos).toBe(1)
  }
})
test('a posed piece keeps its own places, its box round it, and its wood where the motion takes it', () => {
  fc.assert(
    fc.property(
      motion,
      pose,
      fc.tuple(...AXES.map(() => fc.double({ min: 0, max: 1, noNaN: true }))),
      (m, p, at) => {
        const moved = posed(m, p)
        expect(handOf(moved.frame)).toBe(m.flips ? -1 : 1)
        expect(moved.flipped).toBe(m.flips)
        const inside = AXES.map((i) => p.size[i] * at[i]!) as unknown as Vec3
        const own = toOwn(moved.frame, toRoom(m, toRoom(p.frame, inside)))
        near(own, inside)
        // Described for its own sake it is right-handed, with its width turned over.
        const twin = ofItsOwn(moved)
        expect([handOf(twin.frame), twin.flipped]).toEqual([1, false])
        near(
          toRoom(twin.frame, m.flips ? [own[0], p.size[1] - own[1], own[2]] : own),
          toRoom(moved.frame, own),
        )
        const around = boxAround(moved.frame, { min: [0, 0, 0], max: p.size })
        near(moved.box.min, around.min)
        near(moved.box.max, around.max)
      },
    ),
  )
})
test('every facing is found again from its frame, and a leaning frame has none', () => {
  for (const f of FACINGS) {
    const frame = frameIn({ min: [0, 0, 0], max: [1, 2, 3] }, f)
    expect(facingOf(frame)).toBe(f)
    expect(isSquare(frame)).toBe(true)
    for (const axis of AXES) expect(mirrored(mirrored(f, axis), axis)).toBe(f)
  }
  const turned = turnAt([0, 0, 0], unitVector([1, 1, 0]), 30)
  expect(facingOf(turned)).toBeNull()
  expect(isSquare(turned)).toBe(false)
})
test('a tilt leaves its edge where it is and turns what is square to it by the angle', () => {
  fc.assert(
    fc.property(pose, degrees, (p, d) => {
      const t = tilted(p, ['face', 'edge2'], d)
      for (const x of [0, p.size[0]])
        near(toRoom(t.frame, [x, p.size[1], p.size[2]]), toRoom(p.frame, [x, p.size[1], p.size[2]]))
      expect(dot(t.frame.z, p.frame.z)).toBeCloseTo(Math.cos((d * Math.PI) / 180), 9)
      expect(dot(cross(p.frame.z, t.frame.z), p.frame.x)).toBeCloseTo(Math.sin((d * Math.PI) / 180), 9)
    }),
  )
})
test('the angle of the wood between two faces', () => {
  expect(angleBetween([1, 0, 0], [0, 0, 1])).toBeCloseTo(90, 12) // a square corner
  expect(angleBetween([0, 0, 1], [0, 0, 1])).toBeCloseTo(180, 12) // one plane
  fc.assert(
    fc.property(axisVector, axisVector, motion, (a, b, m) =>
      expect(angleBetween(carried(m, a), carried(m, b))).toBeCloseTo(angleBetween(a, b), 6),
    ),
  )
})
