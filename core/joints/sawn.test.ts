import { findAlike } from '../cuts'
import { change, onFace, type Step } from '../document'
import { modelOf, type Model } from '../model'
import { lookOver } from '../proof'
import type { Kernel } from '../solid'
import { block, instance, join, make, testKernel, volume } from '../testing/scenario'
import { circle, corners, sawnTo } from '../testing/outlines'
import { workKind, type Feature, type Mortise } from '../work'
import { findContacts } from './contacts'
import { offersOf, openContacts } from './offers'
import { outlinesOf } from './sawn'
import type { Tenon } from '../work/tenon'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A disc about the middle of a square of 300. */
const DISC = circle(150, 150, 150)
/** A top, and legs under it in a ring, each from 40 off the middle to beyond the rim. */
const table = (count: number, face: 'face' | 'back') =>
  make([
    ...block('a', 'right-up', [0, 300], [0, 300], [400, 18]),
    change.addStep({ on: 'a', step: sawnTo(DISC, face) }),
    ...block('b', 'up-front', [190, 130], [141, 18], [0, 400]),
    change.setRepeat({
      id: 'b',
      repeat: {
        kind: 'ring',
        direction: 'up',
        count: String(count),
        centre1: '150',
        centre2: '150',
        start: '0',
      },
    }),
    join('tabs', ['b.end2', 'a'], { count: 1 }),
  ])
const tenons = (m: Model, piece: string) =>
  m.resolved.byId
    .get(piece)!
    .instances.flatMap((i) => m.features(i).filter((f) => f.kind === 'tenon'))
    .map((f) => f.data as Tenon)

test.each([
  [3, 'face'],
  [4, 'back'],
  [5, 'face'],
] as const)('%i legs round the middle of a round top meet it alike', (count, face) => {
  const m = modelOf(table(count, face))
  expect(lookOver(m).filter((f) => f.level === 'stop')).toEqual([])
  const tabs = tenons(m, 'b')
  expect(tabs).toHaveLength(count)
  // From where a leg begins to the rim.
  const shared = 150 - 40
  for (const t of tabs) {
    const [{ min, max }] = t.standing as [Tenon['standing'][0]]
    expect(max[t.run] - min[t.run]).toBeCloseTo(shared / 3, 6)
  }
  // One drawing, so many to make.
  const legs = findAlike(m).filter((a) => a.name.startsWith('B'))
  expect(legs.map((a) => a.instances.length)).toEqual([count])
})

test.each(['face', 'back'] as const)(
  'slots in a ring are told by their middles and turns, on the %s',
  (face) => {
    const m = modelOf(table(5, face))
    const slots = m.features(instance(m, 'a#1')).filter((f) => f.kind === 'mortise')
    expect(slots).toHaveLength(5)
    const turned = slots.flatMap((f) => (f.data as Mortise).turned ?? [])
    // The first lies along the wood.
    expect(turned).toHaveLength(4)
    for (const t of turned) {
      const [x, y] = [t.middle[0] - 150, t.middle[1] - 150]
      expect(t.radius).toBeCloseTo(95, 6)
      expect(Math.hypot(x, y)).toBeCloseTo(95, 6)
      const angle = (Math.atan2(y, x) * 180) / Math.PI
      expect(((((angle - t.degrees) % 180) + 180) % 180).toFixed(6)).toMatch(/^(0|180)\.0*$/)
      expect([t.long, t.wide]).toEqual([expect.closeTo(110 / 3, 6), expect.closeTo(18, 6)])
    }
    expect(said(slots[1]!)).toMatch(
      /^Slot 36\.67 × 18, through, its middle .* 95 from the middle of the face, turned (72|108)° from/,
    )
  },
)
const said = (f: Feature) =>
  workKind(f)
    .describe(f.data, null)
    .map((p) => (typeof p === 'string' ? p : Number(p.mm.toFixed(2))))
    .join('')

test('a tenon on an end that is sawn narrower stays within what is left of it', () => {
  const rail = sawnTo(corners([0, 0], [400, 0], [400, 60], [200, 90], [0, 60]))
  const project = make([
    ...block('a', 'up-left', [0, 60], [0, 60], [0, 700]),
    ...block('b', 'right-front', [60, 400], [20, 18], [100, 90]),
    change.addStep({ on: 'b', step: rail }),
    join('tenon', ['b.end1', 'a'], { length: 30, thickness: 6, shoulder: 5 }),
  ])
  const m = modelOf(project)
  const [t] = tenons(m, 'b')
  expect(t!.standing[0]!.max[1] - t!.standing[0]!.min[1]).toBeCloseTo(50, 4)
  const mortise = m.features(instance(m, 'a#1')).find((f) => f.kind === 'mortise')!
  expect(workKind(mortise).callout(mortise.data)).toEqual(
    expect.arrayContaining([{ mm: expect.closeTo(50, 4) }]),
  )
  const whole = 30 * 6 * 50 + (400 * 90 - 2 * ((200 * 30) / 2)) * 18
  expect(volume(m, 'b#1', kernel)).toBeCloseTo(whole, 1)
})

describe('a leg that is cut back', () => {
  const BACK = 25
  /** As it is seen on its face: whole below and above, further in between 150 and 350. */
  const outline = corners([0, 0], [500, 0], [500, 60], [350, 60], [350, 35], [150, 35], [150, 60], [0, 60])
  const notched: Step = {
    ...sawnTo(outline),
    id: 'w2',
    kind: 'saw',
    outline: undefined,
    fields: { place: '250', length: '200', rise: String(BACK) },
    options: { shape: 'notch', side: 'high' },
  }
  /** A leg, its edge 2 to the left, and a shelf whose end stands where it was cut back. */
  const built = (step: Step, ...more: Array<ReturnType<typeof join>>) =>
    make([
      ...block('a', 'up-front', [0, 60], [0, 18], [0, 500]),
      change.addStep({ on: 'a', step }),
      ...block('s', 'right-up', [BACK - 300, 300], [0, 18], [200, 18]),
      ...more,
    ])
  test.each([
    ['an outline', sawnTo(outline)],
    ['a notch', notched],
  ])('by %s meets the end of a shelf there', (_, step) => {
    const m = modelOf(built(step))
    const [contact, ...others] = findContacts(m.resolved.instances, undefined, outlinesOf(m.sawn))
    expect(others).toEqual([])
    expect(contact).toMatchObject({
      sort: 'flat',
      guestFace: 'end2',
      hostFace: 'edge2',
      gap: expect.closeTo(0, 9),
    })
    const offers = offersOf(openContacts(m.resolved, new Set(), m.sawn), m.resolved)
    expect(offers[0]!.kinds.map((k) => k.kind)).toContain('housing')
    expect(offers[0]!.kinds.map((k) => k.kind)).not.toContain('lap')
  })
  test('by a channel takes what is offered there, too', () => {
    const wide: Step = {
      id: 'w9',
      kind: 'channel',
      off: false,
      at: onFace('edge2'),
      fields: { width: '200', depth: String(BACK), place: '150' },
      options: { run: 'across' },
    }
    const m = modelOf(built(wide))
    const offers = offersOf(openContacts(m.resolved, new Set(), m.sawn), m.resolved)
    expect(offers[0]?.kinds.map((k) => k.kind)).toContain('housing')
  })
  test('takes a dado, a tenon and dowels, counted from there', () => {
    const left = (...j: Array<ReturnType<typeof join>>) =>
      volume(modelOf(built(sawnTo(outline), ...j)), 'a#1', kernel)
    const plain = left()
    expect(plain).toBeCloseTo((500 * 60 - 200 * BACK) * 18, 3)
    expect(plain - left(join('housing', ['s.end2', 'a'], { depth: 6, fit: 0 }))).toBeCloseTo(6 * 18 * 18, 3)
    const tenon = join(
      'tenon',
      ['s.end2', 'a'],
      { length: 20, thickness: 6, shoulder: 3, fit: 0 },
      { ends: 'square' },
    )
    expect(plain - left(tenon)).toBeCloseTo(20 * 6 * 12, 3)
    const model = modelOf(built(sawnTo(outline), join('housing', ['s.end2', 'a'], { depth: 6, fit: 0 })))
    expect(lookOver(model).filter((f) => f.level === 'stop')).toEqual([])
    const [dado] = model.features(instance(model, 'a#1'))
    expect(
      workKind(dado!)
        .describe(dado!.data, null)
        .filter((x) => typeof x === 'string')
        .join(''),
    ).toContain('from a surface')
  })
})
