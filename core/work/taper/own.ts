/** Sections that a maker gives along a piece: what lies outside them goes, straight from one to the next. */
import type { Mm } from '../../measure'
import { unit, vec3, type Frame } from '../../pieces'
import { Unfit, type Asked, type OwnDefinition, type Wood } from '../own'
import { frameInto, type Vec2 } from '../tool'
import type { Station } from '../tools/ruled'
import type { Taper } from './taper'

/** Sides that stay where they are while the others come in. */
const STAYS = { middle: 0, low: -1, high: 1 } as const
type Stays = keyof typeof STAYS

function resolve(asked: Asked, wood: Wood): Taper | Unfit {
  const { values, say, chosen } = asked
  const { name, shoulder } = wood
  const [long, wide, thick] = [0, 1, 2].map((i) => shoulder.max[i]! - shoulder.min[i]!) as [Mm, Mm, Mm]
  const given = [
    { at: 'at1', width: 'width1', thickness: 'thickness1', otherwise: 0 },
    ...(values.at2 === undefined
      ? []
      : [{ at: 'at2', width: 'width2', thickness: 'thickness2', otherwise: 0 }]),
    { at: 'at3', width: 'width3', thickness: 'thickness3', otherwise: long },
  ]
  const stations: Station[] = []
  for (const { at, width, thickness, otherwise } of given) {
    const z = values[at] ?? otherwise
    const [w, t] = [values[width] ?? wide, values[thickness] ?? thick]
    if (w <= 0 || t <= 0)
      return Unfit.of(w <= 0 ? width : thickness, `Nothing would be left of ${name} at ${say(z)}`)
    if (w > wide + 1e-6 || t > thick + 1e-6)
      return Unfit.of(
        w > wide + 1e-6 ? width : thickness,
        `The section at ${say(z)} is ${say(w)} × ${say(t)}, and ${name} is ${say(wide)} × ${say(thick)}`,
      )
    if (z < -1e-6 || z > long + 1e-6)
      return Unfit.of(at, `The section at ${say(z)} lies beyond ${name}, which is ${say(long)} long`)
    const before = stations.at(-1)
    if (before && z < before.z + 1e-6)
      return Unfit.of(
        at,
        `The sections of ${name} follow each other along it; that at ${say(z)} comes too early`,
      )
    stations.push({
      z,
      corners: section(w, t, wide, thick, chosen('across') as Stays, chosen('deep') as Stays),
    })
  }
  const whole = stations.every(({ corners }) =>
    corners.every(
      ([u, v]) => Math.abs(Math.abs(u) - wide / 2) < 1e-6 && Math.abs(Math.abs(v) - thick / 2) < 1e-6,
    ),
  )
  if (whole) return new Unfit(`Each section is all of ${name}, so nothing is tapered`, 'look')
  return {
    face: 'face',
    frame: {
      origin: vec3((i) => (i === 0 ? shoulder.min[0] : (shoulder.min[i] + shoulder.max[i]) / 2)),
      x: unit(1),
      y: unit(2),
      z: unit(0),
    },
    stations,
    size: wood.size,
  }
}

/** A rectangle within the wood's own, about its middle or along a side that stays. */
function section(w: Mm, t: Mm, wide: Mm, thick: Mm, across: Stays, deep: Stays): Vec2[] {
  const u = (STAYS[across] * (wide - w)) / 2
  const v = (STAYS[deep] * (thick - t)) / 2
  return [
    [u - w / 2, v - t / 2],
    [u + w / 2, v - t / 2],
    [u + w / 2, v + t / 2],
    [u - w / 2, v + t / 2],
  ]
}

const carry = (t: Taper, from: Frame, to: Wood): Taper => ({
  ...t,
  frame: frameInto(to.frame, from, t.frame),
  size: to.size,
})

export const own: OwnDefinition<Taper> = {
  title: 'Taper',
  faces: ['face'],
  measures: {
    at1: { label: 'First section, from its near end', otherwise: 'at its near end', text: '0' },
    width1: { label: 'its width', otherwise: 'all of it' },
    thickness1: { label: 'its thickness', otherwise: 'all of it' },
    at2: { label: 'Section between, from its near end', otherwise: 'none' },
    width2: { label: 'its width', otherwise: 'all of it' },
    thickness2: { label: 'its thickness', otherwise: 'all of it' },
    at3: { label: 'Last section, from its near end', otherwise: 'at its far end', text: 'L' },
    width3: { label: 'its width', otherwise: 'all of it' },
    thickness3: { label: 'its thickness', otherwise: 'all of it' },
  },
  choices: {
    across: {
      label: 'Across its width',
      values: { middle: 'both edges come in', low: 'edge 1 stays', high: 'edge 2 stays' },
    },
    deep: {
      label: 'Through its thickness',
      values: { middle: 'both faces come in', low: 'the back stays', high: 'the face stays' },
    },
  },
  placeless: () => true,
  starts: () => ({ fields: { at1: 'L/6', width3: 'W/2', thickness3: 'T/2' }, options: {} }),
  roles: [],
  resolve,
  carry,
  flats: () => [],
  mirrored: (step) => {
    const { across = 'middle' } = step.options
    const other = { low: 'high', high: 'low', middle: 'middle' }[across]!
    return { ...step, options: { ...step.options, across: other } }
  },
}
