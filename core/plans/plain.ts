/** Pieces that nothing is done to, several to a sheet: each by its face and an edge, and its three sizes. */
import type { Alike } from '../cuts'
import { formatLength, marked } from '../measure'
import type { Model } from '../model'
import { isRod } from '../work'
import { levelDimension, uprightDimension } from './dimension'
import { shorten } from './frame'
import { drawingAreaOf, type Content } from './framed'
import { sayMaking } from './piece'
import { largestScale } from './scale'
import { SMALL, TEXT, write, type Bounds, type Mark } from './sheet'

/** Most on a sheet, two beside each other. */
export const TOGETHER = 4
/** How high what is said of a piece stands, how far its views are apart, and dimensions off them. */
const SAID = 14
const APART = 8
const OFF = 7
/** What texts of dimensions take beyond their lines. */
const BEYOND = 8

/** No work and no joint of it changes it, and it is no round rod. */
export const isPlain = (model: Model, { instances: [piece] }: Alike): boolean =>
  model.features(piece!).length === 0 && !isRod(piece!, model.resolved)

export function plainSheet(model: Model, all: readonly Alike[]): Content {
  const area = drawingAreaOf(model.project)
  const rows = Math.ceil(all.length / 2)
  const [wide, high] = [(area.x2 - area.x1) / 2, (area.y2 - area.y1) / rows]
  const named = all.map((a) => `${a.mark} ${a.name}`).join(', ')
  const marks = all.flatMap((alike, n) => {
    const [x1, y1] = [area.x1 + (n % 2) * wide, area.y1 + Math.floor(n / 2) * high]
    return cell(model, alike, { x1, y1, x2: x1 + wide, y2: y1 + high })
  })
  return { title: named, heading: 'Plain pieces', detail: named, scale: 'as said', marks }
}

function cell(model: Model, alike: Alike, { x1, y1, x2, y2 }: Bounds): Mark[] {
  const { unit } = model.project.settings.style
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const { length, width, thickness } = alike.instances[0]!
  const [wide, high] = [x2 - x1 - OFF - BEYOND - 4, y2 - y1 - SAID - APART - OFF - 4]
  const scale = largestScale(unit, (s) => length * s <= wide && (width + thickness) * s <= high)
  const [l, w, t] = [length, width, thickness].map((mm) => mm * scale.factor) as [number, number, number]
  const x = x1 + 2 + (wide - l) / 2
  const top = y1 + SAID + (high - w - t) / 2
  const edge = top + w + APART
  const line = (text: string, size: number) => shorten(text, size, x2 - x1 - 6)
  return [
    write(x1 + 2, y1 + 4, line(`${alike.mark}  ${alike.name}`, TEXT)),
    write(x1 + 2, y1 + 8.5, line(`${sayMaking(model, alike)}, ${scale.says}`, SMALL), { size: SMALL }),
    rectangle(x, top, l, w),
    rectangle(x, edge, l, t),
    ...uprightDimension(top, top + w, x + l + OFF, x + l, say(width)),
    ...uprightDimension(edge, edge + t, x + l + OFF, x + l, say(thickness)),
    ...levelDimension(x, x + l, edge + t + OFF, edge + t, say(length)),
  ]
}

const rectangle = (x: number, y: number, wide: number, high: number): Mark => ({
  kind: 'path',
  corners: [
    { x, y },
    { x: x + wide, y },
    { x: x + wide, y: y + high },
    { x, y: y + high },
  ],
  closed: true,
  pen: 'visible',
})
