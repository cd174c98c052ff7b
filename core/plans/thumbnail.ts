/** A small line drawing of a whole project: the visible lines of a pictorial view. */
import type { Model } from '../model'
import { plus, type Box, type Vec3 } from '../pieces'
import type { Instance } from '../resolve'
import type { Kernel } from '../solid'
import { outlineOf } from './drawn'
import { drawView } from './hidden/lines'
import { PICTORIAL, type View } from './hidden/view'

/** Room round the drawing, as a share of its size. */
const AIR = 0.03
const NOWHERE: Vec3 = [0, 0, 0]

export interface ThumbnailOptions {
  /** Of all pieces of wood, when not said. */
  readonly of?: (instance: Instance) => boolean
  /** How far one stands from where it is. */
  readonly moved?: (instance: Instance) => Vec3
  readonly view?: View
  /** The room that has to be seen; all that is drawn, when not said. */
  readonly around?: readonly Box[]
}

/** As `box|path`: the view box and the path of an SVG; empty where nothing stands. */
export function thumbnailOf(
  model: Model,
  kernel: Kernel,
  { of = () => true, moved = () => NOWHERE, view = PICTORIAL, around }: ThumbnailOptions = {},
): string {
  const instances = model.resolved.instances.filter(of)
  const solids = instances.map((i) => ({
    shape: kernel.shape(model.recipe(i)),
    frame: { ...i.frame, origin: plus(i.frame.origin, moved(i)) },
  }))
  const { visible } = drawView(solids, view, { hidden: false })
  if (visible.length === 0) return ''
  const seen = around && outlineOf(around, view)
  const [xs, ys] = seen
    ? [
        [seen.u1, seen.u2],
        [-seen.v1, -seen.v2],
      ]
    : [visible.flatMap((s) => [s[0], s[2]]), visible.flatMap((s) => [-s[1], -s[3]])]
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  const pad = AIR * Math.max(Math.max(...xs) - x, Math.max(...ys) - y)
  const n = (v: number) => v.toFixed(1)
  const box = [x - pad, y - pad, Math.max(...xs) - x + 2 * pad, Math.max(...ys) - y + 2 * pad]
    .map(n)
    .join(' ')
  return `${box}|${visible.map((s) => `M${n(s[0])} ${n(-s[1])}L${n(s[2])} ${n(-s[3])}`).join('')}`
}
