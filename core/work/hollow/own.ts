/** A piece that a maker hollows out from a face, to a wall and a floor. */
import { faceAt, mainAxis, normalOf, STILL, type Frame } from '../../pieces'
import { imageOfFace, SIX, waysOf } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { vectorInto } from '../tool'
import type { Hollow } from './hollow'
import { usual } from '../fresh'
import { presets } from './presets'

function resolve(asked: StepInput, wood: Wood): Hollow | CannotMake {
  const { face, values, say, chosen } = asked
  const { name, size } = wood
  const { into, along, across } = waysOf(face)
  const wall = values.wall ?? 0
  const through = chosen('bottom') === 'through'
  const floor = through ? null : (values.floor ?? wall)
  if (wall <= 0) return CannotMake.of('wall', `The walls of ${name} are thicker than nothing`)
  const least = Math.min(size[along], size[across])
  if (2 * wall >= least - 1e-6)
    return CannotMake.of(
      'wall',
      `Two walls of ${say(wall)} leave no room in ${name}, which is ${say(least)} there`,
    )
  if (floor !== null && floor <= 0)
    return CannotMake.of('floor', `The floor of ${name} is thicker than nothing`)
  if (floor !== null && floor >= size[into] - 1e-6)
    return CannotMake.of(
      'floor',
      `A floor of ${say(floor)} leaves no room in ${name}, which is ${say(size[into])} thick there`,
    )
  return { face, out: normalOf(STILL, face), wall, floor, deep: size[into] }
}

/** The same as another piece of wood has it: hollowed by itself. */
function carry(h: Hollow, from: Frame, to: Wood): Hollow {
  const out = vectorInto(to.frame, from, h.out)
  const axis = mainAxis(out)
  return { ...h, out, face: faceAt(axis, out[axis] > 0), deep: to.size[axis] }
}

export const own: OwnDefinition<Hollow> = {
  title: 'Hollow',
  faces: SIX,
  measures: { wall: { label: 'Wall' }, floor: { label: 'Floor', placeholder: 'as the wall' } },
  choices: { bottom: { label: 'Bottom', values: { floor: 'a floor', through: 'open' } } },
  hiddenFields: ({ bottom }) => (bottom === 'through' ? ['floor'] : []),
  starts: (on) => {
    const thin = on.size && Math.min(...on.size) / 3
    return { fields: { wall: usual(on, 1 / 4, 6, thin) }, options: {} }
  },
  presets,
  roles: [],
  resolve,
  carry,
  flats: () => [],
  mirrored: imageOfFace,
}
