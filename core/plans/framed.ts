/**
 * What goes about every drawing of the set: border, title block with all its fields, and what the last
 * revision has changed. Millimetres of paper.
 */
import type { Project } from '../document'
import { border, drawingArea, FIELDS, MARGIN, REVISION_ROW, shorten, STRIP, type Field } from './frame'
import { PAPER } from './paper'
import { clouds } from './revision'
import { line, SMALL, write, type Bounds, type Mark, type Sheet } from './sheet'

/** A drawing on one sheet, before it has its frame. */
export interface Content extends Pick<Sheet, 'marks' | 'items' | 'views' | 'spots'> {
  /** As it is called among the sheets. */
  readonly title: string
  /** As the title block has it, where that is other. */
  readonly heading?: string
  readonly detail: string
  readonly scale: string
  /** It brings what is about it, but for the number of the sheet. */
  readonly bare?: Sheet
}

/** So many rows of revisions stand on a sheet. */
const REVISIONS = 2

type Framing = Pick<Project, 'settings' | 'revisions'>

const fieldsOf = ({ settings: { titles }, revisions }: Framing): Field[] => {
  const last = revisions.at(-1)
  return [
    ['Drawn', titles.drawn],
    ['Checked', titles.checked],
    ['Date', titles.date],
    ['Tolerance', titles.tolerance],
    ['Revision', last ? `${last.letter}, ${last.date}` : ''],
  ] as const satisfies Field[]
}

const hasFields = (project: Framing): boolean =>
  project.settings.titles.logo !== null || fieldsOf(project).some(([, value]) => value !== '')

const rowsOf = ({ revisions }: Framing) => revisions.slice(1).slice(-REVISIONS)

/** How much of the paper is left for drawings. */
export function drawingAreaOf(project: Framing): Bounds {
  const { paper, titles } = project.settings
  if (!titles.framed) {
    const [width, height] = PAPER[paper]
    return { x1: MARGIN, y1: MARGIN, x2: width - MARGIN, y2: height - MARGIN - 4 }
  }
  const area = drawingArea(paper)
  return { ...area, y2: area.y2 - (hasFields(project) ? FIELDS : 0) - rowsOf(project).length * REVISION_ROW }
}

/** A sheet of the set with all that is about it. `name`: as the maker calls it. */
export function inFrame(
  project: Framing & Pick<Project, 'name'>,
  content: Content,
  keys: readonly string[],
  { n, of, name = '' }: { readonly n: number; readonly of: number; readonly name?: string },
): Sheet {
  const { paper, titles, style, projection } = project.settings
  const { title, heading = title, detail, scale, marks, items, views, spots, bare } = content
  const number = `Sheet ${n} of ${of}`
  const called = { keys, title: name || title }
  if (bare)
    return { ...bare, ...called, marks: [...bare.marks, write(MARGIN, MARGIN + 12, number, { size: SMALL })] }
  const [width, height] = PAPER[paper]
  const strip = { project: project.name, title: name || heading, detail, scale, unit: style.unit, projection }
  const about = titles.framed
    ? [...border(paper, strip, n, of), ...fields(project, width)]
    : [write(MARGIN, height - MARGIN, `${name || heading}, ${number.toLowerCase()}`, { size: SMALL })]
  const logo = titles.framed && titles.logo ? logoIn(titles.logo, height) : null
  return {
    ...called,
    width,
    height,
    marks: [...about, ...marks, ...clouds(project.revisions, keys, marks)],
    ...(items ? { items } : {}),
    ...(views ? { views } : {}),
    ...(spots ? { spots } : {}),
    ...(logo ? { images: [logo] } : {}),
  }
}

/** How wide the field of the logo is. */
const LOGO = 34

function fields(project: Framing, width: number): Mark[] {
  if (!hasFields(project)) return []
  const { paper, titles } = project.settings
  const [left, right] = [MARGIN, width - MARGIN]
  const bottom = drawingArea(paper).y2 + 4
  const top = bottom - FIELDS
  const marks: Mark[] = [line(left, top, right, top, 'frame')]
  let x = left
  if (titles.logo) {
    x += LOGO
    marks.push(line(x, top, x, bottom, 'frame'))
  }
  const all = fieldsOf(project)
  const wide = (right - x) / all.length
  all.forEach(([label, value], k) => {
    const from = x + k * wide
    if (k > 0) marks.push(line(from, top, from, bottom, 'frame'))
    marks.push(
      write(from + 2, top + 3.4, label, { size: SMALL }),
      write(from + 2, top + 7.6, shorten(value, 3.5, wide - 4), { size: 3.5 }),
    )
  })
  rowsOf(project).forEach(({ letter, date, says }, k) => {
    const y = top - k * REVISION_ROW
    marks.push(
      line(left, y - REVISION_ROW, right, y - REVISION_ROW, 'frame'),
      write(left + 2, y - 1.6, shorten(`${letter}  ${date}  ${says}`, SMALL, right - left - 4), {
        size: SMALL,
      }),
    )
  })
  return marks
}

function logoIn(
  logo: { readonly wide: number; readonly high: number; readonly data: string },
  height: number,
) {
  const room = { wide: LOGO - 3, high: FIELDS - 2 }
  const scale = Math.min(room.wide / logo.wide, room.high / logo.high)
  const [wide, high] = [logo.wide * scale, logo.high * scale]
  const bottom = height - MARGIN - STRIP
  return {
    x: MARGIN + (LOGO - wide) / 2,
    y: bottom - FIELDS + (FIELDS - high) / 2,
    wide,
    high,
    data: logo.data,
  }
}
