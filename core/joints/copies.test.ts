import { cutList } from '../cuts'
import { edgeAt, onFace, change, type Change } from '../document'
import { resolveReport } from '../exchange'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, built, instance, join, make, sharedWood, stops, testKernel } from '../testing/scenario'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** Three posts in a row under a rail that rises by 8°, each trimmed to its underside. */
const underRail = (more: readonly Change[] = []) =>
  make([
    ...block('a', 'up-front', [0, 60], [0, 20], [0, 400]),
    change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'across', count: '3', pitch: '240' } }),
    ...block('b', 'right-up', [-50, 700], [-10, 60], [420, 18], {
      tilts: [{ at: edgeAt('back', 'end1'), angle: '-8' }],
    }),
    join('trim', ['a.end2', 'b.back']),
    ...more,
  ])

describe('copies of one piece each grow as far as their own joint takes them', () => {
  const m = modelOf(underRail())
  // The underside rises by tan 8° from 420 at the rail's own start.
  const high = (x: number) => 420 + (x + 50) * Math.tan((8 * Math.PI) / 180)
  const posts = [0, 1, 2].map((n) => instance(m, `a#${n + 1}`))

  test('posts under a rising rail have three lengths, told by three sums', () => {
    expect(stops(m)).toEqual([])
    posts.forEach((p, n) => expect(p.length).toBeCloseTo(high(240 * n + 60), 6))
    const report = resolveReport(m)
    const told = report.pieces
      .filter((p) => p.name.startsWith('A'))
      .map((p) => [p.finished.length!.text, p.because.length])
    for (const [text, because] of told) expect(because).toMatch(new RegExp(`^A · length (≈ )?${text} = `))
    expect(new Set(told.map(([, because]) => because)).size).toBe(3)
  })
  test('they share no wood with the rail, and touch it', () => {
    expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
    const lower = modelOf(
      underRail([
        change.setFact({ id: 'b', direction: 'up', fact: 'start', text: '419' }),
        change.removeJoints({ ids: ['j'] }),
      ]),
    )
    const rail = instance(lower, 'b#1')
    for (const p of posts)
      expect(
        kernel.sharedVolume(
          { recipe: m.recipe(p), frame: p.frame },
          { recipe: lower.recipe(rail), frame: rail.frame },
        ),
      ).toBeGreaterThan(100)
  })
  test('the cut list has each of them once, and a reference means the one it names', () => {
    const rows = cutList(m).rows.filter((r) => r.name === 'A')
    expect(new Set(rows.map((r) => r.length)).size).toBe(3)
    expect(rows.map((r) => [r.quantity, r.length])).toEqual(posts.map((p) => [1, p.length]))
    const named = modelOf(
      underRail([
        ...block('c', 'up-front', [0, 10], [100, 10], [0, 10]).filter((c) => c.command !== 'add-stock'),
        change.setFact({ id: 'c', direction: 'up', fact: 'size', text: '@a#3.length' }),
      ]),
    )
    expect(instance(named, 'c#1').length).toBeCloseTo(posts[2]!.length, 9)
  })
  test('they differ in the same way in every copy of their group', () => {
    const row = make([
      ...block('a', 'up-front', [0, 60], [0, 20], [0, 400]),
      change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'across', count: '3', pitch: '240' } }),
      ...block('b', 'right-up', [-50, 700], [-10, 60], [420, 18], {
        tilts: [{ at: edgeAt('back', 'end1'), angle: '-8' }],
      }),
      join('trim', ['a.end2', 'b.back']),
      change.group({ id: 'g', name: 'Trellis', members: ['a', 'b'] }),
      change.addPlacement({ id: 'g', placement: { kind: 'moved', id: 'c1', turns: ['up'], across: '2000' } }),
      change.addPlacement({
        id: 'g',
        placement: { kind: 'mirrored', id: 'c2', direction: 'deep', about: '900' },
      }),
    ])
    const lengths = modelOf(row)
      .resolved.byId.get('a')!
      .instances.map((i) => i.length)
    expect(lengths).toHaveLength(9)
    lengths.forEach((l, n) => expect(l).toBeCloseTo(posts[n % 3]!.length, 6))
  })
})

test('a tenon goes through as much wood as its own copy meets', () => {
  // Two rails of one make, the one into a thick post and the other into a thin one.
  const m = built([
    ...block('a', 'right-front', [0, 300], [20, 20], [0, 80]),
    change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'up', count: '2', pitch: '300' } }),
    ...block('b', 'up-left', [300, 40], [0, 60], [-20, 200]),
    ...block('c', 'up-left', [300, 25], [0, 60], [280, 200]),
    change.addJoints({
      joints: ['b', 'c'].map((host) => ({
        id: `j${host}`,
        kind: 'tenon',
        between: [{ piece: 'a', at: onFace('end2' as const) }, { piece: host }],
        fields: { length: '1', thickness: '8' },
        options: { manner: 'through' },
      })),
    }),
  ])
  expect(instance(m, 'a#1').length).toBeCloseTo(340, 9)
  expect(instance(m, 'a#2').length).toBeCloseTo(325, 9)
})
