/** Work that leaves too little under it: more than half of the thickness gone, floors that are thin. */
import { change } from '../../document'
import { formatNumber, MM_PER, type Mm } from '../../measure'
import type { Model } from '../../model'
import { overlap, sayFace, toRoom, faceAt, type Box, type Vec3 } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import type { Feature } from '../../work'
import { definePiecewise } from '../check'
import {
  called,
  capital,
  middleOf,
  opensAt,
  runsThrough,
  sayer,
  sourceOf,
  takenFrom,
  whose,
  type TakenBox,
} from '../wood'

const LEAST = 1e-3
/** What takes so much of the width or the length weakens the piece, and not a place on it. */
const LONG = 0.6

export const depths = definePiecewise({
  id: 'depths',
  title: 'Joints cut too deep',
  rests: 'piece',
  why: 'What is left under a dado carries the piece; cut deeper than half, it bends or breaks there.',
  look: (i, model) => [...floors(i, model), ...faceToFace(i, model)],
})

/** What is sunk in from one broad face, and does not go through. */
const sunk = (i: Instance, model: Model): TakenBox[] =>
  takenFrom(i, model).boxes.filter(
    ({ box }) => opensAt(box, i.size, 2, false) !== opensAt(box, i.size, 2, true) && !atEnd(box, i.size),
  )

/** A tenon’s cheek, or half of a lap at an end: what is left there is meant to be thin. */
const atEnd = (box: Box, size: Vec3): boolean =>
  runsThrough(box, size, 1) && [false, true].some((far) => opensAt(box, size, 0, far))

function floors(i: Instance, model: Model): Problem[] {
  const say = sayer(model)
  const { wall } = model.resolved.limits
  const found = new Map<string, Problem>()
  for (const { of, box } of sunk(i, model)) {
    const deep = box.max[2] - box.min[2]
    const left = i.thickness - deep
    const long = [0, 1].some((a) => box.max[a]! - box.min[a]! > LONG * i.size[a]!)
    const half = long && deep > i.thickness / 2 + LEAST
    if (!half && left >= wall - LEAST) continue
    const id = `depths:${i.piece}:${sourceOf(of)}`
    if (found.has(id)) continue
    found.set(id, {
      id,
      level: 'look',
      piece: i.piece,
      ...whose(of),
      says: half
        ? `The ${called(of)} is ${say(deep)} deep and leaves ${say(left)} of ${i.name}; ` +
          `more than half of its ${say(i.thickness)} is cut away`
        : `The ${called(of)} leaves a floor of ${say(left)} in ${i.name}`,
      ...(half && mendOf(of, i, deep, model)),
      advice: half
        ? `A third of the thickness, ${say(i.thickness / 3)}, is enough for most joints.`
        : 'Make it shallower, or the piece thicker; what shows there breaks through as it is sanded.',
      at: [{ instance: i.key, feature: of.id, point: toRoom(i.frame, middleOf(box)) }],
    })
  }
  return [...found.values()]
}

/** Half of the thickness, where one measure says how deep it is. */
function mendOf(of: Feature, i: Instance, deep: Mm, model: Model): Pick<Problem, 'mends'> | null {
  const { joints, steps, style } = model.resolved
  const source = of.joint === null ? steps.get(of.step ?? '') : joints.find((j) => j.id === of.joint)
  if (Math.abs((source?.values?.depth ?? NaN) - deep) > 1e-6) return null
  const say = sayer(model)
  const unit = MM_PER[style.unit]!
  const step = style.unit === 'in' ? unit / 32 : 0.5
  const becomes = Math.floor(i.thickness / 2 / step + 1e-6) * step
  const value = formatNumber(becomes / unit)
  return {
    mends: [
      {
        says: `Make it ${say(becomes)} deep: ${say(deep)} becomes ${say(becomes)}`,
        changes: [
          of.joint === null
            ? change.setStepField({ id: of.step!, field: 'depth', value })
            : change.setJointField({ ids: [of.joint], field: 'depth', value }),
        ],
      },
    ],
  }
}

/** Two that are sunk in from opposite faces, one behind the other. */
function faceToFace(i: Instance, model: Model): Problem[] {
  const say = sayer(model)
  const all = sunk(i, model)
  const least = Math.max(model.resolved.limits.wall, i.thickness / 4)
  const found = new Map<string, Problem>()
  for (const low of all.filter((t) => opensAt(t.box, i.size, 2, false)))
    for (const high of all.filter((t) => opensAt(t.box, i.size, 2, true))) {
      const flat = ({ min, max }: Box): Box => ({ min: [min[0], min[1], 0], max: [max[0], max[1], 1] })
      const patch = overlap(flat(low.box), flat(high.box), LEAST)
      if (!patch) continue
      const left = high.box.min[2] - low.box.max[2]
      if (left >= least - LEAST) continue
      const id = `facing:${i.piece}:${[low.of, high.of].map(sourceOf).sort().join(':')}`
      const at = toRoom(i.frame, [middleOf(patch)[0], middleOf(patch)[1], i.thickness / 2])
      if (found.has(id)) continue
      found.set(id, {
        id,
        level: left > LEAST ? 'look' : 'stop',
        piece: i.piece,
        says:
          left > LEAST
            ? `${capital(called(high.of))} and ${called(low.of)} face each other in ${i.name} ` +
              `with ${say(left)} between`
            : `${capital(called(high.of))}, in ${sayFace(faceAt(2, true))}, runs into the ` +
              `${called(low.of)} from the other side of ${i.name}`,
        advice: 'Make both shallower, or set one beside the other.',
        at: [low, high].map(({ of }) => ({ instance: i.key, feature: of.id, point: at })),
      })
    }
  return [...found.values()]
}
