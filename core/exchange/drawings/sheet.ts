/** Flat pieces beside each other, each with its name under it. Millimetres. */
import { findAlike } from '../../cuts'
import type { FaceName } from '../../document'
import type { Model } from '../../model'
import { placed, type Place2, type Segment } from '../../outline'
import type { Kernel } from '../../solid'
import { flatOf, type Flat, type Layer } from '../../plans/flat'

const GAP = 40
/** Under each row, for names. */
const FOOT = 25
/** Rows go on to about this. */
const WIDE = 2500

/** Every different piece once, seen on a face. */
export function flatsOf(model: Model, kernel: Kernel, face: FaceName = 'face'): Flat {
  const flats = findAlike(model).map((a) => {
    const flat = flatOf(model, a.instances[0]!, face, kernel)
    const many = a.instances.length
    const hands = a.mirrored > 0 ? `, ${a.mirrored} of them mirrored` : ''
    return { ...flat, name: `${a.mark} ${a.name}${many > 1 ? `, ${many} of it${hands}` : ''}` }
  })
  return besides(flats, model.project.name)
}

function besides(flats: readonly Flat[], name: string): Flat {
  const layers = new Map<string, Layer>()
  const texts: Array<{ text: string; at: Place2 }> = []
  let [x, y, high, wide] = [0, FOOT, 0, 0]
  for (const f of flats) {
    const [w, h] = f.size
    if (x > 0 && x + w > WIDE) [x, y, high] = [0, y + high + GAP + FOOT, 0]
    const by = ([a, b]: Place2): Place2 => [a + x, b + y]
    for (const l of f.layers) {
      const paths = l.paths.map((p) => p.map((s): Segment => placed(s, by, 1)))
      const old = layers.get(l.name)
      layers.set(l.name, { ...l, paths: [...(old?.paths ?? []), ...paths] })
    }
    texts.push({ text: f.name, at: [x, y - 15] })
    wide = Math.max(wide, x + w)
    high = Math.max(high, h)
    x += w + GAP
  }
  return {
    name,
    size: [wide, y + high],
    layers: [...layers.values()],
    texts,
    left: flats.flatMap((f) => f.left.map((what) => `${what} of ${f.name}`)),
  }
}
