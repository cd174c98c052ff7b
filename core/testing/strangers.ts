/**
 * Drawings as programs of others write them, of a size that is known: units, views, transforms however they
 * are written, name spaces and letters; and damage done to them on the way.
 */
import { readDrawing } from '../exchange/drawings/read'
import { ODD, RAW } from './fuzz'

type Random = () => number
type Place = readonly [number, number]
/** x' = a x + c y + e, y' = b x + d y + f, as in SVG 1.1, 7.4. */
type Matrix = readonly [number, number, number, number, number, number]

/** What is drawn, and how large it is over all, millimetres. */
export interface Strange {
  readonly text: string
  readonly size: Place
  /** In letters of two bytes. */
  readonly wide: boolean
}

const SAME: Matrix = [1, 0, 0, 1, 0, 0]
const place = ([a, b, c, d, e, f]: Matrix, [x, y]: Place): Place => [a * x + c * y + e, b * x + d * y + f]
const times = (m: Matrix, n: Matrix): Matrix => {
  const [o, u, v] = [
    place(m, [n[4], n[5]]),
    place(m, [n[0] + n[4], n[1] + n[5]]),
    place(m, [n[2] + n[4], n[3] + n[5]]),
  ]
  return [u[0] - o[0], u[1] - o[1], v[0] - o[0], v[1] - o[1], o[0], o[1]]
}
const span = (all: readonly Place[], axis: 0 | 1): number =>
  Math.max(...all.map((p) => p[axis])) - Math.min(...all.map((p) => p[axis]))

const picking = (random: Random) => ({
  one: <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!,
  /** A length that is written out exactly. */
  length: (from: number, to: number) => Math.round((from + random() * (to - from)) * 100) / 100,
  likely: (chance: number) => random() < chance,
})
type Picking = ReturnType<typeof picking>

/** Millimetres of the units a length is told in (CSS Values 3, 6.2). */
const CSS: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6 }
const PIXEL = 25.4 / 96

/** A transform with its matrix, written loosely, tightly or with commas. */
function transform({ one, length, likely }: Picking): readonly [string, Matrix] {
  const say = (name: string, all: readonly number[]) => {
    const tight = all
      .map((n, k) => (k > 0 && n >= 0 ? ',' : '') + String(n).replace(/^(-?)0\./, '$1.'))
      .join('')
    return `${name}(${one([tight, all.join(','), all.join(' '), ` ${all.join(' , ')} `])})`
  }
  const [a, b] = [length(-80, 80), length(-80, 80)]
  const factor = () => length(0.2, 3) * (likely(0.2) ? -1 : 1)
  const [s, t] = [factor(), factor()]
  const turn = (degrees: number): Matrix => {
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
    return [cos, sin, -sin, cos, 0, 0]
  }
  const degrees = one([90, 180, -90, 45, length(-180, 180)])
  return one<readonly [string, Matrix]>([
    [say('translate', [a, b]), [1, 0, 0, 1, a, b]],
    [say('translate', [a]), [1, 0, 0, 1, a, 0]],
    [say('scale', [s, t]), [s, 0, 0, t, 0, 0]],
    [say('scale', [s]), [s, 0, 0, s, 0, 0]],
    [say('rotate', [degrees]), turn(degrees)],
    [say('rotate', [degrees, a, b]), times(times([1, 0, 0, 1, a, b], turn(degrees)), [1, 0, 0, 1, -a, -b])],
    [say('matrix', [s, 0.5, -0.25, t, a, b]), [s, 0.5, -0.25, t, a, b]],
  ])
}

/** A shape of straight lines, with its corners. */
function shape({ one, length, likely }: Picking, ns: string, more: string): readonly [string, Place[]] {
  const unit = one(['', '', 'px', ...Object.keys(CSS)])
  const to = (CSS[unit] ?? PIXEL) / PIXEL
  const [x, y, w, h] = [length(-9, 9), length(-9, 9), length(1, 60), length(1, 60)]
  const corners: Place[] = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ]
  const path = likely(0.5)
    ? `M${corners.map((p) => p.join(one([',', ' ']))).join('L')}Z`
    : `m${x}${y < 0 ? '' : ' '}${y}h${w}v${h}h${-w}z`
  return one<() => readonly [string, Place[]]>([
    () => [
      `<${ns}rect x="${x}${unit}" y="${y}${unit}" width="${w}${unit}" height="${h}${unit}" ${more}/>`,
      corners.map(([u, v]) => [u * to, v * to]),
    ],
    () => [`<${ns}path d="${path}" ${more}/>`, corners],
    () => [`<${ns}polygon points="${corners.map((p) => p.join()).join(' ')}" ${more}/>`, corners],
    () => [
      `<${ns}line x1="${x}" y1="${y}" x2="${x + w}" y2="${y + h}" ${more}/>`,
      [corners[0]!, corners[2]!],
    ],
  ])()
}

/** What is not seen, or hangs on what is not here, and would change the size if it were read. */
const DECOYS: ReadonlyArray<(ns: string) => string> = [
  (ns) => `<${ns}rect display="none" width="9999" height="9999"/>`,
  (ns) => `<${ns}g style="fill:none;display : none"><${ns}rect width="9999" height="9999"/></${ns}g>`,
  (ns) =>
    `<${ns}style>.gone,#x{display:none}</${ns}style><${ns}rect class="a gone" width="9999" height="9999"/>`,
  (ns) => `<${ns}defs><${ns}rect width="9999" height="9999"/></${ns}defs>`,
  (ns) => `<${ns}rect width="300%" height="9999"/>`,
  (ns) => `<${ns}rect width="40" height="40" style="transform:scale(99)"/>`,
  (ns) => `<${ns}text x="9999" y="9999">far</${ns}text>`,
  (ns) => `<${ns}rect width="40" height="40" transform="scale(99deg)"/>`,
]

export function strangeSvg(random: Random): Strange {
  const pick = picking(random)
  const { one, length, likely } = pick
  const ns = likely(0.2) ? 's:' : ''
  const places: Place[] = []
  const draw = (deep: number, m: Matrix): string => {
    const [says, own] = likely(0.6) ? transform(pick) : ['', SAME]
    const here = times(m, own)
    const attribute = says ? `transform="${says}"` : ''
    if (deep > 0 && likely(0.6)) return `<${ns}g ${attribute}>${draw(deep - 1, here)}</${ns}g>`
    const [text, corners] = shape(pick, ns, attribute)
    places.push(...corners.map((p) => place(here, p)))
    return text
  }
  const body = Array.from({ length: 1 + Math.floor(random() * 4) }, () => draw(3, SAME))
  if (likely(0.5)) body.push(one(DECOYS)(ns))
  const [unit, w, h] = [one(Object.keys(CSS)), length(10, 300), length(10, 300)]
  const [bw, bh] = [length(10, 800), length(10, 800)]
  const fit = one(['', 'xMidYMid', 'xMinYMax meet', 'xMidYMid slice', 'none'])
  const [u, v] = [(w * CSS[unit]!) / bw, (h * CSS[unit]!) / bh]
  const least = /slice/.test(fit) ? Math.max(u, v) : Math.min(u, v)
  const [along, up] = fit === 'none' ? [u, v] : [least, least]
  const viewed = likely(0.7)
  const head = viewed
    ? `width="${w}${unit}" height="${h}${unit}" viewBox="${length(-50, 50)} ${length(-50, 50)} ${bw} ${bh}"` +
      (fit === '' ? '' : ` preserveAspectRatio="${fit}"`)
    : one(['', `width="${w}" height="${h}"`, `width="${w}px" height="${h}px"`])
  const wide = likely(0.1)
  const text =
    `<?xml version="1.0" encoding="${wide ? 'UTF-16' : 'UTF-8'}"?>` +
    `<${ns}svg xmlns${ns ? ':s' : ''}="http://www.w3.org/2000/svg" ${head}>${body.join('\n')}</${ns}svg>`
  const [a, b] = viewed ? [along, up] : [PIXEL, PIXEL]
  return { text, size: [span(places, 0) * a, span(places, 1) * b], wide }
}

/** Millimetres of $INSUNITS. */
const DXF_UNITS: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 }

export function strangeDxf(random: Random): Strange {
  const pick = picking(random)
  const { one, length, likely } = pick
  type Groups = Array<readonly [number, string | number]>
  /** One of straight lines, seen from the front or from behind, with its corners in the drawing. */
  const entity = (): readonly [Groups, Place[]] => {
    const [x, y, w, h] = [length(-50, 50), length(-50, 50), length(1, 90), length(1, 90)]
    const behind = likely(0.3)
    const says: Groups = behind
      ? [
          [210, 0],
          [220, 0],
          [230, -1],
        ]
      : []
    if (likely(0.5))
      // A line’s ends are in the drawing, from whichever side it is seen.
      return [
        [[0, 'LINE'], [8, '0'], ...says, [10, x], [20, y], [11, x + w], [21, y + h]],
        [
          [x, y],
          [x + w, y + h],
        ],
      ]
    const corners: Place[] = [
      [x, y],
      [x + w, y],
      [x + w, y + h],
    ]
    const more: Groups = likely(0.3) ? [[91, 0]] : []
    const vertices = corners.flatMap(([u, v]): Groups => [[10, u], [20, v], ...more])
    return [
      [[0, 'LWPOLYLINE'], [8, '0'], ...says, [90, 3], [70, 1], ...vertices],
      corners.map(([u, v]) => [behind ? -u : u, v]),
    ]
  }
  const blocks: Groups = []
  const places: Place[] = []
  const entities: Groups = []
  for (let n = 0; n < 1 + random() * 3; n++) {
    const [groups, own] = entity()
    if (likely(0.5)) {
      entities.push(...groups)
      places.push(...own)
      continue
    }
    const name = `B${n}`
    const [bx, by, x, y] = [length(-9, 9), length(-9, 9), length(-99, 99), length(-99, 99)]
    const [sx, sy] = [length(0.2, 3) * one([1, -1]), length(0.2, 3)]
    const degrees = one([0, 90, 30])
    const [columns, rows] = [one([1, 1, 3]), one([1, 2])]
    blocks.push([0, 'BLOCK'], [8, '0'], [2, name], [70, 0], [10, bx], [20, by], [3, name], ...groups, [
      0,
      'ENDBLK',
    ])
    entities.push([0, 'INSERT'], [8, '0'], [2, name], [10, x], [20, y], [41, sx], [42, sy], [50, degrees])
    entities.push([70, columns], [71, rows], [44, 11], [45, 7])
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
    const turn: Matrix = [cos, sin, -sin, cos, x, y]
    for (let c = 0; c < columns; c++)
      for (let r = 0; r < rows; r++)
        places.push(...own.map(([u, v]) => place(turn, [(u - bx) * sx + c * 11, (v - by) * sy + r * 7])))
  }
  if (likely(0.3)) entities.push([0, 'LINE'], [8, '0'], [67, 1], [10, 0], [20, 0], [11, 9999], [21, 9999])
  if (likely(0.3)) entities.push([0, 'LINE'], [8, '0'], [60, 1], [10, 0], [20, 0], [11, 9999], [21, 9999])
  const unit = one(Object.keys(DXF_UNITS))
  const section = (name: string, groups: Groups): Groups => [
    [0, 'SECTION'],
    [2, name],
    ...groups,
    [0, 'ENDSEC'],
  ]
  const all: Groups = [
    ...section('HEADER', [
      [9, '$INSUNITS'],
      [70, unit],
    ]),
    ...section('BLOCKS', blocks),
    ...section('ENTITIES', entities),
    [0, 'EOF'],
  ]
  const ending = one(['\n', '\r\n'])
  const text = all.flatMap(([code, value]) => [`  ${code}`, String(value)]).join(ending) + ending
  const mm = DXF_UNITS[Number(unit)]!
  return { text, size: [span(places, 0) * mm, span(places, 1) * mm], wide: false }
}

const bytesOf = ({ text, wide }: Pick<Strange, 'text' | 'wide'>): Uint8Array =>
  wide
    ? new Uint8Array(Uint16Array.from(`\uFEFF${text}`, (c) => c.charCodeAt(0)).buffer)
    : new TextEncoder().encode(text)

/** What reading one did wrong; null when it is as large as it was drawn, to a millionth. */
export function faultOfStrange(strange: Strange): string | null {
  const read = readDrawing(bytesOf(strange), 'drawing')
  if (!read.ok) return `sound, but ${read.why}`
  const { segments, unit } = read.read
  const all = segments.flatMap((s) => [s.from, s.to])
  const size = [0, 1].map((k) => span(all, k as 0 | 1) * (unit ?? PIXEL))
  const off = size.some((s, k) => Math.abs(s - strange.size[k]!) > 1e-6 * Math.max(1, ...strange.size))
  const say = (all: readonly number[]) => all.map((n) => n.toFixed(4)).join(' × ')
  return off ? `${say(size)} where ${say(strange.size)} is drawn` : null
}

/** One that was damaged on its way, by transfers and careless editors. */
export function damaged(strange: Strange, random: Random): Strange {
  const { one } = picking(random)
  let { text } = strange
  for (let n = 0; n < 1 + random() * 4; n++) {
    const from = Math.floor(random() * text.length)
    const part = text.slice(from, from + Math.floor(random() * 40))
    const put = one([
      '',
      part + part,
      part.replace(/\d/g, '9'),
      JSON.stringify(one(ODD)) + part,
      part.replace(/-?\d+(\.\d+)?/g, '1e309'),
      [...part].reverse().join(''),
    ])
    text = text.slice(0, from) + put + text.slice(from + part.length)
  }
  return { ...strange, text }
}

/** What reading a damaged one did wrong; null when it opens, or is refused in a sentence. */
export function faultOfDamaged(strange: Strange): string | null {
  const read = readDrawing(bytesOf(strange), 'drawing')
  return !read.ok && RAW.test(read.why) ? `refused in a programmer’s words: ${read.why}` : null
}
