import fc from 'fast-check'
import { change, type Project } from '../document'
import { modelOf } from '../model'
import { lookOver } from '../proof'
import type { Kernel } from '../solid'
import { block, instance, make, testKernel, volume } from '../testing/scenario'
import { runs } from '../testing/runs'
import { workKind } from '../work'
import { findContacts } from './contacts'
import { jointsAt, offersOf, openContacts } from './offers'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A joint at the first contact of a project, as it is offered first. */
function joinedAsOffered(project: Project): {
  readonly kind: string
  readonly title: string
  readonly project: Project
} {
  const { resolved, sawn } = modelOf(project)
  const [group] = openContacts(resolved, new Set(), sawn)
  const [kind] = offersOf([group!], resolved)[0]!.kinds
  const [joint] = jointsAt(group!, kind!.kind, { fields: {}, options: {} }, new Set(), resolved)
  return {
    kind: kind!.kind,
    title: kind!.title,
    project: make([change.addJoints({ joints: [{ id: 'j', ...joint! }] })], 'mm', project),
  }
}

test.each([
  ['a shelf in the face of a side', 'Dado', block('b', 'right-up', [12, 400], [0, 300], [200, 18])],
  ['a bottom at the end of a side', 'Rabbet', block('b', 'right-up', [12, 400], [0, 300], [0, 18])],
  ['a divider along a side', 'Groove', block('b', 'up-front', [12, 400], [100, 18], [0, 700])],
] as const)('%s, drawn 6 into it, is let in as it is drawn', (_, title, guest) => {
  const project = make([...block('a', 'up-left', [0, 18], [0, 300], [0, 700]), ...guest])
  const offered = joinedAsOffered(project)
  expect(offered).toMatchObject({ kind: 'housing', title })
  const [before, after] = [modelOf(project), modelOf(offered.project)]
  expect(lookOver(after).filter((f) => f.level === 'stop')).toEqual([])
  expect(instance(after, 'b#1').size).toEqual(instance(before, 'b#1').size)
  const shared = kernel.solids((s) => {
    const placed = (key: string) => ({
      recipe: after.recipe(instance(after, key)),
      frame: instance(after, key).frame,
    })
    return s.shared(placed('a#1'), placed('b#1'))
  })
  expect(shared).toBeCloseTo(0, 6)
  const [channel] = after.features(instance(after, 'a#1'))
  expect(workKind(channel!).callout(channel!.data)).toEqual(
    expect.arrayContaining([{ mm: expect.closeTo(6, 6) }]),
  )
})

test('how deep it goes follows where the piece is drawn', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 15 }), (deep) => {
      const project = make([
        ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
        ...block('b', 'right-up', [18 - deep, 400], [0, 300], [200, 18]),
      ])
      const { project: joined } = joinedAsOffered(project)
      const lost = 18 * 300 * 700 - volume(modelOf(joined), 'a#1', kernel)
      // With the clearance of the project.
      const { fit } = modelOf(joined).resolved.settings
      expect(lost).toBeCloseTo(deep * 300 * (18 + fit), 3)
    }),
    { numRuns: runs(15) },
  )
})

test('a lap is offered first where sticks run through each other, never at the end of a panel', () => {
  const first = (...changes: Parameters<typeof make>[0][number][]) => {
    const { resolved, sawn } = modelOf(make(changes))
    return offersOf(openContacts(resolved, new Set(), sawn), resolved).map((o) => o.kinds[0]!.kind)
  }
  const stile = block('a', 'up-front', [0, 60], [0, 18], [0, 700])
  // A rail that ends in the middle of a stile, and one that crosses it.
  expect(first(...stile, ...block('b', 'right-front', [20, 400], [0, 18], [200, 60]))).toEqual(['lap'])
  expect(first(...stile, ...block('b', 'right-front', [-100, 400], [0, 18], [200, 60]))).toEqual(['lap'])
  // Two panels at a corner, right through each other, and a shelf right through a side.
  const side = block('a', 'up-left', [0, 18], [0, 300], [0, 700])
  expect(first(...side, ...block('b', 'right-up', [0, 400], [0, 300], [682, 18]))).not.toContain('lap')
  expect(first(...side, ...block('b', 'right-up', [0, 400], [0, 300], [300, 18]))).not.toContain('lap')
  // Dividers halved over each other are lapped.
  expect(
    first(
      ...block('a', 'right-front', [0, 400], [100, 12], [0, 200]),
      ...block('b', 'back-right', [200, 12], [0, 300], [0, 200]),
    ),
  ).toEqual(['lap'])
})

test('contacts of overlapping pieces are told by how they are drawn', () => {
  const { resolved } = modelOf(
    make([
      ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
      ...block('b', 'right-up', [12, 400], [0, 300], [200, 18]),
    ]),
  )
  expect(findContacts(resolved.instances)).toMatchObject([
    { sort: 'let', guestFace: 'end1', hostFace: 'back', gap: expect.closeTo(-6, 9) },
  ])
})
