import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import PDFDocument from 'pdfkit'
import { nodeFonts } from '../../cli/fonts'
import { findAlike } from '../cuts'
import type { Paper, Project } from '../document'
import { openProject } from '../exchange'
import { formatLength, marked } from '../measure'
import { modelOf } from '../model'
import { frameIn, facing, type Box } from '../pieces'
import { boxRecipe, loadKernel, sidesOf, type Kernel } from '../solid'
import { block, make } from '../testing/scenario'
import { drawPlainly } from '../testing/lines'
import { misread } from '../testing/reader'
import { workKind } from '../work'
import { spread } from './dimension'
import {
  boundsOf,
  drawView,
  FRONT,
  LEFT,
  PICTORIAL,
  DrawnBefore,
  planSheets,
  RIGHT,
  textWidth,
  toSvg,
  TOP,
  type Mark,
  type Sheet,
  type Solid,
  type View,
} from './index'
import { toPdf } from './pdf'
import type { Arc } from './hidden/merge'
import { withFractions } from './sheet'
import { runs } from '../testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await loadKernel()
})

const demos = readdirSync('demo').filter((f) => f.endsWith('.json'))
const projectOf = (file: string): Project => {
  const read = openProject(readFileSync(`demo/${file}`, 'utf8'))
  if (!read.ok) throw new Error(read.why)
  return read.project
}
const drawn = new Map<string, readonly Sheet[]>()
/** Drawn once for all tests of them; on other paper from the same lines. */
const before = new DrawnBefore()
const sheetsOf = (file: string, paper: Paper): readonly Sheet[] => {
  const key = `${file} ${paper}`
  if (!drawn.has(key)) {
    const read = projectOf(file)
    const model = modelOf({ ...read, settings: { ...read.settings, paper } })
    drawn.set(key, [...planSheets(model, kernel, before)])
  }
  return drawn.get(key)!
}

/** Places all along an arc, on the sheet. */
const alongArc = ({ x, y, r, from, to }: Extract<Mark, { kind: 'arc' }>) =>
  Array.from({ length: 65 }, (_, k) => {
    const angle = ((from + ((to - from) * k) / 64) * Math.PI) / 180
    return { x: x + r * Math.cos(angle), y: y - r * Math.sin(angle) }
  })
const round = (all: ReadonlyArray<{ x: number; y: number }>) => ({
  x1: Math.min(...all.map((c) => c.x)),
  x2: Math.max(...all.map((c) => c.x)),
  y1: Math.min(...all.map((c) => c.y)),
  y2: Math.max(...all.map((c) => c.y)),
})

/** The room a mark takes on its sheet. */
const roomOf = (m: Mark) =>
  m.kind === 'text'
    ? boundsOf(m)
    : m.kind === 'arc'
      ? round(alongArc(m))
      : m.kind === 'path'
        ? round(m.corners)
        : {
            x1: Math.min(m.x1, m.x2),
            x2: Math.max(m.x1, m.x2),
            y1: Math.min(m.y1, m.y2),
            y2: Math.max(m.y1, m.y2),
          }

/** A box of wood standing in the room. */
const solid = (min: Box['min'], max: Box['max']) => ({
  shape: kernel.shape(boxRecipe([max[0] - min[0], max[1] - min[1], max[2] - min[2]])),
  frame: frameIn({ min, max }, facing('right-up')),
})
const total = (lines: readonly (readonly number[])[]) =>
  lines.reduce((n, [a, b, c, d]) => n + Math.hypot(c! - a!, d! - b!), 0)

describe('hidden lines', () => {
  test('a box shows its outline square on, and nine of its twelve edges in a pictorial', () => {
    const box = solid([0, 0, 0], [300, 200, 100])
    const front = drawView([box], FRONT, { hidden: true })
    expect(total(front.visible)).toBeCloseTo(800, 3)
    expect(front.hidden).toEqual([])
    const picture = drawView([box], PICTORIAL, { hidden: true })
    expect([picture.visible.length, picture.hidden.length]).toEqual([9, 3])
  })
  test('what stands behind is hidden where it is covered and nowhere else', () => {
    const near = solid([0, 0, 0], [100, 20, 100])
    const far = solid([50, 50, 20], [150, 60, 60])
    const { visible, hidden } = drawView([near, far], FRONT, { hidden: true })
    expect(total(visible)).toBeCloseTo(400 + 50 + 50 + 40, 1)
    expect(total(hidden)).toBeCloseTo(50 + 50 + 40, 1)
  })
  test('faces that touch flush are parted by one line', () => {
    const { visible } = drawView([solid([0, 0, 0], [100, 20, 30]), solid([0, 0, 30], [100, 20, 60])], FRONT, {
      hidden: true,
    })
    expect(total(visible)).toBeCloseTo(2 * 100 + 2 * 60 + 100, 3)
  })
  test('a hole shows its rims and no false creases, however small it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 120 }), (tenths) => {
        const r = tenths / 20
        const cut = {
          kind: 'drill' as const,
          at: [50, 25, -1] as const,
          along: [0, 0, 1] as const,
          radius: r,
          depth: 22,
          tip: 0,
        }
        const shape = kernel.shape(boxRecipe([100, 50, 20], [{ work: 'w', tools: [cut] }]))
        const { visible, hidden } = drawView(
          [{ shape, frame: frameIn({ min: [0, 0, 0], max: [100, 50, 20] }, facing('right-up')) }],
          FRONT,
          { hidden: true },
        )
        // From the side: the outline, and the two lines where the hole ends.
        expect(total(visible)).toBeCloseTo(240, 2)
        expect(total(hidden)).toBeCloseTo(40, 1)
      }),
      { numRuns: runs(60) },
    )
  })
  test('a bore seen along its axis is a circle, however much of it is covered, and is drawn once', () => {
    const bored = (r: number): Solid => {
      const bore = {
        kind: 'drill',
        at: [50, 50, 31],
        along: [0, 0, -1],
        radius: r,
        depth: 40,
        tip: 0,
      } as const
      const shape = kernel.shape(boxRecipe([100, 100, 30], [{ work: 'w', tools: [bore] }]))
      return { shape, frame: { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } }
    }
    const sum = (arcs: readonly Arc[]) => arcs.reduce((n, a) => n + (a.to - a.from), 0)
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 450 }), fc.integer({ min: -99, max: 99 }), (tenths, share) => {
        const r = tenths / 10
        const alone = drawView([bored(r)], TOP, { hidden: true, arcs: true })
        expect(alone.arcs.visible).toEqual([
          {
            u: expect.closeTo(50, 4),
            v: expect.closeTo(50, 4),
            r,
            from: 0,
            to: expect.closeTo(2 * Math.PI, 6),
          },
        ])
        expect([alone.arcs.hidden, total(alone.visible)]).toEqual([[], expect.closeTo(400, 2)])
        // A board over all that is left of a line at some share of the radius from the middle.
        const cover = solid([-10, -10, 30], [50 + (share / 100) * r, 110, 40])
        const { arcs } = drawView([bored(r), cover], TOP, { hidden: true, arcs: true })
        const open = 2 * Math.acos(share / 100)
        // The line is crossed on a chord of the many-sided bore, not on the circle.
        const chord = Math.PI / sidesOf(r)
        expect(Math.abs(sum(arcs.visible) - open)).toBeLessThan(2 * chord)
        expect(sum(arcs.visible) + sum(arcs.hidden)).toBeCloseTo(2 * Math.PI, 2)
        expect(drawView([bored(r)], FRONT, { hidden: true, arcs: true }).arcs.visible).toEqual([])
      }),
      { numRuns: runs(40) },
    )
  })
  test('a sheet has a layer for each pen it uses, with each of its lines, and one for its texts', () => {
    for (const sheet of sheetsOf('seed-cabinet.json', 'a4')) {
      const svg = toSvg(sheet)
      const pens = new Set(sheet.marks.flatMap((m) => (m.kind === 'text' ? [] : [m.pen])))
      const layers = [...svg.matchAll(/<path data-layer="(\w+)" d="([^"]*)"/g)]
      expect(layers.map(([, name]) => name).sort()).toEqual([...pens].sort())
      for (const [, name, path] of layers)
        expect(path!.match(/M/g)).toHaveLength(
          sheet.marks.filter((m) => m.kind !== 'text' && m.pen === name).length,
        )
      expect(svg.match(/<text /g)).toHaveLength(sheet.marks.filter((m) => m.kind === 'text').length)
    }
  })
  test('a line on the border of two bins is drawn once', () => {
    // Odd eighths of an inch: the edges of the two boxes lie on one line, reckoned in two ways.
    for (let n = 1; n < 64; n += 2) {
      const y = (n * 25.4) / 8
      const [a, b] = [solid([0, y, 0], [100, y + 20, 30]), solid([40, y + 50 - 50, 30], [140, y + 20, 60])]
      const apart = drawView([a, b], TOP, { hidden: true })
      // Two rectangles 100 × 20 that share 60 of their length: the union's outline, and their ends within it.
      expect(total(apart.visible)).toBeCloseTo(2 * 140 + 2 * 20 + 20, 1)
    }
  })
  test('what is drawn is what every triangle asked by itself gives, of demos and of boxes that lean', () => {
    const same = (solids: readonly Solid[], view: View) => {
      const [quick, plain] = [drawView, drawPlainly].map((draw) => draw(solids, view, { hidden: true }))
      expect(total(quick!.visible)).toBeCloseTo(total(plain!.visible), 2)
      expect(total(quick!.hidden)).toBeCloseTo(total(plain!.hidden), 2)
    }
    for (const demo of ['seed-cabinet.json', 'cold-frame.json'])
      for (const view of [FRONT, TOP, RIGHT, LEFT, PICTORIAL]) {
        const model = modelOf(projectOf(demo))
        same(
          model.resolved.instances.map((i) => ({ shape: kernel.shape(model.recipe(i)), frame: i.frame })),
          view,
        )
      }
    const size = fc.integer({ min: 10, max: 200 })
    const angle = fc.double({ min: -2, max: 2, noNaN: true })
    const leaning = fc
      .tuple(size, size, size, size, size, size, angle)
      .map(([x, y, z, l, w, t, a]): Solid => ({
        shape: kernel.shape(boxRecipe([l, w, t])),
        frame: {
          origin: [x, y, z],
          x: [Math.cos(a), Math.sin(a), 0],
          y: [-Math.sin(a), Math.cos(a), 0],
          z: [0, 0, 1],
        },
      }))
    fc.assert(
      fc.property(fc.array(leaning, { minLength: 2, maxLength: 12 }), (solids) => {
        for (const view of [FRONT, PICTORIAL]) same(solids, view)
      }),
      { numRuns: runs(30) },
    )
  })
  test('the order of the pieces does not matter, and nothing is drawn twice', () => {
    const size = fc.integer({ min: 10, max: 200 })
    const boxes = fc.array(fc.tuple(size, size, size, size, size, size), { minLength: 1, maxLength: 5 })
    fc.assert(
      fc.property(boxes, (list) => {
        const solids = list.map(([x, y, z, l, w, t]) => solid([x, y, z], [x + l, y + w, z + t]))
        const a = drawView(solids, TOP, { hidden: true })
        const b = drawView([...solids].reverse(), TOP, { hidden: true })
        expect(total(a.visible)).toBeCloseTo(total(b.visible), 2)
        expect(total(a.hidden)).toBeCloseTo(total(b.hidden), 2)
      }),
      { numRuns: runs(40) },
    )
  })
})

/** Upright and larger, where titles have less room and drawings more. */
const OTHERS: ReadonlyArray<readonly [string, Paper]> = [
  ['bee-hotel.json', 'a4-upright'],
  ['cold-frame.json', 'letter-upright'],
  ['seed-cabinet.json', 'a2'],
  ['barrow-wheel.json', 'ansi-c-upright'],
]
const EACH: ReadonlyArray<readonly [string, Paper]> = demos.flatMap((f) => [
  [f, 'a4'],
  [f, 'letter'],
])
describe.each([...EACH, ...OTHERS])('the sheets of %s on %s', (file, paper) => {
  test('keep every mark on the paper and every text clear of the others', () => {
    for (const sheet of sheetsOf(file, paper)) {
      const texts = sheet.marks.flatMap((m) => (m.kind === 'text' ? [{ text: m.text, b: boundsOf(m) }] : []))
      const outside = sheet.marks.filter((m) => {
        const b = roomOf(m)
        return !(b.x1 >= 7.9 && b.y1 >= 7.9 && b.x2 <= sheet.width - 7.9 && b.y2 <= sheet.height - 7.9)
      })
      expect({ sheet: sheet.title, outside }).toEqual({ sheet: sheet.title, outside: [] })
      const over = texts.flatMap(({ text, b }, i) =>
        texts
          .slice(i + 1)
          .filter(
            (o) => b.x1 < o.b.x2 - 0.1 && o.b.x1 < b.x2 - 0.1 && b.y1 < o.b.y2 - 0.1 && o.b.y1 < b.y2 - 0.1,
          )
          .map((o) => `${text} over ${o.text}`),
      )
      expect({ sheet: sheet.title, over }).toEqual({ sheet: sheet.title, over: [] })
    }
  })
})

describe.each(demos)('the drawings of %s', (file) => {
  test('give every overall size and every place, from the back too', () => {
    const model = modelOf(projectOf(file))
    const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
    const sheets = sheetsOf(file, 'a4')
    for (const alike of findAlike(model)) {
      const piece = alike.instances[0]!
      const own = sheets.filter((s) => s.title.includes(`${alike.mark} ${alike.name}`))
      const written = new Set(own.flatMap((s) => s.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []))))
      // Of what goes round the middle the first is told.
      const ringed = (step: string | null) =>
        step !== null && model.resolved.steps.get(step)?.step.options.repeat === 'ring'
      const places = model
        .features(piece)
        .filter((f) => !f.again || !ringed(f.step))
        .flatMap((f) => workKind(f).dimensions(f.data))
        .filter((d) => d.what === 'place')
      // What is bent is as large as it comes out.
      const bent = model.features(piece).flatMap((f) => workKind(f).sizes?.(f.data) ?? [])[0]
      const missing = [...(bent?.block ?? piece.size), ...places.map((d) => d.to)]
        .map((mm) => say(Math.round(mm * 1e7) / 1e7))
        .filter((text) => !written.has(text))
      expect({ piece: piece.name, missing }).toEqual({ piece: piece.name, missing: [] })
    }
  })
  test('say of every place how far it is, at the scale of the sheet', () => {
    const { unit } = projectOf(file).settings.style
    const all = sheetsOf(file, 'a4').map((s) => misread(s, unit === 'in' ? 25.4 : 1))
    expect(all.flatMap((s) => s.wrong)).toEqual([])
    // All that is written upright over a place, or level beside one.
    const running = all.reduce((n, s) => n + s.read, 0)
    expect(running).toBeGreaterThan(file === 'trug-handle.json' ? 3 : 4)
  })
  test('count each work once', () => {
    const texts = sheetsOf(file, 'a4').flatMap((s) =>
      s.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : [])),
    )
    // “4 × peg”, and neither “4 × 4 pegs” nor “2 × bend a rod …; bend … bend …”.
    expect(texts.filter((t) => /^\d+ × (\d+ [a-z]+s |.*; )/.test(t))).toEqual([])
  })
})

test('where two pieces meet in a mitre, the line is seen from above, all of it', () => {
  const model = modelOf(projectOf('glazed-lid.json'))
  const solids = model.resolved.instances.map((i) => ({
    shape: kernel.shape(model.recipe(i)),
    frame: i.frame,
  }))
  const { visible } = drawView(solids, TOP, { hidden: false })
  const slant = visible.filter(([a, b, c, d]) => Math.abs(Math.abs(c - a) - Math.abs(d - b)) < 0.1)
  const along = slant.reduce((sum, [a, b, c, d]) => sum + Math.hypot(c - a, d - b), 0)
  // Two mitres across boards 3 1/2 wide, in the pieces of line that coves and chamfers leave.
  expect(along).toBeGreaterThan(2 * 3 * 25.4 * Math.SQRT2)
})

test('no letter of a sheet of any demo is missing in the shipped fonts', async () => {
  for (const file of ['bee-hotel.json', 'glazed-lid.json']) {
    const { missing } = await toPdf(sheetsOf(file, 'a4'), nodeFonts(), file)
    expect([file, missing]).toEqual([file, []])
  }
})

test('spread keeps places apart and in order, and moves none without need', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { maxLength: 30 }), (places) => {
      const out = spread(places, 4)
      const order = places.map((_, i) => i).sort((a, b) => places[a]! - places[b]! || a - b)
      for (let k = 1; k < order.length; k++)
        expect(out[order[k]!]! - out[order[k - 1]!]!).toBeGreaterThanOrEqual(4 - 1e-9)
      const far = order.every((i, k) => k === 0 || places[i]! - places[order[k - 1]!]! >= 4)
      if (far) expect(out).toEqual(places)
    }),
  )
})

test.each([
  ['measure', 'ibm-plex-sans-condensed/files/ibm-plex-sans-condensed-latin-400-normal.woff'],
  ['title', 'zilla-slab/files/zilla-slab-latin-500-normal.woff'],
] as const)('the widths that sheets are set by are the shipped font’s own: %s', (face, file) => {
  const doc = new PDFDocument()
  doc
    .registerFont('own', readFileSync(`node_modules/@fontsource/${file}`))
    .font('own')
    .fontSize(10)
  const own = {
    measure: ['33 1/4', '5 × dado 3/4 × 1/4 deep', '11 23/32'],
    title: ['WWMM of Larkmoor, 12–14'],
  }
  for (const text of [...own[face], 'Left side, Right side'])
    expect([text, textWidth(text, 10, face)]).toEqual([
      text,
      expect.closeTo(doc.widthOfString(withFractions(text)), 0),
    ])
})

test('a PDF has a page for each sheet and its fonts inside', async () => {
  const sheets = sheetsOf('seed-cabinet.json', 'letter')
  const { data, missing } = await toPdf(sheets, nodeFonts(), 'Seed cabinet')
  expect(missing).toEqual([])
  const pdf = Buffer.from(data).toString('latin1')
  expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(sheets.length)
  expect(pdf).toMatch(/FontFile[23]/)
})

test('letters of other alphabets are in the PDF, and those that no font has are told', async () => {
  const names = 'Půlkruh łuk · Полка · Ράφι · Kệ sách'
  const text = (t: string, face: 'measure' | 'title', y: number) => ({
    kind: 'text' as const,
    x: 20,
    y,
    text: t,
    size: 4,
    anchor: 'start' as const,
    turn: 0,
    face,
  })
  const sheet: Sheet = {
    title: 'Letters',
    width: 297,
    height: 210,
    marks: [text(names, 'measure', 20), text(names, 'title', 40), text('棚 33 1/4', 'measure', 60)],
  }
  const { data, missing } = await toPdf([sheet], nodeFonts(), 'Letters')
  expect(missing).toEqual(['棚'])
  const dir = mkdtempSync(join(tmpdir(), 'ergaton-'))
  writeFileSync(join(dir, 'letters.pdf'), data)
  const read = execFileSync('pdftotext', ['-layout', join(dir, 'letters.pdf'), '-'], { encoding: 'utf8' })
  // Accents may come apart from their letters, which reads the same.
  expect(read.normalize('NFC').match(/Půlkruh łuk · Полка · Ράφι · Kệ sách/g)).toHaveLength(2)
  expect(read).toContain('33 1/4')
})

test.each(['in', 'mm'] as const)('a whole as large as a hall is drawn within its sheet, in %s', (unit) => {
  const hall = modelOf(
    make(
      [
        ...block('a', 'right-up', [0, 90_000], [0, 4000], [0, 18]),
        ...block('b', 'up-left', [0, 18], [0, 60], [18, 80_000]),
      ],
      unit === 'mm' ? 'mm' : 'in',
    ),
  )
  const [assembly] = planSheets(hall, kernel)
  for (const m of assembly!.marks) {
    const { x1, x2 } = roomOf(m)
    for (const x of [x1, x2]) expect(x >= 7.9 && x <= assembly!.width - 7.9).toBe(true)
  }
  expect(assembly!.marks.filter((m) => m.kind === 'text' && /90|80/.test(m.text)).length).toBeGreaterThan(0)
})

test('an SVG escapes what a maker may call a piece', () => {
  const sheet: Sheet = { title: 'a<b&"c', width: 10, height: 10, marks: [] }
  expect(toSvg(sheet)).toContain('aria-label="a&lt;b&amp;&quot;c"')
})
