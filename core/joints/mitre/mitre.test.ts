import { minus, norm, toRoom } from '../../pieces'
import { modelOf } from '../../model'
import { lookOver } from '../../proof'
import { block, instance, join, make } from '../../testing/scenario'
import { holesOf } from '../../work'

/** Two rails of 60 mitred at a corner, whose tip is at the right, below. */
const frame = (fields: Record<string, string | number>) =>
  modelOf(
    make([
      ...block('a', 'right-front', [0, 300], [0, 20], [0, 60]),
      ...block('b', 'up-front', [240, 60], [0, 20], [0, 400]),
      join(
        'mitre',
        ['a.end2', 'b.end1'],
        { keys: 2, dowel: 6, dowelLength: 20, ...fields },
        { across: 'dowels' },
      ),
    ]),
  )
/** How far each is from the tip, in either piece. */
const fromTip = (m: ReturnType<typeof frame>) =>
  ['a#1', 'b#1'].map((key) => {
    const i = instance(m, key)
    return m
      .features(i)
      .flatMap((f) => holesOf(f)?.at ?? [])
      .map((p) => norm(minus(toRoom(i.frame, p), [300, 10, 0])))
  })
const LONG = 60 * Math.SQRT2
const near = (all: readonly number[]) => [0, 1].map(() => all.map((n) => expect.closeTo(n, 4)))

test('dowels of a mitre are placed from its tip, evenly where nothing is said', () => {
  expect(fromTip(frame({}))).toEqual(near([LONG / 3, (2 * LONG) / 3]))
  expect(fromTip(frame({ tip: 30, apart: 18 }))).toEqual(near([30, 48]))
  expect(fromTip(frame({ apart: 20 }))).toEqual(near([LONG / 2 - 10, LONG / 2 + 10]))
  expect(fromTip(frame({ keys: 1, tip: 45 }))).toEqual(near([45]))
})

test('those that would lie over each other or beyond the mitre are refused', () => {
  const says = (m: ReturnType<typeof frame>) =>
    lookOver(m)
      .filter((f) => f.level === 'stop')
      .map((f) => f.says)
  const all: Array<Record<string, number>> = [{ tip: 60, apart: 30 }, { tip: 1 }, { tip: 30, apart: 3 }]
  for (const fields of all)
    expect(says(frame(fields))).toContainEqual(expect.stringMatching(/from the tip do not lie apart within/))
})
