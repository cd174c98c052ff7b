import type { Project } from '../document'
import { PAPER } from './paper'
import { line, SMALL, textWidth, write, type Bounds, type Mark, type Text } from './sheet'

export const MARGIN = 8
/** How high the title block is, what stands over it of who drew it, and a row of revisions. */
export const STRIP = 13
export const FIELDS = 9
export const REVISION_ROW = 5
/** What a field is of, and what stands in it. */
export type Field = readonly [label: string, value: string]
/** The size of a text in two lines, millimetres. */
const LOW = 3

export interface Titles {
  readonly project: string
  readonly title: string
  readonly detail: string
  readonly scale: string
  readonly unit: 'in' | 'mm'
  readonly projection: 'third' | 'first'
}

/** The room left for drawing, inside the border and above the title strip. */
export function drawingArea(paper: Project['settings']['paper']): Bounds {
  const [width, height] = PAPER[paper]
  return { x1: MARGIN + 4, y1: MARGIN + 4, x2: width - MARGIN - 4, y2: height - MARGIN - STRIP - 4 }
}

/** Border and title strip. Long texts take two lines of their field; what is longer still is shortened. */
export function border(paper: Project['settings']['paper'], t: Titles, sheet: number, of: number): Mark[] {
  const [width, height] = PAPER[paper]
  const [l, r, top, b] = [MARGIN, width - MARGIN, MARGIN, height - MARGIN]
  const y = b - STRIP
  const marks: Mark[] = [
    {
      kind: 'path',
      corners: [
        { x: l, y: top },
        { x: r, y: top },
        { x: r, y: b },
        { x: l, y: b },
      ],
      closed: true,
      pen: 'frame',
    },
    line(l, y, r, y, 'frame'),
  ]
  const fields: Array<[number, string, string]> = [
    [0.3, 'Project', t.project],
    [0.4, t.title, t.detail],
    [0.1, 'Scale', t.scale],
    [
      0.1,
      t.projection === 'third' ? 'Third angle' : 'First angle',
      t.unit === 'in' ? 'inches' : 'millimetres',
    ],
    [0.1, 'Sheet', `${sheet} of ${of}`],
  ]
  let x = l
  for (const [share, label, value] of fields) {
    const w = share * (r - l)
    if (x > l) marks.push(line(x, y, x, b, 'frame'))
    marks.push(write(x + 2, y + 4.5, shorten(label, SMALL, w - 4), { size: SMALL }))
    const face = x === l ? 'title' : 'measure'
    marks.push(...inField(x + 2, y, value, w - 4, face))
    if (label.endsWith('angle')) marks.push(...projectionSymbol(t.projection, x + w - 1.5, y + 3.6))
    x += w
  }
  return marks
}

/**
 * What tells first from third angle: a cone without its tip as it is seen from beside, and from its left,
 * where that view belongs (ISO 5456-2). Its right end, and half of how high it is.
 */
function projectionSymbol(projection: Titles['projection'], right: number, y: number): Mark[] {
  const [large, small, long, apart] = [1.6, 0.8, 3.2, 1]
  const left = right - 2 * large - long - apart
  const third = projection === 'third'
  const [round, cone] = third ? [left + large, right - long] : [right - large, left]
  return [
    ...[large, small].map((r): Mark => ({ kind: 'arc', x: round, y, r, from: 0, to: 360, pen: 'frame' })),
    {
      kind: 'path',
      corners: [
        { x: cone, y: y - small },
        { x: cone + long, y: y - large },
        { x: cone + long, y: y + large },
        { x: cone, y: y + small },
      ],
      closed: true,
      pen: 'frame',
    },
  ]
}

/** A text in its field of the strip: in one line, or smaller in two. */
function inField(x: number, y: number, text: string, width: number, face: Text['face']): Mark[] {
  if (textWidth(text, 4, face) <= width) return [write(x, y + 10.2, text, { size: 4, face })]
  const words = text.split(' ')
  const fits = (n: number) => textWidth(words.slice(0, n).join(' '), LOW, face) <= width
  let n = words.length
  while (n > 1 && !fits(n)) n--
  return [words.slice(0, n), words.slice(n)].flatMap((part, row) =>
    part.length === 0
      ? []
      : [write(x, y + 8.2 + row * 3.6, shorten(part.join(' '), LOW, width, face), { size: LOW, face })],
  )
}

/** A text cut to a width, with dots where it was cut. */
export function shorten(text: string, size: number, width: number, face: Text['face'] = 'measure'): string {
  if (textWidth(text, size, face) <= width) return text
  let cut = text
  while (cut.length > 1 && textWidth(`${cut}…`, size, face) > width) cut = cut.slice(0, -1)
  return `${cut.trimEnd()}…`
}
