/** Outlines read from drawings that others have made. */
import type { Mm } from '../../../measure'
import type { Place2, Segment } from '../../../outline'

/** Why a drawing is not read, in a sentence. */
export class Unread extends Error {}

export type Reading<T> =
  | { readonly ok: true; readonly read: T }
  | { readonly ok: false; readonly why: string }

/** What a drawing holds, in its own units; x to the right and y up. */
export interface Strokes {
  readonly segments: readonly Segment[]
  /** How many millimetres one of its units is; null where it does not say. */
  readonly unit: Mm | null
  /** What was left out, and how many of it: "text". */
  readonly left: ReadonlyMap<string, number>
}

/** A piece of an ellipse told by two conjugate half diameters: c + u cos t + v sin t, radians. */
export interface Oval {
  readonly centre: Place2
  readonly u: Place2
  readonly v: Place2
  readonly from: number
  readonly to: number
}

/** A way of carrying places, with what it does to directions. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number]
export const SAME: Matrix = [1, 0, 0, 1, 0, 0]
export const at = ([a, b, c, d, e, f]: Matrix, [x, y]: Place2): Place2 => [
  a * x + c * y + e,
  b * x + d * y + f,
]
export const turned = ([a, b, c, d]: Matrix, [x, y]: Place2): Place2 => [a * x + c * y, b * x + d * y]
/** The second, then the first. */
export const after = (m: Matrix, n: Matrix): Matrix => {
  const [u, v, o] = [turned(m, [n[0], n[1]]), turned(m, [n[2], n[3]]), at(m, [n[4], n[5]])]
  return [u[0], u[1], v[0], v[1], o[0], o[1]]
}

export const cubic = (from: Place2, leave: Place2, arrive: Place2, to: Place2): Segment => ({
  kind: 'curve',
  from,
  leave,
  arrive,
  to,
  of: '',
})

/** What turns by more is told by more than one cubic: off by less than 2e-6 of its size. */
const MOST = Math.PI / 8

/** Pieces one after the other that start and end at these places, to the last digit. */
export const ended = (pieces: readonly Segment[], from: Place2, to: Place2): Segment[] =>
  pieces.map((p, n) => ({ ...p, ...(n === 0 && { from }), ...(n === pieces.length - 1 && { to }) }))

/** A circle's piece is an arc; another's is cubics. */
export function ovalPieces({ centre, u, v, from, to }: Oval): Segment[] {
  const place = (t: number): Place2 => [
    centre[0] + u[0] * Math.cos(t) + v[0] * Math.sin(t),
    centre[1] + u[1] * Math.cos(t) + v[1] * Math.sin(t),
  ]
  const way = (t: number): Place2 => [
    v[0] * Math.cos(t) - u[0] * Math.sin(t),
    v[1] * Math.cos(t) - u[1] * Math.sin(t),
  ]
  const [ru, rv] = [Math.hypot(...u), Math.hypot(...v)]
  const square = Math.abs(u[0] * v[0] + u[1] * v[1]) < 1e-7 * ru * rv
  if (square && Math.abs(ru - rv) < 1e-7 * ru) {
    const hand = u[0] * v[1] - u[1] * v[0] > 0 ? 1 : -1
    const whole = Math.abs(Math.abs(to - from) - 2 * Math.PI) < 1e-9
    const start = place(from)
    return [
      {
        kind: 'arc',
        from: start,
        to: whole ? start : place(to),
        centre,
        radius: ru,
        sweep: hand * (to - from),
        of: '',
      },
    ]
  }
  const n = Math.max(1, Math.ceil(Math.abs(to - from) / MOST - 1e-9))
  const step = (to - from) / n
  const k = (4 / 3) * Math.tan(step / 4)
  return Array.from({ length: n }, (_, i) => {
    const [s, e] = [from + i * step, from + (i + 1) * step]
    const [a, b, c, d] = [place(s), way(s), way(e), place(e)]
    return cubic(a, [a[0] + k * b[0], a[1] + k * b[1]], [d[0] - k * c[0], d[1] - k * c[1]], d)
  })
}

/** Counts what is left out. */
export class Left {
  readonly all = new Map<string, number>()

  put(what: string, n = 1): void {
    this.all.set(what, (this.all.get(what) ?? 0) + n)
  }
}

/** A drawing of more pieces is none of an outline. */
export const MOST_PIECES = 5000
export const TOO_MANY = `it has more than ${MOST_PIECES} lines and curves; leave out what is not the outline`

export function counted(segments: readonly Segment[]): void {
  if (segments.length > MOST_PIECES) throw new Unread(TOO_MANY)
}
