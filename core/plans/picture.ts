/** A small line drawing of a whole project: the visible lines of a pictorial view. */
import type { Model } from '../model'
import type { Instance } from '../resolve'
import type { Kernel } from '../solid'
import { drawView } from './hidden/lines'
import { PICTORIAL } from './hidden/view'

/** Room round the drawing, as a share of its size. */
const AIR = 0.03

/** As `box|path`: the view box and the path of an SVG; empty where nothing stands. Of all, or of some. */
export function pictureOf(
  model: Model,
  kernel: Kernel,
  of: (instance: Instance) => boolean = () => true,
): string {
  const instances = model.resolved.instances.filter(of)
  const solids = instances.map((i) => ({ shape: kernel.shape(model.recipe(i)), frame: i.frame }))
  const { visible } = drawView(solids, PICTORIAL, { hidden: false })
  if (visible.length === 0) return ''
  const [xs, ys] = [visible.flatMap((s) => [s[0], s[2]]), visible.flatMap((s) => [-s[1], -s[3]])]
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  const pad = AIR * Math.max(Math.max(...xs) - x, Math.max(...ys) - y)
  const n = (v: number) => v.toFixed(1)
  const box = [x - pad, y - pad, Math.max(...xs) - x + 2 * pad, Math.max(...ys) - y + 2 * pad]
    .map(n)
    .join(' ')
  return `${box}|${visible.map((s) => `M${n(s[0])} ${n(-s[1])}L${n(s[2])} ${n(-s[3])}`).join('')}`
}
