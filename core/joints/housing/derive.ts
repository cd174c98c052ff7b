/**
 * A housing in wood. Let d be the depth, c the fit, g the gap. The guest has grown by d − g already (resolve.ts). The
 * host loses a channel in the shape of the guest's grown end: c/2 wider to each side across the guest's thickness,
 * d deep, running out through every side of the host that the guest is flush with or stands proud of.
 */
import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { AXES, boxToOwn, FACE_AT, faceAt, oppositeFace, sayFace, sideOfFace, faceOnSide, overlap, type Axis, type Box, type Vec3 } from '../../pieces' // prettier-ignore
import {
  keyOf,
  sayLength,
  type Instance,
  type Problem,
  type Resolved,
  type ResolvedJoint,
} from '../../resolve'
import type { Channel, Feature, Notch } from '../../work'
import { TOUCHING } from '../contacts'
import { faceOf, membersOf, type Derived } from '../kind'

interface Values {
  readonly depth: Mm
  readonly fit: Mm
  readonly gap: Mm
  readonly stop1: Mm
  readonly stop2: Mm
}

const FLUSH: Mm = 1e-3

export function derive(joint: ResolvedJoint, resolved: Resolved): Derived {
  const values = joint.values as Values | null
  const face = faceOf(joint.joint, 0)
  const features: Feature[] = []
  const problems: Problem[] = []
  const wrong = (says: string, level: Problem['level'] = 'stop', id = 'housing') =>
    void (
      problems.some((p) => p.says === says) ||
      problems.push({
        id: `${joint.id}:${id}:${problems.length}`,
        level,
        says,
        joint: joint.id,
        piece: joint.joint.between[0]!.piece,
      })
    )
  if (!values || !face) return { features, problems }

  const hosts = membersOf(joint.joint, 1, resolved)
  for (const guest of membersOf(joint.joint, 0, resolved)) {
    const touched = hosts.filter((host) => touches(guest, face, host))
    if (touched.length === 0 && hosts.length > 0) wrong(sayApart(guest, face, hosts, resolved))
    for (const host of touched) {
      const refused = refusal(guest, host, face, values, resolved)
      if (refused) {
        wrong(refused)
        continue
      }
      const channel = channelIn(host, guest, face, values, keyOf.joint(joint.id, 'depth'))
      if (values.depth > thicknessAt(host, guest, face) / 2 + 1e-6)
        wrong(
          `The ${channel.name} for ${guest.name} is ${sayLength(resolved, values.depth)} deep, more than half of ${host.name}`,
          'look',
        )
      const id = `${joint.id}/${guest.key}/${host.key}`
      features.push({
        id,
        kind: 'channel',
        on: host.key,
        joint: joint.id,
        partner: { key: guest.key, name: guest.name },
        data: channel,
      })
      for (const notch of notchesIn(guest, host, face, values, channel))
        features.push({
          id: `${id}/${notch.at}`,
          kind: 'notch',
          on: guest.key,
          joint: joint.id,
          partner: { key: host.key, name: host.name },
          data: notch,
        })
    }
  }
  return { features, problems }
}

/** The host's side that the guest's face meets. */
const hostFaceFor = (guest: Instance, face: FaceName, host: Instance) =>
  oppositeFace(faceOnSide(host.facing, sideOfFace(guest.facing, face)))

function gapBetween(guest: Instance, face: FaceName, host: Instance): Mm {
  const axis = guest.facing.room[FACE_AT[face].axis]
  const side = sideOfFace(guest.facing, face)
  const far = side === 'right' || side === 'back' || side === 'top'
  return far ? host.box.min[axis] - guest.box.max[axis] : guest.box.min[axis] - host.box.max[axis]
}

function beside(guest: Instance, face: FaceName, host: Instance): boolean {
  const axis = guest.facing.room[FACE_AT[face].axis]
  return AXES.every(
    (i) =>
      i === axis ||
      Math.min(guest.box.max[i], host.box.max[i]) - Math.max(guest.box.min[i], host.box.min[i]) > TOUCHING,
  )
}

const touches = (guest: Instance, face: FaceName, host: Instance): boolean =>
  Math.abs(gapBetween(guest, face, host)) <= TOUCHING && beside(guest, face, host)

function sayApart(guest: Instance, face: FaceName, hosts: readonly Instance[], resolved: Resolved): string {
  const near = hosts
    .filter((h) => beside(guest, face, h))
    .sort((a, b) => Math.abs(gapBetween(guest, face, a)) - Math.abs(gapBetween(guest, face, b)))[0]
  if (!near || -gapBetween(guest, face, near) > thicknessAt(near, guest, face))
    return `${guest.name} does not meet ${hosts[0]!.name} with its ${sayFace(face)}, so its joint does nothing`
  const gap = gapBetween(guest, face, near)
  return gap > 0
    ? `${guest.name} stops ${sayLength(resolved, gap)} short of ${near.name}, so its joint does nothing`
    : `${guest.name} runs ${sayLength(resolved, -gap)} into ${near.name} before it is housed; set it against the face`
}

/** The host's extent that the channel eats into. */
const thicknessAt = (host: Instance, guest: Instance, face: FaceName): Mm => {
  const own = FACE_AT[hostFaceFor(guest, face, host)].axis
  return [host.length, host.width, host.thickness][own]!
}

function refusal(
  guest: Instance,
  host: Instance,
  face: FaceName,
  v: Values,
  resolved: Resolved,
): string | null {
  const say = (mm: Mm) => sayLength(resolved, mm)
  const t = thicknessAt(host, guest, face)
  if (v.depth <= 0) return `The joint of ${guest.name} in ${host.name} has no depth`
  if (v.depth >= t - 1e-6)
    return `A channel ${say(v.depth)} deep for ${guest.name} would go through ${host.name}, which is ${say(t)} there`
  if (v.gap < 0 || v.gap >= v.depth)
    return `The gap of ${say(v.gap)} at the bottom leaves ${guest.name} nothing to go into ${host.name}`
  if (v.fit <= -guest.thickness) return `A fit of ${say(v.fit)} leaves no channel for ${guest.name}`
  if (v.stop1 < 0 || v.stop2 < 0) return `A stop in ${host.name} cannot be less than nothing`
  return null
}

function channelIn(host: Instance, guest: Instance, face: FaceName, v: Values, depthKey: string): Channel {
  const size: Vec3 = [host.length, host.width, host.thickness]
  const hostFace = hostFaceFor(guest, face, host)
  const into = FACE_AT[hostFace].axis
  const shoulder = boxToOwn(host.frame, host.box)
  const g = boxToOwn(host.frame, guest.grown)
  const acrossAxis = host.facing.room.indexOf(guest.facing.room[2]) as Axis
  const along = AXES.find((i) => i !== into && i !== acrossAxis)!

  const min: [number, number, number] = [...g.min]
  const max: [number, number, number] = [...g.max]
  const low: [boolean, boolean, boolean] = [false, false, false]
  const high: [boolean, boolean, boolean] = [false, false, false]

  const surface = FACE_AT[hostFace].far ? shoulder.max[into] : shoulder.min[into]
  if (FACE_AT[hostFace].far) {
    ;[min[into], max[into], high[into]] = [surface - v.depth, surface, true]
  } else {
    ;[min[into], max[into], low[into]] = [surface, surface + v.depth, true]
  }

  min[acrossAxis] -= v.fit / 2
  max[acrossAxis] += v.fit / 2
  for (const axis of [acrossAxis, along]) {
    if (g.min[axis] <= FLUSH) [min[axis], low[axis]] = [0, true]
    if (g.max[axis] >= size[axis] - FLUSH) [max[axis], high[axis]] = [size[axis], true]
    min[axis] = Math.max(0, min[axis])
    max[axis] = Math.min(size[axis], max[axis])
  }

  const stops = stopsAlong(guest, host, face, v, along)
  if (stops.low > 0 && stops.low > min[along] - (low[along] ? 1e-9 : 0)) {
    min[along] = Math.max(min[along], stops.low)
    low[along] = false
  }
  if (stops.high > 0 && size[along] - stops.high < max[along] + (high[along] ? 1e-9 : 0)) {
    max[along] = Math.min(max[along], size[along] - stops.high)
    high[along] = false
  }

  const name = low[acrossAxis] || high[acrossAxis] ? 'rabbet' : along === 0 ? 'groove' : 'dado'
  return {
    name,
    face: hostFace,
    region: { min, max },
    into,
    acrossAxis,
    along,
    open: { low, high },
    size,
    depthKey,
  }
}

/** The stops at the low and high end of the channel's run, in the host's frame. */
function stopsAlong(
  guest: Instance,
  host: Instance,
  face: FaceName,
  v: Values,
  along: Axis,
): { low: Mm; high: Mm } {
  const run = FACE_AT[face].axis === 0 ? 1 : 0
  const highFace = faceAt(run, true)
  const hostSide = FACE_AT[faceOnSide(host.facing, sideOfFace(guest.facing, highFace))]
  return hostSide.axis === along && !hostSide.far
    ? { low: v.stop2, high: v.stop1 }
    : { low: v.stop1, high: v.stop2 }
}

/** What the guest loses so that its grown end clears the stops. */
function notchesIn(guest: Instance, host: Instance, face: FaceName, v: Values, channel: Channel): Notch[] {
  const size: Vec3 = [guest.length, guest.width, guest.thickness]
  const whole: Box = { min: [0, 0, 0], max: size }
  const into = FACE_AT[face].axis
  const run: Axis = into === 0 ? 1 : 0
  const tongue = v.depth - v.gap
  const found: Notch[] = []
  for (const far of [false, true]) {
    const hostEnd = FACE_AT[faceOnSide(host.facing, sideOfFace(guest.facing, faceAt(run, far)))].far
    const g = boxToOwn(host.frame, guest.grown)
    const by = hostEnd
      ? g.max[channel.along] - channel.region.max[channel.along]
      : channel.region.min[channel.along] - g.min[channel.along]
    const stopped = !(hostEnd ? channel.open.high : channel.open.low)[channel.along]
    if (!stopped || by <= FLUSH) continue
    const min: [number, number, number] = [0, 0, 0]
    const max: [number, number, number] = [...size]
    if (FACE_AT[face].far) min[into] = size[into] - tongue
    else max[into] = tongue
    if (far) min[run] = size[run] - by
    else max[run] = by
    const region = overlap({ min, max }, whole)
    if (region) found.push({ region, face, at: faceAt(run, far), into, along: run, size })
  }
  return found
}
