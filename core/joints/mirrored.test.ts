import { change, execute } from '../document'
import { modelOf, type Model } from '../model'
import {
  after,
  AXES,
  carried,
  mirrorAt,
  STILL,
  toRoom,
  turnAt,
  unit,
  type Frame,
  type Motion,
} from '../pieces'
import type { Instance } from '../resolve'
import type { Kernel } from '../solid'
import { grouped, instance, make, placed, stops, testKernel } from '../testing/scenario'
import { LOPSIDED } from '../testing/lopsided'
import { sayPlain } from '../plans'
import { workKind } from '../work'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const DIRECTIONS = ['across', 'deep', 'up'] as const

/** Quarter turns that bring a thing into each of the 24 ways it can stand square: every way once. */
const TURNS = (() => {
  const found = new Map<string, Array<(typeof DIRECTIONS)[number]>>()
  const all: Array<Array<(typeof DIRECTIONS)[number]>> = [[]]
  for (let n = 0; n < all.length; n++) {
    const turns = all[n]!
    const m = turns.reduce(
      (by, d) => after(turnAt([0, 0, 0], unit(DIRECTIONS.indexOf(d) as 0), 90), by),
      STILL,
    )
    const key = [m.x, m.y, m.z]
      .flat()
      .map((v) => Math.round(v))
      .join()
    if (!found.has(key)) found.set(key, turns)
    if (turns.length < 3) all.push(...DIRECTIONS.map((d) => [...turns, d]))
  }
  return [...found.values()]
})()

test('there are 24 ways, of which three quarter turns reach all but one or a few', () => {
  expect(TURNS.length).toBeGreaterThanOrEqual(20)
})

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
  m
    .features(i)
    .map((f) =>
      sayPlain(workKind(f).describe(f.data, null), (mm) => (Math.abs(mm) < 1e-7 ? 0 : mm).toFixed(6)),
    )

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
      const [one, two] = [instance(m, `${id}#1`), instance(m, `${id}#g:c1`)]
      expect(unlike(m, one, two, back)).toBeLessThan(1e-6)
      expect(sentences(m, two)).toEqual(sentences(m, one))
      expect(two.size).toEqual(one.size)
    }
  })

  test('turned and moved, a copy is its original, and told alike', () => {
    const m = modelOf(grouped(project, { kind: 'moved', turns: ['up', 'across'], across: '900', deep: '-3' }))
    expect(stops(m)).toEqual([])
    for (const { id } of project.pieces) {
      const [one, two] = [instance(m, `${id}#1`), instance(m, `${id}#g:c1`)]
      expect(sentences(m, two)).toEqual(sentences(m, one))
      // The turn, and whatever shift brings the one frame on the other.
      const turn = after(turnAt([0, 0, 0], unit(0), 90), turnAt([0, 0, 0], unit(2), 90))
      const there = carry(turn, one.frame)
      for (const axis of ['x', 'y', 'z'] as const)
        AXES.forEach((i) => expect(two.frame[axis][i]).toBeCloseTo(there[axis][i], 9))
      expect(kernel.shape(m.recipe(two)).volume).toBeCloseTo(kernel.shape(m.recipe(one)).volume, 3)
    }
  })

  test('standing any of the 24 ways, and round an axis at a slope, every copy is told and made alike', () => {
    const turns = TURNS.map((t, n) =>
      change.addPlacement({
        id: 'g',
        placement: { kind: 'moved', id: `t${n}`, turns: t, across: String(5000 * (n + 1)) },
      }),
    )
    const done = execute(grouped(project, { kind: 'mirrored', direction: 'deep', about: '-900' }), [
      ...turns,
      change.setGroupRepeat({
        id: 'g',
        repeat: { kind: 'ring', direction: 'deep', count: '5', centre1: '100', centre2: '-3000', start: '0' },
      }),
    ])
    if (!done.ok) throw new Error(done.why)
    const m = modelOf(done.project)
    expect(stops(m)).toEqual([])
    for (const { id } of project.pieces) {
      const [one, ...others] = m.resolved.byId.get(id)!.instances
      expect(others).toHaveLength(4 + 1 + TURNS.length)
      const volume = kernel.shape(m.recipe(one!)).volume
      for (const other of others) {
        expect(sentences(m, other)).toEqual(sentences(m, one!))
        expect(kernel.shape(m.recipe(other)).volume / volume).toBeCloseTo(1, 9)
      }
    }
    // Those that lean on their way round do not share wood with their own neighbours any more than the
    // upright one.
    const round = m.resolved.instances.filter((i) => i.index === 2)
    for (const [n, a] of round.entries())
      for (const b of round.slice(n + 1))
        expect(kernel.sharedVolume(placed(m, a), placed(m, b))).toBeLessThan(1e-3)
  })
})
