/** A drawing of a joint before it is made: its two pieces as they would be cut, apart where they meet. */
import type { Joint } from '../document'
import { wayApart } from '../joints/apart'
import type { Contact } from '../joints'
import type { Model } from '../model'
import { carriedBox, dot, mainAxis, vec3, type Box, type Vec3 } from '../pieces'
import type { Kernel } from '../solid'
import { pictorial, PICTORIAL } from './hidden/view'
import { thumbnailOf } from './thumbnail'

/** `model` has the joint in it. Its guest leaves by two of its thicknesses; as `box|path`. */
export function jointFigure(
  model: Model,
  kernel: Kernel,
  joint: Joint,
  { guest, host, patch }: Contact,
): string {
  const way = wayApart(joint, guest, host)
  const [thin, gap] = [Math.min(guest.thickness, host.thickness), 2 * guest.thickness]
  const by = vec3((i) => gap * way[i])
  const wide: Box = {
    min: vec3((i) => patch.min[i] - 1.5 * thin),
    max: vec3((i) => patch.max[i] + 1.5 * thin),
  }
  return thumbnailOf(model, kernel, {
    of: (i) => i.key === guest.key || i.key === host.key,
    moved: (i) => (i.key === guest.key ? by : [0, 0, 0]),
    view: pictorial(seenFrom(way)),
    around: [wide, carriedBox(wide, by)],
  })
}

/** As the pictorial view, but from the side on which the guest leaves, so that what takes it is seen. */
function seenFrom(way: Vec3): Vec3 {
  const { toward } = PICTORIAL
  if (dot(toward, way) >= 0) return toward
  const along = mainAxis(way)
  // From below nothing is recognised.
  return along === 2 ? toward : vec3((i) => (i === along ? -toward[i] : toward[i]))
}
