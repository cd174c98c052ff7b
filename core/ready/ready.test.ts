import fc from 'fast-check'
import { change, execute, newProject, readProject, writeProject, type Project } from '../document'
import { modelOf, type Model } from '../model'
import { toRoom } from '../pieces'
import { lookOver, proofOf } from '../proof'
import { stockFor } from '../rack'
import { catalogue } from '../rack/catalogue'
import type { Kernel } from '../solid'
import { testKernel } from '../testing/scenario'
import { buildReady, type ReadyInput } from './build'
import { READY, readyKind, suits } from './index'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const STOCK = [
  ['board', '18', '400', 'board'],
  ['thin', '12', '300', 'board'],
  ['square', '45', '45', 'board'],
  ['sheet', '6', '1220', 'sheet'],
] as const

/** What is wrong or worth a look; what is only worth knowing hangs on the sizes that are asked for. */
const odd = (m: Model): string[] =>
  proofOf(m, kernel)
    .filter((p) => p.level !== 'note')
    .map((p) => p.says)

const empty = (): Project => {
  const done = execute(
    newProject('t', 'Larkmoor', 'mm'),
    STOCK.map(([id, thickness, width, kind]) =>
      change.addStock({
        id,
        name: id,
        kind,
        species: 'birch plywood',
        thickness,
        width,
        lengths: ['2400'],
        grain: false,
      }),
    ),
  )
  if (!done.ok) throw new Error(done.why)
  return done.project
}

/** As it is asked to begin with, on the stocks of the test. */
function asked(
  kind: string,
  more: Partial<ReadyInput> = {},
  stocks: Record<string, string> = {},
): ReadyInput {
  const ready = readyKind(kind)!
  return {
    stocks: Object.fromEntries(
      Object.entries(ready.stocks).map(([name, { of, thick }]) => [
        name,
        stocks[name] ?? (of === 'sheet' ? 'sheet' : thick > 30 ? 'square' : thick < 14 ? 'thin' : 'board'),
      ]),
    ),
    measures: {
      ...Object.fromEntries(Object.entries(ready.measures).map(([name, m]) => [name, m.starts.mm])),
      ...more.measures,
    },
    ...(more.choices && { choices: more.choices }),
    fits: {
      ...Object.fromEntries(ready.fits.map(([side], n) => [side, String(FIT[side] ?? n)])),
      ...more.fits,
    },
  }
}
const FIT: Readonly<Record<string, number>> = {
  left: 0,
  right: 600,
  bottom: 0,
  top: 700,
  front: 0,
  back: 400,
}

function built(kind: string, more: Partial<ReadyInput> = {}, on = empty()): Project {
  const found = buildReady(on, readyKind(kind)!, asked(kind, more))
  if ('why' in found) throw new Error(found.why)
  const done = execute(on, found.changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
/** Finished length, width and thickness of each piece by its name. */
const sizes = (m: Model) =>
  Object.fromEntries(m.resolved.instances.map((i) => [i.name, i.size.map((s) => Number(s.toFixed(6)))]))

test.each(READY.map((r) => r.kind))('%s comes whole: nothing is wrong with it, and it reads back', (kind) => {
  const project = built(kind)
  const m = modelOf(project)
  expect(lookOver(m)).toEqual([])
  expect(odd(m)).toEqual([])
  expect(project.joints.length).toBeGreaterThan(2)
  const again = readProject(writeProject(project))
  expect(again.ok && again.project).toEqual(project)
})

test.each(READY.map((r) => r.kind))(
  '%s stands beside another of its kind, under names of its own',
  (kind) => {
    const one = built(kind)
    const two = built(kind, { fits: { left: '900', right: '1500' } }, one)
    expect(new Set(two.pieces.map((p) => p.name)).size).toBe(2 * one.pieces.length)
    expect(odd(modelOf(two))).toEqual([])
  },
)

describe.each(['in', 'mm'] as const)('as it is offered in %s, from the catalogue', (unit) => {
  const offered = catalogue.entries.filter((e) => e.unit === unit).map((e) => stockFor(e, unit))
  test.each(READY.map((r) => [r.kind, r] as const))('%s has nothing wrong or odd about it', (_, ready) => {
    const stocks = Object.fromEntries(
      Object.entries(ready.stocks).map(([name, role]) => [name, suits(role, offered, unit)!]),
    )
    const sides =
      unit === 'in' ? { right: '24', top: '16', back: '14' } : { right: '600', top: '400', back: '350' }
    const near = { left: '0', bottom: '0', front: '0', ...sides }
    const project = newProject('t', 'Larkmoor', unit)
    const found = buildReady(project, ready, {
      stocks: Object.fromEntries(Object.entries(stocks).map(([name, s]) => [name, s.id])),
      bring: [...new Map(Object.values(stocks).map((s) => [s.id, s])).values()],
      measures: Object.fromEntries(Object.entries(ready.measures).map(([name, m]) => [name, m.starts[unit]])),
      fits: Object.fromEntries(ready.fits.map(([side]) => [side, near[side]])),
    })
    if ('why' in found) throw new Error(found.why)
    // What comes in random widths is asked for one, which is said until it has it.
    const wide = Object.values(stocks).flatMap((s) =>
      s.width === null && s.kind === 'board' ? [change.setStock({ id: s.id, changes: { width: '8' } })] : [],
    )
    const done = execute(project, [...found.changes, ...wide])
    if (!done.ok) throw new Error(done.why)
    expect(odd(modelOf(done.project))).toEqual([])
  })
})

test('legs are tapered below the aprons, on their inside faces or on all, and stand as wide outside', () => {
  /** At its foot: from where to where each leg stands, across and deep. */
  const feet = (taper: string, foot = '25') => {
    const m = modelOf(built('legs', { choices: { taper }, measures: { foot } }))
    expect(odd(m)).toEqual([])
    return Object.fromEntries(
      m.resolved.instances
        .filter((i) => i.name.endsWith('leg'))
        .map((i) => {
          const { positions } = kernel.shape(m.recipe(i))
          const low = Array.from({ length: positions.length / 3 }, (_, k) =>
            toRoom(i.frame, [positions[3 * k]!, positions[3 * k + 1]!, positions[3 * k + 2]!]),
          ).filter(([, , up]) => up < 0.01)
          const reach = (axis: 0 | 1) => {
            const all = low.map((p) => p[axis])
            return [Math.min(...all), Math.max(...all)].map((x) => Number(x.toFixed(3)))
          }
          return [i.name, [reach(0), reach(1)]]
        }),
    )
  }
  // A frame of 900 by 450 on legs of 45.
  const [left, right, front, back] = [
    [0, 45],
    [855, 900],
    [0, 45],
    [405, 450],
  ]
  expect(feet('none')).toEqual({
    'Front left leg': [left, front],
    'Front right leg': [right, front],
    'Back left leg': [left, back],
    'Back right leg': [right, back],
  })
  expect(feet('one')).toEqual({
    'Front left leg': [[0, 25], front],
    'Front right leg': [[875, 900], front],
    'Back left leg': [[0, 25], back],
    'Back right leg': [[875, 900], back],
  })
  expect(feet('two', '20')).toEqual({
    'Front left leg': [
      [0, 20],
      [0, 20],
    ],
    'Front right leg': [
      [880, 900],
      [0, 20],
    ],
    'Back left leg': [
      [0, 20],
      [430, 450],
    ],
    'Back right leg': [
      [880, 900],
      [430, 450],
    ],
  })
  expect(feet('four')['Front left leg']).toEqual([
    [10, 35],
    [10, 35],
  ])
  const missing = buildReady(
    empty(),
    readyKind('legs')!,
    asked('legs', { choices: { taper: 'two' }, measures: { foot: '' } }),
  )
  expect(missing).toEqual({ why: 'Width at the foot is missing' })
})

describe('a case', () => {
  const mm = (min: number, max: number) => fc.integer({ min, max })
  test('has the sizes that a maker reckons, whatever it measures', () => {
    fc.assert(
      fc.property(mm(300, 1200), mm(400, 2000), mm(150, 390), mm(0, 6), mm(0, 120), (w, h, d, n, kick) => {
        const measures = {
          width: String(w),
          height: String(h),
          depth: String(d),
          shelves: String(n),
          kick: kick > 30 ? String(kick) : '0',
        }
        const m = modelOf(built('case', { measures }))
        expect(lookOver(m).filter((p) => p.level === 'stop')).toEqual([])
        const found = sizes(m)
        const dado = 18 / 3
        const inside = w - 2 * 18
        expect(found['Left side']).toEqual([h, d, 18])
        expect(found['Right side']).toEqual([h, d, 18])
        expect(found.Top).toEqual([inside + 2 * dado, d - 6, 18])
        expect(found.Back).toEqual([h, inside + 2 * 9, 6])
        if (n > 0) expect(found[n > 1 ? 'Shelf #1' : 'Shelf']).toEqual([inside + 2 * dado, d - 6, 18])
        if (kick > 30) expect(found['Kick board']).toEqual([inside + 2 * dado, kick, 18])
        const shelves = m.resolved.instances.filter(
          (i) => i.piece === m.resolved.instances.find((x) => x.name.startsWith('Shelf'))?.piece,
        )
        const gap = (h - (kick > 30 ? kick : 0) - (n + 2) * 18) / (n + 1)
        shelves.forEach((s, k) =>
          expect(s.box.min[2]).toBeCloseTo((kick > 30 ? kick : 0) + 18 + gap + k * (18 + gap), 6),
        )
      }),
      { numRuns: runs(40) },
    )
  })
})

test('a picture frame covers its picture so far all round, and takes it, its glass and its backing', () => {
  const measures = { width: '200', height: '300', side: '40', over: '6', room: '2', glass: '3' }
  const m = modelOf(built('picture', { measures }))
  expect(odd(m)).toEqual([])
  const found = sizes(m)
  // What is seen of the picture is 12 less each way; the sides stand round that.
  expect(found['Frame bottom']).toEqual([200 - 12 + 80, 40, 18])
  expect(found['Frame left side']).toEqual([300 - 12 + 80, 40, 18])
  expect(found['Frame backing']).toEqual([300, 200, 6])
  const volume = (name: string) => {
    const i = m.resolved.instances.find((i) => i.name === name)!
    return kernel.shape(m.recipe(i)).volume
  }
  // A trapezium, less the rabbet, which is mitred along with it: from 268 outside to 188 inside.
  const rabbet = 8 * (3 + 6)
  expect(volume('Frame bottom')).toBeCloseTo(((268 + 188) / 2) * 40 * 18 - (188 + 8) * rabbet, 2)
})

test('a sliding lid has its room in the grooves, and leaves over the front', () => {
  const measures = { width: '150', depth: '230', height: '80', lip: '6', groove: '4', room: '0.5' }
  const m = modelOf(built('sliding-box', { measures }))
  expect(odd(m)).toEqual([])
  const found = sizes(m)
  const inside = 150 - 2 * 12
  expect(found.Lid!.slice(0, 2)).toEqual([230 - 12 + 3.5, inside + 2 * 3.5])
  const box = (name: string) => m.resolved.instances.find((i) => i.name === name)!.box
  expect(box('Box front').max[2]).toBeCloseTo(80 - 6 - box('Lid').max[2] + box('Lid').min[2], 6)
  expect(box('Lid').min[1]).toBe(0)
})
