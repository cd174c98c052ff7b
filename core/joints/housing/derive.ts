/**
 * A housing in wood. Let d be the depth, c the fit, g the gap. The guest has grown by d − g already (see
 * grows). The host loses a channel in the shape of the guest's grown end: c/2 wider to each side across the
 * guest's thickness, d deep, running out through every side of the host that the guest is flush with or
 * stands proud of.
 */
import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import { FACE_AT, faceAt, overlap, type Axis, type Box } from '../../pieces'
import { keyOf, type Instance } from '../../resolve'
import { boxInto, type Channel, type Notch } from '../../work'
import type { Deriving } from '../deriving'
import { isDrawnIn } from '../drawn'
import { behind, isLetIn, meet, type Meeting } from '../meet'
import { axisInHost, channelFor, isChannel } from '../channel'
import { rimIn } from '../rims'
import { entries } from './hosts'

const FLUSH: Mm = 1e-3

/** How deep the channel is: so far as the guest is drawn in, and the gap at the bottom. */
const depthOf = (m: Meeting, d: Deriving): Mm =>
  isDrawnIn(d.joint.joint) ? d.must('gap') - m.gap : d.must('depth')

export function derive(d: Deriving): void {
  const into = isDrawnIn(d.joint.joint)
  if (entries(d.joint.joint).length === 0) d.faceless(0)
  for (const { host, face } of entries(d.joint.joint))
    for (const m of into
      ? d.meetings(face, host, isLetIn, (g, h) => rimIn(g, h, d.outlines))
      : d.meetings(face, host)) {
      const refused = refusal(m, d)
      if (refused) d.wrong(refused)
      else house(m, d)
    }
}

/** The axis a channel for this face runs along: an end's along the width, an edge's along the length. */
const runOf = (m: Meeting): Axis => (m.into === 0 ? 1 : 0)

function house(m: Meeting, d: Deriving): void {
  const { guest, host } = m
  const run = runOf(m)
  const depth = depthOf(m, d)
  const channel = channelFor(m, {
    section: { min: [0, 0, 0], max: guest.size },
    depth,
    fit: d.must('fit'),
    run,
    stops: { low: d.must('stop1'), high: d.must('stop2') },
    ...(!isDrawnIn(d.joint.joint) && { depthKey: keyOf.joint(d.joint.id, 'depth') }),
  })
  if (!isChannel(channel))
    return d.wrong(`The stops in ${host.name} leave nothing of the channel for ${guest.name}`)
  d.work('channel', host, guest, channel)
  if (m.square)
    for (const notch of notchesIn(m, channel, depth - d.must('gap')))
      d.work('notch', guest, host, notch, `/${notch.at}`)
}

/** A dado, a groove or a rabbet, where this face of a guest meets a host; null where it does not. */
export function nameOf(guest: Instance, face: FaceName, host: Instance): Channel['name'] | null {
  const m = meet(guest, face, host)
  if (!m) return null
  const section: Box = { min: [0, 0, 0], max: guest.size }
  const depth = behind(m) / 3
  return channelFor(m, { section, depth, fit: 0, run: runOf(m), stops: { low: 0, high: 0 }, depthKey: '' })
    .name
}

function refusal(m: Meeting, d: Deriving): string | null {
  const { guest, host } = m
  const { say } = d
  const [depth, gap] = [depthOf(m, d), d.must('gap')]
  const t = behind(m)
  if (depth <= 0) return `The joint of ${guest.name} in ${host.name} has no depth`
  if (depth >= t - 1e-6)
    return (
      `A channel ${say(depth)} deep for ${guest.name} would go through ${host.name}, which is ` +
      `${say(t)} there`
    )
  if (gap < 0 || gap >= depth)
    return `The gap of ${say(gap)} at the bottom leaves ${guest.name} nothing to go into ${host.name}`
  if (d.must('stop1') < 0 || d.must('stop2') < 0) return `A stop in ${host.name} cannot be less than nothing`
  const stopped = d.must('stop1') + d.must('stop2') > 0
  if (!m.square && stopped)
    return `${guest.name} meets ${host.name} at an angle; a channel there cannot be stopped`
  if (stopped && !d.members(0).includes(guest))
    return `${guest.name} runs into ${host.name} with its outline; a channel there cannot be stopped`
  return null
}

/** What the guest loses so that its grown end clears the stops. */
function notchesIn(m: Meeting, channel: Channel, tongue: Mm): Notch[] {
  const { guest, host, face } = m
  const { size } = guest
  const whole: Box = { min: [0, 0, 0], max: size }
  const run = runOf(m)
  const { same } = axisInHost(m, run)
  const g = boxInto(host.frame, guest.frame, whole)!
  const found: Notch[] = []
  for (const far of [false, true]) {
    const hostEnd = far === same
    const by = hostEnd
      ? g.max[channel.along] - channel.region.max[channel.along]
      : channel.region.min[channel.along] - g.min[channel.along]
    const stopped = !(hostEnd ? channel.open.high : channel.open.low)[channel.along]
    if (!stopped || by <= FLUSH) continue
    const min: [number, number, number] = [0, 0, 0]
    const max: [number, number, number] = [...size]
    if (FACE_AT[face].far) min[m.into] = size[m.into] - tongue
    else max[m.into] = tongue
    if (far) min[run] = size[run] - by
    else max[run] = by
    const region = overlap({ min, max }, whole)
    if (region) found.push({ region, face, at: faceAt(run, far), into: m.into, along: run, size: size })
  }
  return found
}
