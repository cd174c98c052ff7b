import fc from 'fast-check'
import { change, onFace, type FaceName, type Step } from '../document'
import { modelOf } from '../model'
import { FACE_AT, vec3, type Vec3 } from '../pieces'
import { boxRecipe, type Kernel } from '../solid'
import { lookOver } from '../proof'
import { run } from '../testing/run'
import { block, instance, make, testKernel, volume } from '../testing/scenario'
import { runs } from '../testing/runs'
import { holesOf, waysOf, workKind } from './index'
import { woodAlong } from './state'
import { boxTool, type Tool } from './tool'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const SIZE: Vec3 = [300, 120, 24]
const step = (
  id: string,
  kind: string,
  fields: Step['fields'],
  face: FaceName = 'face',
  options: Step['options'] = {},
): Step => ({ id, kind, off: false, at: onFace(face), fields, options })
const board = (...steps: Step[]) =>
  make([
    ...block('a', 'right-up', [0, SIZE[0]], [0, SIZE[1]], [0, SIZE[2]]),
    ...steps.map((s) => change.addStep({ on: 'a', step: s })),
  ])
const dado = (depth: number) =>
  step('w1', 'channel', { width: '60', depth: String(depth), place: '100' }, 'face', { run: 'across' })
const hole = (depth: string, more: Step['fields'] = {}, options: Step['options'] = { tip: 'flat' }) =>
  step('w2', 'bore', { along: '130', across: '60', diameter: '10', depth, ...more }, 'face', options)

test('a hole in the floor of a channel is as deep as it says from that floor', () => {
  const without = volume(modelOf(board(dado(12))), 'a#1', kernel)
  const project = board(dado(12), hole('8'))
  const model = modelOf(project)
  expect(without - volume(model, 'a#1', kernel)).toBeCloseTo(Math.PI * 25 * 8, -1)
  const [data] = model.features(instance(model, 'a#1')).flatMap((f) => holesOf(f) ?? [])
  expect(data!.at[0]![2]).toBeCloseTo(12, 9)
  // Deeper than the wood under the floor, it goes through; bored first, its depth is from the face.
  expect(lookOver(modelOf(board(dado(12), hole('12')))).map((f) => f.says)).toContainEqual(
    expect.stringMatching(/goes through A, which is 12 there/),
  )
  const first = modelOf(board(hole('8'), dado(12)))
  expect(volume(first, 'a#1', kernel)).toBeCloseTo(without, 3)
})

test('a recess on the floor of another is as deep as it says from there, over its edge from the face', () => {
  const sunk = (id: string, along: number, long: number, depth: number) =>
    step(id, 'recess', {
      along: String(along),
      across: '60',
      length: String(long),
      width: '40',
      depth: String(depth),
    })
  const one = volume(modelOf(board(sunk('w1', 130, 80, 10))), 'a#1', kernel)
  const both = (along: number, long: number) =>
    one - volume(modelOf(board(sunk('w1', 130, 80, 10), sunk('w2', along, long, 5))), 'a#1', kernel)
  expect(both(130, 30)).toBeCloseTo(30 * 40 * 5, 3)
  expect(both(130, 80)).toBeCloseTo(80 * 40 * 5, 3)
  // Half of it lies on the face: there it is 5 deep, and the floor of the other is deeper already.
  expect(both(170, 40)).toBeCloseTo(20 * 40 * 5, 3)
})

test.each([
  ['square', {}, 20],
  ['at 20°', { angle: '20deg' }, 20 / Math.cos(Math.PI / 9)],
] as const)('a channel in a wider one is as deep as it says from its floor: %s', (_, more, mouth) => {
  const wide = step('w1', 'channel', { width: '160', depth: '6', place: '50' }, 'face', { run: 'across' })
  const narrow = (place: string, depth = '5'): Step =>
    step('w2', 'channel', { width: '20', depth, place, ...more }, 'face', { run: 'across' })
  const left = (...steps: Step[]) => volume(modelOf(board(...steps)), 'a#1', kernel)
  const one = left(wide)
  expect(one - left(wide, narrow('120'))).toBeCloseTo(mouth * 120 * 5, 2)
  const model = modelOf(board(wide, narrow('120')))
  const [, made] = model.features(instance(model, 'a#1'))
  expect(workKind(made!).describe(made!.data, null)).toEqual(
    expect.arrayContaining([', from a surface ', { mm: expect.closeTo(6, 9) }]),
  )
  // Partly beside it, it counts from the face: no more than what reaches below the other is taken there.
  const over = one - left(wide, narrow('40'))
  expect(over).toBeGreaterThan(1000)
  expect(over).toBeLessThan(mouth * 120 * 5 - 1000)
  // Cut first, from the face.
  expect(one - left(narrow('120'), wide)).toBeCloseTo(0, 3)
  expect(lookOver(modelOf(board(wide, narrow('120', '18')))).map((f) => f.says)).toContainEqual(
    expect.stringMatching(/18 deep would go through A, which is 18 there/),
  )
})

test('a channel in a wider one lies alike in a mirrored twin and in a repeat', () => {
  const wide = step('w1', 'channel', { width: '160', depth: '6', place: '50' }, 'back', { run: 'across' })
  const row = step(
    'w2',
    'channel',
    { width: '10', depth: '5', place: '60', repeatCount: '3', repeatPitch: '40' },
    'back',
    { run: 'across', repeat: 'row0' },
  )
  const twin = change.mirrorPiece({ id: 'b', of: 'a', name: 'Twin', direction: 'across', about: '-50' })
  const model = modelOf(run(board(wide, row), twin))
  expect(model.refused.map((f) => f.says)).toEqual([])
  const whole = SIZE[0] * SIZE[1] * SIZE[2] - 160 * 120 * 6 - 3 * 10 * 120 * 5
  for (const i of model.resolved.instances) expect(volume(model, i.key, kernel)).toBeCloseTo(whole, 2)
  expect(model.resolved.instances).toHaveLength(2)
})

test('a hole where earlier work has taken all wood says so', () => {
  const sunk = (id: string, face: FaceName) =>
    step(id, 'recess', { along: '130', across: '60', length: '80', width: '40', depth: '12' }, face)
  expect(
    lookOver(modelOf(board(sunk('w1', 'face'), sunk('w3', 'back'), hole('8')))).map((f) => f.says),
  ).toContain('The hole finds no wood in A: earlier work has taken it all there')
})

test('a peg is not left of wood that earlier work has taken, and the face is not planed away for it', () => {
  const peg = step('w2', 'peg', { along: '130', across: '60', diameter: '20', height: '6' })
  const says = 'Earlier work has taken 12 of the wood that the peg on A would be left of'
  const cut = modelOf(board(dado(12), peg))
  expect(lookOver(cut).map((f) => f.says)).toContainEqual(expect.stringContaining(says))
  expect(volume(cut, 'a#1', kernel)).toBeCloseTo(volume(modelOf(board(dado(12))), 'a#1', kernel), 3)
  // Beside the channel there is wood for it.
  const beside = step('w2', 'peg', { along: '60', across: '60', diameter: '20', height: '6' })
  expect(lookOver(modelOf(board(dado(12), beside))).filter((f) => f.step === 'w2')).toEqual([])
})

const between = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true })
const tool = fc.oneof(
  fc
    .tuple(between(-20, 200), between(20, 150), between(-20, 20), between(5, 40))
    .map(([x, long, z, deep]): Tool => boxTool({ min: [x, -1, z], max: [x + long, 121, z + deep] })),
  fc
    .tuple(between(10, 290), between(10, 110), between(4, 50), between(2, 30), between(-0.6, 0.6))
    .map(([x, y, radius, depth, lean]): Tool => ({
      kind: 'drill',
      at: [x, y, 25],
      along: [Math.sin(lean), 0, -Math.cos(lean)],
      radius,
      depth,
      tip: radius / 2,
    })),
  fc.tuple(between(-1, 1), between(-1, 1), between(60, 250)).map(([a, b, offset]): Tool => {
    const long = Math.hypot(a, b, 0.4)
    return { kind: 'plane', normal: [a / long, b / long, 0.4 / long], offset: (offset * 0.4) / long }
  }),
)

test('where wood begins and ends along a line is where the solid does', () => {
  const fine = kernel.finer(0.001)
  fc.assert(
    fc.property(
      fc.array(tool, { minLength: 1, maxLength: 5 }),
      fc.constantFrom<FaceName>('face', 'back', 'edge1', 'end2'),
      between(0.05, 0.95),
      between(0.05, 0.95),
      (tools, face, u, v) => {
        const { into, along, across } = waysOf(face)
        const { far } = FACE_AT[face]
        const at = vec3((i) => (i === along ? u : i === across ? v : far ? 1 : 0) * SIZE[i])
        const way = vec3((i) => (i === into ? (far ? -1 : 1) : 0))
        const found = woodAlong(SIZE, tools, at, way)
        const recipe = boxRecipe(SIZE, [{ work: 'w', tools }])
        const frame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const
        // A needle along the line: how much of it is wood, up to where that ends and beyond.
        const needle = (from: number, to: number) => {
          const [a, b] = [far ? SIZE[into] - to : from, far ? SIZE[into] - from : to]
          const size = vec3((i) => (i === into ? b - a : 0.002))
          const origin = vec3((i) => (i === into ? a : at[i] - 0.001))
          const all = { recipe: boxRecipe(size), frame: { ...frame, origin } }
          return fine.sharedVolume({ recipe, frame }, all) / (0.002 * 0.002)
        }
        const end = SIZE[into]
        // Round tools are many-sided in the solid: a line that grazes one differs by a little.
        const near = 0.2
        if (!found) {
          expect(needle(0, end)).toBeLessThan(near)
          return
        }
        expect(needle(0, found.from + 1e-9)).toBeLessThan(near)
        expect(Math.abs(needle(found.from, found.to) - (found.to - found.from))).toBeLessThan(near)
        if (found.to < end - 1) expect(needle(found.to, found.to + 0.5)).toBeLessThan(0.4)
      },
    ),
    { numRuns: runs(300), endOnFailure: true },
  )
  fine.close()
})
