/** A channel in wood that earlier work has sunk: it is cut from the floor of that. */
import type { Mm } from '../../measure'
import { FACE_AT, vec3, type Vec3 } from '../../pieces'
import { CannotMake, type StepInput, type Wood } from '../input'
import { loweredBy } from '../state'
import type { Channel } from './channel'

/** How many places along it, and across it, are asked where the wood begins. */
const LOOKS = { along: 9, across: 5 } as const

/** Cut from the wood as it is, where all under it lies on the floor of earlier work. */
export function fromWood(
  c: Channel,
  { woodAlong, say }: StepInput,
  { name, shoulder }: Wood,
): Channel | CannotMake {
  const { far } = FACE_AT[c.face]
  const inward = vec3((i) => (i === c.into ? (far ? -1 : 1) : 0))
  const down = loweredBy({ woodAlong }, placesOn(c), inward)
  // At an angle it may do no more than clip a corner, between those places.
  if (down === null)
    return c.oblique
      ? c
      : new CannotMake(`The channel finds no wood in ${name}: earlier work has taken it all there`, 'look')
  if (down < 1e-6) return c
  const depth = c.region.max[c.into] - c.region.min[c.into]
  const left = shoulder.max[c.into] - shoulder.min[c.into] - down
  if (depth >= left - 1e-6)
    return CannotMake.of(
      'depth',
      `A channel ${say(depth)} deep would go through ${name}, which is ${say(left)} there`,
    )
  return { ...sunk(c, down), down }
}

/** Places on its mouth, a hair within its sides. */
function* placesOn(c: Channel): Generator<Vec3> {
  const { into, along, region, oblique } = c
  const { min, max } = region
  const mouth = FACE_AT[c.face].far ? max[into] : min[into]
  const half = oblique ? oblique.width / 2 / Math.cos((oblique.degrees * Math.PI) / 180) : 0
  const share = (n: number, of: number) => 0.001 + (0.998 * n) / (of - 1)
  for (let k = 0; k < LOOKS.along; k++)
    for (let n = 0; n < LOOKS.across; n++) {
      const [t, w] = [share(k, LOOKS.along), share(n, LOOKS.across)]
      const middle = oblique && oblique.middle[0] + t * (oblique.middle[1] - oblique.middle[0])
      yield vec3((i) => {
        if (i === into) return mouth
        if (i === along) return middle === undefined ? min[i] + t * (max[i] - min[i]) : t * c.size[i]
        return middle === undefined ? min[i] + w * (max[i] - min[i]) : middle + (2 * w - 1) * half
      })
    }
}

/** As it is, so far below where it was. */
export function sunk(c: Channel, down: Mm): Channel {
  const by = FACE_AT[c.face].far ? -down : down
  const lower = (p: Vec3): Vec3 => vec3((i) => (i === c.into ? p[i] + by : p[i]))
  const region = { min: lower(c.region.min), max: lower(c.region.max) }
  const tool = c.oblique?.tool
  if (!c.oblique || tool?.kind !== 'prism') return { ...c, region }
  const frame = { ...tool.frame, origin: lower(tool.frame.origin) }
  return { ...c, region, oblique: { ...c.oblique, tool: { ...tool, frame } } }
}
