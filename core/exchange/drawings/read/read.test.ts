import fc from 'fast-check'
import type { Place2, Segment } from '../../../outline'
import { faceView, lengthOf } from '../../../outline'
import { mulberry32 } from '../../../cuts'
import { tried } from '../../../testing/fuzz'
import { faultOfStrange, strangeDxf, strangeSvg } from '../../../testing/strangers'
import { dxf } from '../dxf'
import { svg } from '../svg'
import { MOST_BYTES, readDrawing } from './index'
import { outlineOf } from './put'
import { splinePieces } from './spline'

const UPRIGHT = { right: [1, 0], up: [0, 1] } as const
const bytes = (text: string) => new TextEncoder().encode(text)
const read = (text: string, name = 'drawing') => readDrawing(bytes(text), name)
const strokes = (text: string) => {
  const r = read(text)
  if (!r.ok) throw new Error(r.why)
  return r.read
}
const why = (text: string) => {
  const r = read(text)
  return r.ok ? null : r.why
}
const drawing = (body: string, head = 'width="100mm" height="50mm" viewBox="0 0 200 100"') =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${head}>${body}</svg>`
const entities = (...groups: Array<readonly [number, string | number]>) =>
  [
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    ...groups.flatMap(([c, v]) => [String(c), String(v)]),
    '0',
    'ENDSEC',
    '0',
    'EOF',
    '',
  ].join('\n')
const close = (s: readonly Segment[] | undefined) =>
  (s ?? []).map((x) => [x.kind, ...[...x.from, ...x.to].map((v) => Number(v.toFixed(6)) + 0)])

test('plain shapes are read where their transforms put them, up being up, in the size the file says', () => {
  const r = strokes(
    drawing(
      '<g transform="translate(10 20)"><rect x="0" y="0" width="40" height="20" rx="5"/>' +
        '<line x1="0" y1="0" x2="10" y2="0" transform="rotate(90)"/></g>' +
        '<circle cx="100" cy="50" r="10"/><ellipse cx="150" cy="50" rx="20" ry="10"/>' +
        '<polygon points="0,0 10,0 10,10"/>',
    ),
  )
  expect(r.unit).toBeCloseTo(0.5, 12)
  expect(r.segments.filter((s) => s.kind === 'line').map((s) => s.to)).toContainEqual([10, 70])
  const arcs = r.segments.filter((s) => s.kind === 'arc')
  expect(arcs.map((a) => Number(a.radius.toFixed(6)))).toEqual([5, 5, 5, 5, 10])
  // An ellipse goes by cubics: as long as Ramanujan's formula says.
  const round = r.segments.filter((s) => s.kind === 'curve').reduce((sum, s) => sum + lengthOf(s), 0)
  const h = ((20 - 10) / (20 + 10)) ** 2
  expect(round).toBeCloseTo(Math.PI * 30 * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h))), 3)
})

test('a stretched circle is no arc any more; a turned or mirrored one is', () => {
  const kinds = (transform: string) =>
    new Set(
      strokes(drawing(`<circle cx="9" cy="9" r="5" transform="${transform}"/>`)).segments.map((s) => s.kind),
    )
  expect([...kinds('rotate(33) translate(4 5) scale(-2 2)')]).toEqual(['arc'])
  expect([...kinds('scale(2 1)')]).toEqual(['curve'])
})

test(
  'nothing in an SVG runs or loads: scripts, references, pictures and entities are left out ' + 'and counted',
  () => {
    const r = strokes(
      `<!DOCTYPE svg [<!ENTITY x "y">]>` +
        drawing(
          '<script>throw 1</script><use href="#a"/><image href="http://localhost/x.png"/><text>&x;</text>' +
            '<defs><path id="a" d="M0 0L9 9"/></defs><path d="M0 0L10 0" onclick="boom()"/>' +
            '<path d="M0 0L5 5" style="display: none"/>',
        ).replace('<?xml version="1.0"?>', ''),
    )
    expect(r.segments).toHaveLength(1)
    expect(Object.fromEntries(r.left)).toEqual({
      script: 1,
      reference: 1,
      picture: 1,
      text: 1,
      'hidden part': 2,
    })
    expect(
      why(`<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg><text>&x;</text></svg>`),
    ).toMatch(/^drawing is not read: it is damaged( near line 1)?$/)
  },
)

test('DXF lines, arcs, bulges, ellipses and blocks are read; a unit is only what the file says', () => {
  const r = strokes(
    entities(
      [0, 'LINE'],
      [10, 0],
      [20, 0],
      [11, 30],
      [21, 40],
      [0, 'ARC'],
      [10, 5],
      [20, 5],
      [40, 2],
      [50, 90],
      [51, 180],
      [0, 'LWPOLYLINE'],
      [90, 2],
      [70, 1],
      [10, 0],
      [20, 0],
      [42, 1],
      [10, 8],
      [20, 0],
      [42, 1],
      [0, 'TEXT'],
      [10, 0],
      [20, 0],
      [40, 2],
      [1, 'no'],
    ),
  )
  expect(r.unit).toBeNull()
  expect(close(r.segments)).toEqual([
    ['line', 0, 0, 30, 40],
    ['arc', 5, 7, 3, 5],
    ['arc', 0, 0, 8, 0],
    ['arc', 8, 0, 0, 0],
  ])
  // A bulge of one is half a circle.
  expect(r.segments[2]).toMatchObject({ radius: 4, centre: [4, 0], sweep: expect.closeTo(Math.PI, 12) })
  expect(Object.fromEntries(r.left)).toEqual({ text: 1 })
})

test(
  'a spline is its cubics exactly, whatever its knots; with weights it is a circle to a ' + 'thousandth',
  () => {
    // Two spans of a cubic B-spline with uneven knots, by Cox and de Boor's definition of its basis.
    const spline = {
      degree: 3,
      knots: [0, 0, 0, 0, 2, 5, 5, 5, 5],
      points: [
        [0, 0],
        [10, 30],
        [40, 35],
        [60, -5],
        [80, 10],
      ] as Place2[],
      weights: null,
    }
    const basis = (i: number, p: number, u: number): number => {
      const k = spline.knots
      if (p === 0) return u >= k[i]! && u < k[i + 1]! ? 1 : 0
      const part = (low: number, high: number, over: number, b: number) =>
        high > low ? (over / (high - low)) * b : 0
      return (
        part(k[i]!, k[i + p]!, u - k[i]!, basis(i, p - 1, u)) +
        part(k[i + 1]!, k[i + p + 1]!, k[i + p + 1]! - u, basis(i + 1, p - 1, u))
      )
    }
    const pieces = splinePieces(spline)
    expect(pieces).toHaveLength(2)
    for (const [n, [low, high]] of [
      [0, [0, 2]],
      [1, [2, 5]],
    ] as const)
      for (const t of [0, 0.3, 0.77]) {
        const u = low + (high - low) * t
        const c = pieces[n]!
        if (c.kind !== 'curve') throw new Error('a spline is curves')
        const v = 1 - t
        for (const i of [0, 1] as const) {
          const cubic =
            v ** 3 * c.from[i] + 3 * v * v * t * c.leave[i] + 3 * v * t * t * c.arrive[i] + t ** 3 * c.to[i]
          expect(cubic).toBeCloseTo(
            spline.points.reduce((sum, p, j) => sum + p[i] * basis(j, 3, u), 0),
            9,
          )
        }
      }
    const r = Math.SQRT1_2
    const quarter = splinePieces({
      degree: 2,
      knots: [0, 0, 0, 1, 1, 1],
      points: [
        [50, 0],
        [50, 50],
        [0, 50],
      ],
      weights: [1, r, 1],
    })
    expect(quarter.reduce((sum, s) => sum + lengthOf(s), 0)).toBeCloseTo((Math.PI * 50) / 2, 3)
    for (const s of quarter) expect(Math.hypot(...s.to)).toBeCloseTo(50, 9)
  },
)

const triangle = (gap: number): Segment[] => [
  { kind: 'line', from: [0, 0], to: [40, 0], of: '' },
  { kind: 'line', from: [40, gap], to: [20, 30], of: '' },
  { kind: 'line', from: [20, 30], to: [0, 0], of: '' },
]
const made = (segments: Segment[], tolerance: number, unit = 1, face: Place2 = [100, 100]) =>
  outlineOf({ segments }, unit, tolerance, 'middle', faceView(face, UPRIGHT))

test(
  'ends within the tolerance are joined and told; others are told as open; what lies twice is ' + 'left once',
  () => {
    const closed = made(triangle(0.04), 0.1)
    expect(closed).toMatchObject({ ok: true, read: { gaps: 1, widest: expect.closeTo(0.04, 9), loose: [] } })
    const open = made(triangle(0.4), 0.1)
    expect(open.ok && open.read.loose).toHaveLength(2)
    const twice = made([...triangle(0), { kind: 'line', from: [20, 30], to: [40, 0], of: '' }], 0.1)
    expect(twice.ok && [twice.read.twice, twice.read.outline.edges.length]).toEqual([1, 3])
    // It lies in the middle of the face, and is as large as its unit makes it.
    const inches = made(triangle(0), 0.1, 25.4, [2000, 1000])
    expect(inches.ok && inches.read.size).toEqual([1016, 762])
    expect(inches.ok && inches.read.outline.points.p1).toEqual([492, 119])
  },
)

test('on a face that is seen turned or turned over, what was drawn to the right lies to the right', () => {
  const right = [0, -1] as const
  for (const up of [
    [1, 0],
    [-1, 0],
  ] as const) {
    const view = faceView([200, 80], { right, up })
    expect(view.size).toEqual([80, 200])
    const arc: Segment = {
      kind: 'arc',
      from: [10, 0],
      to: [0, 10],
      centre: [0, 0],
      radius: 10,
      sweep: Math.PI / 2,
      of: '',
    }
    const r = outlineOf({ segments: [arc] }, 1, 0.01, 'as drawn', view)
    if (!r.ok) throw new Error(r.why)
    const { points, edges } = r.read.outline
    const e = edges[0]!
    if (e.kind !== 'arc') throw new Error('no arc')
    expect(view.from(points[e.from]!).map((x) => x + 0)).toEqual([10, 0])
    expect(view.from(points[e.to]!).map((x) => x + 0)).toEqual([0, 10])
    // It turns the other way on the face where that is turned over.
    expect(e.turns).toBe(view.hand > 0 ? 'left' : 'right')
    expect(view.onto(view.from([33, 44]))).toEqual([33, 44])
  }
})

test('an arc whose ends are joined elsewhere still turns as much', () => {
  const arc: Segment = {
    kind: 'arc',
    from: [10, 0],
    to: [0, 10],
    centre: [0, 0],
    radius: 10,
    sweep: Math.PI / 2,
    of: '',
  }
  const r = made(
    [
      { kind: 'line', from: [0, 0], to: [10.05, 0], of: '' },
      arc,
      { kind: 'line', from: [0, 10], to: [0, 0], of: '' },
    ],
    0.1,
  )
  if (!r.ok) throw new Error(r.why)
  const { points, edges } = r.read.outline
  const e = edges.find((x) => x.kind === 'arc')
  if (e?.kind !== 'arc') throw new Error('no arc')
  const [a, b, c] = [e.from, e.to, e.centre].map((id): Place2 => points[id]!) as unknown as [
    Place2,
    Place2,
    Place2,
  ]
  const off = (p: Place2) => Math.hypot(p[0] - c[0], p[1] - c[1])
  expect(off(a)).toBeCloseTo(off(b), 9)
})

test.each([
  ['<svg xmlns="http://www.w3.org/2000/svg"></svg>', 'there is no line or curve in it'],
  ['hello', 'it is neither an SVG drawing nor a DXF in text'],
  ['AutoCAD Binary DXF\r\n', 'it is a binary DXF; save it as a text one'],
  ['0\nSECTION\n2\nENTITIES\n0\nLINE\n10\n0', 'it is damaged: its sections do not hold together'],
  [drawing('<path d="M0 0L1e400 0"/>'), 'some of its numbers are none'],
  ['x'.repeat(MOST_BYTES + 1), 'it is 5.0 MB, and 5 MB are read at most'],
])('what is none, damaged or too large is refused in a sentence (%#)', (text, says) => {
  expect(why(text)).toContain(`drawing is not read: ${says}`)
})

test('what an outline cannot hold is refused in a sentence', () => {
  const many = Array.from({ length: 500 }, (_, k): Segment => ({
    kind: 'line',
    from: [k, 0],
    to: [k + 0.5, 9],
    of: '',
  }))
  const says = (r: ReturnType<typeof made>) => (r.ok ? null : r.why)
  expect(says(made(many, 0.01))).toBe(
    'It comes to 500 edges and 1000 points; an outline holds 400 of each at most',
  )
  expect(says(made(triangle(0), 0.01, 25400))).toBe('It would be 1016 m large; choose a smaller unit')
  expect(says(made(triangle(0), 100))).toBe('The whole drawing is shorter than the gaps that are closed')
  expect(why(drawing(`<path d="M0 0${'L1 1L2 0'.repeat(2600)}"/>`))).toContain(
    'it has more than 5000 lines and curves',
  )
})

/** How far what is read reaches to the right and up, millimetres. */
const reach = (text: string) => {
  const { segments, unit } = strokes(text)
  const all = segments.flatMap((x) => [x.from, x.to])
  return [0, 1].map((i) =>
    Number((Math.max(...all.map((p) => p[i as 0 | 1])) * (unit ?? 25.4 / 96)).toFixed(4)),
  )
}
const line = (more = '') => `<line x1="0" y1="0" x2="100" y2="50" ${more}/>`
const named = (text: string) => Object.fromEntries(strokes(text).left)

test.each<[what: string, text: string, width: number]>([
  ['a length with its unit', drawing('<rect width="25mm" height="1in"/>'), 47.2441],
  ['one without', drawing('<rect width="25" height="10"/>'), 12.5],
  ['one in pixels', drawing('<rect width="25px" height="10"/>'), 12.5],
  ['a move without a comma', drawing(line('transform="translate(10-5)"')), 55],
  ['a matrix without spaces', drawing(line('transform="matrix(2-0 0 3-5-5)"')), 97.5],
  ['two scales in one', drawing(line('transform="scale(.5.5)"')), 25],
])('by the standard: %s', (_, text, width) => {
  expect(reach(text)[0]).toBeCloseTo(width, 3)
})

test('a view of another shape is fitted in, fills, or is stretched, as the file says', () => {
  const head = (more: string) => `width="100mm" height="100mm" viewBox="0 0 100 50" ${more}`
  expect(reach(drawing(line(), head('')))).toEqual([100, 50])
  expect(reach(drawing(line(), head('preserveAspectRatio="xMidYMid meet"')))).toEqual([100, 50])
  expect(reach(drawing(line(), head('preserveAspectRatio="xMidYMid slice"')))).toEqual([200, 100])
  expect(reach(drawing(line(), head('preserveAspectRatio="none"')))).toEqual([100, 100])
})

test.each<[what: string, body: string, says: Record<string, number>]>([
  ['sized by what is round it', '<rect width="50%" height="10"/>', { 'shape sized by what is round it': 1 }],
  ['in letters', '<circle r="2em"/>', { 'shape sized by what is round it': 1 }],
  ['moved by its style', line('style="transform: scale(2)"'), { 'part moved by its style': 1 }],
  [
    'turned by what is no number',
    line('transform="rotate(45deg)"'),
    { 'part with a transform that cannot be read': 1 },
  ],
  [
    'hidden by a class',
    `<style>.h{display:none}</style>${line('class="a h"')}`,
    { 'style sheet': 1, 'hidden part': 1 },
  ],
  [
    'hidden by its id',
    `<style>#x { visibility : hidden }</style>${line('id="x"')}`,
    { 'style sheet': 1, 'hidden part': 1 },
  ],
  [
    'moved by a sheet',
    `<style>/* .a{} */ g.a , line { transform: scale(3) }</style>${line()}`,
    { 'style sheet': 1, 'part moved by its style': 1 },
  ],
])('what is %s is left out and named, and never of another size', (_, body, says) => {
  const keeps = drawing(`${body}<line x1="0" y1="0" x2="10" y2="10" id="kept" class="kept"/>`)
  if (/line \{/.test(body)) expect(why(keeps)).toContain('there is no line or curve in it')
  else {
    expect(named(keeps)).toEqual(says)
    expect(strokes(keeps).segments).toHaveLength(1)
  }
})

test('a name space before its names, and letters of two bytes, are read', () => {
  const plain = reach(drawing(line()))
  const spaced = drawing(line())
    .replace(/<(\/?)(svg|line)/g, '<$1s:$2')
    .replace('xmlns=', 'xmlns:s=')
  expect(reach(spaced)).toEqual(plain)
  for (const [order, mark] of [
    ['le', [0xff, 0xfe]],
    ['be', [0xfe, 0xff]],
  ] as const) {
    const text = drawing(line())
    const wide = Uint8Array.from([
      ...mark,
      ...[...text].flatMap((c) => (order === 'le' ? [c.charCodeAt(0), 0] : [0, c.charCodeAt(0)])),
    ])
    const r = readDrawing(wide, 'wide')
    expect(r.ok && r.read.segments).toHaveLength(1)
  }
})

test('of a DXF neither what is hidden nor what lies on a paper layout is an outline', () => {
  const one = (...more: Array<readonly [number, number]>) =>
    [[0, 'LINE'], [8, '0'], ...more, [10, 0], [20, 0], [11, 9], [21, 0]] as Array<
      readonly [number, string | number]
    >
  const r = strokes(entities(...one(), ...one([60, 1]), ...one([67, 1]), ...one([67, 0], [60, 0])))
  expect(r.segments).toHaveLength(2)
  expect(Object.fromEntries(r.left)).toEqual({ 'hidden part': 1, 'part of a paper layout': 1 })
})

test('what the parser of DXF passes over changes neither size nor place', () => {
  const BEHIND = [
    [210, 0],
    [220, 0],
    [230, -1],
  ] as const
  const corners = (more: ReadonlyArray<readonly [number, number]>) =>
    [
      [0, 0],
      [40, 0],
      [40, 30],
    ].flatMap(([x, y]) => [[10, x!], [20, y!], ...more] as Array<readonly [number, number]>)
  // Newer files number each corner.
  expect(
    close(strokes(entities([0, 'LWPOLYLINE'], [90, 3], [70, 1], ...corners([[91, 0]]))).segments),
  ).toEqual([
    ['line', 0, 0, 40, 0],
    ['line', 40, 0, 40, 30],
    ['line', 40, 30, 0, 0],
  ])
  // What is round lies in a plane of its own, a line in the drawing.
  const line = [
    [10, 0],
    [20, 0],
    [11, 30],
    [21, 40],
  ] as const
  const circle = [
    [10, 50],
    [20, 5],
    [40, 10],
  ] as const
  const seen = strokes(entities([0, 'LINE'], ...line, ...BEHIND, [0, 'CIRCLE'], ...circle, ...BEHIND))
  expect(seen.segments[0]).toMatchObject({ from: [0, 0], to: [30, 40] })
  expect(seen.segments[1]).toMatchObject({ centre: [-50, 5], radius: 10 })
  // A quarter of an ellipse of 20 by 10: up from the front, down from behind.
  const quarter = [
    [10, 0],
    [20, 0],
    [11, 20],
    [21, 0],
    [40, 0.5],
    [41, 0],
    [42, Math.PI / 2],
  ] as const
  const ends = (r: ReturnType<typeof strokes>) => r.segments.at(-1)!.to.map((v) => Number(v.toFixed(6)) + 0)
  expect(ends(strokes(entities([0, 'ELLIPSE'], ...quarter)))).toEqual([0, 10])
  expect(ends(strokes(entities([0, 'ELLIPSE'], ...quarter, ...BEHIND)))).toEqual([0, -10])
  const spline = [
    [71, 1],
    [40, 0],
    [40, 0],
    [40, 1],
    [40, 1],
    [10, 0],
    [20, 0],
    [10, 99],
    [20, 0],
  ] as const
  const odd = strokes(
    entities(
      [0, 'LINE'],
      ...line,
      [0, 'SPLINE'],
      [60, 1],
      ...spline,
      [0, 'CIRCLE'],
      ...circle,
      [210, 0.6],
      [220, 0],
      [230, 0.8],
      [0, 'LINE'],
      ...line,
      [31, 500],
    ),
  )
  expect(odd.segments).toHaveLength(1)
  expect(Object.fromEntries(odd.left)).toEqual({ 'hidden part': 1, 'part that is not flat': 2 })
  // A corner without its second number, and a code that is none of its own.
  const torn = entities([0, 'LWPOLYLINE'], [90, 3], [70, 1], ...corners([]).slice(0, 5), [99, 3])
  expect(strokes(torn).segments).not.toHaveLength(0)
})

test('drawings of strangers are as large as they were drawn', () => {
  const random = mulberry32(20_263)
  const { faults, tried: count } = tried(
    300,
    (n) => (n % 2 ? strangeSvg : strangeDxf)(random),
    faultOfStrange,
    (s) => s.text,
  )
  expect(count).toBe(300)
  expect(faults.slice(0, 3)).toEqual([])
})

test('what would take for ever is refused for how much it is', () => {
  const points = '0,0 1,1 '.repeat(500_000)
  expect(why(drawing(`<polyline points="${points}"/>`))).toContain('it has more than 5000 lines and curves')
  expect(why(drawing(`<path d="M0 0 ${'l1 1 '.repeat(400_000)}"/>`))).toContain('more than 5000 lines')
  const block = (inserts: number) => [
    ['0', 'SECTION', '2', 'BLOCKS', '0', 'BLOCK', '8', '0', '2', 'B', '10', '0', '20', '0'],
    ...Array.from({ length: inserts }, () => ['0', 'INSERT', '8', '0', '2', 'B', '10', '0', '20', '0']),
    ['0', 'ENDBLK', '8', '0', '0', 'ENDSEC'],
    ['0', 'SECTION', '2', 'ENTITIES', '0', 'INSERT', '8', '0', '2', 'B', '10', '0', '20', '0'],
    ['0', 'ENDSEC', '0', 'EOF', ''],
  ]
  expect(why(block(30).flat().join('\n'))).toContain('its blocks stand in it more than 20,000 times')
})

/** Damage as transfers and careless editors do it. */
const damage = fc.array(
  fc.record({
    at: fc.double({ min: 0, max: 1, noNaN: true }),
    long: fc.integer({ min: 0, max: 40 }),
    how: fc.constantFrom('cut', 'twice', 'digit', 'letter', 'number', 'swap'),
    what: fc.string({ maxLength: 6 }),
  }),
  { minLength: 1, maxLength: 4 },
)

test('2,000 damaged files open, or are refused in a sentence', async () => {
  const arc: Segment = {
    kind: 'arc',
    from: [60, 0],
    to: [60, 40],
    centre: [60, 20],
    radius: 20,
    sweep: Math.PI,
    of: '',
  }
  const curve: Segment = {
    kind: 'curve',
    from: [60, 40],
    to: [0, 40],
    leave: [40, 60],
    arrive: [20, 20],
    of: '',
  }
  const shape: Segment[] = [
    { kind: 'line', from: [0, 0], to: [60, 0], of: '' },
    arc,
    curve,
    { kind: 'line', from: [0, 40], to: [0, 0], of: '' },
  ]
  const flat = {
    name: 'A',
    size: [100, 60] as Place2,
    layers: [
      { name: 'outline', depth: null, paths: [shape] },
      { name: 'recess 6 mm', depth: 6, paths: [triangle(0)] },
    ],
    texts: [{ text: 'A', at: [0, 0] as Place2 }],
    left: [],
  }
  const files = [await svg.write(flat), await dxf.write(flat)]
  let [opened, refused, slowest] = [0, 0, 0]
  fc.assert(
    fc.property(fc.constantFrom(...files), damage, (file, all) => {
      let text = file
      for (const { at, long, how, what } of all) {
        const from = Math.floor(at * text.length)
        const part = text.slice(from, from + long)
        const put = {
          cut: '',
          twice: part + part,
          digit: part.replace(/\d/g, '9'),
          letter: what + part,
          number: part.replace(/-?\d+(\.\d+)?/g, '1e309'),
          swap: [...part].reverse().join(''),
        }[how]
        text = text.slice(0, from) + put + text.slice(from + long)
      }
      const start = performance.now()
      const r = read(text)
      slowest = Math.max(slowest, performance.now() - start)
      if (r.ok) {
        opened++
        const made = outlineOf(r.read, r.read.unit ?? 1, 0.01, 'middle', faceView([100, 60], UPRIGHT))
        if (!made.ok) expect(made.why).toMatch(/^[A-Z].{10,}$/)
      } else {
        refused++
        expect(r.why).toMatch(/^drawing is not read: .{10,300}$/)
      }
    }),
    { numRuns: 2000 },
  )
  expect(opened).toBeGreaterThan(100)
  expect(refused).toBeGreaterThan(100)
  // Far under the two seconds that are borne.
  expect(slowest).toBeLessThan(2000)
})
