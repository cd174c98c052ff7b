/**
 * How far a shelf sags: what lies flat and is carried at places along it, under a load spread over its
 * length.
 */
import { densityOf, stiffnessOf } from '../../rack'
import type { Mm } from '../../measure'
import type { Model } from '../../model'
import { overlap, toRoom, vec3, type Axis, type Box } from '../../pieces'
import type { Instance } from '../../resolve'
import { boxInto } from '../../work'
import { defineNeighbourly } from '../check'
import { sagOf, type Shelf } from '../year'
import { blankOf, sayer } from '../wood'

const KG_A_METRE_OF_LB_A_FOOT = 0.45359237 / 0.3048
const TOUCH: Mm = 0.5
/** Shorter than this nothing sags to speak of. */
const SHORT: Mm = 200

/** The load that the limits ask for, kilograms a metre. */
export const loadIn = ({ resolved }: Model): number =>
  resolved.limits.load * (resolved.style.unit === 'in' ? KG_A_METRE_OF_LB_A_FOOT : 1)

/** The longest stretch of a piece that nothing carries; null for what is no shelf, or is held all along. */
export function shelfOf(i: Instance, beside: readonly Instance[], model: Model): Shelf | null {
  if (Math.abs(i.frame.z[2]) < 0.999) return null
  const stock = model.resolved.byId.get(i.piece)?.stock
  const stiffness = stock ? stiffnessOf(stock.stock.species) : null
  const density = stock ? densityOf(stock.stock.species) : null
  if (stiffness === null || density === null || !stock || stock.stock.kind === 'rod') return null
  const top = i.frame.z[2] > 0
  const held = beside.flatMap((b) => carriedBy(i, b, top))
  const whole = held.some((h) => h.all)
  if (whole || held.length < 2) return null
  const ends = held.map((h) => h.stretch).sort((a, b) => a[0] - b[0])
  let [reach, span] = [ends[0]![1], 0]
  for (const [from, to] of ends) {
    span = Math.max(span, from - reach)
    reach = Math.max(reach, to)
  }
  return span < SHORT ? null : { span, width: i.width, thickness: i.thickness, stiffness, density }
}

interface Held {
  readonly stretch: readonly [Mm, Mm]
  /** It carries the piece from one end to the other. */
  readonly all: boolean
}

/** Where along a piece another carries it: from below, or with an end or an edge in it. */
function carriedBy(i: Instance, by: Instance, top: boolean): Held[] {
  const b = boxInto(i.frame, by.frame, blankOf(by))
  if (!b) return []
  const near: Box = { min: [-TOUCH, -TOUCH, -TOUCH], max: vec3((a) => i.size[a] + TOUCH) }
  const met = overlap(b, near)
  if (!met) return []
  const under = top ? b.max[2] <= TOUCH : b.min[2] >= i.thickness - TOUCH
  const above = top ? b.min[2] >= i.thickness - TOUCH : b.max[2] <= TOUCH
  if (above) return []
  const long = met.max[0] - met.min[0]
  const into = (axis: Axis) => b.min[axis] < i.size[axis] - TOUCH && b.max[axis] > TOUCH
  const high = b.max[2] - b.min[2]
  if (long > i.length / 2) {
    // A rail under it, or one it goes into by an edge, holds it all along where it is stiff itself.
    const stiff = high >= 2 * i.thickness
    const carries = under || (into(1) && (b.min[1] < -TOUCH || b.max[1] > i.width + TOUCH))
    return carries && stiff ? [{ stretch: [met.min[0], met.max[0]], all: true }] : []
  }
  const end = met.min[0] <= TOUCH || met.max[0] >= i.length - TOUCH
  const goesIn = i.shoulder.min[0] > TOUCH || i.shoulder.max[0] < i.length - TOUCH
  const beside = met.max[1] - met.min[1]
  // Carried along most of its width; by a strip at one edge it would tip.
  if (!under && !(end && (goesIn || beside > i.width / 3))) return []
  return [{ stretch: [Math.max(0, met.min[0]), Math.min(i.length, met.max[0])], all: false }]
}

export const sag = defineNeighbourly({
  id: 'sag',
  title: 'Shelf sag',
  rests: 'all',
  why: 'The eye sees a shelf sag by about 1/32 in per foot; wood under load goes on sagging for years.',
  look: (i, beside, model) => {
    const shelf = shelfOf(i, beside, model)
    if (!shelf) return []
    const by = sagOf(shelf, loadIn(model))
    const most = shelf.span / model.resolved.limits.sag
    if (by <= most) return []
    const say = sayer(model)
    const { style, limits, byId } = model.resolved
    const load = `${Number(limits.load.toFixed(1))} ${style.unit === 'in' ? 'lb a foot' : 'kg a metre'}`
    const thicker = shelf.thickness * Math.cbrt(by / most)
    return [
      {
        id: `sag:${i.piece}`,
        level: 'look',
        piece: i.piece,
        says:
          `${i.name}, ${say(shelf.span)} between supports in ` +
          `${byId.get(i.piece)!.stock!.stock.name}, sags ${say(by)} ` +
          `under ${load}; limit ${say(most)}`,
        advice:
          `A support in the middle makes it a sixteenth; ${say(thicker)} thick would do, or a lip ` +
          `under its front edge. ` +
          'Glued ends hold it up a little more than this reckons.',
        at: [
          {
            instance: i.key,
            point: toRoom(
              i.frame,
              vec3((a) => i.size[a] / 2),
            ),
          },
        ],
      },
    ]
  },
})
