import fc from 'fast-check'
import {
  execute,
  onFace,
  type Change,
  type FaceName,
  type Project,
  type Step,
} from '../../../../core/document'
import { modelOf } from '../../../../core/model'
import { FACE_AT, FACE_NAMES, vec3, type Vec3 } from '../../../../core/pieces'
import { keyOf } from '../../../../core/resolve'
import { block, join, make } from '../../../../core/testing/scenario'
import { shownOf } from '../../../../core/testing/shown'
import { PRESETS, type Bore } from '../../../../core/work'
import { addStepAt, carriedChanges, faceUnder, holdAlong, markOf, placedAxes, stepAt } from './onface'
import { runs } from '../../../../core/testing/runs'

/** A board housed in a post at its end 1, so that its shoulder is not its end. */
const housed = make([
  ...block('a', 'right-up', [18, 600], [0, 120], [100, 24]),
  ...block('b', 'up-left', [0, 18], [0, 120], [0, 300]),
  join('housing', ['a.end1', 'b'], { depth: 6 }),
])
const after = (project: Project, changes: Change | Change[]): Project => {
  const done = execute(project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const HOLD = { reach: 4, even: 5 }
const a = (project: Project) => shownOf(project).byKey.get('a#1')!
const onA = (project: Project) => (project.pieces[0] as { work: Step[] }).work[0]!
const valueIn = (project: Project) => (field: string) => {
  const found = modelOf(project).resolved.result(keyOf.step('w1', field))
  return found?.ok ? (found.value as number) : null
}

const spot = fc.record({
  preset: fc.constantFrom(...PRESETS.filter((p) => !p.placesItself)),
  face: fc.constantFrom(...FACE_NAMES),
  x: fc.integer({ min: 20, max: 580 }),
  y: fc.integer({ min: 8, max: 112 }),
  z: fc.integer({ min: 4, max: 20 }),
})
const placeOn = (face: FaceName, x: number, y: number, z: number): Vec3 => {
  const { axis, far } = FACE_AT[face]
  const size = a(housed).size
  return vec3((i) => (i === axis ? (far ? size[i] : 0) : [x, y, z][i]!))
}

test('what is put on under the pointer stands where it says, and is carried to where it is let go', () => {
  fc.assert(
    fc.property(spot, spot, ({ preset, face, x, y, z }, to) => {
      const shown = shownOf(housed)
      const put = stepAt(preset, { instance: a(housed), face, at: placeOn(face, x, y, z) }, shown, HOLD)
      const { changes } = addStepAt(['a'], put.step, shown)
      const with_ = after(housed, changes)
      const axes = placedAxes(onA(with_)).map((p) => p.axis)
      const mark = markOf(onA(with_), a(with_), valueIn(with_))!
      for (const axis of axes) {
        expect(mark.at[axis]).toBeCloseTo(put.at[axis], 6)
        // Never into what goes into the joint, 6 long.
        const shown = placeOn(face, x, y, z)[axis]
        expect(Math.abs(put.at[axis] - shown)).toBeLessThanOrEqual(6)
      }
      const all = { shown: shownOf(with_), features: [] }
      const held = ([0, 1, 2] as const).map((i) =>
        axes.includes(i) ? holdAlong(all, a(with_), i, [to.x, to.y, to.z][i]!, HOLD) : null,
      )
      const moved = after(with_, carriedChanges(onA(with_), mark.at, held, shownOf(with_), valueIn(with_)))
      const there = markOf(onA(moved), a(moved), valueIn(moved))!
      for (const axis of axes) expect(there.at[axis]).toBeCloseTo(held[axis]!.at, 6)
    }),
    { numRuns: runs(60) },
  )
})

test('a place holds to the middle, to shares of the side and to other holes, and says so', () => {
  const shown = shownOf(housed)
  const along = (axis: 0 | 1 | 2, at: number, features: Parameters<typeof holdAlong>[0]['features'] = []) =>
    holdAlong({ shown, features }, a(housed), axis, at, HOLD)
  // Between shoulders it is 600 long from 6 on, and its middle is at 306 from the end.
  expect(along(0, 303)).toEqual({ at: 306, text: 'L/2', says: 'the middle of its length' })
  expect(along(1, 41)).toEqual({ at: 40, text: 'W/3', says: '40 from edge 1' })
  expect(along(0, 97)).toEqual({ at: 96, text: '90', says: '96 from end 1' })
  const hole = [{ kind: 'bore', data: { at: [[99, 0, 0]] } as unknown as Bore }] as never
  expect(along(0, 97, hole)).toEqual({ at: 99, text: '93', says: 'in line with a hole, 99 from end 1' })
  expect(along(0, -50)).toMatchObject({ at: 6, text: '0' })
})

test('a face is the piece’s own where it lies on its surface, and looks square out of it', () => {
  const size: Vec3 = [600, 120, 24]
  expect(faceUnder([50, 60, 24], [0, 0, 1], size)).toBe('face')
  expect(faceUnder([50, 0, 12], [0, -1, 0], size)).toBe('edge1')
  expect(faceUnder([50, 60, 18], [0, 0, 1], size)).toBeNull()
  expect(faceUnder([50, 60, 24], [0, 0.6, 0.8], size)).toBeNull()
})

test('its mark stands where it is, whatever it is measured from, and is carried as far as asked', () => {
  const datum = fc.constantFrom('near', 'far', 'centre', 'nearEnd', 'farEnd')
  const figure = fc.integer({ min: 12, max: 45 })
  fc.assert(
    fc.property(datum, datum, figure, figure, (alongFrom, acrossFrom, along, across) => {
      const step = {
        kind: 'bore',
        off: false,
        at: onFace('face'),
        fields: { along: String(along), across: String(across), diameter: '8' },
        options: { alongFrom, acrossFrom },
      }
      const bored = after(housed, addStepAt(['a'], step, shownOf(housed)).changes)
      const holeIn = (project: Project) =>
        (
          shownOf(project)
            .features('a#1')
            .find((f) => f.step === 'w1')!.data as Bore
        ).at[0]!
      const mark = markOf(onA(bored), a(bored), valueIn(bored))!
      expect(mark.at).toEqual(holeIn(bored).map((mm) => expect.closeTo(mm, 9)))
      const to = [0, 1].map((i) => ({ at: mark.at[i]! + 7, text: '7', says: '' }))
      const moved = after(
        bored,
        carriedChanges(onA(bored), mark.at, [...to, null], shownOf(bored), valueIn(bored)),
      )
      expect(holeIn(moved)).toEqual(mark.at.map((mm, i) => expect.closeTo(i < 2 ? mm + 7 : mm, 6)))
    }),
    { numRuns: runs(40), endOnFailure: true },
  )
})
