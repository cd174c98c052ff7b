import { edgeAt, onFace, change, type Change } from '../document'
import { findAlike } from '../cuts'
import { block, built, join } from '../testing/scenario'
import { classOf, findContacts, groupContacts, proposalsAt } from './index'

const between = (...changes: Change[]) => {
  const m = built(changes)
  return { m, all: findContacts(m.resolved.instances) }
}
const kinds = (...changes: Change[]) => {
  const { m, all } = between(...changes)
  return all.map((c) => [
    classOf(c),
    `${c.guest.name} ${c.guestFace} ${c.host.name} ${c.hostFace}`,
    proposalsAt(c, m.resolved).map((p) => p.kind.kind),
  ])
}

test.each<[string, readonly Change[], string, string, string]>([
  [
    'a shelf against a side',
    [
      ...block('a', 'right-up', [0, 300], [0, 200], [100, 18]),
      ...block('b', 'up-left', [300, 18], [0, 200], [0, 400]),
    ],
    'end to face',
    'A end2 B face',
    'housing',
  ],
  [
    'a top on a side',
    [
      ...block('a', 'up-left', [0, 18], [0, 200], [0, 400]),
      ...block('b', 'right-up', [0, 300], [0, 200], [400, 18]),
    ],
    'end to face at a corner',
    'A end2 B back',
    'housing',
  ],
  [
    'a rail on a stile',
    [
      ...block('a', 'right-front', [0, 300], [0, 20], [100, 60]),
      ...block('b', 'up-front', [300, 50], [0, 20], [0, 400]),
    ],
    'end to edge at a corner',
    'A end2 B edge2',
    'tenon',
  ],
  [
    'boards side by side',
    [
      ...block('a', 'right-up', [0, 300], [0, 90], [0, 18]),
      ...block('b', 'right-up', [0, 300], [90, 90], [0, 18]),
    ],
    'edge to edge at a corner',
    'A edge2 B edge1',
    'glue',
  ],
  [
    'a divider on a bottom',
    [
      ...block('a', 'right-front', [0, 300], [100, 10], [18, 60]),
      ...block('b', 'right-up', [0, 300], [0, 200], [0, 18]),
    ],
    'edge to face',
    'A edge1 B face',
    'housing',
  ],
  [
    'boards on each other',
    [
      ...block('a', 'right-up', [0, 300], [0, 90], [0, 18]),
      ...block('b', 'right-up', [0, 300], [0, 90], [18, 18]),
    ],
    'face to face',
    'A face B back',
    'dowels',
  ],
  [
    'battens that cross',
    [
      ...block('a', 'right-up', [0, 300], [100, 40], [0, 18]),
      ...block('b', 'back-up', [100, 40], [0, 300], [0, 18]),
    ],
    'crossing',
    'A',
    'lap',
  ],
  [
    'a batten that ends in another',
    [
      ...block('a', 'right-up', [0, 140], [100, 40], [0, 18]),
      ...block('b', 'back-up', [100, 40], [0, 300], [0, 18]),
    ],
    'tee',
    'A',
    'lap',
  ],
  [
    'battens at a corner',
    [
      ...block('a', 'right-up', [0, 140], [0, 40], [0, 18]),
      ...block('b', 'back-up', [100, 40], [0, 300], [0, 18]),
    ],
    'corner',
    'A',
    'lap',
  ],
  [
    'planks that lean to a corner',
    [
      ...block('a', 'right-front', [-400, 400], [0, 18], [0, 150], {
        tilts: [{ at: edgeAt('face', 'edge1'), angle: '20deg' }],
      }),
      ...block('b', 'back-right', [-18, 18], [0, 400], [0, 150], {
        tilts: [{ at: edgeAt('face', 'edge1'), angle: '20deg' }],
      }),
    ],
    'at an angle',
    'A end2 B end1',
    'mitre',
  ],
])('%s', (_, changes, wanted, faces, first) => {
  const found = kinds(...changes)
  expect(found).toHaveLength(1)
  expect(found[0]![0]).toBe(wanted)
  expect(found[0]![1]).toContain(faces)
  expect((found[0]![2] as string[])[0]).toBe(first)
})

test('faces a little apart touch within a tolerance, and say how far apart they are', () => {
  const { m } = between(
    ...block('a', 'right-up', [0, 299.5], [0, 200], [100, 18]),
    ...block('b', 'up-left', [300, 18], [0, 200], [0, 400]),
  )
  expect(findContacts(m.resolved.instances)).toHaveLength(0)
  expect(findContacts(m.resolved.instances, 1).map((c) => c.gap)).toEqual([0.5])
})

test('contacts that look alike are told together', () => {
  const { all } = between(
    ...block('a', 'up-left', [0, 18], [0, 200], [0, 400]),
    ...block('b', 'up-left', [318, 18], [0, 200], [0, 400]),
    change.addPiece({
      kind: 'made',
      id: 's',
      name: 'Shelf',
      stock: 'any',
      facing: 'right-up',
      spans: { across: { start: '18', end: '318' }, deep: { start: '0', size: '200' }, up: {} },
      repeat: { kind: 'even', direction: 'up', count: '4', from: '0', to: '400' },
    }),
  )
  expect(groupContacts(all).map((g) => g.says)).toEqual(['8 × Shelf end against A and B'])
})

describe('identical pieces', () => {
  const boring = (id: string, a: string, b: string): Change =>
    change.addJoints({
      joints: [
        {
          id,
          kind: 'dowels',
          between: [{ piece: a, at: onFace('end2') }, { piece: b }],
          fields: { diameter: '8', length: '40', count: '2', spacing: '60', inset: '15', into: '20' },
        },
      ],
    })
  /**
   * A rail in a post, and the same again with the post on its head; the rails lie `deep` in posts from 30 to
   * 90.
   */
  const posts = (deep: number) =>
    findAlike(
      built([
        ...block('a', 'right-front', [0, 300], [deep, 18], [100, 60]),
        ...block('b', 'up-left', [300, 40], [30, 60], [0, 300]),
        ...block('c', 'right-front', [1000, 300], [deep, 18], [140, 60]),
        ...block('d', 'down-left', [1300, 40], [30, 60], [0, 300]),
        boring('j1', 'a', 'b'),
        boring('j2', 'c', 'd'),
      ]),
    ).map((a) => [a.instances.map((i) => i.piece).join(), a.mirrored])

  test('bored alike after turning end for end, they are one; out of the middle, they are two hands', () => {
    expect(posts(51)).toEqual([
      ['a,c', 0],
      ['b,d', 0],
    ])
    expect(posts(55)).toEqual([
      ['a,c', 0],
      ['b,d', 1],
    ])
  })
  test('the two hands of a mitre are told apart, the halves of a square frame are not', () => {
    const sloped = [
      ...block('a', 'right-front', [-400, 400], [0, 18], [0, 150], {
        tilts: [{ at: edgeAt('face', 'edge1'), angle: '-20deg' }],
      }),
      ...block('b', 'back-right', [-18, 18], [0, 400], [0, 150], {
        tilts: [{ at: edgeAt('face', 'edge1'), angle: '-20deg' }],
      }),
      join('mitre', ['a.end2', 'b.end1']),
    ]
    expect(findAlike(built(sloped)).map((x) => [x.instances.length, x.mirrored])).toEqual([[2, 1]])
  })
})
