/**
 * Panels that a maker sinks into the sides of a piece, each as far in from the outline of its side as the
 * others.
 */
import { FACE_AT, faceAt, mainAxis, negated, normalOf, STILL, type Axis, type Frame } from '../../pieces'
import { imageOfFace, SIX, waysOf } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { vectorInto } from '../tool'
import type { Panel } from './panel'
import { under, usual } from '../fresh'
import { presets } from './presets'

function resolve(asked: StepInput, wood: Wood): Panel | CannotMake {
  const { face, values, say, chosen } = asked
  const { name, size } = wood
  const { margin = 0, depth = 0, bit = 0 } = values
  const sides = chosen('sides') as Panel['sides']
  const { into } = waysOf(face)
  if (sides === 'round' && into === 0)
    return new CannotMake(
      `The four sides round the length of ${name} are its faces and edges, and not its ends`,
    )
  const axes: readonly Axis[] = sides === 'round' ? [1, 2] : [into]
  if (margin <= 0) return CannotMake.of('margin', `The frame round a panel in ${name} is wider than nothing`)
  if (depth <= 0) return CannotMake.of('depth', `The panel in ${name} has no depth`)
  for (const axis of axes) {
    const least = Math.min(...size.filter((_, i) => i !== axis))
    if (2 * margin + bit >= least - 1e-6)
      return CannotMake.of(
        bit > 0 && 2 * margin < least - 1e-6 ? 'bit' : 'margin',
        `A frame of ${say(margin)} leaves no room for ${bit > 0 ? `a bit of ${say(bit)}` : 'a panel'} in ` +
          `${name}, which is ${say(least)} there`,
      )
    const thick = size[axis]
    if ((sides === 'one' ? depth : 2 * depth) >= thick - 1e-6)
      return CannotMake.of(
        'depth',
        `${sides === 'one' ? 'A panel' : 'Panels from both sides'} ${say(depth)} deep would go through ` +
          `${name}, which is ${say(thick)} there`,
      )
  }
  if (sides === 'round' && depth >= margin)
    return CannotMake.of(
      'margin',
      `Panels ${say(depth)} deep with a frame of ${say(margin)} would meet round the corners of ${name}`,
    )
  const outs = axes.flatMap((axis) => {
    const out = normalOf(STILL, faceAt(axis, axis === into ? FACE_AT[face].far : true))
    return sides === 'one' ? [out] : [out, negated(out)]
  })
  return { face, sides, outs, margin, depth, radius: bit / 2 }
}

/** The same as another piece of wood has it: by itself. */
function carry(p: Panel, from: Frame, to: Wood): Panel {
  const outs = p.outs.map((out) => vectorInto(to.frame, from, out))
  const axis = mainAxis(outs[0]!)
  return { ...p, outs, face: faceAt(axis, outs[0]![axis] > 0) }
}

export const own: OwnDefinition<Panel> = {
  title: 'Panel',
  faces: SIX,
  measures: {
    margin: { label: 'Frame width' },
    depth: { label: 'Depth' },
    bit: { label: 'Corner bit', placeholder: 'square corners', text: '0' },
  },
  choices: {
    sides: {
      label: 'Sides',
      values: { one: 'this one', across: 'this one and the one across', round: 'all four round the length' },
    },
  },
  starts: (on) => {
    const { along, across } = waysOf(on.face)
    const narrow = on.size && Math.min(on.size[along], on.size[across])
    const deep = under(on)
    return {
      fields: {
        margin: usual(on, 3 / 4, 20, narrow && narrow / 4),
        depth: usual(on, 1 / 8, 3, deep && deep / 4),
        bit: usual(on, 1 / 4, 6, narrow && narrow / 4),
      },
      options: {},
    }
  },
  presets,
  roles: [],
  resolve,
  carry,
  flats: () => [],
  mirrored: imageOfFace,
}
