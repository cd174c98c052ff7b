import {
  AXES,
  AXIS_OF,
  FACE_NAMES,
  FACINGS,
  facing,
  faceOnSide,
  facingOf,
  frameIn,
  handOf,
  mirrorAt,
  mirrored,
  normalOf,
  oppositeFace,
  posed,
  ROOM_SIDES,
  sideAt,
  sideOfFace,
  sizeOf,
  type Pose,
} from './index'

const box = { min: [0, 0, 0], max: [300, 200, 100] } as const
const standing = (id: string): Pose => {
  const f = facing(id)
  const size = sizeOf(box)
  return {
    frame: frameIn(box, f),
    size: [size[f.room[0]], size[f.room[1]], size[f.room[2]]],
    box,
    flipped: false,
  }
}

test('there are 24 ways of standing square, each with a name of its own', () => {
  expect(FACINGS).toHaveLength(24)
  for (const key of ['id', 'name'] as const) expect(new Set(FACINGS.map((f) => f[key])).size).toBe(24)
})

describe.each(FACINGS.map((f) => [f.id, f] as const))('%s', (id, f) => {
  test('has every face on a side of the room, and every side a face', () => {
    expect(new Set(FACE_NAMES.map((face) => sideOfFace(f, face))).size).toBe(6)
    for (const face of FACE_NAMES) expect(faceOnSide(f, sideOfFace(f, face))).toBe(face)
    for (const side of ROOM_SIDES) expect(sideOfFace(f, faceOnSide(f, side))).toBe(side)
  })
  test('looks out of each face towards the side it lies on', () => {
    const { frame } = standing(id)
    for (const face of FACE_NAMES) {
      const { axis, far } = sideAt(sideOfFace(f, face))
      expect(normalOf(frame, face).map((n) => n + 0)).toEqual(
        AXES.map((i) => (i === axis ? (far ? 1 : -1) : 0)),
      )
      expect(normalOf(frame, oppositeFace(face)).map((n) => n + 0)).toEqual(
        normalOf(frame, face).map((n) => -n + 0),
      )
    }
  })
  test.each(['across', 'deep', 'up'] as const)(
    'in a mirror %s keeps its faces, and turns hands',
    (direction) => {
      const axis = AXIS_OF[direction]
      const { frame, flipped } = posed(mirrorAt(axis, 500), standing(id))
      expect([handOf(frame), flipped]).toEqual([-1, true])
      const left = facingOf(frame)!
      expect(left.id).toBe(mirrored(f, axis).id)
      // Faces across the mirror look the other way; the others look where they did.
      for (const face of FACE_NAMES) {
        const [was, is] = [sideAt(sideOfFace(f, face)), sideAt(sideOfFace(left, face))]
        expect(is).toEqual(was.axis === axis ? { axis, far: !was.far } : was)
      }
    },
  )
})
