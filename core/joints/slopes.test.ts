import { change, edgeAt, onFace } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, join, make, stops, testKernel, volume } from '../testing/scenario'
import { corners, saw } from '../testing/outlines'
import { proposalsAt } from './index'
import { findContacts } from './contacts'
import { outlinesOf } from './sawn'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A post of 60, 30 at its foot: its left side slopes. */
const POST = [
  ...block('a', 'up-front', [0, 60], [0, 18], [0, 400]),
  saw('a', corners([0, 0], [400, 0], [400, 60], [0, 30])),
]
const leftAt = (up: number) => 30 - (30 * up) / 400
/** A shelf from the left, its end at `to`. */
const shelf = (to: number) => block('s', 'right-up', [to - 300, 300], [0, 18], [200, 18])
const contactsIn = (m: ReturnType<typeof modelOf>) =>
  findContacts(m.resolved.instances, undefined, outlinesOf(m.sawn))

describe('a shelf that runs to a sloping side', () => {
  test('is trimmed to it, first of all that is offered', () => {
    const m = modelOf(make([...POST, ...shelf(30)]))
    const [contact, ...others] = contactsIn(m)
    expect(others).toEqual([])
    const [first] = proposalsAt(contact!, m.resolved)
    expect(first!.proposal).toMatchObject({
      kind: 'trim',
      options: { to: 'slope' },
      between: [{ piece: 's', at: onFace('end2') }, { piece: 'a' }],
    })
    const joined = modelOf(
      make([...POST, ...shelf(30), change.addJoints({ joints: [{ id: 'j', ...first!.proposal }] })]),
    )
    expect(stops(joined)).toEqual([])
    expect(volume(joined, 's#1', kernel)).toBeCloseTo(18 * 18 * (270 + leftAt(209)), 3)
  })
  test.each([0, 2])('has a gap of %i to it, at right angles', (gap) => {
    const m = modelOf(
      make([...POST, ...shelf(30), join('trim', ['s.end2', 'a.edge2'], { gap }, { to: 'slope' })]),
    )
    const level = gap * Math.hypot(1, 30 / 400)
    expect(volume(m, 's#1', kernel)).toBeCloseTo(18 * 18 * (270 + leftAt(209) - level), 3)
  })
  test('is told how much it is too short', () => {
    const m = modelOf(make([...POST, ...shelf(10), join('trim', ['s.end2', 'a.edge2'], {}, { to: 'slope' })]))
    expect(stops(m)).toContainEqual(
      'S is 5 too short at its end 2 to be cut to the slope of A all over; draw it that much longer',
    )
  })
  test('is told where there is no slope', () => {
    const m = modelOf(
      make([
        ...block('a', 'up-front', [0, 60], [0, 18], [0, 400]),
        ...shelf(30),
        join('trim', ['s.end2', 'a.edge2'], {}, { to: 'slope' }),
      ]),
    )
    expect(stops(m)[0]).toMatch(/^No slope is sawn on A where S runs to it/)
  })
  test('does not touch the side that is sawn off', () =>
    expect(contactsIn(modelOf(make([...POST, ...shelf(0)])))).toEqual([]))
})

describe('a lid on the sloping tops of two cheeks', () => {
  const angle = (Math.atan2(100, 400) * 180) / Math.PI
  /** Seen on its face: 400 long, 200 high at one end and 100 at the other. */
  const cheek = (id: string, at: number) => [
    ...block(id, 'back-right', [at, 18], [0, 400], [0, 200]),
    saw(id, corners([0, 0], [400, 0], [400, 200], [0, 100])),
  ]
  const built = (joined: boolean, up = 100) =>
    modelOf(
      make([
        ...cheek('a', 0),
        ...block('l', 'right-up', [0, 300], [0, 380], [up, 18], {
          tilts: [{ at: edgeAt('back', 'edge1'), angle: String(angle) }],
        }),
        ...cheek('b', 282),
        ...(joined ? [join('butt', ['a.edge2', 'l.back'])] : []),
      ]),
    )
  test('lies on both, and no lap is offered', () => {
    const m = built(false)
    const found = contactsIn(m)
    expect(found.map((c) => [c.sort, c.guest.piece, c.host.piece])).toEqual([
      ['slope', 'a', 'l'],
      ['slope', 'b', 'l'],
    ])
    expect(proposalsAt(found[0]!, m.resolved).map((p) => p.proposal.kind)).toEqual(['butt'])
    expect(stops(built(true))).toEqual([])
  })
  test('that stands off them is told', () => {
    expect(contactsIn(built(false, 101))).toEqual([])
    expect(stops(built(true, 101))).not.toEqual([])
  })
})
