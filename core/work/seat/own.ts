/**
 * Mortises that a maker cuts for the ends of a bent strip: their size, place and slant are those of the
 * ends.
 */
import type { Mm } from '../../measure'
import { cross, FACE_AT, faceAt, mainAxis, type Frame, type Vec3 } from '../../pieces'
import { imageOfFace, SIX, waysOf } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { beyond, entering, inwards } from '../slant'
import { frameInto } from '../tool'
import type { Seat } from './seat'
import { under, usual } from '../fresh'
import { presets } from './presets'

function resolve(asked: StepInput, wood: Wood): Seat | CannotMake {
  const { face, values, say } = asked
  const { name, size } = wood
  const { into } = waysOf(face)
  const { far } = FACE_AT[face]
  const met = asked.matingFeatures()
  if (typeof met === 'string') return new CannotMake(met)
  if (met.length === 0)
    return new CannotMake(
      `No end of the other piece comes to this face of ${name}, so no mortise is there`,
      'stop',
    )
  const ends = met.flatMap(({ at, along, section }) => (section ? [{ at, along, section }] : []))
  if (ends.length === 0)
    return new CannotMake(`What comes to ${name} is round: bore a hole for it, which meets it`)
  const { depth, room = 0, bit = 0 } = values
  if (room < 0) return CannotMake.of('room', `The end that goes into ${name} is larger than its mortise`)
  if (depth !== undefined && depth <= 0) return CannotMake.of('depth', `The mortise in ${name} has no depth`)
  const { section } = ends[0]!
  const [thick, wide] = [section.thick + 2 * room, section.wide + 2 * room]
  const least = Math.min(thick, wide)
  if (bit > least + 1e-9)
    return CannotMake.of('bit', `A bit of ${say(bit)} does not go into a mortise ${say(least)} wide`)
  const frames = ends.map(({ at, along, section: s }): Frame => {
    const z = inwards(along, into, far)
    return { origin: at, x: s.way, y: cross(z, s.way), z }
  })
  const thickness = size[into]
  if (depth !== undefined && frames.some((f) => depth * Math.abs(f.z[into]) >= thickness - 1e-6))
    return CannotMake.of(
      'depth',
      `A mortise ${say(depth)} deep goes through ${name}, which is ${say(thickness)} there; leave ` +
        `its depth empty`,
    )
  return {
    face,
    frames,
    thick,
    wide,
    depth: depth ?? throughFrom(frames, size),
    through: depth === undefined,
    radius: bit / 2,
  }
}

/** So deep that each comes out of the wood, from wherever it enters. */
const throughFrom = (frames: readonly Frame[], size: Vec3): Mm =>
  Math.max(...frames.map((f) => beyond([f.origin], f.z, size)))

/** The same as another piece of wood has them, each from where it enters that. */
function carry(s: Seat, from: Frame, to: Wood): Seat | null {
  let { depth } = s
  const frames = s.frames.flatMap((given): Frame[] => {
    const f = frameInto(to.frame, from, given)
    const enters = entering(f.origin, f.z, to.size, Math.max(s.thick, s.wide))
    if (!enters || enters.down >= s.depth - 1e-6) return []
    depth = s.depth - enters.down
    return [{ ...f, origin: enters.at }]
  })
  const [first] = frames
  if (!first) return null
  const into = mainAxis(first.z)
  const through = s.through || depth * Math.abs(first.z[into]) >= to.size[into] - 1e-6
  return {
    ...s,
    face: faceAt(into, first.z[into] < 0),
    frames,
    through,
    depth: through ? throughFrom(frames, to.size) : depth,
  }
}

export const own: OwnDefinition<Seat> = {
  title: 'Mortise',
  faces: SIX,
  measures: {
    depth: { label: 'Depth', placeholder: 'through' },
    room: { label: 'Clearance', placeholder: 'none', text: '0' },
    bit: { label: 'Corner bit', placeholder: 'square corners', text: '0' },
  },
  meets: () => true,
  starts: (on) => {
    const deep = under(on)
    return { fields: { depth: usual(on, 3 / 8, 10, deep && deep * 0.6) }, options: {} }
  },
  presets,
  roles: [],
  resolve,
  carry,
  flats: () => [],
  mirrored: imageOfFace,
}
