/** What of a sheet is at a place of it. Millimetres of paper. */
import { HANDLED } from './hand'
import { boundsOf, type Bounds, type Item, type Mark, type Sheet, type SpotOn, type ViewOn } from './sheet'

/** The box round two. */
export const roundBoth = (a: Bounds, b: Bounds): Bounds => ({
  x1: Math.min(a.x1, b.x1),
  y1: Math.min(a.y1, b.y1),
  x2: Math.max(a.x2, b.x2),
  y2: Math.max(a.y2, b.y2),
})

/** The box round marks; null round none. */
export function boxOf(marks: readonly Mark[]): Bounds | null {
  let box: Bounds | null = null
  for (const m of marks) {
    const b = reachOf(m)
    box = box ? roundBoth(box, b) : b
  }
  return box
}

function reachOf(m: Mark): Bounds {
  if (m.kind === 'text') return boundsOf(m)
  if (m.kind === 'arc') return { x1: m.x - m.r, y1: m.y - m.r, x2: m.x + m.r, y2: m.y + m.r }
  const ends =
    m.kind === 'line'
      ? [
          { x: m.x1, y: m.y1 },
          { x: m.x2, y: m.y2 },
        ]
      : m.corners
  const [xs, ys] = [ends.map((e) => e.x), ends.map((e) => e.y)]
  return { x1: Math.min(...xs), y1: Math.min(...ys), x2: Math.max(...xs), y2: Math.max(...ys) }
}

const toBox = ({ x1, y1, x2, y2 }: Bounds, x: number, y: number): number =>
  Math.hypot(Math.max(x1 - x, 0, x - x2), Math.max(y1 - y, 0, y - y2))

function toLine(x1: number, y1: number, x2: number, y2: number, x: number, y: number): number {
  const [dx, dy] = [x2 - x1, y2 - y1]
  const square = dx * dx + dy * dy
  const t = square > 0 ? Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / square)) : 0
  return Math.hypot(x1 + t * dx - x, y1 + t * dy - y)
}

/** How far a place is from a mark; within a text it is none. */
function awayFrom(m: Mark, x: number, y: number): number {
  if (m.kind === 'text') return toBox(boundsOf(m), x, y)
  if (m.kind === 'line') return toLine(m.x1, m.y1, m.x2, m.y2, x, y)
  if (m.kind === 'arc') {
    const turn = ((((Math.atan2(m.y - y, x - m.x) * 180) / Math.PI - m.from) % 360) + 360) % 360
    return turn <= m.to - m.from ? Math.abs(Math.hypot(x - m.x, y - m.y) - m.r) : Infinity
  }
  return m.corners.reduce((least, a, k) => {
    const b = m.corners[k + 1] ?? (m.closed ? m.corners[0]! : a)
    return Math.min(least, toLine(a.x, a.y, b.x, b.y, x, y))
  }, Infinity)
}

/**
 * The thing that is nearest to a place, and no farther than that. Pictures are taken hold of anywhere within
 * them, where nothing else is.
 */
export function thingAt({ items = [], marks }: Sheet, x: number, y: number, within: number): Item | null {
  const byKey = new Map(items.map((i) => [i.key, i]))
  let best: { item: Item; away: number } | null = null
  const boxes = new Map<Item, Mark[]>()
  for (const m of marks) {
    const item = m.part === undefined ? undefined : byKey.get(m.part)
    if (!item) continue
    if (!HANDLED[item.kind].text) {
      const its = boxes.get(item)
      if (its) its.push(m)
      else boxes.set(item, [m])
      continue
    }
    const away = awayFrom(m, x, y)
    if (away <= within && (!best || away < best.away)) best = { item, away }
  }
  if (best) return best.item
  for (const [item, its] of boxes) {
    const box = boxOf(its)
    if (box && toBox(box, x, y) <= within) return item
  }
  return null
}

/** The view that a place is in, or nearest to. */
export function viewAt({ views = [] }: Sheet, x: number, y: number, within: number): ViewOn | null {
  const near = views
    .map((view) => ({ view, away: toBox(view.on, x, y) }))
    .filter(({ away }) => away <= within)
    .sort((a, b) => a.away - b.away)
  return near[0]?.view ?? null
}

/** The place of a view that is nearest. */
export function spotAt({ spots = [] }: Sheet, view: string, x: number, y: number): SpotOn | null {
  let best: SpotOn | null = null
  let least = Infinity
  for (const s of spots) {
    const away = Math.hypot(s.x - x, s.y - y)
    if (s.view === view && away < least) [best, least] = [s, away]
  }
  return best
}
