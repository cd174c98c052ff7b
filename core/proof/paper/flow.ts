/**
 * Tables that run over as many sheets as they take: rows of cells, some of them boxes to write in.
 * Millimetres.
 */
import type { Project } from '../../document'
import {
  border,
  drawingArea,
  line,
  listPaper,
  PAPER,
  shorten,
  TEXT,
  textWidth,
  write,
  type Mark,
  type Sheet,
} from '../../plans'

export interface Cell {
  /** Where it starts and how wide it is, as shares of the width. */
  readonly at: number
  readonly wide: number
  readonly text: string
  readonly size?: number
  readonly face?: 'measure' | 'title'
  /** At its right, for figures. */
  readonly right?: true
  /** Runs over several lines, and not cut off. */
  readonly wraps?: true
  /** A box to write in. */
  readonly box?: true
}

export interface Row {
  readonly cells: readonly Cell[]
  /** Stands on the sheet of the row after it. */
  readonly keep?: true
  /** Stands off from what is before it. */
  readonly apart?: true
  readonly rule?: true
}

/** A sentence, and beside it another. */
export const beside = (left: string, right: string, more: Omit<Row, 'cells'> = { rule: true }): Row => ({
  cells: [
    { at: 0, wide: 0.58, text: left, wraps: true },
    { at: 0.6, wide: 0.4, text: right, wraps: true },
  ],
  ...more,
})

/** How high a line of a row is, and its base line below its top: less where all of it is written small. */
const LINE = 5
const BASE = 4
const smallOf = ({ cells }: Row): number => Math.min(1, Math.max(...cells.map((c) => c.size ?? TEXT)) / TEXT)
const BOX = 1.8
const APART = 2.5

/** Words of a text in lines no wider than so much. */
export function wrapped(text: string, size: number, width: number): string[] {
  const lines: string[] = []
  let now = ''
  for (const word of text.split(' ')) {
    const longer = now === '' ? word : `${now} ${word}`
    if (now !== '' && textWidth(longer, size) > width) {
      lines.push(now)
      now = word
    } else now = longer
  }
  return [...lines, now].map((l) => shorten(l, size, width))
}

export interface Titled {
  readonly title: string
  readonly detail: string
}

export function flow(project: Project, titles: Titled, rows: readonly Row[]): Sheet[] {
  const { style, projection } = project.settings
  const paper = listPaper(project.settings.paper)
  const area = drawingArea(paper)
  const whole = area.x2 - area.x1
  const laid = rows.map((row) => {
    const texts = row.cells.map((c) => {
      const size = c.size ?? TEXT
      const width = c.wide * whole - 2
      return c.wraps ? wrapped(c.text, size, width) : [shorten(c.text, size, width)]
    })
    const high =
      Math.max(1, ...texts.map((t) => t.length)) * LINE * smallOf(row) + liftOf(row) + (boxed(row) ? BOX : 0)
    return { row, texts, high }
  })
  const pages: Array<typeof laid> = [[]]
  let y = area.y1
  laid.forEach((l, n) => {
    let next = 0
    for (let k = n; laid[k]?.row.keep; k++) next += laid[k + 1]?.high ?? 0
    if (y + l.high + next > area.y2 && pages.at(-1)!.length > 0) {
      pages.push([])
      y = area.y1
    }
    pages.at(-1)!.push(l)
    y += l.high
  })
  const [width, height] = PAPER[paper]
  return pages.map((page, n) => {
    const marks: Mark[] = []
    let top = area.y1
    for (const { row, texts, high } of page) {
      row.cells.forEach((c, k) => {
        const [x1, x2] = [area.x1 + c.at * whole, area.x1 + (c.at + c.wide) * whole]
        if (c.box) marks.push(boxAt(x1, top + 0.6, x2 - 2, top + high - 0.8))
        texts[k]!.forEach((text, at) =>
          marks.push(
            write(
              c.right ? x2 - 2 : x1,
              top + liftOf(row) + (boxed(row) ? BOX / 2 : 0) + (at * LINE + BASE) * smallOf(row),
              text,
              {
                size: c.size ?? TEXT,
                ...(c.right && { anchor: 'end' as const }),
                ...(c.face && { face: c.face }),
              },
            ),
          ),
        )
      })
      top += high
      if (row.rule) marks.push(line(area.x1, top, area.x2, top, 'dimension'))
    }
    const strip = { project: project.name, ...titles, scale: '—', unit: style.unit, projection }
    return {
      title: titles.title,
      width,
      height,
      marks: [...border(paper, strip, n + 1, pages.length), ...marks],
    }
  })
}

const boxed = (row: Row): boolean => row.cells.some((c) => c.box)
const liftOf = (row: Row): number => (row.apart ? APART : 0)

const boxAt = (x1: number, y1: number, x2: number, y2: number): Mark => ({
  kind: 'path',
  corners: [
    { x: x1, y: y1 },
    { x: x2, y: y1 },
    { x: x2, y: y2 },
    { x: x1, y: y2 },
  ],
  closed: true,
  pen: 'dimension',
})
