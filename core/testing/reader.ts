/**
 * Reads the drawing of a piece as somebody does who has nothing but the paper: where the places are that
 * figures stand for, and how far those are from the end of their view they are counted from.
 */
import type { Mark, Sheet } from '../plans'
import type { Kind } from './sheets'

interface Box {
  x1: number
  x2: number
  y1: number
  y2: number
}
/** A figure, and the place it stands for: across the paper, or up it. */
interface Figure {
  readonly says: string
  readonly value: number
  readonly level: boolean
  readonly at: number
  /** Where its line begins, at its view. */
  readonly by: readonly [x: number, y: number]
}

/** Figures are set so far beside the line they stand on, in sizes of their letters. */
const BESIDE = 0.35
const NEAR = 0.02

const near = (a: number, b: number): boolean => Math.abs(a - b) < NEAR

/** "33 1/4", "≈ 101.9": in the unit of the sheet; null for anything else. */
function readFigure(text: string): number | null {
  const found = /^(≈ ?)?(?:(\d+(?:\.\d+)?)(?: (?=\d+\/)|$))?(?:(\d+)\/(\d+))?$/.exec(text)
  if (!found || (found[2] === undefined && found[3] === undefined)) return null
  const [, , whole, over, under] = found
  return Number(whole ?? 0) + (over ? Number(over) / Number(under) : 0)
}

/** "1:2.5", "3/16 size", "full size". */
function readScale(sheet: Sheet): number | null {
  for (const m of sheet.marks) {
    if (m.kind !== 'text') continue
    if (m.text === 'full size') return 1
    const metric = /^(\d+):([\d.]+)$/.exec(m.text)
    if (metric) return Number(metric[1]) / Number(metric[2])
    const inch = /^(\d+)\/(\d+) size$/.exec(m.text)
    if (inch) return Number(inch[1]) / Number(inch[2])
  }
  return null
}

/** Whether marks of such a thing tell a measure. */
const measures = (part: string | undefined): boolean =>
  part === undefined || /^(place|round|middle|size) /.test(part)

const lines = (s: Sheet) =>
  s.marks.filter((m): m is Kind<'line'> => m.kind === 'line' && m.pen === 'dimension' && measures(m.part))

/** Running figures: a line from the view, a jog, and the figure at its end. */
function figuresOn(s: Sheet): Figure[] {
  const all = lines(s)
  return s.marks.flatMap((m): Figure[] => {
    const read = m.kind === 'text' ? readFigure(m.text) : null
    if (m.kind !== 'text' || read === null || !measures(m.part) || m.anchor === 'middle') return []
    const level = m.turn === 90
    const jog = all.find((l) =>
      level
        ? near(l.x2, m.x - m.size * BESIDE) && Math.abs(l.y2 - m.y) < 1
        : near(l.y2, m.y - m.size * BESIDE) && Math.abs(l.x2 - m.x) < 1,
    )
    const line = jog && all.find((l) => l !== jog && near(l.x2, jog.x1) && near(l.y2, jog.y1))
    if (!line) return []
    return [{ says: m.text, value: read, level, at: level ? line.x1 : line.y1, by: [line.x1, line.y1] }]
  })
}

/** Places that a mark reaches to. */
function reach(m: Mark): ReadonlyArray<readonly [number, number]> {
  if (m.kind === 'text' || m.pen === 'centre') return []
  if (m.kind === 'path') return m.corners.map((c) => [c.x, c.y])
  if (m.kind === 'line')
    return [
      [m.x1, m.y1],
      [m.x2, m.y2],
    ]
  return Array.from({ length: 65 }, (_, k) => {
    const t = ((m.from + ((m.to - m.from) * k) / 64) * Math.PI) / 180
    return [m.x + m.r * Math.cos(t), m.y - m.r * Math.sin(t)]
  })
}

const boxOf = (marks: readonly Mark[]): Box => {
  const all = marks.flatMap(reach)
  const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])]
  return { x1: Math.min(...xs), x2: Math.max(...xs), y1: Math.min(...ys), y2: Math.max(...ys) }
}

/** The picture that a line begins at: the nearest above, below or beside. */
function viewAt(views: readonly Box[], [x, y]: readonly [number, number]): Box {
  const away = (b: Box) => Math.max(b.x1 - x, 0, x - b.x2) + Math.max(b.y1 - y, 0, y - b.y2)
  return views.reduce((a, b) => (away(b) < away(a) ? b : a))
}

/**
 * What of its running figures is not as far from an end of their view as they say, at the scale of the sheet;
 * and how many were read. `unit`: millimetres of one of the figures' unit.
 */
export function misread(sheet: Sheet, unit: number): { readonly wrong: string[]; readonly read: number } {
  const scale = readScale(sheet)
  const parts = new Set(sheet.marks.flatMap((m) => (m.part?.startsWith('view ') ? [m.part] : [])))
  const views = [...parts].map((part) => boxOf(sheet.marks.filter((m) => m.part === part)))
  if (scale === null || views.length === 0) return { wrong: [], read: 0 }
  const figures = figuresOn(sheet)
  const wrong = figures.flatMap(({ says, value, level, at, by }) => {
    const view = viewAt(views, by)
    const ends = level ? [view.x1, view.x2] : [view.y1, view.y2]
    const found = ends.map((end) => Math.abs(at - end) / scale / unit)
    // As exactly as a figure is written, and a hair of paper.
    const least = Math.min(...found.map((f) => Math.abs(f - value)))
    return least < (0.06 / scale + 0.06 * (unit === 1 ? 1 : unit)) / unit
      ? []
      : [`${says}: ${found.join(' or ')}`]
  })
  return { wrong, read: figures.length }
}
