import { change, runAt, type FaceName } from '../../document'
import { modelOf } from '../../model'
import { BIT_SHAPES } from '../../rack'
import { run } from '../../testing/run'
import { block, make, testKernel, volume } from '../../testing/scenario'
import { textsOf } from '../../testing/sheets'
import { workKind } from '../../work'
import { planSheets } from '../index'

const kernel = await testKernel()
const [L, T] = [300, 24]
const bit = (shape: string, fields: Readonly<Record<string, string>>, bearing: string | null) =>
  change.addBit({ id: 't1', name: 'The bit', shape, fields, bearing, shank: '8', bite: null, speed: null })
const routed = (sides: readonly FaceName[], fields: Readonly<Record<string, string>> = {}, id = 'w9') =>
  change.addStep({
    on: 'a',
    step: { id, kind: 'rout', off: false, at: runAt('face', sides), fields, options: { bit: 't1' } },
  })
const board = (...work: Parameters<typeof make>[0]) =>
  make([...block('a', 'right-up', [0, L], [0, 90], [0, T]), ...work])

const BITS: ReadonlyArray<readonly [string, Readonly<Record<string, string>>, string | null]> = [
  ['rabbet', { width: '9', length: '12' }, '12'],
  ['cove', { radius: '8' }, '10'],
  ['round-over', { radius: '3' }, '10'],
  ['chamfer', { height: '10', angle: '30' }, '10'],
  ['straight', { diameter: '12', length: '16' }, null],
]

test.each(BITS)(
  'what a %s bit leaves is drawn as the wood is cut, named, with its scale',
  (shape, fields, bearing) => {
    const model = modelOf(board(bit(shape, fields, bearing), routed(['edge1'])))
    const sheet = [...planSheets(model, kernel)].at(-1)!
    const marks = sheet.marks.filter((m) => m.part?.startsWith('profile '))
    const texts = textsOf({ ...sheet, marks })
    expect(texts).toContain('Bit: The bit')
    const [, name, scale] = /^(.*), (\d):1$/.exec(texts.find((t) => t.endsWith(':1'))!)!
    expect(name!.toLowerCase()).toBe(BIT_SHAPES[shape]!.makes)
    // Wood that is cut through: its box less what the bit takes, which is what the board is lighter by.
    const hatch = marks.flatMap((m) => (m.kind === 'line' && m.pen === 'hatch' ? [m] : []))
    const hatched = hatch.reduce((sum, m) => sum + Math.hypot(m.x2 - m.x1, m.y2 - m.y1) * 1.6, 0)
    const [us, vs] = [hatch.flatMap((m) => [m.x1, m.x2]), hatch.flatMap((m) => [m.y1, m.y2])]
    const box = (Math.max(...us) - Math.min(...us)) * (Math.max(...vs) - Math.min(...vs))
    const taken = (L * 90 * T - volume(model, 'a#1', kernel)) / L
    expect((box - hatched) / Number(scale) ** 2 / taken).toBeGreaterThan(0.85)
    expect((box - hatched) / Number(scale) ** 2 / taken).toBeLessThan(1.15)
  },
)

test.each(BITS)(
  'the outline that a %s bit leaves bounds what it takes, at any depth',
  (shape, fields, bearing) => {
    for (const depth of ['2', '5', '7.5', '12']) {
      const model = modelOf(board(bit(shape, fields, bearing), routed(['edge1'], { depth })))
      const [f] = model.features(model.resolved.instances[0]!)
      const { left } = workKind(f!).profile!(f!.data)
      const area = left.slice(1).reduce((sum, [x, z], k) => {
        const [x0, z0] = left[k]!
        expect(z).toBeGreaterThanOrEqual(z0)
        return sum + ((x + x0) / 2) * (z - z0)
      }, 0)
      expect(left.at(-1)![1]).toBeCloseTo(0, 9)
      expect(area).toBeCloseTo((L * 90 * T - volume(model, 'a#1', kernel)) / L, 1)
    }
  },
)

test('the same profile on several edges is drawn once, and another of the same bit by itself', () => {
  const cove = bit('cove', { radius: '8' }, '10')
  const drawn = (...work: Parameters<typeof make>[0]) =>
    [...planSheets(modelOf(board(cove, ...work)), kernel)]
      .flatMap(textsOf)
      .filter((t) => t.startsWith('Bit: '))
  expect(drawn(routed(['edge1']), routed(['edge2'], {}, 'w8'))).toHaveLength(1)
  expect(drawn(routed(['edge1']), routed(['edge2'], { depth: '5' }, 'w8'))).toHaveLength(2)
})

test('it is moved and left out by hand, and stays so when the bit is set otherwise', () => {
  const project = board(bit('cove', { radius: '8' }, '10'), routed(['edge1']))
  const drawn = (p: typeof project) => [...planSheets(modelOf(p), kernel)].at(-1)!
  const { key, says, by } = drawn(project).items!.find((i) => i.key.startsWith('profile '))!
  expect(says).toBe('Section of the cove')
  const title = (p: typeof project) =>
    drawn(p).marks.find((m) => m.part === key && m.kind === 'text' && m.text.startsWith('Cove'))
  const adjust = (changes: Parameters<typeof change.adjust>[0]['changes']) =>
    change.adjust({ sheet: 'piece a', of: key, says, changes })
  const [x, y] = [by[0] - 30, by[1] - 12]
  const moved = run(
    project,
    adjust({ by: [x, y] }),
    change.setStepField({ id: 'w9', field: 'depth', value: '6' }),
  )
  const [before, after] = [title(project), title(moved)].map((t) => t as { x: number; y: number })
  expect([after!.x - before!.x, after!.y - before!.y]).toEqual([-30, -12].map((n) => expect.closeTo(n, 6)))
  expect(title(run(project, adjust({ hidden: true })))).toBeUndefined()
})
