/**
 * SVG as strokes: paths and plain shapes with their transforms. What would run or load anything (scripts,
 * references, pictures, styles from elsewhere) is never looked at.
 */
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import SvgPath from 'svgpath'
import { circleAt, placed, straight, type Place2, type Segment } from '../../../outline'
import { counted, cubic, ended, Left, MOST_PIECES, ovalPieces, TOO_MANY, Unread, type Strokes } from './kind'

type Attributes = Readonly<Record<string, string>>
interface Node {
  readonly tag: string
  readonly has: Attributes
  readonly within: readonly Node[]
  /** What is written right in it. */
  readonly text: string
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
    const inside = Array.isArray(r[tag]) ? (r[tag] as Raw[]) : []
    const text = inside.map((x) => (typeof x['#text'] === 'string' ? x['#text'] : '')).join('')
    return [{ tag: tag.toLowerCase(), has, within: nodesOf(inside, depth + 1), text }]
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

/** Pixels, which is what a number without a unit is, to an inch (CSS Values 3, 6.2). */
const DPI = 96
/** What tells where and how large a plain shape is. */
const SIZES = new Set(['x', 'y', 'width', 'height', 'cx', 'cy', 'r', 'rx', 'ry', 'x1', 'y1', 'x2', 'y2'])

/** A shape with all its lengths in the units that are within; null where one hangs on what is not here. */
function inUnits(has: Attributes): Attributes | null {
  const out: Record<string, string> = { ...has }
  for (const [name, text] of Object.entries(has)) {
    if (!SIZES.has(name)) continue
    const told = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i.exec(text)
    const unit = told?.[2]!.toLowerCase() ?? ''
    if (unit === '' || unit === 'px') continue
    if (!Object.hasOwn(UNITS, unit)) return null
    out[name] = String((Number(told![1]) * UNITS[unit]! * DPI) / 25.4)
  }
  return out
}

/** How many numbers each kind of transform takes (SVG 1.1, 7.6). */
const TRANSFORMS: Readonly<Record<string, readonly number[]>> = {
  matrix: [6],
  translate: [1, 2],
  scale: [1, 2],
  rotate: [1, 3],
  skewX: [1],
  skewY: [1],
}

/** Transforms with a sign between all their numbers; null where they are none. */
function transformOf(text: string): string | null {
  const out: string[] = []
  const rest = text.replace(/([a-z]+)\s*\(([^)]*)\)/gi, (_, name: string, of: string) => {
    const all = numbers(of)
    const strange = of.replace(NUMBER, '').replace(/[\s,]/g, '')
    const takes = Object.hasOwn(TRANSFORMS, name) ? TRANSFORMS[name]! : []
    if (strange !== '' || !takes.includes(all.length)) return 'none'
    out.push(`${name}(${all.join(',')})`)
    return ''
  })
  return rest.replace(/[\s,]/g, '') === '' ? out.join(' ') : null
}

const number = (text: string | undefined, otherwise = 0): number => {
  const n = Number.parseFloat(text ?? '')
  return Number.isFinite(n) ? n : otherwise
}
const NUMBER = /[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi
const numbers = (text: string | undefined): number[] =>
  [...(text ?? '').matchAll(NUMBER)].map((m) => Number(m[0]))

/** What is longer tells more lines and curves than are read, each by six figures and their signs. */
const LONGEST = MOST_PIECES * 120
function bounded(text = ''): void {
  if (text.length > LONGEST) throw new Unread(TOO_MANY)
}

/** Shapes as path data. */
const SHAPES: Readonly<Record<string, (has: Attributes) => string>> = {
  path: ({ d = '' }) => (bounded(d), d),
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
  bounded(points)
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
const HIDES = /display\s*:\s*none|visibility\s*:\s*(hidden|collapse)/i
const MOVES = /(^|[\s;{])(transform|translate|rotate|scale)\s*:/i

/** What a style sheet hides or moves: by tag, class or id; all, where that is not told. */
function styledBy(sheets: readonly string[], which: RegExp) {
  const selectors = sheets.flatMap((text) =>
    [...text.replace(/\/\*[\s\S]*?\*\//g, '').matchAll(/([^{}]+)\{([^{}]*)\}/g)]
      .filter((rule) => which.test(rule[2]!))
      .flatMap((rule) => rule[1]!.split(',').map((s) => s.trim())),
  )
  return ({ tag, has }: Pick<Node, 'tag' | 'has'>): boolean => {
    const classes = (has.class ?? '').split(/\s+/)
    return selectors.some((s) => {
      const plain = /^([\w-]*|\*)(?:\.([\w-]+))?(?:#([\w-]+))?$/.exec(s)
      if (!plain) return true
      const [, name, of, id] = plain
      return (
        (!name || name === '*' || name.toLowerCase() === tag) &&
        (!of || classes.includes(of)) &&
        (!id || has.id === id)
      )
    })
  }
}

export function readSvg(text: string): Strokes {
  const root = nodesOf(parsed(text)).find((n) => n.tag === 'svg')
  if (!root) throw new Unread('it holds no drawing: there is no svg element')
  const left = new Left()
  const box = numbers(root.has.viewBox ?? root.has.viewbox)
  const [bx = 0, by = 0, , bh = number(root.has.height)] = box
  const segments: Segment[] = []
  const sheets = styleSheets(root)
  const [hides, moves] = [styledBy(sheets, HIDES), styledBy(sheets, MOVES)]
  const hidden = (node: Node) =>
    node.has.display === 'none' ||
    /^(hidden|collapse)$/.test(node.has.visibility ?? '') ||
    HIDES.test(node.has.style ?? '') ||
    hides(node)
  const moved = (node: Node) => MOVES.test(node.has.style ?? '') || moves(node)
  const { unit, stretched } = unitOf(root.has, box)
  const walk = (nodes: readonly Node[], above: readonly string[]): void => {
    for (const node of nodes) {
      const { tag, has, within } = node
      const shape = Object.hasOwn(SHAPES, tag) ? SHAPES[tag] : undefined
      if (hidden(node) || HELD.has(tag)) left.put('hidden part')
      else if (shape || GROUPS.has(tag)) {
        const transform = transformOf(has.transform ?? '')
        const sized = inUnits(has)
        if (moved(node)) left.put('part moved by its style')
        else if (transform === null) left.put('part with a transform that cannot be read')
        else if (shape && !sized) left.put('shape sized by what is round it')
        else {
          const here = transform ? [transform, ...above] : above
          if (shape) segments.push(...strokesOf(shape(sized!), here, left))
          else walk(within, here)
          counted(segments)
        }
      } else if (Object.hasOwn(NAMED, tag)) left.put(NAMED[tag]!)
    }
  }
  walk(root.within, stretched === 1 ? [] : [`scale(1,${stretched})`])
  // Up is up.
  const flip = ([x, y]: Place2): Place2 => [x - bx, (by + bh) * stretched - y]
  return { segments: segments.map((s) => placed(s, flip, -1)), unit, left: left.all }
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
  } catch {
    const found = XMLValidator.validate(text)
    throw new Unread(found === true ? 'it is damaged' : `it is damaged near line ${found.err.line}`)
  }
}

const styleSheets = ({ within }: Node): string[] =>
  within.flatMap((n) => (n.tag === 'style' ? [n.text] : styleSheets(n)))

/**
 * Millimetres of a unit within, where the size is told in units of length and the view in its own; and how
 * much more it is upwards, where it is stretched to its size (SVG 1.1, 7.8).
 */
function unitOf(
  { width = '', height = '', preserveAspectRatio = '' }: Attributes,
  [, , wide, high]: readonly number[],
): { readonly unit: number | null; readonly stretched: number } {
  const of = (text: string, long: number | undefined): number | null => {
    const told = /^\s*([\d.]+(?:e[-+]?\d+)?)\s*([a-z]+)\s*$/i.exec(text)
    const unit = told && (Number(told[1]) * (UNITS[told[2]!.toLowerCase()] ?? Number.NaN)) / long!
    return unit !== null && Number.isFinite(unit) && unit > 0 ? unit : null
  }
  const [u, v] = [of(width, wide), of(height, high)]
  if (u === null || v === null) return { unit: u ?? v, stretched: 1 }
  if (/none/.test(preserveAspectRatio)) return { unit: u, stretched: v / u }
  return { unit: /slice/.test(preserveAspectRatio) ? Math.max(u, v) : Math.min(u, v), stretched: 1 }
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
