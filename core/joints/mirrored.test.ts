import { modelOf, type Model } from '../model'
import { after, AXES, carried, mirrorAt, toRoom, turnAt, unit, type Frame, type Motion } from '../pieces'
import type { Instance } from '../resolve'
import type { Kernel } from '../solid'
import { grouped, instance, make, placed, stops, testKernel } from '../testing/bench'
import { LOPSIDED } from '../testing/lopsided'
import { sayPlain } from '../plans'
import { workKind } from '../work'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const DIRECTIONS = ['across', 'deep', 'up'] as const

const carry = (m: Motion, f: Frame): Frame => ({
  origin: toRoom(m, f.origin),
  x: carried(m, f.x),
  y: carried(m, f.y),
  z: carried(m, f.z),
})

/** What two pieces do not have in common when the second is carried by a motion, as a share of the first. */
function unlike(m: Model, one: Instance, two: Instance, by: Motion): number {
  const [a, b] = [placed(m, one), { recipe: m.recipe(two), frame: carry(by, two.frame) }]
  const [v, w] = [kernel.shape(a.recipe).volume, kernel.shape(b.recipe).volume]
  return (v + w - 2 * kernel.sharedVolume(a, b)) / v
}

const sentences = (m: Model, i: Instance): string[] =>
  m.features(i).map((f) => sayPlain(workKind(f).describe(f.data, null), (mm) => (Math.abs(mm) < 1e-7 ? 0 : mm).toFixed(6))) // prettier-ignore

describe.each(Object.entries(LOPSIDED))('%s', (_, changes) => {
  const project = make(changes)

  test('is made at all', () => {
    const m = modelOf(project)
    expect(stops(m)).toEqual([])
    expect(m.resolved.instances.flatMap((i) => m.features(i)).length).toBeGreaterThan(0)
  })

  test.each(DIRECTIONS)('mirrored %s, a copy is its original in a mirror, and told alike', (direction) => {
    const about = 700
    const m = modelOf(grouped(project, { kind: 'mirrored', direction, about: String(about) }))
    expect(stops(m)).toEqual([])
    const back = mirrorAt(DIRECTIONS.indexOf(direction) as 0, about)
    for (const { id } of project.pieces) {
      const [one, two] = [instance(m, `${id}#1`), instance(m, `${id}#2`)]
      expect(unlike(m, one, two, back)).toBeLessThan(1e-6)
      expect(sentences(m, two)).toEqual(sentences(m, one))
      expect(two.size).toEqual(one.size)
    }
  })

  test('turned and moved, a copy is its original, and told alike', () => {
    const m = modelOf(grouped(project, { kind: 'moved', turns: ['up', 'across'], across: '900', deep: '-3' }))
    expect(stops(m)).toEqual([])
    for (const { id } of project.pieces) {
      const [one, two] = [instance(m, `${id}#1`), instance(m, `${id}#2`)]
      expect(sentences(m, two)).toEqual(sentences(m, one))
      // The turn, and whatever shift brings the one frame on the other.
      const turn = after(turnAt([0, 0, 0], unit(0), 90), turnAt([0, 0, 0], unit(2), 90))
      const there = carry(turn, one.frame)
      for (const axis of ['x', 'y', 'z'] as const)
        AXES.forEach((i) => expect(two.frame[axis][i]).toBeCloseTo(there[axis][i], 9))
      expect(kernel.shape(m.recipe(two)).volume).toBeCloseTo(kernel.shape(m.recipe(one)).volume, 3)
    }
  })
})
