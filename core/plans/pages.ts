/**
 * How the drawing of a piece is laid out on its sheet, and how much is told on each where one would be too
 * crowded: the drawing stands on every one of them, at one scale.
 */
import type { LengthUnit } from '../measure'
import type { Vec3 } from '../pieces'
import { RUNNING } from './dimension'
import { largestScale, type Scale } from './scale'
import { TEXT, textWidth, type Bounds } from './sheet'

/** What is told beside a drawing: places along, across and through the piece, diameters, and its work. */
export interface SheetContent {
  readonly along: readonly number[]
  readonly across: readonly number[]
  readonly through: readonly number[]
  readonly rounds: readonly Round[]
  readonly notes: readonly string[]
}
export interface Round {
  readonly at: number
  readonly sides: readonly number[]
  readonly text: string
}

export interface Layout {
  readonly scale: Scale
  /** The lower left corners of the views of its face, its edge and its end. */
  readonly face: readonly [x: number, y: number]
  readonly edge: readonly [x: number, y: number]
  readonly end: readonly [x: number, y: number]
  /** From where to where running places may be written: along, and across and through the piece. */
  readonly along: readonly [low: number, high: number]
  readonly across: readonly [low: number, high: number]
  readonly through: readonly [low: number, high: number]
  /** How high what is told at the bottom stands. */
  readonly below: number
}

const ROW = 9
const APART = 10
export const NOTE = 5
/** A drawing is not made smaller than so much of what it would be with nothing beside it. */
const LEAST = 0.4
/** More sheets for one piece than anybody turns. */
const MOST = 12

type Say = (mm: number) => string

/** The layout that serves all sheets of a piece, and what each of them tells. */
export function pagesOf(
  told: SheetContent,
  [L, W, T]: Vec3,
  area: Bounds,
  unit: LengthUnit,
  say: Say,
): { readonly layout: Layout; readonly pages: readonly SheetContent[] } {
  const laid = (pages: readonly SheetContent[]) => layoutOf(pages, [L, W, T], area, unit, say)
  const bare = laid([{ along: [], across: [], through: [], rounds: [], notes: [] }])
  let best: { readonly layout: Layout; readonly pages: readonly SheetContent[] } | null = null
  for (let n = 1; n <= MOST; n++) {
    const pages = parted(told, n)
    const layout = laid(pages)
    if (!best || layout.scale.factor > best.layout.scale.factor) best = { layout, pages }
    const [low, high] = layout.along
    const roomy = pages.every((p) => Math.max(p.along.length, p.rounds.length) * RUNNING <= high - low)
    if (roomy && layout.scale.factor >= LEAST * bare.scale.factor) return { layout, pages }
  }
  return best!
}

/** All of it over so many sheets, each list in its order. */
function parted(told: SheetContent, n: number): SheetContent[] {
  const share = <T>(all: readonly T[], k: number): readonly T[] => {
    const each = Math.ceil(all.length / n)
    return all.slice(k * each, (k + 1) * each)
  }
  return Array.from({ length: n }, (_, k) => ({
    along: share(told.along, k),
    across: share(told.across, k),
    through: share(told.through, k),
    rounds: share(told.rounds, k),
    notes: share(told.notes, k),
  })).filter((p, k) => k === 0 || Object.values(p).some((list: readonly unknown[]) => list.length > 0))
}

function layoutOf(
  pages: readonly SheetContent[],
  [L, W, T]: Vec3,
  area: Bounds,
  unit: LengthUnit,
  say: Say,
): Layout {
  const most = (of: (p: SheetContent) => readonly unknown[]) => Math.max(...pages.map((p) => of(p).length))
  const widest = (texts: readonly string[]) => Math.max(0, ...texts.map((t) => textWidth(t, TEXT)))
  const sayAll = (of: (p: SheetContent) => readonly number[]) => pages.flatMap((p) => of(p).map(say))
  const along = sayAll((p) => p.along)
  const runningRow = along.length > 0 ? widest(along) + 8 : 4
  const rounds = pages.flatMap((p) => p.rounds.map((d) => d.text))
  const roundRow = rounds.length > 0 ? widest(rounds) + 5 : 0
  const beside = [...sayAll((p) => p.across), ...sayAll((p) => p.through)]
  const column = (beside.length > 0 ? widest(beside) + 7 : 0) + 2
  const below = most((p) => p.notes) * NOTE + 4
  const wide = area.x2 - area.x1 - column - APART - ROW - 6
  const high = area.y2 - area.y1 - runningRow - roundRow - APART - ROW - 6 - below
  // Places of which there are many stand further apart than the wood is wide there, or thick.
  const faceBand = (s: number) => Math.max(W * s, most((p) => p.across) * RUNNING)
  const edgeBand = (s: number) => Math.max(T * s, most((p) => p.through) * RUNNING)
  const scale = largestScale(unit, (s) => (L + T) * s <= wide && faceBand(s) + edgeBand(s) <= high)
  const s = scale.factor
  const [faceHigh, edgeHigh] = [faceBand(s), edgeBand(s)]
  const x = area.x1 + column + (wide - (L + T) * s) / 2
  const top = area.y1 + runningRow + (high - faceHigh - edgeHigh) / 2
  const y = top + (faceHigh + W * s) / 2
  const edgeTop = top + faceHigh + roundRow + APART
  return {
    scale,
    face: [x, y],
    edge: [x, edgeTop + (edgeHigh + T * s) / 2],
    end: [x + L * s + APART, y],
    // Clear of the column at its left.
    along: [x - 2, area.x2 - TEXT],
    across: [top, top + faceHigh + roundRow],
    through: [edgeTop - 2, edgeTop + edgeHigh + 2],
    below,
  }
}
