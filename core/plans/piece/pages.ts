/**
 * How the views of a piece stand on its sheet, and how much is told on each where one would be too crowded:
 * the drawing stands on every one of them, at one scale.
 */
import type { Settings } from '../../document'
import type { Box, Vec3 } from '../../pieces'
import { RUNNING } from '../dimension'
import { outlineOf, heightOf, widthOf, type Outline, type Placed } from '../drawn'
import { MANNERS, type Manner } from '../manners'
import { scalesFrom, type Scale } from '../scale'
import { TEXT, textWidth, type Bounds } from '../sheet'
import { isEnd, type SheetContent } from './told'
import type { Shown } from './sides'

/** A view where it stands, and from where to where places may be written above it and beside it. */
export interface Stand {
  readonly side: Shown
  readonly at: Placed
  readonly along: readonly [low: number, high: number]
  readonly across: readonly [low: number, high: number]
}

export interface Layout {
  readonly scale: Scale
  readonly stands: readonly Stand[]
  /** How high what is told of diameters stands under the main view. */
  readonly rounds: number
}

/** From a view to the next, what is written of its name under it, and a dimension of its size. */
const APART = 6
export const NAME = 4.5
export const ROW = 9
/** A drawing is not made smaller than so much of what it would be with nothing beside it. */
const LEAST = 0.4
/** So many notes stand on a sheet at most. */
const NOTES = 14
/** More sheets for one piece than anybody turns. */
const MOST = 12

/** What is told, and the views it is told in. */
export interface Telling {
  readonly told: SheetContent
  readonly shown: readonly Shown[]
}

/**
 * The ways to lay a piece out that may do, the best first: so many sheets, and at which scale. Of the ways
 * its views may stand, the one that is drawn largest.
 */
export function* laidOut(
  ways: readonly Telling[],
  block: Box,
  area: Bounds,
  { style: { unit }, manner }: Pick<Settings, 'style' | 'manner'>,
): Generator<{ readonly layout: Layout; readonly pages: readonly SheetContent[]; readonly last: boolean }> {
  const nothing = [{ along: [], across: [], rounds: [], turns: [], callouts: [] }]
  const first = ({ told, shown }: Telling) => layoutsOf([told], shown, 1)[0]!.scale.factor
  const { told, shown } = ways.reduce((a, b) => (first(b) > first(a) ? b : a))
  const bare = layoutsOf(nothing, shown, 1)[0]!
  const least = LEAST * bare.scale.factor
  const fewest = Math.min(MOST, Math.ceil(told.callouts.length / NOTES) || 1)
  for (let n = fewest; n <= MOST; n++) {
    const pages = parted(told, n)
    const all = layoutsOf(pages, shown, 3)
    const roomy = all.filter(({ scale, stands }) => scale.factor >= least && fits(stands, pages))
    for (const layout of roomy) yield { layout, pages, last: false }
    if (n === MOST || (roomy.length > 0 && n >= fewest + 2)) {
      yield { layout: roomy[0] ?? all[0]!, pages, last: true }
      return
    }
  }

  function layoutsOf(pages: readonly SheetContent[], shown: readonly Shown[], most: number): Layout[] {
    const rows = rowsOf(pages, shown, manner)
    const fit = (s: number) => {
      const { wide, high } = extentOf(rows, block, s)
      return wide <= area.x2 - area.x1 && high <= area.y2 - area.y1
    }
    const smallest = Math.max(...sizeOf(block))
    return scalesFrom(unit, smallest < SMALL_PIECE, fit, most).map((scale) => stood(rows, block, area, scale))
  }
}

/** What is smaller is drawn larger than it is, where there is room; millimetres. */
const SMALL_PIECE = 75

const sizeOf = ({ min, max }: Box): Vec3 => [max[0] - min[0], max[1] - min[1], max[2] - min[2]]

/** Whether there is room for all texts of each row side by side. */
const fits = (stands: readonly Stand[], pages: readonly SheetContent[]): boolean =>
  stands.every(({ side, along: [low, high] }) =>
    pages.every(
      (p) =>
        Math.max(p.along.filter((x) => x.side === side).length, isMain(side) ? p.rounds.length : 0) *
          RUNNING <=
        high - low,
    ),
  )

const isMain = ({ row, column }: Shown): boolean => row === 0 && column === 0

/** All of it over so many sheets, each list in its order. */
function parted(told: SheetContent, n: number): SheetContent[] {
  const share = <T>(all: readonly T[], k: number): readonly T[] => {
    const each = Math.ceil(all.length / n)
    return all.slice(k * each, (k + 1) * each)
  }
  return Array.from({ length: n }, (_, k) => ({
    along: share(told.along, k),
    across: share(told.across, k),
    rounds: share(told.rounds, k),
    turns: share(told.turns, k),
    callouts: share(told.callouts, k),
  })).filter((p, k) => k === 0 || Object.values(p).some((list: readonly unknown[]) => list.length > 0))
}

/** What stands about a view, on the sheet that has most of it: above it, left of it, and under its name. */
interface Row {
  readonly side: Shown
  readonly above: number
  readonly left: number
  readonly under: number
  /** How many places are written up its side. */
  readonly many: number
}

function rowsOf(pages: readonly SheetContent[], shown: readonly Shown[], manner: Manner): Row[] {
  const widest = (texts: readonly string[]) => Math.max(0, ...texts.map((t) => textWidth(t, TEXT)))
  const highest = (lists: ReadonlyArray<readonly string[]>) =>
    Math.max(0, ...lists.map((l) => (l.length > 0 ? MANNERS[manner].high(l.length, widest(l)) : 0)))
  return shown.map((side): Row => {
    const of = (list: 'along' | 'across') =>
      pages.map((p) => p[list].filter((x) => x.side.face === side.face).map((x) => x.text))
    const [along, across] = [of('along'), of('across')]
    const rounds = isMain(side) ? pages.flatMap((p) => p.rounds.map((d) => d.text)) : []
    return {
      side,
      above: highest(along),
      left: highest(across),
      under: NAME + (rounds.length > 0 ? widest(rounds) + 5 : 0),
      many: Math.max(...across.map((list) => list.length)),
    }
  })
}

const outlineIn = (side: Shown, block: Box): Outline => outlineOf([block], side.view)

/** Places of which there are many stand further apart than the wood is high there. */
const bandOf = ({ side, many }: Row, block: Box, s: number): number =>
  Math.max(heightOf(outlineIn(side, block)) * s, many * RUNNING)

/** How much of the paper all views take with what stands about them. */
function extentOf(rows: readonly Row[], block: Box, s: number) {
  const columns = ([-1, 0, 1, 2] as const).map((column) => {
    const of = rows.filter((r) => r.side.column === column)
    if (of.length === 0) return { left: 0, wide: 0 }
    return {
      left: Math.max(...of.map((r) => r.left)),
      wide: Math.max(...of.map((r) => widthOf(outlineIn(r.side, block)) * s)),
    }
  })
  const lines = ([-1, 0, 1, 2] as const).map((row) => {
    const of = rows.filter((r) => r.side.row === row)
    if (of.length === 0) return { above: 0, high: 0, under: 0 }
    return {
      above: Math.max(...of.map((r) => r.above)),
      high: Math.max(...of.map((r) => bandOf(r, block, s))),
      under: Math.max(...of.map((r) => r.under)) + APART,
    }
  })
  // The width stands right of the last, the length under all; beside it the thickness, where no edge has it.
  const wide = columns.reduce((n, c) => n + (c.wide > 0 ? c.left + c.wide + APART : 0), 0) + ROW + 4
  const high = lines.reduce((n, l) => n + l.above + l.high + l.under, 0) + ROW
  return { wide, high, columns, lines }
}

function stood(rows: readonly Row[], block: Box, area: Bounds, scale: Scale): Layout {
  const s = scale.factor
  const { wide, high, columns, lines } = extentOf(rows, block, s)
  const x0 = area.x1 + (area.x2 - area.x1 - wide) / 2
  const y0 = area.y1 + (area.y2 - area.y1 - high) / 2
  const stands = rows.map((r): Stand => {
    const outline = outlineIn(r.side, block)
    let x = x0
    columns.forEach((c, n) => {
      if (n - 1 < r.side.column) x += c.wide > 0 ? c.left + c.wide + APART : 0
      if (n - 1 === r.side.column) x += c.left
    })
    let y = y0
    lines.forEach((l, n) => {
      if (n - 1 < r.side.row) y += l.above + l.high + l.under
      if (n - 1 === r.side.row) y += l.above + l.high
    })
    const band = lines[r.side.row + 1]!.high
    // In the middle of its band; ends as high as the main view beside them.
    const bottom = y - (band - heightOf(outline) * s) / 2
    return {
      side: r.side,
      at: { outline, x, y: bottom, scale: s },
      along: isEnd(r.side) ? [x - 4, x + widthOf(outline) * s + 6] : [x - 2, area.x2 - TEXT],
      across: [y - band - 1, y + 1],
    }
  })
  const main = rows.find((r) => isMain(r.side))!
  return { scale, stands, rounds: main.under - NAME }
}
