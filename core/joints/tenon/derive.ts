/**
 * A tenon stands on the guest's shoulder, as thick as told, as wide as the shared face less the shoulders at
 * its edges. The mortise is its section grown by half the fit on every side, as deep as the tenon is long
 * plus the gap.
 */
import type { Mm } from '../../measure'
import { overlap, FACE_AT, type Axis, type Box } from '../../pieces'
import { BEYOND, runOut, toolInto, type Mortise, type Tenon, type Tool, type Vec2 } from '../../work'
import { arc, blockOut, prismAlong, stadium, waysOf, type Range } from '../block'
import { asTool, hostWays, regionOf, turnedIn } from '../channel'
import type { Deriving } from '../deriving'
import { chosen } from '../kind'
import { behind, otherAxes, extentOf, type Meeting } from '../meet'

/** Sides of the circle that the round ends of mortise and tenon share. */
const SIDES = 32
/** A wall beside a mortise thinner than this needs a look. */
const THIN: Mm = 3

interface Section {
  readonly run: Axis
  readonly across: Axis
  readonly along: Range
  readonly thick: Range
  readonly length: Mm
  /** Where its shoulder is: beyond the face that meets, where a dado takes the whole end in. */
  readonly seat: Mm
  /** The shallow part beside the tenon, and how far it goes in. */
  readonly haunch: { readonly along: Range; readonly length: Mm } | null
}

export function derive(d: Deriving): void {
  for (const m of d.meetings()) {
    const s = sectionOf(m, d)
    const refused = refusal(m, s, d)
    if (refused) d.wrong(refused)
    else make(m, s, d)
  }
}

const manner = (d: Deriving) => chosen(d.joint.joint, 'manner', 'blind')
const isRound = (d: Deriving) => chosen(d.joint.joint, 'ends', 'square') === 'round'
const inBlind = (d: Deriving): Mm => d.must('length') / (manner(d) === 'loose' ? 2 : 1)

function sectionOf(m: Meeting, d: Deriving): Section {
  const { run, across } = waysOf(m)
  const shoulder = d.must('shoulder')
  const middle = (m.guest.shoulder.min[across] + m.guest.shoulder.max[across]) / 2 + d.must('offset')
  const half = d.must('thickness') / 2
  let along: Range = [m.patch.min[run] + shoulder, m.patch.max[run] - shoulder]
  const length = manner(d) === 'through' ? behind(m) : inBlind(d)
  const width = d.must('haunchWidth')
  let haunch: Section['haunch'] = null
  if (width > 0) {
    const high = chosen(d.joint.joint, 'haunch', 'high') === 'high'
    haunch = {
      along: high ? [along[1] - width, along[1]] : [along[0], along[0] + width],
      length: d.value('haunchLength') ?? length / 3,
    }
    along = high ? [along[0], along[1] - width] : [along[0] + width, along[1]]
  }
  const seat = d.seat(m)
  if (haunch && haunch.length <= seat) haunch = null
  return { run, across, along, thick: [middle - half, middle + half], length, seat, haunch }
}

function refusal(m: Meeting, s: Section, d: Deriving): string | null {
  const { guest, host } = m
  const { say } = d
  const depth = behind(m)
  const wide = s.along[1] - s.along[0]
  if (s.length <= 0) return `The tenon of ${guest.name} has no length`
  if (s.length <= s.seat)
    return `The tenon of ${guest.name} is no longer than the dado in ${host.name} that holds it`
  if (s.thick[1] <= s.thick[0]) return `The tenon of ${guest.name} has no thickness`
  if (s.thick[0] < guest.shoulder.min[s.across] - 1e-6 || s.thick[1] > guest.shoulder.max[s.across] + 1e-6)
    return (
      `A tenon ${say(s.thick[1] - s.thick[0])} thick does not fit on ${guest.name}, which is ` +
      `${say(extentOf(guest, s.across))} there`
    )
  if (wide <= 1e-6) return `The shoulders leave nothing of the tenon of ${guest.name}`
  const fit = d.must('fit')
  if (Math.abs(fit) >= Math.min(wide, s.thick[1] - s.thick[0]))
    return `A fit of ${say(fit)} is as much as the tenon of ${guest.name} itself`
  if (isRound(d) && wide < s.thick[1] - s.thick[0])
    return `A tenon of ${guest.name} with round ends is to be wider than it is thick`
  if (d.must('gap') < 0) return `The gap at the bottom of the mortise in ${host.name} is less than nothing`
  if (s.haunch && (s.haunch.length <= 0 || s.haunch.length >= s.length))
    return `The haunch of ${guest.name} is to be shorter than its tenon`
  if (manner(d) !== 'through' && s.length + d.must('gap') >= depth - 1e-6)
    return (
      `A mortise ${say(s.length + d.must('gap'))} deep would come out of ${host.name}, which is ` +
      `${say(depth)} there`
    )
  if (manner(d) === 'loose' && s.length + d.must('gap') >= extentOf(guest, m.into))
    return `The loose tenon is too long for ${guest.name}`
  if (s.haunch && isRound(d))
    return `The tenon of ${guest.name} has round ends; a haunch beside it needs square ones`
  const hostBox = regionOf(m, blockOut(m, [0, s.length], { [s.run]: s.along, [s.across]: s.thick }))
  const sides = otherAxes(FACE_AT[m.hostFace].axis)
  const [a, b] = sides.map((i) => hostBox.max[i] - hostBox.min[i]) as [Mm, Mm]
  const lost = wide + (s.thick[1] - s.thick[0]) - (a + b)
  if (lost > 1e-6 && m.square)
    return `The tenon of ${guest.name} is ${say(wide)} wide, and ${host.name} is too narrow for its mortise`
  const wall = Math.min(
    ...sides.flatMap((i) => [hostBox.min[i], host.size[i] - hostBox.max[i]]).filter((w) => w > 1e-6),
  )
  if (wall < THIN)
    d.wrong(`The mortise for ${guest.name} leaves a wall of ${say(wall)} in ${host.name}`, 'look')
  return null
}

function make(m: Meeting, s: Section, d: Deriving): void {
  const { guest, host } = m
  const gap = d.must('gap')
  const loose = manner(d) === 'loose'
  if (!loose) d.work('tenon', guest, host, tenonOn(m, s, isRound(d)), '/tenon')
  else {
    // The mortise in the guest: the same hole the other way.
    const data = mortiseIn(m, s, d, [-(s.length + gap), s.seat + BEYOND], guest.frame)
    d.work('mortise', guest, host, { ...data, face: m.face }, '/mortise')
    const size = [2 * s.length, s.along[1] - s.along[0], s.thick[1] - s.thick[0]].map(d.say).join(' × ')
    d.supply(`Loose tenon ${size}`, 1)
  }
  const through = manner(d) === 'through'
  const deep = through ? s.length + BEYOND : s.length + gap
  const data = mortiseIn(m, s, d, [-BEYOND, deep], host.frame)
  d.work('mortise', host, guest, { ...data, through }, '/in')
}

/** The hole between two places beyond the shoulder, in the frame of the piece it is in. */
function mortiseIn(
  m: Meeting,
  s: Section,
  d: Deriving,
  [from, to]: Range,
  frame: Meeting['host']['frame'],
): Mortise {
  const fit = d.must('fit')
  const grow = ([a, b]: Range): Range => [a - fit / 2, b + fit / 2]
  const [along, thick] = [grow(s.along), grow(s.thick)]
  const inGuest = frame === m.guest.frame
  const block = blockOut(m, [from, to], { [s.run]: along, [s.across]: thick })
  const tools: Tool[] = []
  let haunch: Box | null = null
  if (isRound(d)) {
    const at = [block.min[m.into], block.max[m.into]] as const
    tools.push(toolInto(frame, m.guest.frame, prismAlong(s.run, s.across, stadium(along, thick, SIDES), at)))
  } else tools.push(inGuest ? runOut(block, m.guest.size) : asTool(m, block))
  if (s.haunch) {
    const h = grow(s.haunch.along)
    const shallow = blockOut(
      m,
      inGuest
        ? [-(s.haunch.length + d.must('gap')), s.seat + BEYOND]
        : [-BEYOND, s.haunch.length + d.must('gap')],
      { [s.run]: h, [s.across]: thick },
    )
    tools.push(inGuest ? runOut(shallow, m.guest.size) : asTool(m, shallow))
    haunch = inGuest ? overlap(shallow, { min: [0, 0, 0], max: m.guest.size }) : regionOf(m, shallow)
  }
  const axes = inGuest ? { run: s.run, across: s.across } : hostWays(m, s.run)
  return {
    name: 'mortise',
    face: m.hostFace,
    through: false,
    ...axes,
    region: inGuest ? overlap(block, { min: [0, 0, 0], max: m.guest.size })! : regionOf(m, block),
    ...(!inGuest && { turned: turnedIn(m, block, s.run) }),
    ends: isRound(d) ? 'round ends' : '',
    bit: null,
    ...(haunch ? { haunch } : {}),
    tools,
  }
}

/** What is cut round the tenon, so that it is left standing on its shoulder. */
function tenonOn(m: Meeting, s: Section, round: boolean): Tenon {
  const { guest, face } = m
  const { size } = guest
  const standing = blockOut(m, [s.seat, s.length], { [s.run]: s.along, [s.across]: s.thick })
  const cut = (range: Range, along: Partial<Record<Axis, Range>>): Tool[] => {
    const b = blockOut(m, range, along)
    return [0, 1, 2].every((i) => b.max[i]! - b.min[i]! > 1e-6) ? [runOut(b, size)] : []
  }
  const whole = (axis: Axis): Range => [0, size[axis]]
  const full: Range = [s.seat, s.length]
  const tools = [
    ...cut(full, { [s.across]: [0, s.thick[0]], [s.run]: whole(s.run) }),
    ...cut(full, { [s.across]: [s.thick[1], size[s.across]], [s.run]: whole(s.run) }),
  ]
  for (const high of [false, true]) {
    const edge: Range = high ? [s.along[1], size[s.run]] : [0, s.along[0]]
    const haunch = s.haunch && s.haunch.along[0] >= s.along[1] - 1e-9 === high ? s.haunch : null
    if (haunch) {
      const outer: Range = high ? [haunch.along[1], size[s.run]] : [0, haunch.along[0]]
      tools.push(...cut(full, { [s.run]: outer, [s.across]: s.thick }))
      tools.push(...cut([haunch.length, s.length], { [s.run]: haunch.along, [s.across]: s.thick }))
    } else tools.push(...cut(full, { [s.run]: edge, [s.across]: s.thick }))
  }
  if (round) tools.push(...roundedOff(m, s))
  const haunch = s.haunch
    ? { haunch: blockOut(m, [s.seat, s.haunch.length], { [s.run]: s.haunch.along, [s.across]: s.thick }) }
    : {}
  return {
    name: 'tenon',
    face,
    standing: [standing],
    length: s.length - s.seat,
    run: s.run,
    across: s.across,
    ...haunch,
    tools,
  }
}

/** The corners taken off a tenon with round ends. */
function roundedOff(m: Meeting, s: Section): Tool[] {
  const r = (s.thick[1] - s.thick[0]) / 2
  const c = (s.thick[0] + s.thick[1]) / 2
  const block = blockOut(m, [s.seat, s.length + BEYOND], {})
  const at = [block.min[m.into], block.max[m.into]] as const
  const low: Vec2[] = [
    [s.along[0] - BEYOND, s.thick[1] + BEYOND],
    [s.along[0] - BEYOND, s.thick[0] - BEYOND],
    [s.along[0] + r, s.thick[0] - BEYOND],
    ...arc([s.along[0] + r, c], r, Math.PI / 2, SIDES).reverse(),
    [s.along[0] + r, s.thick[1] + BEYOND],
  ]
  const high: Vec2[] = [
    [s.along[1] + BEYOND, s.thick[0] - BEYOND],
    [s.along[1] + BEYOND, s.thick[1] + BEYOND],
    [s.along[1] - r, s.thick[1] + BEYOND],
    ...arc([s.along[1] - r, c], r, -Math.PI / 2, SIDES).reverse(),
    [s.along[1] - r, s.thick[0] - BEYOND],
  ]
  return [low, high].map((outline) => prismAlong(s.run, s.across, outline, at))
}
