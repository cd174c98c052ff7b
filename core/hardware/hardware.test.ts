import { findBy, Proof } from '../proof'
import type { Problem } from '../resolve'
import { edgeAt, change, execute, type Change, type Hardware } from '../document'
import { modelOf, type Model } from '../model'
import { drain, type Kernel } from '../solid'
import { block, built, grouped, join, make, stops, testKernel } from '../testing/scenario'
import { hardwareCsv } from './csv'
import { hardwareList, swingSteps } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const hinged = (limit: string, ...more: Change[]): Model =>
  built([
    ...block('a', 'right-up', [0, 400], [0, 300], [100, 20]), // the lid, hinged along its upper back edge
    change.addHardware({
      id: 'h1',
      kind: 'hinge',
      name: 'Lid hinge',
      count: '2',
      on: 'a',
      at: edgeAt('face', 'edge2'),
      moves: ['a'],
      limit,
    }),
    ...more,
  ])
const hinge = (m: Model) => m.project.hardware[0] as Extract<Hardware, { kind: 'hinge' }>
const angle = (m: Model) => drain(swingSteps(m, hinge(m), kernel))!.angle

describe('a hinge', () => {
  // The front of the lid rises as it turns against the sense of its length.
  const wall = (gap: number) => block('b', 'up-front', [0, 400], [300 + gap, 20], [0, 1000])

  test('opens all the way where nothing stands', () => expect(angle(hinged('-110deg'))).toBeNull())

  test('meets a wall behind it at the angle geometry tells', () => {
    // The hinge is at y = 300, z = 120. Upright past 90° the lid's face leans back: its front corner, 300
    // from the hinge, is 300 · sin(t − 90°) behind it.
    for (const gap of [20, 50, 110]) {
      const wanted = 90 + (Math.asin(gap / 300) * 180) / Math.PI
      expect(Math.abs(angle(hinged('-170deg', ...wall(gap)))!)).toBeCloseTo(wanted, 1)
    }
  })
  test('a wall out of reach, or a limit before it, is no contact', () => {
    expect(angle(hinged('-170deg', ...wall(301)))).toBeNull()
    expect(angle(hinged('-95deg', ...wall(110)))).toBeNull()
  })
  test('says what meets what, and where', () => {
    expect(findBy('swing', hinged('-110deg', ...wall(20)), kernel).map((p) => p.says)).toEqual([
      'A meets B at 93.8°, before the 110° of Lid hinge',
    ])
  })
  test('that turns both ways meets what stands in either', () => {
    const floor = block('b', 'right-up', [0, 400], [0, 300], [0, 20])
    const both = (back: string) => {
      const m = hinged('-80deg', ...floor, change.setHardware({ id: 'h1', back }))
      return { m, angle: angle(m) }
    }
    // Before it is there, it is not set; then it comes down by so much.
    const down = (Math.asin(80 / 300) * 180) / Math.PI
    expect(both('10').angle).toBeNull()
    expect(Math.abs(both('60').angle!) / down).toBeCloseTo(1, 1)
    expect(both('60').angle!).toBeGreaterThan(0)
    expect(findBy('swing', both('60').m, kernel)[0]!.says).toMatch(/before the 60° of Lid hinge/)
  })
  test('turned ten million degrees it is looked at once round, and that is said', () => {
    const m = hinged('10000000deg')
    let looks = 0
    const search = new Proof().find(m, kernel)
    let step = search.next()
    while (!step.done && looks < 5000) {
      looks++
      step = search.next()
    }
    expect(looks).toBeLessThan(1000)
    expect(
      ((step.value ?? []) as Problem[]).filter((p) => p.id.startsWith('turn')).map((p) => p.says),
    ).toEqual(['Lid hinge is to open 10000000°; it is looked at once round'])
  })
  test('of a mirror image opens the mirrored way', () => {
    const m = hinged('-170deg', ...wall(50))
    const mirrored = modelOf({
      ...grouped(m.project, { kind: 'mirrored', direction: 'across', about: '1000' }),
    })
    // Only the mirror image moves, and meets the mirror image of the wall where the original does.
    const own = mirrored.resolved.instances.find((i) => i.key === 'a#g:c1')!
    expect(own.flipped).toBe(true)
    expect(Math.abs(angle(mirrored)!)).toBeCloseTo(Math.abs(angle(m)!), 3)
  })
  test('moves whole groups', () => {
    const m = hinged('-170deg', ...block('c', 'right-front', [0, 400], [0, 20], [120, 40]), ...wall(20))
    const grouped = execute(m.project, [
      change.group({ id: 'g', name: 'Lid', members: ['a', 'c'] }),
      change.removeHardware({ id: 'h1' }),
      change.addHardware({ ...hinge(m), moves: ['g'] }),
    ])
    if (!grouped.ok) throw new Error(grouped.why)
    const both = modelOf(grouped.project)
    // The batten at the front stands 40 above the lid's face, and meets the wall sooner, with its corner
    // nearer the hinge.
    const r = Math.hypot(280, 40)
    const wanted = 90 + ((Math.asin(20 / r) - Math.atan2(40, 280)) * 180) / Math.PI
    expect(Math.abs(angle(both)!)).toBeCloseTo(wanted, 1)
    expect(angle(m)).not.toBeNull()
  })
})

test('everything to have at hand is counted, as many as there are pieces', () => {
  const p = make([
    ...block('a', 'right-front', [0, 300], [50, 18], [100, 90]),
    ...block('b', 'up-left', [300, 40], [30, 60], [0, 300]),
    join('dowels', ['a.end2', 'b'], { diameter: 8, length: 40, count: 3, spacing: 60, inset: 15, into: 20 }),
    change.group({ id: 'g', name: 'Frame', members: ['a', 'b'] }),
    change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c1', turns: [], up: '500' } }),
    change.addHardware({ id: 'h1', kind: 'item', name: 'Knob', count: '2', on: 'a', note: 'beech' }),
    change.addHardware({ id: 'h2', kind: 'item', name: 'Wax', count: '1' }),
  ])
  const m = modelOf(p)
  expect(stops(m)).toEqual([])
  expect(hardwareList(m)).toEqual([
    { name: 'Dowel ⌀ 8 × 40', quantity: 6, where: 'in joints', note: '' },
    { name: 'Knob', quantity: 4, where: 'on A', note: 'beech' },
    { name: 'Wax', quantity: 1, where: '', note: '' },
  ])
  expect(hardwareCsv(hardwareList(m))).toContain('Knob,4,on A,beech')
})

test('hardware goes with the piece it is on, and a limit that does not read is said', () => {
  const m = hinged('steep')
  expect(stops(m)).toContain('Lid hinge · limit: Nothing is called “steep” here')
  const gone = execute(m.project, change.removePiece({ id: 'a' }))
  expect(gone.ok && gone.project.hardware).toEqual([])
})
