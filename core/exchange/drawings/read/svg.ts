/**
 * SVG as strokes: paths and plain shapes with their transforms. What would run or load anything (scripts,
 * references, pictures, styles from elsewhere) is never looked at.
 */
import { XMLParser } from 'fast-xml-parser'
import SvgPath from 'svgpath'
import { circleAt, placed, straight, type Place2, type Segment } from '../../../outline'
import { counted, cubic, ended, Left, ovalPieces, saidBy, Unread, type Strokes } from './kind'

type Attributes = Readonly<Record<string, string>>
interface Node {
  readonly tag: string
  readonly has: Attributes
  readonly within: readonly Node[]
}

/** A node as the parser gives it, children in order. */
type Raw = Readonly<Record<string, unknown>>
function nodesOf(raw: unknown, depth = 0): Node[] {
  if (!Array.isArray(raw)) return []
  if (depth > 100) throw new Unread('its groups lie too deep within each other')
  return (raw as Raw[]).flatMap((r): Node[] => {
    const tag = Object.keys(r).find((k) => k !== ':@')
    if (tag === undefined || tag.startsWith('#') || tag.startsWith('?')) return []
    const has = (r[':@'] ?? {}) as Attributes
    return [{ tag: tag.toLowerCase(), has, within: nodesOf(r[tag], depth + 1) }]
  })
}

/** Units of length in millimetres (CSS Values 3, 6.2); a pixel is said by programs that mean others. */
const UNITS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  q: 0.25,
}

const number = (text: string | undefined, otherwise = 0): number => {
  const n = Number.parseFloat(text ?? '')
  return Number.isFinite(n) ? n : otherwise
}
const numbers = (text: string | undefined): number[] =>
  [...(text ?? '').matchAll(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi)].map((m) => Number(m[0]))

/** Shapes as path data. */
const SHAPES: Readonly<Record<string, (has: Attributes) => string>> = {
  path: ({ d = '' }) => d,
  line: ({ x1, y1, x2, y2 }) => `M${number(x1)} ${number(y1)}L${number(x2)} ${number(y2)}`,
  polyline: ({ points }) => polyline(points),
  polygon: ({ points }) => `${polyline(points)}Z`,
  circle: ({ cx, cy, r }) => oval(number(cx), number(cy), number(r), number(r)),
  ellipse: ({ cx, cy, rx, ry }) => oval(number(cx), number(cy), number(rx), number(ry)),
  rect: ({ x, y, width, height, rx, ry }) => {
    const [u, v, w, h] = [x, y, width, height].map((t) => number(t))
    const [a, b] = [Math.min(number(rx, number(ry)), w! / 2), Math.min(number(ry, number(rx)), h! / 2)]
    if (w! <= 0 || h! <= 0) return ''
    if (a <= 0 || b <= 0) return `M${u} ${v}h${w}v${h}h${-w!}Z`
    const corner = (dx: number, dy: number) => `a${a} ${b} 0 0 1 ${dx} ${dy}`
    return (
      `M${u! + a} ${v}h${w! - 2 * a}${corner(a, b)}v${h! - 2 * b}${corner(-a, b)}` +
      `h${2 * a - w!}${corner(-a, -b)}v${2 * b - h!}${corner(a, -b)}Z`
    )
  },
}
const polyline = (points: string | undefined): string => {
  const all = numbers(points)
  return all.length < 4 ? '' : `M${all.slice(0, all.length - (all.length % 2)).join(' ')}`
}
const oval = (cx: number, cy: number, rx: number, ry: number): string =>
  rx > 0 && ry > 0
    ? `M${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}Z`
    : ''

/** What holds shapes without showing them, and what shows none. */
const HELD = new Set([
  'defs',
  'clippath',
  'mask',
  'pattern',
  'marker',
  'symbol',
  'lineargradient',
  'radialgradient',
  'filter',
])
const NAMED: Readonly<Record<string, string>> = {
  text: 'text',
  image: 'picture',
  use: 'reference',
  script: 'script',
  style: 'style sheet',
  foreignobject: 'foreign part',
  svg: 'drawing within it',
}
const GROUPS = new Set(['g', 'a', 'switch'])
const hidden = ({ display, visibility, style = '' }: Attributes): boolean =>
  display === 'none' || visibility === 'hidden' || /display\s*:\s*none|visibility\s*:\s*hidden/.test(style)

export function readSvg(text: string): Strokes {
  const root = nodesOf(parsed(text)).find((n) => n.tag === 'svg')
  if (!root) throw new Unread('it holds no drawing: there is no svg element')
  const left = new Left()
  const box = numbers(root.has.viewBox ?? root.has.viewbox)
  const [bx = 0, by = 0, , bh = number(root.has.height)] = box
  const segments: Segment[] = []
  const walk = (nodes: readonly Node[], above: readonly string[]): void => {
    for (const { tag, has, within } of nodes) {
      const shape = Object.hasOwn(SHAPES, tag) ? SHAPES[tag] : undefined
      if (hidden(has) || HELD.has(tag)) left.put('hidden part')
      else if (shape || GROUPS.has(tag)) {
        const here = has.transform ? [has.transform, ...above] : above
        if (shape) segments.push(...strokesOf(shape(has), here, left))
        else walk(within, here)
        counted(segments)
      } else if (Object.hasOwn(NAMED, tag)) left.put(NAMED[tag]!)
    }
  }
  walk(root.within, [])
  // Up is up.
  const flip = ([x, y]: Place2): Place2 => [x - bx, by + bh - y]
  return { segments: segments.map((s) => placed(s, flip, -1)), unit: unitOf(root.has, box), left: left.all }
}

function parsed(text: string): unknown {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    parseAttributeValue: false,
    parseTagValue: false,
    processEntities: false,
    removeNSPrefix: true,
  })
  try {
    return parser.parse(text)
  } catch (error) {
    throw new Unread(`it is damaged: ${saidBy(error)}`)
  }
}

/** Millimetres of a unit within, where the width is told in a unit of length and the view in those. */
function unitOf({ width = '' }: Attributes, box: readonly number[]): number | null {
  const told = /^\s*([\d.]+(?:e[-+]?\d+)?)\s*([a-z]+)\s*$/i.exec(width)
  const unit = told && (Number(told[1]) * (UNITS[told[2]!.toLowerCase()] ?? Number.NaN)) / box[2]!
  return unit !== null && Number.isFinite(unit) && unit > 0 ? unit : null
}

function strokesOf(d: string, transforms: readonly string[], left: Left): Segment[] {
  if (d === '') return []
  const path = transforms.reduce((p, t) => p.transform(t), SvgPath(d).abs().unshort())
  const { err } = path as unknown as { err?: string }
  if (err) left.put('path that breaks off')
  const out: Segment[] = []
  let start: Place2 = [0, 0]
  path.iterate((s, _, x, y) => {
    const from: Place2 = [x, y]
    const add = (...more: Segment[]) => out.push(...more)
    switch (s[0]) {
      case 'M':
        start = [s[1], s[2]]
        return
      case 'L':
        return void add(straight(from, [s[1], s[2]]))
      case 'H':
        return void add(straight(from, [s[1], y]))
      case 'V':
        return void add(straight(from, [x, s[1]]))
      case 'C':
        return void add(cubic(from, [s[1], s[2]], [s[3], s[4]], [s[5], s[6]]))
      case 'Q': {
        // A parabola as a cubic.
        const [c, to]: [Place2, Place2] = [
          [s[1], s[2]],
          [s[3], s[4]],
        ]
        const third = (p: Place2): Place2 => [p[0] + (2 / 3) * (c[0] - p[0]), p[1] + (2 / 3) * (c[1] - p[1])]
        return void add(cubic(from, third(from), third(to), to))
      }
      case 'A':
        return void add(...arcPieces(from, s))
      case 'Z':
      case 'z':
        if (x !== start[0] || y !== start[1]) add(straight(from, start))
        return
    }
  })
  return wholeCircle(out)
}

/** Two arcs that come round about one middle are a circle. */
function wholeCircle(all: Segment[]): Segment[] {
  const [a, b] = all
  if (all.length !== 2 || a?.kind !== 'arc' || b?.kind !== 'arc') return all
  const near = (p: Place2, q: Place2) => Math.hypot(p[0] - q[0], p[1] - q[1]) < 1e-6 * a.radius
  const round = Math.abs(Math.abs(a.sweep + b.sweep) - 2 * Math.PI) < 1e-6
  return round && near(a.centre, b.centre) && near(a.from, b.to) ? [circleAt(a.centre, a.radius)] : all
}

type Elliptic = readonly ['A', number, number, number, number, number, number, number]

/** An arc told by its ends as one about a middle (SVG 1.1, F.6.5). */
function arcPieces([x1, y1]: Place2, [, rx0, ry0, degrees, large, sweep, x2, y2]: Elliptic): Segment[] {
  if (x1 === x2 && y1 === y2) return []
  if (rx0 === 0 || ry0 === 0) return [straight([x1, y1], [x2, y2])]
  const turn = (degrees * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const [dx, dy] = [(x1 - x2) / 2, (y1 - y2) / 2]
  const [x, y] = [cos * dx + sin * dy, cos * dy - sin * dx]
  // Radii too small are made large enough.
  const grow = Math.sqrt(Math.max(1, (x / rx0) ** 2 + (y / ry0) ** 2))
  const [rx, ry] = [Math.abs(rx0) * grow, Math.abs(ry0) * grow]
  const under = (rx * ry) ** 2 / ((rx * y) ** 2 + (ry * x) ** 2) - 1
  const k = (large === sweep ? -1 : 1) * Math.sqrt(Math.max(0, under))
  const [cx, cy] = [(k * rx * y) / ry, (-k * ry * x) / rx]
  const centre: Place2 = [cos * cx - sin * cy + (x1 + x2) / 2, sin * cx + cos * cy + (y1 + y2) / 2]
  const from = Math.atan2((y - cy) / ry, (x - cx) / rx)
  const to = Math.atan2((-y - cy) / ry, (-x - cx) / rx)
  const round = 2 * Math.PI
  const gone = sweep
    ? to - from - round * Math.floor((to - from) / round)
    : to - from - round * Math.ceil((to - from) / round)
  const pieces = ovalPieces({
    centre,
    u: [rx * cos, rx * sin],
    v: [-ry * sin, ry * cos],
    from,
    to: from + gone,
  })
  return ended(pieces, [x1, y1], [x2, y2])
}
