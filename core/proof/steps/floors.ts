/** Holes and mortises that all but come through: so little is left under them that it breaks out. */
import type { Mm } from '../../measure'
import {
  AXES,
  dot,
  faceAt,
  minus,
  sayFace,
  toRoom,
  unitVector,
  vec3,
  type Axis,
  type Vec3,
} from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import type { Feature } from '../../work'
import { definePiecewise } from '../check'
import {
  called,
  holds,
  middleOf,
  opensAt,
  sayer,
  sourceOf,
  takenFrom,
  whose,
  type Taken,
  type TakenBox,
  type TakenRod,
} from '../wood'

const LEAST: Mm = 1e-3

/** What is left under a piece of work, on the way out of the wood that it is going. */
interface Floor {
  readonly of: Feature
  readonly left: Mm
  readonly axis: Axis
  readonly far: boolean
  readonly at: Vec3
}

export const floors = definePiecewise({
  id: 'floors',
  title: 'Thin floors',
  rests: 'piece',
  why: 'A skin of wood breaks out under the bit, or as it is sanded, and a screw shows through it.',
  look: (i, model) => {
    const { wall } = model.resolved.limits
    const say = sayer(model)
    const taken = takenFrom(i, model)
    const thinnest = new Map<string, Floor>()
    for (const f of [
      ...taken.rods.flatMap((r) => underHole(r, i) ?? []),
      ...taken.boxes.flatMap((b) => underBox(b, i) ?? []),
    ]) {
      if (f.left <= LEAST || f.left >= wall - LEAST || isGone(f, taken)) continue
      const id = `floors:${i.piece}:${sourceOf(f.of)}`
      const old = thinnest.get(id)
      if (!old || f.left < old.left - LEAST) thinnest.set(id, f)
    }
    return [...thinnest].map(([id, { of, left, axis, far, at }]): Problem => ({
      id,
      level: 'look',
      piece: i.piece,
      ...whose(of),
      says:
        `Only ${say(left)} of wood is left under a ${called(of)}, to ${sayFace(faceAt(axis, far))} ` +
        `of ${i.name}`,
      advice: 'Make it shallower, its point counted, or let it go right through.',
      at: [{ instance: i.key, feature: of.id, point: toRoom(i.frame, at) }],
    }))
  },
})

/** From the point of the bit on, along its axis. */
function underHole({ of, rod, tip }: TakenRod, { size }: Instance): Floor | null {
  const way = unitVector(minus(rod.to, rod.from))
  const point = vec3((k) => rod.to[k] + way[k] * tip)
  const exits = AXES.filter((k) => Math.abs(way[k]) > 1e-6).map((k) => {
    const far = way[k] > 0
    return { axis: k, far, left: ((far ? size[k] : 0) - point[k]) / way[k] }
  })
  const out = exits.reduce((a, b) => (b.left < a.left ? b : a))
  // What leans to a side runs out of it on purpose, or is told as a wall.
  if (
    Math.abs(
      dot(
        way,
        vec3((k) => (k === out.axis ? 1 : 0)),
      ),
    ) < 0.7
  )
    return null
  return { of, ...out, at: vec3((k) => point[k] + (way[k] * out.left) / 2) }
}

/** Behind what is sunk in from one side alone; the broad faces are told with the depths (depths.ts). */
function underBox({ of, box }: TakenBox, { size }: Instance): Floor | null {
  const mouths = AXES.filter((k) => opensAt(box, size, k, false) !== opensAt(box, size, k, true))
  const [axis] = mouths
  if (mouths.length !== 1 || axis === undefined || axis === 2) return null
  const far = opensAt(box, size, axis, false)
  const middle = middleOf(box)
  const left = far ? size[axis] - box.max[axis] : box.min[axis]
  const at = vec3((k) => (k !== axis ? middle[k] : far ? size[k] - left / 2 : left / 2))
  return { of, left, axis, far, at }
}

/** Whether other work has taken that wood away. */
const isGone = ({ of, at }: Floor, { boxes, rods }: Taken): boolean =>
  boxes.some((b) => b.of !== of && holds(b.box, at)) ||
  rods.some(({ rod }) => {
    const way = minus(rod.to, rod.from)
    const long = dot(way, way)
    const along = dot(minus(at, rod.from), way) / long
    const off = minus(
      at,
      vec3((k) => rod.from[k] + way[k] * along),
    )
    return along > 0 && along < 1 && dot(off, off) < rod.radius ** 2
  })
