/**
 * What the drawing of a piece leaves open, read from its sheets alone, as somebody does who makes it from
 * them: a line, a middle or a radius is told where its places follow from the ends of the piece by what is
 * printed. Millimetres of wood.
 */
import type { LengthUnit } from '../measure'
import type { Mark, Sheet } from '../plans'
import { boxOf } from '../plans/pick'
import type { ViewOn } from '../plans/sheet'

/** A place of a view that nothing printed leads to, from the left end of that or from its lower side. */
export interface Untold {
  readonly view: string
  readonly way: 'along' | 'up' | 'radius'
  readonly mm: number
}

/** As exactly as lines are drawn, and figures are written. */
const DRAWN = 0.04
const WRITTEN: Readonly<Record<LengthUnit, number>> = { mm: 0.1, in: 25.4 / 128 + 0.01 }
/** Shorter lines aslant are of a curve in many of them. */
const FACET = 4
/** What has more corners is a free curve, which a pattern tells. */
const CORNERS = 8

const NUMBER = /(?:(\d+(?:\.\d+)?) )?(\d+)\/(\d+)|(\d+(?:\.\d+)?)(?!\d)/g

/** All figures in a text: lengths, and angles. A count is none. */
function figuresIn(text: string): { readonly lengths: number[]; readonly degrees: number[] } {
  const plain = text.replaceAll('\u2044', '/').replace(/^\d+ × /, '')
  const lengths: number[] = []
  const degrees: number[] = []
  for (const found of plain.matchAll(NUMBER)) {
    const [all, whole, over, under, decimal] = found
    const value = decimal !== undefined ? Number(decimal) : Number(whole ?? 0) + Number(over) / Number(under)
    if (plain[found.index + all.length] === '°') degrees.push(value)
    else lengths.push(value)
  }
  return { lengths, degrees }
}

/** What is printed of a piece: lengths in millimetres, and angles. */
function printed(sheets: readonly Sheet[], unit: LengthUnit) {
  const lengths = new Set<number>()
  const degrees = new Set<number>([45, 90])
  const notes = new Map<string, string>()
  for (const [n, sheet] of sheets.entries())
    for (const m of sheet.marks)
      if (m.kind === 'text' && m.part && TELLING.test(m.part))
        notes.set(`${n} ${m.part}`, [notes.get(`${n} ${m.part}`) ?? '', m.text].join(' ').trim())
  for (const text of notes.values()) {
    const found = figuresIn(text)
    for (const mm of found.lengths) lengths.add(unit === 'in' ? 25.4 * mm : mm)
    for (const angle of found.degrees) degrees.add(angle)
  }
  return { lengths: [...lengths], degrees: [...degrees] }
}
const TELLING = /^(note|radius|round|angle|added) /

/** Two places of a view that a printed length lies between, along it or up it. */
interface Span {
  readonly i: 0 | 1
  readonly from: number
  readonly to: number
}

/** A line in a view, from its lower left corner. */
interface Stroke {
  readonly a: readonly [number, number]
  readonly b: readonly [number, number]
}

/** What is to be told of a view, and the places that its figures stand at. */
class ViewRead {
  readonly strokes: Stroke[] = []
  readonly rounds: Array<{ readonly at: readonly [number, number]; readonly r: number }> = []
  readonly size: readonly [number, number]
  readonly known: [Set<number>, Set<number>]

  constructor(
    readonly view: ViewOn,
    marks: readonly Mark[],
  ) {
    const { on, scale } = view
    this.size = [(on.x2 - on.x1) / scale, (on.y2 - on.y1) / scale]
    this.known = [new Set([0, this.size[0]]), new Set([0, this.size[1]])]
    const at = (x: number, y: number) => [(x - on.x1) / scale, (on.y2 - y) / scale] as const
    for (const m of marks) {
      if (m.kind === 'text' || m.pen !== 'visible' || m.part !== view.key) continue
      if (m.kind === 'line') this.strokes.push({ a: at(m.x1, m.y1), b: at(m.x2, m.y2) })
      else if (m.kind === 'arc') this.rounds.push({ at: at(m.x, m.y), r: m.r / scale })
      else if (m.corners.length <= CORNERS)
        m.corners.slice(1).forEach((c, k) => {
          const before = m.corners[k]!
          this.strokes.push({ a: at(before.x, before.y), b: at(c.x, c.y) })
        })
    }
  }

  /** Takes note of where a figure stands, by a line that begins beside the view. */
  stands(x: number, y: number, level: boolean): void {
    const { on, scale } = this.view
    if (level) this.known[0].add((x - on.x1) / scale)
    else this.known[1].add((on.y2 - y) / scale)
  }
}

/** The lines of running figures begin beside their view, straight from the place they are of. */
function takeFigures(sheet: Sheet, views: readonly ViewRead[]): void {
  const parts = new Map<string, Mark[]>()
  for (const m of sheet.marks)
    if (m.part && /^(place|round|middle|added) /.test(m.part))
      parts.set(m.part, [...(parts.get(m.part) ?? []), m])
  for (const marks of parts.values()) {
    const texts = marks.flatMap((m) => (m.kind === 'text' ? [m] : []))
    for (const m of marks) {
      if (m.kind !== 'line' || texts.length === 0) continue
      const upright = Math.abs(m.x1 - m.x2) < 1e-6
      if (!upright && Math.abs(m.y1 - m.y2) > 1e-6) continue
      const box = boxOf([m])!
      const away = (v: ViewRead) => {
        const { on } = v.view
        const [dx, dy] = [
          Math.max(on.x1 - box.x2, 0, box.x1 - on.x2),
          Math.max(on.y1 - box.y2, 0, box.y1 - on.y2),
        ]
        return Math.hypot(dx, dy)
      }
      const nearest = views.reduce<ViewRead | null>((a, b) => (a && away(a) <= away(b) ? a : b), null)
      if (nearest && away(nearest) < 3) nearest.stands(m.x1, m.y1, upright)
    }
  }
}

/** What nothing on the sheets of a piece leads to, and of how many places and radii that is. */
export function untoldOn(
  sheets: readonly Sheet[],
  unit: LengthUnit,
): { readonly untold: Untold[]; readonly of: number } {
  const { lengths, degrees } = printed(sheets, unit)
  const found = new Map<string, Untold>()
  const views = sheets.flatMap((sheet) => {
    const own = (sheet.views ?? []).map((view) => new ViewRead(view, sheet.marks))
    takeFigures(sheet, own)
    return own
  })
  // The same direction of the piece is as long in every view that shows it; what one tells, others need not.
  const alike = (a: ViewRead, i: number, b: ViewRead, k: number) => Math.abs(a.size[i]! - b.size[k]!) < DRAWN
  let left: Untold[] | null = null
  for (let before = -1; left === null || before !== left.length;) {
    before = left?.length ?? -1
    for (const a of views)
      for (const b of views)
        for (const i of [0, 1] as const)
          for (const k of [0, 1] as const)
            if (a !== b && alike(a, i, b, k)) for (const p of b.known[k]) a.known[i].add(p)
    left = views.flatMap((v) => leftOpen(v, lengths, degrees, unit))
  }
  for (const untold of left ?? []) found.set(JSON.stringify(untold), untold)
  const of = views.reduce((n, v) => n + 4 * v.strokes.length + 3 * v.rounds.length, 0)
  return { untold: [...found.values()], of }
}

function leftOpen(
  v: ViewRead,
  lengths: readonly number[],
  degrees: readonly number[],
  unit: LengthUnit,
): Untold[] {
  const within = WRITTEN[unit]
  const isLength = (mm: number) =>
    lengths.some((n) => Math.abs(n - mm) < WRITTEN[unit] || Math.abs(n / 2 - mm) < WRITTEN[unit])
  const isTold = (p: number, i: 0 | 1): boolean => {
    for (const k of v.known[i])
      if (Math.abs(p - k) < within || Math.abs(p + k - v.size[i]) < within) return true
    return false
  }
  /** Along a line as long as something printed, from its other end; between rounds, from their rims. */
  const spans: Span[] = ([0, 1] as const).flatMap((i) => {
    const rest = i === 0 ? 1 : 0
    const straight = v.strokes.filter(({ a, b }) => Math.abs(a[rest] - b[rest]) < within)
    return straight.flatMap(({ a, b }): Span[] => {
      const long = Math.abs(a[i] - b[i])
      const rims = [0, ...v.rounds.flatMap(({ r }) => [r, 2 * r])]
      return rims.some((r) => isLength(long + r)) ? [{ i, from: a[i], to: b[i] }] : []
    })
  })
  for (const { at, r } of v.rounds)
    if (isLength(r))
      for (const i of [0, 1] as const)
        for (const side of [-r, r]) spans.push({ i, from: at[i], to: at[i] + side })
  const bySpan = ({ p, i }: { p: number; i: 0 | 1 }): boolean =>
    spans.some(
      (s) =>
        s.i === i &&
        ((Math.abs(s.from - p) < within && isTold(s.to, i)) ||
          (Math.abs(s.to - p) < within && isTold(s.from, i))),
    )
  /** Two lines as far apart as something printed, on both sides of a told place: a slot by its middle. */
  const byPair = ({ p, i }: { p: number; i: 0 | 1 }): boolean => {
    for (const k of v.known[i])
      if (
        lengths.some((n) => Math.abs(2 * Math.abs(p - k) - n) < WRITTEN[unit]) &&
        ends[i].some((e) => Math.abs(e + p - 2 * k) < within)
      )
        return true
    return false
  }
  const ends = ([0, 1] as const).map((i) => v.strokes.flatMap(({ a, b }) => [a[i], b[i]])) as [
    number[],
    number[],
  ]
  const open: Array<{ p: number; i: 0 | 1 }> = []
  const put = (p: number, i: 0 | 1) => {
    if (!open.some((o) => o.i === i && Math.abs(o.p - p) < within)) open.push({ p, i })
  }
  // Where a line meets a round, the round tells it.
  const onRound = ([u, w]: readonly [number, number]) =>
    v.rounds.some(({ at, r }) => Math.abs(Math.hypot(u - at[0], w - at[1]) - r) < within)
  const rounded = v.strokes.flatMap(({ a, b }) => [a, b].filter(onRound))
  // Short ones aslant are of a curve, which is told by what it comes from.
  const facet = ({ a, b }: Stroke) =>
    Math.min(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1])) > 1e-3 &&
    Math.hypot(a[0] - b[0], a[1] - b[1]) < FACET
  for (const { a, b } of v.strokes.filter((s) => !facet(s)))
    for (const end of [a, b]) if (!onRound(end)) for (const i of [0, 1] as const) put(end[i], i)
  for (const { at } of v.rounds) for (const i of [0, 1] as const) put(at[i], i)
  const aslant = v.strokes.filter(
    ({ a, b }) => Math.abs(a[0] - b[0]) > within && Math.abs(a[1] - b[1]) > within,
  )
  const isAngle = ({ a, b }: Stroke) => {
    const t = (Math.atan2(Math.abs(b[1] - a[1]), Math.abs(b[0] - a[0])) * 180) / Math.PI
    return degrees.some((d) => [t, 90 - t, 180 - t, 90 + t].some((x) => Math.abs(x - d) < 0.3))
  }
  const bothTold = (e: readonly [number, number]) => isTold(e[0], 0) && isTold(e[1], 1)
  const same = (e: readonly [number, number], f: readonly [number, number]) =>
    Math.hypot(e[0] - f[0], e[1] - f[1]) < within
  const wayOf = ({ a, b }: Stroke) => Math.atan2(b[1] - a[1], b[0] - a[0])
  /** Whether the line that a stroke is of is told: level or upright at a told place, or at a told angle. */
  const isFixed = (s: Stroke, but: readonly [number, number]): boolean => {
    for (const i of [0, 1] as const) if (Math.abs(s.a[i] - s.b[i]) < within) return isTold(s.a[i], i)
    const along = [s.a, s.b, ...collinear(s)].filter((e) => !same(e, but) && bothTold(e))
    return along.length > 1 || (along.length > 0 && isAngle(s))
  }
  const collinear = (s: Stroke) =>
    aslant.flatMap(({ a, b }) =>
      [a, b].filter((e) => {
        const [dx, dy] = [s.b[0] - s.a[0], s.b[1] - s.a[1]]
        return Math.abs((e[0] - s.a[0]) * dy - (e[1] - s.a[1]) * dx) / Math.hypot(dx, dy) < within
      }),
    )
  const whereFixedMeet = ({ p, i }: { p: number; i: 0 | 1 }): boolean =>
    v.strokes
      .flatMap(({ a, b }) => [a, b])
      .some((end) => {
        if (Math.abs(end[i] - p) > within) return false
        const here = v.strokes.filter((s) => same(s.a, end) || same(s.b, end) || through(s, end))
        const fixed = here.filter((s) => isFixed(s, end))
        return fixed.some((s) => fixed.some((t) => Math.abs(Math.sin(wayOf(s) - wayOf(t))) > 0.01))
      })
  const through = ({ a, b }: Stroke, e: readonly [number, number]): boolean => {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
    const long = Math.hypot(dx, dy)
    const t = ((e[0] - a[0]) * dx + (e[1] - a[1]) * dy) / (long * long)
    return t > 0 && t < 1 && Math.abs((e[0] - a[0]) * dy - (e[1] - a[1]) * dx) / long < within
  }
  for (let more = true; more;) {
    more = false
    for (const o of [...open]) {
      const bySlope = aslant.some((s) => {
        const ends = [s.a, s.b]
        const mine = ends.find((e) => Math.abs(e[o.i] - o.p) < within)
        if (!mine || !isAngle(s)) return false
        const other = ends.find((e) => e !== mine)!
        const rest = o.i === 0 ? 1 : 0
        return isTold(mine[rest], rest) && isTold(other[0], 0) && isTold(other[1], 1)
      })
      if (!isTold(o.p, o.i) && !bySpan(o) && !byPair(o) && !bySlope && !whereFixedMeet(o)) continue
      v.known[o.i].add(o.p)
      open.splice(open.indexOf(o), 1)
      more = true
    }
  }
  for (const end of rounded) for (const i of [0, 1] as const) v.known[i].add(end[i])
  const radii = v.rounds.map(({ r }) => r).filter((r) => !isLength(r) && !isLength(2 * r))
  return [
    ...open.map(({ p, i }): Untold => ({ view: v.view.key, way: i === 0 ? 'along' : 'up', mm: p })),
    ...[...new Set(radii)].map((mm): Untold => ({ view: v.view.key, way: 'radius', mm })),
  ]
}
