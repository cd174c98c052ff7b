import { readFileSync } from 'node:fs'
import { edgeAt, readProject } from '../document'
import { modelOf } from '../model'
import { findBy, lookOver, proofOf } from '../proof'
import type { Kernel } from '../solid'
import { block, built, instance, join, stops, testKernel } from '../testing/scenario'
import { rail } from '../testing/joinery'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

describe('what cannot be is refused in a sentence', () => {
  const box = (...joint: Parameters<typeof join>) =>
    stops(
      built([
        ...block('a', 'right-front', [0, 300], [0, 12], [0, 90]),
        ...block('b', 'back-right', [300, 12], [0, 200], [0, 90]),
        join(...joint),
      ]),
    ).join()
  const post = (...joint: Parameters<typeof join>) =>
    stops(built([...rail(90, 18, { w: 60, t: 20 }, false), join(...joint)])).join()
  const into: Parameters<typeof join>[1] = ['a.end2', 'b']
  const ends: Parameters<typeof join>[1] = ['a.end2', 'b.end1']
  test.each<[string, () => string, RegExp]>([
    [
      'a depth deeper than the board',
      () => post('housing', into, { depth: 20 }),
      /A channel 20 deep for A would go through B, which is 20 there/,
    ],
    [
      'stops as long as the board',
      () => post('housing', into, { depth: 6, stop1: 190 }),
      /The stops in B leave nothing of the channel for A/,
    ],
    [
      'a dowel that breaks out',
      () => post('dowels', into, { diameter: 8, length: 40, spacing: 50, inset: 20 }),
      /A dowel hole 21 deep would come out of B, which is 20 there/,
    ],
    [
      'a dowel wider than its board',
      () => post('dowels', into, { diameter: 20, length: 20, spacing: 50, inset: 20 }),
      /Holes of 20 break out of A, which is 18 there/,
    ],
    [
      'dowels too near the end',
      () => post('dowels', into, { diameter: 8, length: 20, spacing: 50, inset: 2 }),
      /Holes 2 from the end of A break out of it/,
    ],
    [
      'a tenon wider than its mortise piece',
      () =>
        stops(
          built([
            ...block('a', 'right-front', [0, 300], [0, 20], [0, 90]),
            ...block('b', 'up-left', [300, 40], [6, 8], [0, 300]),
            join('tenon', into, { length: 20, thickness: 10 }),
          ]),
        ).join(),
      /B is too narrow for its mortise/,
    ],
    [
      'a mortise that comes out',
      () => post('tenon', into, { length: 25 }),
      /A mortise 25 deep would come out of B, which is 20 there/,
    ],
    [
      'a tenon thicker than its rail',
      () => post('tenon', into, { length: 10, thickness: 19 }),
      /A tenon 19 thick does not fit on A, which is 18 there/,
    ],
    [
      'fingers that cannot fit',
      () => box('fingers', ends, { count: 40, tool: 3 }),
      /40 fingers in 90 of A are ≈ 2.3 wide, narrower than the tool/,
    ],
    [
      'tails that cannot fit',
      () => box('dovetail', ends, { count: 9, pin: 10 }),
      /9 tails do not fit into 90 of A with pins of 10/,
    ],
    [
      'a corner that is none',
      () => post('fingers', ['a.end2', 'b.end1']),
      /A is not flush with an end of B; the two make no corner there/,
    ],
    [
      'pieces that do not cross',
      () => post('lap', ['a', 'b']),
      /A does not run through B, so nothing is lapped/,
    ],
    [
      'a screw that does not reach',
      () => post('screws', into, { diameter: 4, length: 20, spacing: 50, inset: 20 }),
      /A screw 20 long does not reach through B into A/,
    ],
    [
      'a bit too wide for its slot',
      () => post('tabs', into, { bit: 20 }, { relief: 'round' }),
      /A bit of 20 does not go into a slot 18 wide for A/,
    ],
    [
      'ends that do not meet',
      () =>
        stops(
          built([
            ...block('a', 'right-front', [0, 300], [0, 12], [0, 90]),
            ...block('b', 'back-right', [900, 12], [0, 200], [0, 90]),
            join('mitre', ends),
          ]),
        ).join(),
      /A and B do not meet in a corner there, so nothing is mitred/,
    ],
    [
      'a tongue through its board',
      () =>
        stops(
          built([
            ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
            ...block('b', 'right-up', [0, 400], [90, 30], [0, 18]),
            join('tongue', ['a.edge2', 'b'], { depth: 30 }),
          ]),
        ).join(),
      /A groove 30 deep would go through B, which is 30 there/,
    ],
    [
      'an unknown choice',
      () => post('tenon', into, { length: 10 }, { manner: 'glued' }),
      /A joint cannot be read/,
    ],
  ])('%s', (_, says, wanted) => expect(says()).toMatch(wanted))

  test('a tilt that turns a piece through another is a clash', () => {
    const m = built([
      ...block('a', 'right-up', [0, 400], [0, 300], [100, 18], {
        tilts: [{ at: edgeAt('back', 'edge1'), angle: '-30deg' }],
      }),
      ...block('b', 'up-left', [100, 18], [50, 200], [0, 100]),
    ])
    expect(
      findBy('clash', m, kernel)
        .map((p) => p.says)
        .join(),
    ).toMatch(/^A and B share wood, within/)
  })
})

test('what is wrong with a joint is told by what it says, not by how many come before', () => {
  const both = (first: number) =>
    lookOver(
      built([
        ...block('a', 'right-front', [0, 300], [0, 20], [0, 90]),
        ...block('c', 'right-front', [0, 300], [100, first], [0, 90]),
        ...block('b', 'up-left', [300, 20], [-20, 200], [0, 300]),
        join('tenon', ['a.end2', 'b'], { length: 25, thickness: 6 }),
      ]),
    ).map((p) => p.id)
  expect(new Set(both(20)).size).toBe(both(20).length)
  expect(both(20).join()).not.toMatch(/:\d+$/)
})

test('what is made in spite of what is wrong with it is not said to be left out', () => {
  const uneven = built([
    ...block('a', 'right-front', [0, 300], [0, 20], [0, 90]),
    ...block('b', 'up-left', [280, 20], [-40, 100], [0, 300]),
    join('mitre', ['a.end2', 'b.end1'], {}),
  ])
  const [look] = lookOver(uneven).filter((p) => p.level === 'look' && p.joint === 'j')
  expect(look!.says).toMatch(/leaves a (gap|step)/)
  expect(look!.why).toMatch(/drawn so/)
  const refused = lookOver(
    built([...rail(90, 18, { w: 60, t: 20 }, false), join('housing', ['a.end2', 'b'], { depth: 20 })]),
  )
  expect(refused[0]!.why).toBeUndefined()
})

test('a side that lies in the plane it is trimmed to gets no cut, no step and no note', () => {
  const flush = (gap: number) =>
    built([
      ...block('a', 'up-left', [0, 18], [0, 200], [0, 300]),
      ...block('b', 'right-up', [0, 400], [0, 200], [300, 18]),
      join('trim', ['a.end2', 'b.back'], { gap }),
    ])
  expect(flush(0).features(instance(flush(0), 'a#1'))).toEqual([])
  expect(instance(flush(2), 'a#1').length).toBeCloseTo(298, 9)
  expect(proofOf(flush(0), kernel).filter((f) => f.check === 'drawing')).toEqual([])
})

test.each(['seed-cabinet', 'tool-box', 'glazed-lid', 'dibber-rest'])(
  '%s: a measure that a file has left empty is told to be missing, or stands for what it says',
  (demo) => {
    const text = readFileSync(`demo/${demo}.json`, 'utf8')
    type Fielded = { fields: Record<string, string> }
    type File = { joints: Fielded[]; pieces: Array<{ work?: Fielded[] }> }
    const fielded = (file: File) => [...file.joints, ...file.pieces.flatMap((p) => p.work ?? [])]
    fielded(JSON.parse(text) as File).forEach(({ fields }, n) => {
      for (const name of Object.keys(fields)) {
        const file = JSON.parse(text) as File
        fielded(file)[n]!.fields[name] = ''
        const read = readProject(JSON.stringify(file))
        if (!read.ok) throw new Error(read.why)
        const model = modelOf(read.project)
        let odd = ''
        const look = (key: string, value: unknown) => {
          if (typeof value === 'number' && !Number.isFinite(value)) odd = key
          return value
        }
        for (const i of model.resolved.instances) JSON.stringify([i.size, model.features(i)], look)
        for (const j of model.resolved.joints) JSON.stringify(j.values ?? {}, look)
        expect([n, name, odd]).toEqual([n, name, ''])
      }
    })
  },
)
