/**
 * A sheet of paper as a list of marks, in millimetres from its upper left corner. Every renderer reads this.
 */
import metrics from './metrics.json' with { type: 'json' }

export interface Line {
  readonly kind: 'line'
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  /** What it is: its weight and dash follow. */
  readonly pen: Pen
}
/** A part of a circle about (x, y), anticlockwise on the paper, degrees; 360 for a whole one. */
export interface ArcMark {
  readonly kind: 'arc'
  readonly x: number
  readonly y: number
  readonly r: number
  readonly from: number
  readonly to: number
  readonly pen: Pen
}
export interface Corner {
  readonly x: number
  readonly y: number
  /**
   * How the way to the next corner bends: the tangent of a quarter of the angle it turns by, above nought
   * anticlockwise on the paper; straight when not said.
   */
  readonly bulge?: number
}
/** Lines and arcs from corner to corner, drawn in one go. */
export interface PathMark {
  readonly kind: 'path'
  readonly corners: readonly Corner[]
  readonly closed: boolean
  readonly pen: Pen
}
export interface Text {
  readonly kind: 'text'
  readonly x: number
  /** The base line. */
  readonly y: number
  readonly text: string
  readonly size: number
  readonly anchor: 'start' | 'middle' | 'end'
  /** Degrees anticlockwise about (x, y). */
  readonly turn: number
  readonly face: 'measure' | 'title'
}
/** `part`: what of the sheet it belongs to: "view face", "picture", "note 2". */
export type Mark = (Line | ArcMark | PathMark | Text) & { readonly part?: string }

export const asPart = (part: string, marks: readonly Mark[]): Mark[] => marks.map((m) => ({ ...m, part }))

export type Pen = 'visible' | 'hidden' | 'centre' | 'blank' | 'dimension' | 'hatch' | 'frame'
export const PENS: Readonly<Record<Pen, { width: number; dash: readonly number[] }>> = {
  visible: { width: 0.5, dash: [] },
  hidden: { width: 0.25, dash: [2.4, 1.2] },
  centre: { width: 0.25, dash: [6, 0.8, 0.6, 0.8] },
  /** What was there before it was worked: a long dash and two dots (ISO 128-2, line 05.1). */
  blank: { width: 0.25, dash: [5, 1, 0.5, 1, 0.5, 1] },
  dimension: { width: 0.25, dash: [] },
  hatch: { width: 0.18, dash: [] },
  frame: { width: 0.35, dash: [] },
}

/** The colour of all that is drawn and written. */
export const INK = '#22282e'

export const PEN_NAMES = Object.keys(PENS) as readonly Pen[]

/** What kind of thing on a sheet it is; what can be done to it follows. */
export type ItemKind =
  | 'view'
  | 'note'
  | 'place'
  | 'size'
  | 'angle'
  | 'picture'
  | 'mark'
  | 'dimension'
  | 'section'
  | 'detail'

/** A thing that the maker can take hold of. */
export interface Item {
  /** As the parts of marks are called that belong to it. */
  readonly key: string
  /** What else it goes by: the other features that one note or one place tells of. */
  readonly also: readonly string[]
  readonly kind: ItemKind
  readonly says: string
  /** How far it stands from where the way counts from that it was moved. */
  readonly by: readonly [number, number]
  readonly hidden: boolean
  /** So many times as far as it would the piece stands apart. */
  readonly apart?: number
  /** It cannot be hidden: without it there is no drawing. */
  readonly fixed?: true
  /** The addition that it is of, and why that cannot be drawn. */
  readonly added?: string
  readonly why?: string
}

/** A place that additions can hold on to: the nth of what is called so in a view, and where that is. */
export interface SpotOn {
  readonly view: string
  readonly of: string
  readonly n: number
  readonly x: number
  readonly y: number
}
/** A view on a sheet, and how many millimetres of paper are one of wood. */
export interface ViewOn {
  readonly key: string
  readonly scale: number
  readonly on: Bounds
}

/** A PNG in base 64, its upper left corner there. */
export interface Image {
  readonly x: number
  readonly y: number
  readonly wide: number
  readonly high: number
  readonly data: string
}

export interface Sheet {
  readonly title: string
  readonly width: number
  readonly height: number
  readonly marks: readonly Mark[]
  /** What its drawing is called, first as it is known best; it may go over more sheets. */
  readonly keys?: readonly string[]
  readonly images?: readonly Image[]
  readonly items?: readonly Item[]
  readonly views?: readonly ViewOn[]
  readonly spots?: readonly SpotOn[]
}

export const TEXT = 3.5
export const SMALL = 2.8

/** Of each letter, in thousandths of the size. */
const WIDTHS: Readonly<Record<Text['face'], Readonly<Record<string, number>>>> = {
  measure: metrics.widths,
  title: metrics.title.widths,
}
/** In the shipped font, `n⁄d` sets as a fraction of small figures. */
const SMALL_FIGURE = 320
const FRACTION_BAR = 100

/** Width of a text in the shipped font of a face, mm. */
export function textWidth(text: string, size: number, face: Text['face'] = 'measure'): number {
  const widths = WIDTHS[face]
  let w = 0
  for (const piece of text.split(/(\d+\/\d+)/)) {
    if (/^\d+\/\d+$/.test(piece)) w += (piece.length - 1) * SMALL_FIGURE + FRACTION_BAR
    else for (const c of piece) w += widths[c] ?? 560
  }
  return (w * size) / 1000
}

/** Fractions with the sign that the font turns into a real fraction. */
export const withFractions = (text: string): string => text.replace(/(\d+)\/(\d+)/g, '$1\u2044$2')

export const line = (x1: number, y1: number, x2: number, y2: number, pen: Pen): Line => ({
  kind: 'line',
  x1,
  y1,
  x2,
  y2,
  pen,
})
/** All that is drawn with one pen, as a path that SVG and PDF draw; a whole circle goes in two halves. */
export function pathOf(marks: readonly Mark[], pen: Pen): string {
  let path = ''
  for (const m of marks)
    if (m.kind === 'text' || m.pen !== pen) continue
    else if (m.kind === 'line') path += `M${micron(m.x1)} ${micron(m.y1)}L${micron(m.x2)} ${micron(m.y2)}`
    else path += m.kind === 'arc' ? arcPath(m) : cornersPath(m)
  return path
}

function cornersPath({ corners, closed }: PathMark): string {
  const [first, ...rest] = corners
  if (!first) return ''
  let path = `M${micron(first.x)} ${micron(first.y)}`
  let from = first
  for (const to of closed ? [...rest, first] : rest) {
    const bulge = from.bulge ?? 0
    const back = to === first && bulge === 0
    if (back) path += 'Z'
    else if (bulge === 0) path += `L${micron(to.x)} ${micron(to.y)}`
    else path += bent(from, to, bulge)
    from = to
  }
  return path
}

/** The arc over a chord: its radius is chord · (1 + bulge²) ÷ (4 · bulge), as a quarter of its angle says. */
function bent(from: Corner, to: Corner, bulge: number): string {
  const chord = Math.hypot(to.x - from.x, to.y - from.y)
  const r = micron((chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge)))
  const large = Math.abs(bulge) > 1 ? 1 : 0
  return `A${r} ${r} 0 ${large} ${bulge > 0 ? 0 : 1} ${micron(to.x)} ${micron(to.y)}`
}

/** A place on the paper as it is written, to a micrometre. */
export const micron = (mm: number): string => String(Math.round(mm * 1000) / 1000)

function arcPath({ x, y, r, from, to }: ArcMark): string {
  const at = (degrees: number) => {
    const t = (degrees * Math.PI) / 180
    return `${micron(x + r * Math.cos(t))} ${micron(y - r * Math.sin(t))}`
  }
  const arc = (end: number) => `A${micron(r)} ${micron(r)} 0 0 0 ${at(end)}`
  return `M${at(from)}${arc((from + to) / 2)}${arc(to)}`
}

/** A text; the sign of a diameter as the shipped fonts have it. */
export const write = (
  x: number,
  y: number,
  text: string,
  more: Partial<Omit<Text, 'kind' | 'x' | 'y' | 'text'>> = {},
): Text => ({
  kind: 'text',
  x,
  y,
  text: text.replaceAll('⌀', 'Ø'),
  size: TEXT,
  anchor: 'start',
  turn: 0,
  face: 'measure',
  ...more,
})

export interface Bounds {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
}

/** The room a text takes on the sheet. */
export function boundsOf(t: Text): Bounds {
  const w = textWidth(t.text, t.size, t.face)
  const from = t.anchor === 'start' ? 0 : t.anchor === 'end' ? -w : -w / 2
  const up = t.size * 0.75
  if (t.turn === 90) return { x1: t.x - up, x2: t.x + 0.2 * t.size, y1: t.y - from - w, y2: t.y - from }
  return { x1: t.x + from, x2: t.x + from + w, y1: t.y - up, y2: t.y + 0.2 * t.size }
}
