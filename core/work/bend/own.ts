/** A strip or a rod that a maker bends: its path as a table of straights and bends. */
import type { Step } from '../../document'
import { negatedText, type Mm } from '../../measure'
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
import { endWay, lengthOf, startWay } from '../../outline'
import { imageDrawn } from '../drawn'
import { SIX, waysOf } from '../onface'
import type { Measures } from '../fields'
import { CannotMake, type StepInput, type OwnDefinition, type Mate, type Wood } from '../own'
import { frameInto, vectorInto, type Vec2 } from '../tool'
import { posesOf, type Leg, type Pose, type Section } from '../tools/bent'
import type { Bend, Fibre } from './bent'
import { boxOf, MOST_BENDS, pathOf, type BendRow } from './path'
import { presets } from './presets'

const NUMBERS = Array.from({ length: MOST_BENDS }, (_, k) => k + 1)

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

/** A path as it is told: how it starts, and its bends. */
interface Given {
  readonly first: Mm
  /** Radians from the way it starts. */
  readonly turn: number
  readonly told: readonly BendRow[]
  /** How many measures what is drawn lacks. */
  readonly missing: number
}

function inTable({ values, chosen }: Question): Given {
  const said = (name: string, k: number): number => {
    // Where nothing is said it is as the one before.
    for (let n = k; n > 0; n--) if (values[`${name}${n}`] !== undefined) return values[`${name}${n}`]!
    return 0
  }
  return {
    first: values.first ?? 0,
    turn: ((values.turn ?? 0) * Math.PI) / 180,
    missing: 0,
    told: NUMBERS.slice(0, Number(chosen('bends'))).map((k) => ({
      radius: said('radius', k),
      angle: said('angle', k),
      roll: values[`roll${k}`] ?? 0,
      straight: values[`straight${k}`] ?? 0,
    })),
  }
}

/** Ways that differ by less go over into each other, as a sine. */
const SMOOTH = 1e-4

/** One line of straights and arcs on the face, from its first end on. */
function drawnPath({ drawn, say }: Question, name: string, size: Vec2): Given | CannotMake {
  const found = drawn(size)
  if (!found) return new CannotMake(`The path of ${name} is not drawn yet, so nothing is bent`, 'look')
  if (found.disagree > 0)
    return new CannotMake(`${found.disagree} dimensions of the path of ${name} conflict`)
  const { trouble, open } = found
  if (trouble && !trouble.open) return new CannotMake(`Of the path of ${name}, ${trouble.says}`)
  if (found.paths.length > 0 || open.length === 0)
    return new CannotMake(`The path of ${name} is one line with two ends, and not closed`)
  const told: BendRow[] = []
  let first = 0
  for (const [k, s] of open.entries()) {
    const before = open[k - 1]
    const at = `at ${say(s.from[0])} along and ${say(s.from[1])} across`
    if (before && Math.hypot(before.to[0] - s.from[0], before.to[1] - s.from[1]) > 1e-6)
      return new CannotMake(`The path of ${name} is one line; a second one starts ${at}`)
    if (s.kind === 'curve')
      return new CannotMake(`The path of ${name} is of lines and arcs; ${at} it is a curve`)
    if (before) {
      const [a, b] = [endWay(before), startWay(s)]
      if (Math.abs(a[0] * b[1] - a[1] * b[0]) > SMOOTH || a[0] * b[0] + a[1] * b[1] < 0)
        return new CannotMake(`The path of ${name} has a corner ${at}: round it, or make its arc tangent`)
    }
    if (s.kind === 'arc')
      told.push({ radius: s.radius, angle: (s.sweep * 180) / Math.PI, roll: 0, straight: 0 })
    else if (told.length === 0) first += lengthOf(s)
    else told[told.length - 1] = { ...told.at(-1)!, straight: told.at(-1)!.straight + lengthOf(s) }
  }
  const [x, y] = startWay(open[0]!)
  return { first, turn: Math.atan2(y, x), told, missing: found.missing }
}

/** What is asked, as far as it hangs on no place. */
type Question = Pick<StepInput, 'face' | 'values' | 'say' | 'chosen' | 'drawn'>

/** What a piece is bent to, and how large the block round it is: own axes. */
function bentTo(asked: Question, name: string, room: Vec3) {
  const { face, values, say, chosen } = asked
  const { into, along, across } = waysOf(face)
  const round = chosen('section') === 'round'
  const thick = values.thick ?? 0
  const wide = round ? thick : (values.wide ?? room[into])
  if (thick <= 0) return CannotMake.of('thick', `What ${name} is bent from has no thickness`)
  if (wide <= 0) return CannotMake.of('wide', `What ${name} is bent from has no width`)
  const section = round ? { corners: [], radius: thick / 2 } : rectangular(thick, wide)
  const fibre = chosen('fibre') as Fibre
  const given =
    chosen('told') === 'drawn' ? drawnPath(asked, name, [room[along], room[across]]) : inTable(asked)
  if (given instanceof CannotMake) return given
  const { first, told } = given
  for (const [k, b] of told.entries()) {
    if (b.radius <= 0) return CannotMake.of(`radius${k + 1}`, `Bend ${k + 1} of ${name} has no radius`)
    if (b.angle === 0 || Math.abs(b.angle) > 360)
      return CannotMake.of(
        `angle${k + 1}`,
        `Bend ${k + 1} of ${name} turns by more than 0° and by 360° at most`,
      )
    if (b.straight < 0) return CannotMake.of(`straight${k + 1}`, `A straight of ${name} is less than nothing`)
  }
  if (first < 0) return CannotMake.of('first', `A straight of ${name} is less than nothing`)
  const { tooTight, ...path } = pathOf(first, told, section, fibre)
  if (tooTight !== null)
    return CannotMake.of(
      `radius${tooTight}`,
      `Bend ${tooTight} of ${name} is tighter than half its section: a strip ${say(thick)} thick bends ` +
        `about ${say(thick / 2)} along its middle at the least`,
    )
  const { turn } = given
  const box = boxOf(path.legs, section, turn)
  const start = STARTS[chosen('starts') as Start]
  const ways: readonly [Axis, Axis, Axis] = start.across ? [across, along, into] : [along, across, into]
  const block = vec3((i) => {
    const k = ways.indexOf(i)
    return box.max[k]! - box.min[k]!
  })
  const { missing } = given
  return { strip: { section, thick, wide, fibre, block, missing, ...path }, box, turn, start, ways }
}

function resolve(asked: StepInput, wood: Wood): Bend | CannotMake {
  const { face, say } = asked
  const { name, shoulder } = wood
  const room = vec3((i) => shoulder.max[i] - shoulder.min[i])
  const bent = bentTo(asked, name, room)
  if (bent instanceof CannotMake) return bent
  const { strip, box, turn, start, ways } = bent
  if (([0, 1, 2] as const).some((i) => strip.block[i] > room[i] + 0.01))
    return new CannotMake(
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

/** Both ends, for the holes or the mortises that they go into. */
function spikes({ section, legs, frame, thick, wide }: Bend): Mate[] {
  const poses = posesOf(legs)
  const end = (pose: Pose, way: 1 | -1, leg: Leg | undefined): Mate => ({
    at: toRoom(frame, pose.at),
    along: carried(frame, way > 0 ? pose.along : negated(pose.along)),
    diameter: thick,
    sort: 'rod',
    long: leg?.kind === 'straight' ? leg.long : 0,
    ...(section.radius === null && { section: { way: carried(frame, pose.out), thick, wide } }),
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
function mirrored(step: Step, width: Mm): Step {
  if (step.at.kind !== 'face') return step
  if (step.options.told === 'drawn') return imageDrawn(step, width)
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
    if (typeof fields[name] === 'string') fields[name] = negatedText(fields[name])
  return { ...step, fields }
}

const table: Measures = Object.fromEntries(
  NUMBERS.flatMap((k) => [
    [`radius${k}`, { label: `Bend ${k} radius`, placeholder: k > 1 ? 'as before' : 'required' }],
    [
      `angle${k}`,
      { label: `Bend ${k} angle`, kind: 'angle' as const, placeholder: k > 1 ? 'as before' : 'required' },
    ],
    [`roll${k}`, { label: `Bend ${k} roll`, kind: 'angle' as const, placeholder: '0', text: '0deg' }],
    [`straight${k}`, { label: `Straight ${k}`, placeholder: '0', text: '0' }],
  ]),
)

export const own: OwnDefinition<Bend> = {
  title: 'Bend',
  faces: SIX,
  measures: {
    thick: { label: 'Thickness or diameter' },
    wide: { label: 'Width of strip', placeholder: 'full' },
    turn: { label: 'Start angle', kind: 'angle', placeholder: '0', text: '0deg' },
    first: { label: 'First straight', placeholder: '0', text: '0' },
    ...table,
  },
  choices: {
    told: { label: 'Path', values: { table: 'bend table', drawn: 'drawn line' } },
    section: { label: 'Section', values: { rectangular: 'a rectangle', round: 'round' } },
    bends: {
      label: 'Bends',
      values: Object.fromEntries(NUMBERS.map((k) => [String(k), k === 1 ? 'one' : String(k)])),
    },
    fibre: {
      label: 'Measured on',
      values: {
        centre: 'its middle',
        inside: 'the inside of each bend',
        outside: 'the outside of each bend',
      },
    },
    starts: {
      label: 'Starts',
      values: Object.fromEntries(Object.entries(STARTS).map(([id, { says }]) => [id, says])),
    },
  },
  outlined: ({ told }) => told === 'drawn',
  drawsOpen: true,
  hiddenFields: ({ section, told, bends = '1' }) => [
    ...(told === 'drawn' ? ['turn', 'first'] : []),
    ...(section === 'round' ? ['wide'] : []),
    ...NUMBERS.slice(told === 'drawn' ? 0 : Number(bends)).flatMap((k) => [
      `radius${k}`,
      `angle${k}`,
      `roll${k}`,
      `straight${k}`,
    ]),
  ],
  hiddenChoices: ({ told }) => (told === 'drawn' ? ['bends', 'starts'] : []),
  starts: ({ unit }) => ({
    fields:
      unit === 'in'
        ? { thick: '3/8', first: '4', radius1: '5', angle1: '90deg', straight1: '4' }
        : { thick: '8', first: '100', radius1: '120', angle1: '90deg', straight1: '100' },
    options: {},
  }),
  first: ({ bends = '1' }) => [
    'section',
    'thick',
    'wide',
    'first',
    ...Array.from({ length: Number(bends) }, (_, n) => [
      `radius${n + 1}`,
      `angle${n + 1}`,
      `straight${n + 1}`,
    ]).flat(),
    'told',
    'bends',
  ],
  presets,
  roles: [],
  resolve,
  needs: (asked, room) => {
    const bent = bentTo(asked, '', room)
    return bent instanceof CannotMake ? null : bent.strip.block
  },
  carry,
  flats: () => [],
  mates: spikes,
  mirrored,
}
