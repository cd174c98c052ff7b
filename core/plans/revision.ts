/** What has changed on the sheets since they were given out last, told by the texts of their things. */
import type { Revision } from '../document'
import { HANDLED } from './hand'
import { boxOf, roundBoth } from './pick'
import { boundsOf, type Bounds, type Corner, type Mark, type Sheet } from './sheet'

type Stood = Revision['stood']

/** A text is kept so far. */
const MOST = 600

/** What each thing of each drawing says. */
export function stoodOf(sheets: readonly Sheet[]): Stood {
  const all: Record<string, Record<string, string>> = {}
  for (const { keys: [key] = [], items = [], marks } of sheets) {
    if (key === undefined) continue
    const things = (all[key] ??= {})
    for (const item of items) {
      if (item.hidden || item.why) continue
      // Pictures are told by their names.
      const said = HANDLED[item.kind].text
        ? marks.flatMap((m) => (m.kind === 'text' && m.part === item.key ? [m.text] : []))
        : []
      things[item.key] = (said.join(' ') || item.says).slice(0, MOST)
    }
  }
  return all
}

/** What is other than it stood: new, gone, or said otherwise. */
export function changesSince(before: Stood, now: Stood): Revision['changed'] {
  const changed: Revision['changed'] = []
  const put = (sheet: string, of: string, says: string) =>
    changed.push({ sheet, of, says: says.slice(0, MOST) })
  for (const [sheet, things] of Object.entries(now)) {
    const then = before[sheet]
    if (!then) {
      put(sheet, 'sheet', 'a new drawing')
      continue
    }
    for (const [of, says] of Object.entries(things))
      if (then[of] === undefined) put(sheet, of, `new: ${says}`)
      else if (then[of] !== says) put(sheet, of, `${then[of]} became ${says}`)
    for (const [of, says] of Object.entries(then))
      if (things[of] === undefined) put(sheet, of, `gone: ${says}`)
  }
  for (const sheet of Object.keys(before)) if (!now[sheet]) put(sheet, 'sheet', 'the drawing is gone')
  return changed
}

/** In one sentence, as far as there is room for it. */
export const sayChanges = (changed: Revision['changed']): string =>
  [...new Set(changed.map((c) => c.says))].join('; ')

/** How far a cloud stands off what it is round, and how long each of its bows is; millimetres. */
const OFF = 1.5
const BOW = 4

/** A cloud round each thing that the last revision has changed. */
export function clouds(
  revisions: readonly Revision[],
  keys: readonly string[],
  marks: readonly Mark[],
): Mark[] {
  const last = revisions.length > 1 ? revisions.at(-1)! : null
  if (!last) return []
  const here = new Set(last.changed.filter((c) => keys.includes(c.sheet)).map((c) => c.of))
  return [...here].flatMap((of): Mark[] => {
    const its = marks.filter((m) => m.part === of)
    // Of a long dimension its figure; lines of one note together.
    const texts = its.filter((m) => m.kind === 'text')
    const boxes = texts.length > 0 ? together(texts.map(boundsOf)) : [boxOf(its)]
    return boxes.flatMap((box) => (box ? [{ ...cloud(box), part: 'cloud' }] : []))
  })
}

/** Boxes that are near to each other, as one. */
function together(all: readonly Bounds[]): Bounds[] {
  const out: Bounds[] = []
  for (const b of all) {
    const near = out.findIndex(
      (o) => b.x1 < o.x2 + OFF && o.x1 < b.x2 + OFF && b.y1 < o.y2 + 2 * OFF && o.y1 < b.y2 + 2 * OFF,
    )
    if (near < 0) out.push(b)
    else out[near] = roundBoth(out[near]!, b)
  }
  return out
}

/** Bows that swell outwards round a rectangle. */
function cloud(b: Bounds): Mark {
  const [x1, y1, x2, y2] = [b.x1 - OFF, b.y1 - OFF, b.x2 + OFF, b.y2 + OFF]
  const side = (ax: number, ay: number, bx: number, by: number): Corner[] => {
    const n = Math.max(1, Math.round(Math.hypot(bx - ax, by - ay) / BOW))
    return Array.from({ length: n }, (_, k) => ({
      x: ax + ((bx - ax) * k) / n,
      y: ay + ((by - ay) * k) / n,
      bulge: -0.5,
    }))
  }
  return {
    kind: 'path',
    corners: [
      ...side(x1, y1, x2, y1),
      ...side(x2, y1, x2, y2),
      ...side(x2, y2, x1, y2),
      ...side(x1, y2, x1, y1),
    ],
    closed: true,
    pen: 'dimension',
  }
}
