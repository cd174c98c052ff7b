/** A story stick at full size on sheets of paper, to be laid end to end. */
import { formatLength, type LengthStyle } from '../measure'
import type { Project } from '../document'
import { spread } from './dimension'
import { MARGIN } from './frame'
import { PAPER } from './paper'
import { line, SMALL, TEXT, write, type Mark, type Sheet } from './sheet'

/** What neighbouring sheets share, so that they can be laid over each other. */
const OVERLAP = 10
const HEIGHT = 40

interface Stick {
  /** "Left side, length, from end 1". */
  readonly title: string
  /** Places in millimetres from the reference end, in order, the ends among them. */
  readonly places: readonly number[]
}

/**
 * As many sheets as it takes, each with its stretch of the stick at full size: running measures, and a mark
 * where it is laid over the next. Several stretches stand on one sheet.
 */
export function stickSheets(
  { title, places }: Stick,
  paper: Project['settings']['paper'],
  style: LengthStyle,
): Sheet[] {
  const [width, height] = PAPER[paper]
  const room = width - 2 * MARGIN
  const stretch = room - OVERLAP
  const long = places.at(-1) ?? 0
  const count = Math.max(1, Math.ceil((long - OVERLAP) / stretch))
  const perSheet = Math.max(1, Math.floor((height - 2 * MARGIN - 12) / (HEIGHT + 14)))
  const sheets = Math.ceil(count / perSheet)
  return Array.from({ length: sheets }, (_, sheet) => {
    const says = sheets > 1 ? `, sheet ${sheet + 1} of ${sheets}` : ''
    const marks: Mark[] = [
      write(MARGIN, MARGIN + TEXT, `${title}${says}`, { size: TEXT }),
      ...rule(width - MARGIN - 110, MARGIN + 3, style),
    ]
    for (let k = 0; k < perSheet; k++) {
      const n = sheet * perSheet + k
      if (n >= count) break
      const y = MARGIN + 26 + k * (HEIGHT + 14)
      marks.push(
        ...strip(n, count, { from: n * stretch, to: Math.min(long, n * stretch + room) }, y, places, style),
      )
    }
    return { title, width, height, marks }
  })
}

/** A length to check the printer by: it must measure what it says. */
export function rule(x: number, y: number, style: LengthStyle): Mark[] {
  const long = style.unit === 'in' ? 4 * 25.4 : 100
  const says = `this line measures ${formatLength(long, style).text}; print at 100 %`
  return [
    line(x, y, x + long, y, 'dimension'),
    line(x, y - 2, x, y + 2, 'dimension'),
    line(x + long, y - 2, x + long, y + 2, 'dimension'),
    write(x + long / 2, y + 4.5, says, { size: SMALL, anchor: 'middle' }),
  ]
}

function strip(
  n: number,
  count: number,
  { from, to }: { readonly from: number; readonly to: number },
  y: number,
  places: readonly number[],
  style: LengthStyle,
): Mark[] {
  const x = (at: number) => MARGIN + (at - from)
  const here = places.filter((p) => p >= from - 1e-6 && p <= to + 1e-6)
  const shown = spread(here.map(x), SMALL * 1.3)
  const ends = [n === 0 ? from : null, n === count - 1 ? to : null].filter((e) => e !== null)
  const marks: Mark[] = [
    line(x(from), y, x(to), y, 'visible'),
    line(x(from), y + HEIGHT, x(to), y + HEIGHT, 'visible'),
    ...ends.map((e) => line(x(e), y, x(e), y + HEIGHT, 'visible')),
  ]
  here.forEach((p, k) => {
    const written = formatLength(p, style)
    marks.push(
      line(x(p), y, x(p), y + HEIGHT, 'visible'),
      line(x(p), y, shown[k]!, y - 4, 'dimension'),
      write(shown[k]! + SMALL / 3, y - 5, `${written.exact ? '' : '≈ '}${written.text}`, {
        size: SMALL,
        turn: 90,
      }),
    )
  })
  // Crosses in the shared stretch: laid over each other they show that the sheets lie true.
  const cross = (at: number): Mark[] => [
    line(x(at) - 3, y + HEIGHT / 2, x(at) + 3, y + HEIGHT / 2, 'dimension'),
    line(x(at), y + HEIGHT / 2 - 3, x(at), y + HEIGHT / 2 + 3, 'dimension'),
    write(x(at), y + HEIGHT / 2 + 7, String.fromCharCode(65 + (n % 26)), { size: SMALL, anchor: 'middle' }),
  ]
  if (n < count - 1) marks.push(...cross(to - OVERLAP / 2))
  if (n > 0) {
    const back = cross(from + OVERLAP / 2)
    const letter = String.fromCharCode(65 + ((n - 1) % 26))
    marks.push(
      ...back.slice(0, 2),
      write(x(from + OVERLAP / 2), y + HEIGHT / 2 + 7, letter, { size: SMALL, anchor: 'middle' }),
    )
  }
  return marks
}
