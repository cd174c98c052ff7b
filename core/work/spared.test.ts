import { change, onFace, Outline, type Step } from '../document'
import { modelOf } from '../model'
import { boxRecipe, type Kernel } from '../solid'
import { block, instance, join, make, testKernel } from '../testing/scenario'
import { flatOf } from '../plans/flat'
import { areaOf } from '../outline'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const [LONG, WIDE, THICK] = [400, 90, 18]
/** A rail between two posts, on edge, with work of its own. */
const rail = (step: Step | null, ...joints: Array<ReturnType<typeof join>>) =>
  make([
    ...block('a', 'up-left', [0, 60], [0, 60], [0, 700]),
    ...block('p', 'up-left', [60 + LONG, 60], [0, 60], [0, 700]),
    ...block('r', 'right-front', [60, LONG], [0, THICK], [100, WIDE]),
    ...joints,
    ...(step ? [change.addStep({ on: 'r', step })] : []),
  ])
const tenons = [
  join('tenon', ['r.end1', 'a'], { length: 30, thickness: 6, shoulder: 10 }),
  join('tenon', ['r.end2', 'p'], { length: 30, thickness: 6, shoulder: 10 }),
].map((c, n) => ({
  ...c,
  payload: { joints: [{ ...(c.payload as { joints: object[] }).joints[0], id: `j${n}` }] },
}))

/** An arch with its middle up, from shoulder to shoulder; so high at the ends. */
const arched = (end: number): Outline =>
  Outline.parse({
    points: { p1: [0, 0], p2: [LONG, 0], p3: [LONG, end], p4: [0, end] },
    edges: [
      { id: 'e1', kind: 'line', from: 'p1', to: 'p2' },
      { id: 'e2', kind: 'line', from: 'p2', to: 'p3' },
      { id: 'e3', kind: 'line', from: 'p3', to: 'p4' },
      { id: 'e4', kind: 'line', from: 'p4', to: 'p1' },
    ],
  })
const sawn = (end: number, added = 'kept'): Step => ({
  id: 'w',
  kind: 'shape',
  off: false,
  at: onFace('face'),
  fields: {},
  options: { added },
  outline: arched(end),
})

/** How much of a piece lies beyond its shoulders at both ends. */
function beyond(project: ReturnType<typeof make>, key = 'r#1'): number {
  const model = modelOf(project)
  const r = instance(model, key)
  const zone = (from: number, to: number) => ({
    recipe: boxRecipe([to - from, r.size[1] + 2, r.size[2] + 2]),
    frame: { origin: [from, -1, -1], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as const,
  })
  const own = { recipe: model.recipe(r), frame: { ...zone(0, 0).frame, origin: [0, 0, 0] } as const }
  const { min, max } = r.shoulder
  return kernel.sharedVolume(own, zone(-1, min[0])) + kernel.sharedVolume(own, zone(max[0], r.size[0] + 1))
}

test('an outline drawn to the shoulders leaves tenons standing, unless they are told to be sawn', () => {
  const whole = beyond(rail(null, ...tenons))
  expect(whole).toBeCloseTo(2 * 30 * 6 * (WIDE - 20), 3)
  // They are as wide as the end that is left, less their shoulders.
  expect(beyond(rail(sawn(60), ...tenons))).toBeCloseTo(2 * 30 * 6 * (60 - 20), 3)
  expect(beyond(rail(sawn(60, 'cut'), ...tenons))).toBeCloseTo(0, 6)
})

test('a housed end goes on as the outline leaves it at the shoulder', () => {
  const housed = [join('housing', ['r.end1', 'a'], { depth: 10 })]
  expect(beyond(rail(null, ...housed))).toBeCloseTo(10 * WIDE * THICK, 3)
  expect(beyond(rail(sawn(60), ...housed))).toBeCloseTo(10 * 60 * THICK, 3)
  // What is drawn beyond the shoulder is sawn as it is drawn.
  const over = Outline.parse({ ...arched(60), points: { ...arched(60).points, p1: [-4, 0], p4: [-4, 60] } })
  expect(beyond(rail({ ...sawn(60), outline: over }, ...housed))).toBeCloseTo(4 * 60 * THICK, 3)
})

test('a sheet part that is sawn has its tabs in the file for a cutter', () => {
  const tabbed = [join('tabs', ['r.end1', 'a'], { count: 1, length: 40 })]
  const area = (step: Step | null) => {
    const model = modelOf(rail(step, ...tabbed))
    const flat = flatOf(model, instance(model, 'r#1'), 'face', kernel)
    return flat.layers
      .filter((l) => l.name === 'outline')
      .reduce((sum, l) => sum + l.paths.reduce((all, path) => all + areaOf(path), 0), 0)
  }
  expect(area(null)).toBeCloseTo(LONG * WIDE + 60 * 40, 1)
  expect(area(sawn(70))).toBeCloseTo(LONG * 70 + 60 * 40, 1)
})

test.each([
  ['across', '700', [1340, 60], [0, 700]],
  ['up', '400', [0, 60], [0, 700]],
] as const)('a twin mirrored %s keeps its tenon as its original does', (direction, about, across, up) => {
  const ends = (t: string, post: string, id: string) => {
    const { payload, ...command } = join('tenon', [`${t}.end1`, post], {
      length: 30,
      thickness: 6,
      shoulder: 10,
    })
    return { ...command, payload: { joints: [{ ...(payload as { joints: object[] }).joints[0], id }] } }
  }
  const project = make([
    ...block('a', 'up-left', [0, 60], [0, 60], [0, 700]),
    ...block('b', 'up-left', across, [0, 60], up),
    ...block('r', 'right-front', [60, LONG], [0, THICK], [100, WIDE]),
    change.addStep({ on: 'r', step: sawn(60) }),
    change.mirrorPiece({ id: 't', of: 'r', name: 'Twin', direction, about }),
    ends('r', 'a', 'j1'),
    ends('t', direction === 'up' ? 'a' : 'b', 'j2'),
  ])
  const whole = 30 * 6 * (60 - 20)
  expect(beyond(project)).toBeCloseTo(whole, 3)
  expect(beyond(project, 't#1')).toBeCloseTo(whole, 3)
})
