/** Round and many-sided shelves let into legs that stand about them at any angle. */
import fc from 'fast-check'
import { findAlike } from '../cuts'
import { change, Outline } from '../document'
import { modelOf, type Model } from '../model'
import { lookOver } from '../proof'
import type { Kernel } from '../solid'
import { circle, corners, saw } from '../testing/outlines'
import { runs } from '../testing/runs'
import { block, join, make, placed, testKernel, volume } from '../testing/scenario'
import { jointsAt, offersOf, openContacts } from './offers'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const disc = (radius: number) => circle(100, 100, radius)
/** Legs of 18 × 80 from 60 off the middle on, in a ring; a shelf about it, sawn from a square of 200. */
const stand = (count: number, outline: Outline, face: 'face' | 'back' = 'face', start = '0') =>
  make([
    ...block('a', 'right-up', [0, 200], [0, 200], [150, 12]),
    saw('a', outline, face),
    ...block('b', 'up-front', [160, 80], [91, 18], [0, 400]),
    change.setRepeat({
      id: 'b',
      repeat: { kind: 'ring', direction: 'up', count: String(count), centre1: '100', centre2: '100', start },
    }),
  ])
const into = join('housing', ['a.end1', 'b'], { depth: 6, fit: 0 }, { drawn: 'into' })
const shared = (m: Model) =>
  kernel.solids((s) => {
    const [shelf, ...legs] = ['a', 'b'].flatMap((id) => m.resolved.byId.get(id)!.instances)
    return legs.map((leg) => s.shared(placed(m, shelf!), placed(m, leg)))
  })

test.each([
  [3, 'face', '0'],
  [4, 'back', '0'],
  [5, 'face', '17'],
] as const)('a round shelf is offered a dado in each of %i legs, all alike', (count, face, start) => {
  const project = stand(count, disc(75), face, start)
  const { resolved, sawn: outlines } = modelOf(project)
  const groups = openContacts(resolved, new Set(), outlines)
  expect(groups.map((g) => [g.says, g.contacts.length])).toEqual([[`${count} × A let into B`, count]])
  const [group] = groups
  expect(group!.contacts).toHaveLength(count)
  const [kind] = offersOf([group!], resolved)[0]!.kinds
  expect(kind).toMatchObject({ kind: 'housing' })
  const made = jointsAt(group!, 'housing', { fields: { fit: '0' }, options: {} }, new Set(), resolved)
  expect(made).toHaveLength(1)
  const joined = modelOf(make([change.addJoints({ joints: [{ id: 'j', ...made[0]! }] })], 'mm', project))
  expect(lookOver(joined).filter((f) => f.level === 'stop')).toEqual([])
  // 15 deep, as far as the rim reaches in.
  for (const i of joined.resolved.byId.get('b')!.instances)
    expect(volume(joined, i.key, kernel)).toBeCloseTo(400 * 80 * 18 - 15 * 12 * 18, 1)
  // Round solids are many-sided.
  for (const both of shared(joined)) expect(both).toBeLessThan(1)
  // One drawing of them, exactly as deep as the rim reaches.
  const legs = findAlike(joined).filter((x) => x.name.startsWith('B'))
  expect(legs.map((x) => x.instances.length)).toEqual([count])
  const [dado] = joined.features(joined.resolved.byId.get('b')!.instances[1]!)
  expect(dado!.data).toMatchObject({ name: 'dado', face: 'edge2' })
  // The shelf stays as it is.
  expect(volume(joined, 'a#1', kernel)).toBeCloseTo(volume(modelOf(project), 'a#1', kernel), 6)
})

test('a many-sided shelf takes the box round what of it is in a leg, however that is turned', () => {
  const polygon = (n: number, r: number) =>
    corners(
      ...Array.from({ length: n }, (_, k): [number, number] => {
        const a = (2 * Math.PI * k) / n
        return [100 + r * Math.cos(a), 100 + r * Math.sin(a)]
      }),
    )
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 12 }),
      fc.integer({ min: 70, max: 95 }),
      fc.integer({ min: 0, max: 359 }),
      (sides, r, start) => {
        const outline = polygon(sides, r)
        const m = modelOf(make([into], 'mm', stand(1, outline, 'face', String(start))))
        const lost = 400 * 80 * 18 - volume(m, 'b#1', kernel)
        const way = (start * Math.PI) / 180
        const reach = (w: number): number => {
          // From the middle out to the first side of the polygon, so far beside the middle of the leg.
          const sidesAt = Array.from({ length: sides }, (_, k) => ((2 * k + 1) * Math.PI) / sides)
          const inner = r * Math.cos(Math.PI / sides)
          return Math.min(
            ...sidesAt.flatMap((a) => {
              const c = Math.cos(a - way)
              return c > 1e-9 ? [(inner - w * Math.sin(a - way)) / c] : []
            }),
          )
        }
        // The box round what of it is in the leg, looked at closely.
        const within = Array.from({ length: 1801 }, (_, k) => k / 100 - 9).filter((w) => reach(w) > 60)
        const deep = Math.max(0, ...within.map((w) => reach(w) - 60))
        const wide = within.length > 1 ? within.at(-1)! - within[0]! : 0
        expect(Math.abs(lost - deep * wide * 12)).toBeLessThan(10)
        for (const both of shared(m)) expect(both).toBeLessThan(0.01)
      },
    ),
    { numRuns: runs(60), endOnFailure: true },
  )
})

const FIELDS = {
  tabs: { count: 1 },
  tenon: { length: 10, thickness: 6, shoulder: 3 },
  dowels: { diameter: 6, length: 24, spacing: 60, inset: 9 },
} as const satisfies Readonly<Record<string, Readonly<Record<string, number>>>>

test('whatever is in a ring about what is round comes out alike, joined and worked', () => {
  fc.assert(
    fc.property(
      fc.record({
        count: fc.integer({ min: 2, max: 9 }),
        start: fc.integer({ min: 0, max: 359 }),
        radius: fc.integer({ min: 65, max: 99 }),
        face: fc.constantFrom('face' as const, 'back' as const),
        kind: fc.constantFrom('tabs' as const, 'tenon' as const, 'dowels' as const),
        up: fc.integer({ min: 0, max: 1 }),
      }),
      ({ count, start, radius, face, kind, up }) => {
        const top = [
          // Over the legs, or under them.
          ...block('t', 'right-up', [0, 200], [0, 200], up ? [400, 18] : [-18, 18]),
          saw('t', disc(100), face),
        ]
        const fields = FIELDS[kind]
        const onTop = join(kind, [up ? 'b.end2' : 'b.end1', 't'], fields)
        const { joints } = onTop.payload as { joints: object[] }
        const both = change.addJoints({ joints: [{ ...joints[0], id: 'j2' }] as never })
        const project = make([...top, into, both], 'mm', stand(count, disc(radius), face, String(start)))
        const m = modelOf(project)
        expect(lookOver(m).flatMap((f) => (f.level === 'stop' ? [f.says] : []))).toEqual([])
        const legs = findAlike(m).filter((x) => x.name.startsWith('B'))
        expect(legs.map((x) => x.instances.length)).toEqual([count])
        const [first, ...more] = m.resolved.byId.get('b')!.instances.map((i) => volume(m, i.key, kernel))
        for (const v of more) expect(v).toBeCloseTo(first!, 0)
      },
    ),
    { numRuns: runs(60), endOnFailure: true },
  )
})

test('a shelf that stops short of the legs does not come together with them', () => {
  const { resolved, sawn: outlines } = modelOf(stand(3, disc(55)))
  expect(openContacts(resolved, new Set(), outlines).map((g) => g.says)).toEqual([])
})
