/**
 * Knuckles in the plane square to the pin: out of the guest's shoulder through the host, and from the guest's
 * inside to its outside. The pin is as far from the outsides of both as a knuckle's radius, so a knuckle
 * comes up to both and may turn; each board keeps what leads to its own, and is cut clear of the other's.
 */
import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import {
  cross,
  dot,
  FACE_AT,
  faceAt,
  mainAxis,
  unit,
  vec3,
  type Axis,
  type Frame,
  type Vec3,
} from '../../pieces'
import {
  BEYOND,
  boxTool,
  loopOf,
  pointInto,
  toolInto,
  vectorInto,
  type Bore,
  type Sockets,
  type Tool,
  type Vec2,
} from '../../work'
import { arcBetween, type Segment } from '../../outline'
import { blockOut, outOf, rest, type Range } from '../block'
import type { Deriving } from '../deriving'
import { behind, cornerOf, extentOf, type Meeting } from '../meet'

interface Hinge {
  readonly m: Meeting
  /** Along the pin, in the guest. */
  readonly run: Axis
  /** What both share along the pin. */
  readonly width: Range
  /** Whether the outside is at the guest's face rather than its back. */
  readonly far: boolean
  /** The host's edge there. */
  readonly edge: FaceName
  readonly radius: Mm
  /** The middle of the pin: out of the guest's shoulder, and up from its inside. */
  readonly pin: readonly [out: Mm, up: Mm]
  readonly bored: Mm
  readonly room: Mm
}

export function derive(d: Deriving, guestFirst: boolean): void {
  for (const m of d.meetings()) {
    const hinge = hingeAt(m, d)
    if (typeof hinge === 'string') {
      d.wrong(hinge)
      continue
    }
    const places = placesOf(hinge, d)
    if (typeof places === 'string') d.wrong(places)
    else make(hinge, places, guestFirst, d)
  }
}

function hingeAt(m: Meeting, d: Deriving): Hinge | string {
  const { guest, host } = m
  const corner = m.square && m.into !== 2 ? cornerOf(m) : null
  if (!corner || FACE_AT[corner.hostFace].axis === 2)
    return `${guest.name} is not flush with an edge of ${host.name}; no knuckles can turn there`
  const [thick, high] = [behind(m), extentOf(guest, 2)]
  const most = Math.min(thick, high)
  const diameter = d.value('diameter') ?? most
  const pin = d.value('pin') ?? diameter / 3
  const [play, room] = [d.must('play'), d.must('room')]
  if (diameter <= 0 || pin <= 0) return `The knuckles of ${guest.name} have no thickness`
  if (diameter > most + 1e-6)
    return `Knuckles of ${d.say(diameter)} are thicker than ${d.say(most)}, the thinner board`
  if (room < 0 || play < 0) return `Knuckles of ${guest.name} with less room than nothing would not turn`
  const wall = (diameter - pin - play) / 2
  if (wall <= 0) return `A pin of ${d.say(pin)} leaves nothing of knuckles of ${d.say(diameter)}`
  if (wall < pin / 4)
    d.wrong(`A pin of ${d.say(pin)} leaves ${d.say(wall)} of wood about it in ${guest.name}`, 'look')
  const run: Axis = m.into === 0 ? 1 : 0
  const radius = diameter / 2
  return {
    m,
    run,
    width: [m.patch.min[run], m.patch.max[run]],
    far: corner.far,
    edge: corner.hostFace,
    radius,
    pin: [thick - radius, high - radius],
    bored: pin + play,
    room,
  }
}

/** Where knuckles begin and end along the pin, the one after the other. */
function placesOf({ m, width: [from, to], room }: Hinge, d: Deriving): Range[] | string {
  const whole = to - from
  const wide = d.must('width')
  if (wide <= 0) return 'The knuckles have no width'
  const given = d.value('count')
  if (given === undefined && 3 * wide > whole * 1.5)
    d.wrong(
      `Knuckles ${d.say(wide)} wide do not fit three times into ${d.say(whole)} of ${m.guest.name}; ` +
        `they are made ${d.say(whole / 3)}`,
      'look',
    )
  const count = given ?? Math.max(3, Math.round((whole / wide - 1) / 2) * 2 + 1)
  if (count < 2) return `A hinge of ${m.guest.name} has two knuckles or more`
  const each = whole / count
  if (each < 4 * room || each < 1)
    return `${count} knuckles in ${d.say(whole)} of ${m.guest.name} are ${d.say(each)} wide, too narrow`
  return Array.from({ length: count }, (_, k): Range => [from + k * each, from + (k + 1) * each])
}

/** The plane of the hinge as a frame in the guest: out, up, and along the pin one way or the other. */
function planeOf({ m, far }: Hinge, from: Mm): Frame {
  const x = outOf(m)
  const y = vec3((i) => (i === 2 ? (far ? 1 : -1) : 0))
  const { min, max } = m.guest.shoulder
  const shoulder = FACE_AT[m.face].far ? max[m.into] : min[m.into]
  const origin = vec3((i) => (i === m.into ? shoulder : i === 2 ? (far ? min[2] : max[2]) : from))
  return { origin, x, y, z: cross(x, y) }
}

/** What lies beyond the pin, out or up, outside of its knuckle; between two places along it. */
function rounding(h: Hinge, way: 'out' | 'up', [from, to]: Range): Tool {
  const plane = planeOf(h, from)
  const frame = plane.z[h.run] > 0 ? plane : planeOf(h, to)
  const { radius: r } = h
  const [out, up] = h.pin
  const [thick, high] = [behind(h.m) + BEYOND, extentOf(h.m.guest, 2) + BEYOND]
  const corners: readonly Vec2[] =
    way === 'out'
      ? [
          [out, up - r],
          [out, -BEYOND],
          [thick, -BEYOND],
          [thick, high],
          [out, high],
          [out, up + r],
        ]
      : [
          [out + r, up],
          [thick, up],
          [thick, high],
          [-BEYOND, high],
          [-BEYOND, up],
          [out - r, up],
        ]
  const sides = corners.slice(1).map((to, k): Segment => ({ kind: 'line', from: corners[k]!, to, of: '' }))
  const arc = arcBetween(corners.at(-1)!, corners[0]!, h.pin, -1, '')
  return {
    kind: 'outlined',
    frame,
    outer: loopOf({ segments: [...sides, arc] }),
    inner: [],
    depth: to - from,
  }
}

function make(h: Hinge, places: readonly Range[], guestFirst: boolean, d: Deriving): void {
  const { m, run, width, room } = h
  const { guest, host } = m
  const mine = places.filter((_, k) => (k % 2 === 0) === guestFirst)
  const yours = places.filter((_, k) => (k % 2 === 0) !== guestFirst)
  const [thick, high] = [behind(m), extentOf(guest, 2)]
  const clear = (at: Range, edges: Range): Range => [
    at[0] > edges[0] + 1e-6 ? at[0] - room / 2 : at[0] - BEYOND,
    at[1] < edges[1] - 1e-6 ? at[1] + room / 2 : at[1] + BEYOND,
  ]
  // The guest's own ends beside what they share go, too.
  const ends = rest([0, guest.size[run]], [width]).map((r) => clear(r, [0, guest.size[run]]))
  const gone = [...yours.map((r) => clear(r, width)), ...ends]
  const up = (from: Mm, to: Mm): Range => {
    const { min, max } = guest.shoulder
    return h.far ? [min[2] + from, min[2] + to] : [max[2] - to, max[2] - from]
  }
  const block = (out: Range, along: Range, ups: Range): Tool =>
    boxTool(blockOut(m, out, { [run]: along, 2: up(...ups) }))
  const onHost = (t: Tool): Tool => toolInto(host.frame, guest.frame, t)
  const base = { name: 'knuckles' as const, slope: '', run, round: h.radius }
  const guestWork: Sockets = {
    ...base,
    face: m.face,
    count: mine.length,
    width: mine[0] ? mine[0][1] - mine[0][0] : 0,
    depth: thick + room,
    places: gone.map((r): Range => [Math.max(0, r[0]), Math.min(guest.size[run], r[1])]).sort(byStart),
    tools: [
      ...gone.map((r) => block([-room, thick + BEYOND], r, [-BEYOND, high + BEYOND])),
      ...mine.map((r) => rounding(h, 'out', wider(r))),
    ],
  }
  const taken = mine.map((r) => clear(r, width))
  const hostRun = mainAxis(vectorInto(host.frame, guest.frame, unit(run)))
  const along = (y: Mm): Mm => {
    const at = pointInto(
      host.frame,
      guest.frame,
      vec3((i) => (i === run ? y : 0)),
    )[hostRun]
    return Math.min(host.size[hostRun], Math.max(0, at))
  }
  const hostWork: Sockets = {
    ...base,
    run: hostRun,
    face: h.edge,
    count: yours.length,
    width: yours[0] ? yours[0][1] - yours[0][0] : 0,
    depth: high + room,
    places: taken
      .map(([a, b]): Range => [Math.min(along(a), along(b)), Math.max(along(a), along(b))])
      .sort(byStart),
    tools: [
      ...taken.map((r) => onHost(block([-BEYOND, thick + BEYOND], r, [-room, high + BEYOND]))),
      ...yours.map((r) => onHost(rounding(h, 'up', wider(r)))),
    ],
  }
  d.work('sockets', guest, host, guestWork, '/knuckles')
  d.work('sockets', host, guest, hostWork, '/knuckles')
  const bore = pinHole(h)
  d.work('bore', guest, host, boreIn(bore, guest.frame, guest.frame, guest.size), '/pin')
  d.work('bore', host, guest, boreIn(bore, host.frame, guest.frame, host.size), '/pin')
  const pin = h.bored - d.must('play')
  d.supply(`Hinge pin ⌀ ${d.say(pin)} × ${d.say(width[1] - width[0])}`, 1)
}

const byStart = (a: Range, b: Range): number => a[0] - b[0]
/** A knuckle and the clearance at its sides, which is gone already. */
const wider = ([a, b]: Range): Range => [a - BEYOND / 2, b + BEYOND / 2]

interface PinHole {
  readonly from: Vec3
  readonly along: Vec3
  readonly diameter: Mm
}

/** Where the pin goes, from the lower end of the guest on. */
function pinHole(h: Hinge): PinHole {
  const frame = planeOf(h, 0)
  const [out, up] = h.pin
  return {
    from: vec3((i) => frame.origin[i] + frame.x[i] * out + frame.y[i] * up),
    along: unit(h.run),
    diameter: h.bored,
  }
}

/** The hole of the pin right through a board, as it has it. */
function boreIn(hole: PinHole, to: Frame, from: Frame, size: Vec3): Bore {
  const way = vectorInto(to, from, hole.along)
  const axis = mainAxis(way)
  const at = pointInto(to, from, hole.from)
  const along = unit(axis)
  return {
    name: 'pin hole',
    face: faceAt(axis, false),
    at: [vec3((i) => (i === axis ? 0 : at[i]))],
    along,
    diameter: hole.diameter,
    depth: dot(size, along),
    through: true,
    tip: 0,
  }
}
