/** Where measures of an outline stand on the board: beside what they are of, and clear of each other. */
import { middleOf, mirrorOf, segmentOf, type Place2 } from '../../../core/outline'
import type { Sheet } from './face'
import type { Drawing } from './useOutline'
import { sayRule } from './words'

export interface Label {
  readonly id: string
  readonly text: string
  readonly says: string
  /** Its middle on the board, pixels, and a line to what it is of. */
  readonly at: Place2
  readonly line: string | null
}

const mid = (a: Place2, b: Place2): Place2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
const say = (a: Place2, b: Place2) => `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`

/** `write` gives a measure of a fact or a corner as it is read. */
export function labelsOf(
  drawing: Drawing,
  points: ReadonlyMap<string, Place2>,
  sheet: Sheet,
  write: (id: string) => string | null,
): Label[] {
  const { outline, size } = drawing
  const on = (id: string) => sheet.at(points.get(id)!)
  const edge = (id: string) => outline.edges.find((e) => e.id === id)
  const found: Label[] = []
  const put = (id: string, at: Place2, line: string | null) => {
    const text = write(id)
    if (text === null) return
    const x = at[0]
    let y = at[1]
    // Moved down until it covers no other.
    for (let n = 0; n < 12 && found.some((l) => Math.abs(l.at[1] - y) < 22 && near(l, x, text)); n++) y += 22
    found.push({ id, text, says: sayRule(id, outline) ?? '', at: [x, y], line })
  }
  const near = (l: Label, x: number, text: string) =>
    Math.abs(l.at[0] - x) < ((l.text.length + text.length) * 7.2 + 20) / 2 + 2
  const beside = (a: Place2, b: Place2, by: number): Place2 => {
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    const [u, v] = mid(a, b)
    return [u + ((b[1] - a[1]) / long) * by, v - ((b[0] - a[0]) / long) * by]
  }
  for (const f of outline.facts) {
    // A relation has no measure.
    if (f.value === undefined) continue
    const first = edge(f.of[0]!)
    if (f.kind === 'place') {
      const p = points.get(f.of[0]!)!
      const axis = f.way === 'across' ? 1 : 0
      const from = { near: 0, far: size[axis], centre: size[axis] / 2 }[f.from ?? 'near']
      const start: Place2 = axis === 0 ? [from, p[1]] : [p[0], from]
      if (Math.abs(from - p[axis]) < 1e-6) continue
      const [a, b] = [sheet.at(start), sheet.at(p)]
      // Where there is no room on it, beside it.
      const short = Math.hypot(a[0] - b[0], a[1] - b[1]) < 60
      put(f.id, short ? beside(a, b, 34) : mid(a, b), say(a, b))
    } else if (f.kind === 'fullwidth') {
      const p = points.get(f.of[0]!)!
      const { axis, at } = mirrorOf(outline, drawing.values, size)
      const image: Place2 = axis === 0 ? [2 * at - p[0], p[1]] : [p[0], 2 * at - p[1]]
      const [a, b] = [sheet.at(p), sheet.at(image)]
      const short = Math.hypot(a[0] - b[0], a[1] - b[1]) < 80
      put(f.id, short ? beside(a, b, 48) : mid(a, b), say(a, b))
    } else if (f.kind === 'distance') {
      const [a, b] = first?.kind === 'line' ? [on(first.from), on(first.to)] : [on(f.of[0]!), on(f.of[1]!)]
      put(f.id, first ? beside(a, b, 20) : mid(a, b), first ? null : say(a, b))
    } else if (f.kind === 'away') {
      put(f.id, on(f.of[0]!).map((x) => x + 18) as unknown as Place2, null)
    } else if (f.kind === 'angle') {
      const last = edge(f.of.at(-1)!)
      if (last?.kind === 'line') put(f.id, beside(on(last.from), on(last.to), -20), null)
    } else if (f.kind === 'reach') {
      if (first?.kind !== 'arc' && first?.kind !== 'circle') continue
      if ((drawing.values[f.id] ?? 0) === 0) continue
      put(f.id, on(first.centre), null)
    } else if (first?.kind === 'arc' || first?.kind === 'circle') {
      if (first.kind === 'circle') {
        const [centre, rim] = [on(first.centre), on(first.rim)]
        put(f.id, mid(centre, rim), say(centre, rim))
        continue
      }
      // Beside the middle of the arc, to the side of its own middle.
      const arc = segmentOf(first, (id) => points.get(id)!)
      if (arc.kind !== 'arc') continue
      const { at, out } = middleOf(arc)
      const by = 26 / sheet.scale
      const beneath: Place2 = [at[0] - out[0] * by, at[1] - out[1] * by]
      put(f.id, sheet.at(beneath), say(sheet.at(at), sheet.at(beneath)))
    }
  }
  for (const c of outline.corners) {
    const p = on(c.at)
    put(c.id, [p[0] + 22, p[1] - 16], null)
  }
  return found
}
