/** The order in which the demos go together, as a maker would have it; and what is told of how. */
import { readFileSync } from 'node:fs'
import { readProject } from '../../document'
import { modelOf, type Model } from '../../model'
import type { Kernel } from '../../solid'
import { block, make, testKernel } from '../../testing/scenario'
import { joint } from '../../testing/proving'
import { assembliesOf, type Assembly } from './index'
import { figureOfStep } from './figure'

const demo = (name: string): Model => {
  const read = readProject(readFileSync(`demo/${name}.json`, 'utf8'))
  if (!read.ok) throw new Error(read.why)
  return modelOf(read.project)
}
const naming = (m: Model) => (key: string) =>
  m.resolved.instances.find((i) => i.key === key)!.name.replace(/ #\d+$/, '')

const WAYS = ['right', 'left', 'back', 'front', 'up', 'down']
const sayWay = (way: readonly number[]): string => {
  const axis = way.findIndex((w) => Math.abs(w) > 0.9)
  return axis < 0 ? '' : WAYS[2 * axis + (way[axis]! > 0 ? 0 : 1)]!
}
/** "Left side first; Bottom left; …", what is put together before in brackets. */
function told(a: Assembly, m: Model): string {
  const name = naming(m)
  const list = (keys: readonly string[]) => (keys.length > 4 ? 'all that' : keys.map(name).join(' + '))
  const steps = a.steps.map((s) => s.moves.map((w) => `${list(w.parts)} ${sayWay(w.way)}`).join(' | '))
  const all = [...(a.first.length > 0 ? [`${list(a.first)} first`] : []), ...steps].join('; ')
  return [...a.before.map((b) => `(${told(b, m)})`), all].join(' ')
}

const CARCASE =
  'Left side first; Bottom left; Shelf left; Shelf left; Shelf left; Kick board left; Shelf left; ' +
  'Right side left; Top down; Back front'

test.each<[string, string[]]>([
  ['seed-cabinet', [CARCASE]],
  [
    'seed-cabinets',
    new Array<string>(3).fill(
      `(${CARCASE}) (Left stile first; Top rail left; Bottom rail left; Right stile left) ` +
        'all that first; Left stile + Right stile + Top rail + Bottom rail back',
    ),
  ],
  [
    'seed-packet-drawers',
    [
      'Bottom first; Back down; Left side right; Right side left; Top down',
      ...new Array<string>(3).fill(
        'Drawer front first; Long divider front; Long divider front; Cross divider up; Drawer side right; ' +
          'Drawer side right left; Drawer back front; Drawer bottom front',
      ),
    ],
  ],
  [
    'cold-frame',
    [
      '(Back first; Back post back; Back post right back; Left side right; Right side left; ' +
        'Front post down; Front post right down; Front back) all that first; Strip down; Lid down',
    ],
  ],
  ['glazed-lid', ['Left stile right | Right stile left | Front rail back | Back rail front']],
  ['potting-stool', ['Foot ring first; Leg left; Leg front; Leg back; Leg right; Seat down']],
  [
    'tool-box',
    ['(Back first; Bottom back; Left end right; Right end left; Front back) all that first; Lid back'],
  ],
  ['bee-hotel', ['(Body first; Roof down) Body + Roof first; Perch back']],
  ['trug-handle', ['Handle first; Left rail front; Right rail front; Netting hoop down']],
  ['seed-hopper', ['Base first; Hopper down; Bin lid up']],
])('%s goes together as a maker would have it', (name, orders) => {
  const m = demo(name)
  expect(assembliesOf(m).map((a) => told(a, m))).toEqual(orders)
})

test('most of a cabinet comes down on its side, which lies on its face meanwhile', () => {
  const [cabinet] = assembliesOf(demo('seed-cabinet'))
  expect(cabinet).toMatchObject({ lies: [-1, 0, 0], on: 'face', hold: null })
  expect(cabinet!.steps.filter((s) => s.hold)).toEqual([])
})

test('legs are held until the seat is on, and a tall board until something stays it', () => {
  const stool = demo('potting-stool')
  const [a] = assembliesOf(stool)
  const name = naming(stool)
  expect(a!.steps.map((s) => s.hold?.until.map(name))).toEqual([
    ['Seat'],
    ['Seat'],
    ['Seat'],
    ['Seat'],
    undefined,
  ])
  const wall = modelOf(
    make([
      ...block('a', 'right-front', [0, 300], [0, 18], [0, 200]),
      ...block('b', 'back-right', [300, 18], [0, 200], [0, 200]),
      joint('screws', ['a.end2', 'b.face'], { diameter: 4, length: 50, spacing: 80, inset: 30 }),
    ]),
  )
  expect(assembliesOf(wall)[0]!.hold?.until).toHaveLength(1)
})

describe('a step is drawn', () => {
  let kernel: Kernel
  beforeAll(async () => {
    kernel = await testKernel()
  })
  const boxOf = (path: string) => {
    const all = [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(
      (m) => [Number(m[1]), Number(m[2])] as const,
    )
    return {
      left: Math.min(...all.map((p) => p[0])),
      right: Math.max(...all.map((p) => p[0])),
      up: Math.min(...all.map((p) => p[1])),
    }
  }

  test('with what comes a way off, on the side that it comes from', () => {
    const m = demo('seed-packet-drawers')
    const [carcase] = assembliesOf(m)
    const there = [...carcase!.first]
    for (const { moves } of carcase!.steps) {
      const drawn = figureOfStep(m, kernel, { there, moves, lies: null })
      const [still, coming] = [boxOf(drawn.there), boxOf(drawn.coming)]
      const way = sayWay(moves[0]!.way)
      if (way === 'down') expect(coming.up).toBeLessThan(still.up)
      if (way === 'right') expect(coming.left).toBeLessThan(still.left)
      if (way === 'left') expect(coming.right).toBeGreaterThan(still.right)
      there.push(...moves.flatMap((x) => x.parts))
    }
  })
  test('lying as it lies, and empty where nothing is there', () => {
    const m = demo('seed-cabinet')
    const [{ first, lies }] = assembliesOf(m) as [Assembly]
    const moves = [{ parts: first, way: [0, 0, 0] as const }]
    const high = (box: string) => Number(box.split(' ')[3])
    const [standing, lying] = [null, lies].map((l) => figureOfStep(m, kernel, { there: [], moves, lies: l }))
    expect(high(lying!.box)).toBeLessThan(high(standing!.box) / 2)
    expect(figureOfStep(m, kernel, { there: ['gone#1'], moves: [], lies: null }).box).toBe('')
  })
})
