import { edgeAt, type Change } from '../document'
import { formatLength } from '../measure'
import { block, built, instance, join, stops } from '../testing/scenario'
import { countOf, workKind, type Sentence } from './index'

const say = (s: Sentence) =>
  s
    .map((p) =>
      typeof p === 'string' ? p : formatLength(p.mm, { unit: 'mm', form: 'decimal', places: 1 }).text,
    )
    .join('')

/**
 * What the ticket and the drawing say of the work on a piece, and the places a drawing gives along its
 * length.
 */
const told = (key: string, ...changes: Change[]) => {
  const m = built(changes)
  expect(stops(m)).toEqual([])
  return m.features(instance(m, key)).map((f) => ({
    ticket: say(workKind(f).describe(f.data, f.partner?.name ?? null)),
    drawing: say(workKind(f).callout(f.data)),
    places: workKind(f)
      .dimensions(f.data)
      .filter((d) => d.axis === 0 && d.what === 'place')
      .map((d) => Math.round(d.to * 10) / 10),
    count: countOf(f),
  }))
}
const rail = [
  ...block('a', 'right-front', [0, 300], [50, 18], [100, 90]),
  ...block('b', 'up-left', [300, 24], [30, 60], [0, 400]),
]
const corner = [
  ...block('a', 'right-front', [0, 300], [0, 12], [0, 90]),
  ...block('b', 'back-right', [300, 12], [0, 200], [0, 90]),
]
const into: Parameters<typeof join>[1] = ['a.end2', 'b']
const ends: Parameters<typeof join>[1] = ['a.end2', 'b.end1']

test.each<[string, string, Change[], object]>([
  [
    'a groove',
    'b#1',
    [...rail, join('housing', into, { depth: 6 })],
    {
      ticket:
        'Groove 18 wide, 6 deep, 20 from edge 1, on the face, stopped 100 from end 1, stopped 210 ' +
        'from end 2 — for A',
      places: [100, 190],
    },
  ],
  [
    'a tenon',
    'a#1',
    [...rail, join('tenon', into, { length: 15, thickness: 6, shoulder: 5 })],
    {
      ticket: 'Tenon 80 × 6, 15 long, 5 from edge 1, 6 from the back, on end 2 — for B',
      drawing: 'tenon 80 × 6 × 15 long, on end 2',
      places: [300],
    },
  ],
  [
    'its mortise',
    'b#1',
    [...rail, join('tenon', into, { length: 15, thickness: 6, shoulder: 5 })],
    {
      ticket: 'Mortise 80 × 6, 15 deep, 105 and 26 from end 1 and edge 1, on the face — for A',
      drawing: 'mortise 80 × 6 × 15 deep, on the face',
      places: [105],
    },
  ],
  [
    'a relieved slot',
    'b#1',
    [...rail, join('tabs', into, { count: 1, length: 40, bit: 6 }, { relief: 'T' })],
    { drawing: 'slot 40 × 18, through, on the face, T relief for bit 6', places: [125] },
  ],
  [
    'dowel holes',
    'b#1',
    [...rail, join('dowels', into, { diameter: 8, length: 30, spacing: 60, inset: 15, into: 12 })],
    {
      ticket: '2 dowel holes ⌀ 8, 12 deep, on the face, at 115 · 29; 175 · 29 from end 1 · edge 1 — for A',
      drawing: 'dowel hole ⌀ 8 × 12 deep, on the face',
      places: [115, 175],
      count: 2,
    },
  ],
  [
    'countersunk screws',
    'b#1',
    [...rail, join('screws', into, { diameter: 4, length: 50, count: 1, spacing: 60, inset: 15 })],
    {
      ticket:
        'Clearance hole ⌀ 4, through, on the back, at 145 · 29 from end 1 · edge 1, countersunk ⌀ 8 — for A',
      count: 1,
    },
  ],
  [
    'a pocket',
    'a#1',
    [
      ...rail,
      join('pockets', into, { diameter: 4, length: 32, pocket: 9.5, count: 1, spacing: 60, inset: 15 }),
    ],
    { drawing: 'pocket ⌀ 9.5 × 25.5 deep at 75°, on the back' },
  ],
  [
    'fingers',
    'a#1',
    [...corner, join('fingers', ends, { count: 5 })],
    {
      ticket:
        '2 fingers 18 wide, 12 long, on end 2, cut away 0 to 18, 36 to 54, 72 to 90 from edge 1 — for B',
      drawing: '2 fingers 18 × 12, on end 2',
    },
  ],
  [
    'tails',
    'a#1',
    [...corner, join('dovetail', ends, { count: 2, pin: 6, slope: 6 })],
    {
      ticket:
        '2 tails 36 wide, 12 long, sloping 1:6, on end 2, cut away 0 to 6, 42 to 48, 84 to 90 from ' +
        'edge 1 — for B',
    },
  ],
  [
    'pins by an angle',
    'b#1',
    [...corner, join('dovetail', ends, { count: 1, pin: 6, angle: '10deg' })],
    { ticket: '2 pins 6 wide, 12 long, sloping 10°, on end 1, cut away 6 to 84 from edge 1 — for A' },
  ],
  [
    'a lap between',
    'a#1',
    [
      ...block('a', 'right-up', [0, 400], [150, 50], [0, 20]),
      ...block('b', 'back-up', [150, 60], [0, 400], [0, 20]),
      join('lap', ['a', 'b']),
    ],
    { ticket: 'Lap 60 wide, 10 deep, 150 from end 1, from the face — for B', places: [150] },
  ],
  [
    'a tongue',
    'a#1',
    [
      ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
      ...block('b', 'right-up', [0, 400], [90, 90], [0, 18]),
      join('tongue', ['a.edge2', 'b'], { depth: 6 }),
    ],
    { ticket: 'Tongue 400 × 6, 6 long, 6 from the back, on edge 2 — for B' },
  ],
  [
    'its groove',
    'b#1',
    [
      ...block('a', 'right-up', [0, 400], [0, 90], [0, 18]),
      ...block('b', 'right-up', [0, 400], [90, 90], [0, 18]),
      join('tongue', ['a.edge2', 'b'], { depth: 6 }),
    ],
    { ticket: 'Groove 6 wide, 6 deep, 6 from the back, on edge 1 — for A' },
  ],
  [
    'a compound cut',
    'a#1',
    [
      ...block('a', 'right-front', [-400, 400], [0, 18], [0, 150], {
        tilts: [{ at: edgeAt('face', 'edge1'), angle: '-30' }],
      }),
      ...block('b', 'back-right', [-18, 18], [0, 400], [0, 150], {
        tilts: [{ at: edgeAt('face', 'edge1'), angle: '-30' }],
      }),
      join('mitre', ends),
    ],
    {
      ticket:
        'Mitre end 2: mitre 26.57° from square (63.43° from the edge), blade 37.76° from square ' +
        '(52.24° from the board), cut at 400 from end 1 at edge 1, cut at 325 from end 1 at edge 2 ' +
        'on the face, cut at 384.4 from end 1 at edge 1, cut at 309.4 from end 1 at edge 2 on the ' +
        'back — for B',
    },
  ],
])('%s is told on the ticket and on the drawing', (_, key, changes, wanted) => {
  expect(told(key, ...changes)[0]).toMatchObject(wanted)
})

test('sentences place what they used to leave out', () => {
  const haunched = join('tenon', into, {
    length: 15,
    thickness: 6,
    shoulder: 5,
    haunchWidth: 20,
    haunchLength: 4,
  })
  expect(told('a#1', ...rail, haunched)[0]).toMatchObject({
    ticket:
      'Tenon 60 × 6, 15 long, 5 from edge 1, 6 from the back, on end 2, haunch 20 wide, 4 long, 65 ' +
      'from edge 1 — for B',
  })
  expect(told('b#1', ...rail, haunched)[0]).toMatchObject({
    ticket:
      'Mortise 60 × 6, 15 deep, 105 and 26 from end 1 and edge 1, on the face, for a haunch 20 wide, ' +
      '4 deep, 165 from end 1 — for A',
    places: [105, 165, 185],
  })
  const tee = [
    ...block('a', 'right-up', [0, 190], [150, 44], [0, 20]),
    ...block('b', 'back-up', [140, 61], [0, 400], [0, 20]),
    join('lap', ['a', 'b']),
  ]
  expect(told('b#1', ...tee)[0]).toMatchObject({
    ticket: 'Lap 44 wide, 10 deep, 150 from end 1, from the back, stopped 11 from edge 1 — for A',
  })
  const sloping = [
    ...block('a', 'right-front', [0, 300], [50, 18], [100, 90], {
      tilts: [{ at: edgeAt('face', 'edge1'), angle: '20' }],
    }),
    ...block('b', 'up-left', [300, 24], [0, 160], [0, 400]),
    join('housing', into, { depth: 6 }),
  ]
  const [groove] = told('b#1', ...sloping)
  expect(groove!.ticket).toMatch(
    /^Groove 18 wide, 6 deep, at 20°, its middle [\d.]+ from edge 1 at end 1, -?[\d.]+ at end 2, on the face/,
  )
  expect(groove!.drawing).toBe('groove 18 × 6 deep, at 20°, on the face')
})

test('a slope that leaves the board by another side says where, and is drawn with both its ends', () => {
  // A side sloping from 100 high at its start, under a lid that comes down to nothing at three quarters of
  // it.
  const slope = built([
    ...block('a', 'right-front', [0, 400], [0, 18], [0, 200]),
    ...block('b', 'right-up', [-50, 600], [-20, 60], [100, 18], {
      tilts: [{ at: edgeAt('back', 'end1'), angle: String((Math.atan(1 / 3) * 180) / Math.PI) }],
    }),
    join('trim', ['a.edge2', 'b.back']),
  ])
  const [f] = slope.features(instance(slope, 'a#1'))
  const kind = workKind(f!)
  const height = 100 - 50 / 3
  expect(say(kind.describe(f!.data, null))).toBe(
    `Trim edge 2: taper 18.43° off the edge (71.57° from the end), cut at ${height.toFixed(1)} from ` +
      `edge 1 at end 1, out of edge 1 at ${(3 * height).toFixed(0)} from end 1`,
  )
  const ends = kind.dimensions(f!.data).map((d) => [d.axis, Math.round(d.to * 10) / 10].join(' '))
  // The board is no wider than the slope is high, which is its own width.
  expect([...new Set(ends)]).toEqual([`0 ${3 * height}`])
  expect(instance(slope, 'a#1').width).toBeCloseTo(height, 9)
})

test('the slots of keys are told by their middles', () => {
  const box = [
    ...block('a', 'right-front', [0, 300], [0, 12], [0, 90]),
    ...block('b', 'back-right', [288, 12], [0, 200], [0, 90]),
  ]
  const work = told('a#1', ...box, join('mitre', ends, { keys: 2, kerf: 3, depth: 8 }, { across: 'keys' }))
  expect(work[1]).toMatchObject({
    ticket: '2 key slots 3 wide, 8 deep, across end 2, middle at 30, 60 from edge 1 — for B',
    count: 2,
  })
})
