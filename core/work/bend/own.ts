/** A strip or a rod that a maker bends: its path as a table of straights and bends. */
import type { Step } from '../../document'
import type { Mm } from '../../measure'
import {
  carried,
  FACE_AT,
  faceAt,
  mainAxis,
  negated,
  toRoom,
  unit,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../../pieces'
import { SIX, waysOf } from '../onface'
import type { Measures } from '../fields'
import { Unfit, type Asked, type OwnDefinition, type Spike, type Wood } from '../own'
import { frameInto, vectorInto, type Vec2 } from '../tool'
import { posesOf, type Leg, type Pose, type Section } from '../tools/bent'
import type { Bend, Fibre } from './bent'
import { boxOf, MOST_BENDS, pathOf, type Told } from './path'

const NUMBERS = Array.from({ length: MOST_BENDS }, (_, k) => k + 1)

/** No side of what stands for something round is further than this from it. */
const CHORD: Mm = 0.02

/** As large as what is round, alike to all sides. */
function roundSection(diameter: Mm): Section {
  const radius = diameter / 2
  const n = Math.max(20, 4 * Math.ceil(Math.PI / Math.acos(Math.max(0.5, 1 - CHORD / radius)) / 4))
  const turn = (2 * Math.PI) / n
  const out = radius * Math.sqrt(turn / Math.sin(turn))
  const corners = Array.from({ length: n }, (_, k): Vec2 => {
    const angle = (k + 0.5) * turn
    return [out * Math.cos(angle), out * Math.sin(angle)]
  })
  return { corners, radius }
}
const rectangular = (thick: Mm, wide: Mm): Section => {
  const [u, v] = [thick / 2, wide / 2]
  const corners: Vec2[] = [
    [-u, -v],
    [u, -v],
    [u, v],
    [-u, v],
  ]
  return { corners, radius: null }
}

/** What is asked, as far as it hangs on no place. */
type Question = Pick<Asked, 'face' | 'values' | 'say' | 'chosen'>

/** What a piece is bent to, and how large the block round it is: own axes. */
function bentTo({ face, values, say, chosen }: Question, name: string, room: Vec3) {
  const { into, along, across } = waysOf(face)
  const round = chosen('section') === 'round'
  const thick = values.thick ?? 0
  const wide = round ? thick : (values.wide ?? room[into])
  if (thick <= 0) return Unfit.of('thick', `What ${name} is bent from has no thickness`)
  if (wide <= 0) return Unfit.of('wide', `What ${name} is bent from has no width`)
  const section = round ? roundSection(thick) : rectangular(thick, wide)
  const fibre = chosen('fibre') as Fibre
  const first = values.first ?? 0
  const said = (name: string, k: number): number => {
    // Where nothing is said it is as the one before.
    for (let n = k; n > 0; n--) if (values[`${name}${n}`] !== undefined) return values[`${name}${n}`]!
    return 0
  }
  const told = NUMBERS.slice(0, Number(chosen('bends'))).map((k): Told => ({
    radius: said('radius', k),
    angle: said('angle', k),
    roll: values[`roll${k}`] ?? 0,
    straight: values[`straight${k}`] ?? 0,
  }))
  for (const [k, b] of told.entries()) {
    if (b.radius <= 0) return Unfit.of(`radius${k + 1}`, `Bend ${k + 1} of ${name} has no radius`)
    if (b.angle === 0 || Math.abs(b.angle) > 360)
      return Unfit.of(`angle${k + 1}`, `Bend ${k + 1} of ${name} turns by more than 0° and by 360° at most`)
    if (b.straight < 0) return Unfit.of(`straight${k + 1}`, `A straight of ${name} is less than nothing`)
  }
  if (first < 0) return Unfit.of('first', `A straight of ${name} is less than nothing`)
  const { tooTight, ...path } = pathOf(first, told, section, fibre)
  if (tooTight !== null)
    return Unfit.of(
      `radius${tooTight}`,
      `Bend ${tooTight} of ${name} is tighter than half its section: a strip ${say(thick)} thick bends ` +
        `about ${say(thick / 2)} along its middle at the least`,
    )
  const turn = ((values.turn ?? 0) * Math.PI) / 180
  const box = boxOf(path.legs, section, turn)
  const start = STARTS[chosen('starts') as Start]
  const ways: readonly [Axis, Axis, Axis] = start.across ? [across, along, into] : [along, across, into]
  const block = vec3((i) => {
    const k = ways.indexOf(i)
    return box.max[k]! - box.min[k]!
  })
  return { strip: { section, thick, wide, fibre, block, ...path }, box, turn, start, ways }
}

function resolve(asked: Asked, wood: Wood): Bend | Unfit {
  const { face, say } = asked
  const { name, shoulder } = wood
  const room = vec3((i) => shoulder.max[i] - shoulder.min[i])
  const bent = bentTo(asked, name, room)
  if (bent instanceof Unfit) return bent
  const { strip, box, turn, start, ways } = bent
  if (([0, 1, 2] as const).some((i) => strip.block[i] > room[i] + 0.01))
    return new Unfit(
      `What is bent is ${strip.block.map(say).join(' × ')}, and the block of ${name} is ` +
        `${room.map(say).join(' × ')}: make the block as large`,
    )
  const { far } = FACE_AT[face]
  const inward = far ? -1 : 1
  const hands = [start.back ? -1 : 1, 1, inward] as const
  const [u, v, z] = ways.map((way, k) => vec3((i) => unit(way)[i] * hands[k]!)) as [Vec3, Vec3, Vec3]
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const x = vec3((i) => u[i] * cos + v[i] * sin)
  const y = vec3((i) => v[i] * cos - u[i] * sin)
  // In a block that is larger it lies in the middle.
  const origin = vec3((i) => {
    const k = ways.indexOf(i)
    return (shoulder.min[i] + shoulder.max[i] - hands[k]! * (box.min[k]! + box.max[k]!)) / 2
  })
  return { face, frame: { origin, x, y, z }, ...strip }
}

/** The same as another piece has it that lies otherwise. */
function carry(b: Bend, from: Frame, to: Wood): Bend {
  const turned = vectorInto(to.frame, from, b.block)
  const { axis, far } = FACE_AT[b.face]
  const out = vectorInto(
    to.frame,
    from,
    vec3((i) => (i === axis ? (far ? 1 : -1) : 0)),
  )
  const own = mainAxis(out)
  return {
    ...b,
    frame: frameInto(to.frame, from, b.frame),
    face: faceAt(own, out[own] > 0),
    block: vec3((i) => Math.abs(turned[i])),
  }
}

/** Both ends of a rod, for the holes that they go into. */
function spikes({ section, legs, frame }: Bend): Spike[] {
  if (section.radius === null) return []
  const poses = posesOf(legs)
  const end = (pose: Pose, way: 1 | -1, leg: Leg | undefined): Spike => ({
    at: toRoom(frame, pose.at),
    along: carried(frame, way > 0 ? pose.along : negated(pose.along)),
    diameter: 2 * section.radius!,
    sort: 'rod',
    long: leg?.kind === 'straight' ? leg.long : 0,
  })
  return [end(poses[0]!, -1, legs[0]), end(poses.at(-1)!, 1, legs.at(-1))]
}

/** Ways to start: which way of the face, and whether from its far side. */
const STARTS = {
  along: { says: 'along the face', across: false, back: false },
  alongBack: { says: 'along, from the far end', across: false, back: true },
  across: { says: 'across the face', across: true, back: false },
  acrossBack: { says: 'across, from the far side', across: true, back: true },
} as const
type Start = keyof typeof STARTS

/**
 * On a mirror image the width is turned over: what starts along that starts the other way, the rest bends
 * so.
 */
function mirrored(step: Step): Step {
  if (step.at.kind !== 'face') return step
  const { into, along } = waysOf(step.at.face)
  if (into === 1) return { ...step, at: { ...step.at, face: faceAt(1, !FACE_AT[step.at.face].far) } }
  const { starts = 'along' } = step.options
  const start = STARTS[starts as Start]
  if (start.across === (along !== 1)) {
    const other = { along: 'alongBack', alongBack: 'along', across: 'acrossBack', acrossBack: 'across' }
    return { ...step, options: { ...step.options, starts: other[starts as Start] } }
  }
  const fields = { ...step.fields }
  for (const name of ['turn', ...NUMBERS.flatMap((k) => [`angle${k}`, `roll${k}`])])
    if (typeof fields[name] === 'string') fields[name] = `-(${fields[name]})`
  return { ...step, fields }
}

const table: Measures = Object.fromEntries(
  NUMBERS.flatMap((k) => [
    [`radius${k}`, { label: `Bend ${k}: radius`, ...(k > 1 && { otherwise: 'as before' }) }],
    [
      `angle${k}`,
      { label: `Bend ${k}: turns by`, kind: 'angle' as const, ...(k > 1 && { otherwise: 'as before' }) },
    ],
    [
      `roll${k}`,
      { label: `Bend ${k}: out of the plane by`, kind: 'angle' as const, otherwise: '0', text: '0deg' },
    ],
    [`straight${k}`, { label: `Straight after bend ${k}`, otherwise: '0', text: '0' }],
  ]),
)

export const own: OwnDefinition<Bend> = {
  title: 'Bend',
  faces: SIX,
  measures: {
    thick: { label: 'Thickness in the bend, or diameter' },
    wide: { label: 'Width across the bend', otherwise: 'all of the block' },
    turn: { label: 'It starts turned by', kind: 'angle', otherwise: '0', text: '0deg' },
    first: { label: 'First straight', otherwise: '0', text: '0' },
    ...table,
  },
  choices: {
    section: { label: 'Section', values: { rectangular: 'a rectangle', round: 'round' } },
    bends: {
      label: 'Bends',
      values: Object.fromEntries(NUMBERS.map((k) => [String(k), k === 1 ? 'one' : String(k)])),
    },
    fibre: {
      label: 'Lengths and radii are those of',
      values: {
        centre: 'its middle',
        inside: 'the inside of each bend',
        outside: 'the outside of each bend',
      },
    },
    starts: {
      label: 'It starts',
      values: Object.fromEntries(Object.entries(STARTS).map(([id, { says }]) => [id, says])),
    },
  },
  idle: ({ section, bends = '1' }) => [
    ...(section === 'round' ? ['wide'] : []),
    ...NUMBERS.slice(Number(bends)).flatMap((k) => [`radius${k}`, `angle${k}`, `roll${k}`, `straight${k}`]),
  ],
  starts: (_, unit) => ({
    fields:
      unit === 'in'
        ? { thick: '3/8', first: '4', radius1: '5', angle1: '90deg', straight1: '4' }
        : { thick: '8', first: '100', radius1: '120', angle1: '90deg', straight1: '100' },
    options: {},
  }),
  roles: [],
  resolve,
  needs: (asked, room) => {
    const bent = bentTo(asked, '', room)
    return bent instanceof Unfit ? null : bent.strip.block
  },
  carry,
  flats: () => [],
  spikes,
  mirrored,
}
