/** The channel that takes a block of the guest, in the host's own frame. */
import type { Mm } from '../measure'
import {
  AXES,
  cornersOf,
  FACE_AT,
  mainAxis,
  turnedInto,
  vec3,
  type Axis,
  type Box,
  type Vec3,
} from '../pieces'
import { BEYOND, boxInto, frameInto, pointInto, runOut, type Channel, type Mortise, type Tool } from '../work'
import { otherAxes, surfaceAt, type Meeting } from './meet'

const FLUSH: Mm = 1e-3

export interface Cut {
  /**
   * What goes in, in the guest's frame, from the host's surface to how far it goes; only its section counts.
   */
  readonly section: Box
  readonly depth: Mm
  readonly fit: Mm
  /** The guest's axis that the channel runs along; the other in its face is the one the fit widens. */
  readonly run: Axis
  /** How far it stops short of the host's sides, at the low and the high end of that axis. */
  readonly stops: { readonly low: Mm; readonly high: Mm }
  readonly depthKey?: string
}

export function channelFor(m: Meeting, cut: Cut): Channel {
  return m.square ? squareChannel(m, cut) : obliqueChannel(m, cut)
}

/** Whether its stops leave anything of a channel. */
export const isChannel = ({ region }: Channel): boolean =>
  AXES.every((i) => region.max[i] - region.min[i] > FLUSH)

/** The host's own axis that one of the guest's lies along, and whether they point the same way. */
export function axisInHost(m: Meeting, guestAxis: Axis): { axis: Axis; same: boolean } {
  const v = turnedInto(m.host.frame, m.guest.frame)[guestAxis]
  const axis = mainAxis(v)
  return { axis, same: v[axis] > 0 }
}

/** The host's own axes along a hole in its face that runs as the guest's axis does, and across it. */
export function hostWays(m: Meeting, guestRun: Axis): { run: Axis; across: Axis } {
  const run = axisInHost(m, guestRun).axis
  return { run, across: otherAxes(FACE_AT[m.hostFace].axis).find((i) => i !== run)! }
}

function squareChannel(m: Meeting, { section, depth, fit, run, stops, depthKey }: Cut): Channel {
  const { host, hostFace } = m
  const { size } = host
  const { axis: into, far } = FACE_AT[hostFace]
  const { axis: along, same } = axisInHost(m, run)
  const acrossAxis = AXES.find((i) => i !== into && i !== along)!
  const g = boxInto(host.frame, m.guest.frame, section)!
  const min: [number, number, number] = [...g.min]
  const max: [number, number, number] = [...g.max]
  const low: [boolean, boolean, boolean] = [false, false, false]
  const high: [boolean, boolean, boolean] = [false, false, false]

  const surface = surfaceAt(host, hostFace)
  if (far) [min[into], max[into], high[into]] = [surface - depth, surface, true]
  else [min[into], max[into], low[into]] = [surface, surface + depth, true]

  min[acrossAxis] -= fit / 2
  max[acrossAxis] += fit / 2
  for (const axis of [acrossAxis, along]) {
    if (g.min[axis] <= FLUSH) [min[axis], low[axis]] = [0, true]
    if (g.max[axis] >= size[axis] - FLUSH) [max[axis], high[axis]] = [size[axis], true]
    min[axis] = Math.max(0, min[axis])
    max[axis] = Math.min(size[axis], max[axis])
  }
  const [stopLow, stopHigh] = same ? [stops.low, stops.high] : [stops.high, stops.low]
  if (stopLow > 0 && stopLow > min[along] - (low[along] ? 1e-9 : 0)) {
    min[along] = Math.max(min[along], stopLow)
    low[along] = false
  }
  if (stopHigh > 0 && size[along] - stopHigh < max[along] + (high[along] ? 1e-9 : 0)) {
    max[along] = Math.min(max[along], size[along] - stopHigh)
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
    ...(m.sunk > 0 && { down: m.sunk }),
  }
}

/** A channel turned in the host's face. It runs out where the guest reaches the host's side. */
function obliqueChannel(m: Meeting, { section, depth, fit, run, depthKey }: Cut): Channel {
  const { guest, host, hostFace } = m
  const across = otherAxes(m.into).find((i) => i !== run)!
  const min: [number, number, number] = [...section.min]
  const max: [number, number, number] = [...section.max]
  min[across] -= fit / 2
  max[across] += fit / 2
  const at = surfaceAt(guest, m.face)
  const far = FACE_AT[m.face].far
  ;[min[m.into], max[m.into]] = far ? [at - BEYOND, at + depth] : [at - depth, at + BEYOND]
  const inHost = (p: Vec3) => pointInto(host.frame, guest.frame, p)
  const sides = otherAxes(FACE_AT[hostFace].axis)
  const reaches = (end: Mm) =>
    [min[across], max[across]].some((a) => {
      const p: [number, number, number] = [0, 0, 0]
      ;[p[run], p[across], p[m.into]] = [end, a, at]
      const q = inHost(p)
      return sides.some((i) => q[i] <= FLUSH || q[i] >= host.size[i] - FLUSH)
    })
  const [outLow, outHigh] = [reaches(section.min[run]), reaches(section.max[run])]
  const width = max[across] - min[across]
  const reach = 2 * width + BEYOND
  if (outLow) min[run] -= reach
  if (outHigh) max[run] += reach
  const block: Box = { min, max }
  const tool = asTool(m, block)
  const direction = turnedInto(host.frame, guest.frame)[run]
  const nearest = sides.reduce((a, b) => (Math.abs(direction[b]) > Math.abs(direction[a]) ? b : a))
  const region = regionOf(m, block)
  const other = sides.find((i) => i !== nearest)!
  const onMiddle: [number, number, number] = [0, 0, 0]
  ;[onMiddle[run], onMiddle[across], onMiddle[m.into]] = [
    section.min[run],
    (min[across] + max[across]) / 2,
    at,
  ]
  const start = inHost(onMiddle)
  const middle = (to: Mm): Mm =>
    start[other] + ((to - start[nearest]) * direction[other]) / direction[nearest]
  return {
    name: nearest === 0 ? 'groove' : 'dado',
    face: hostFace,
    region,
    into: FACE_AT[hostFace].axis,
    acrossAxis: other,
    along: nearest,
    open: { low: [false, false, false], high: [false, false, false] },
    size: host.size,
    oblique: {
      degrees: (Math.atan2(Math.abs(direction[other]), Math.abs(direction[nearest])) * 180) / Math.PI,
      width,
      tool,
      middle: [middle(0), middle(host.size[nearest])],
    },
    depthKey,
  }
}

/** A block of the guest's frame as a tool for the host. */
export function asTool(m: Meeting, block: Box): Tool {
  const { guest, host } = m
  const square = boxInto(host.frame, guest.frame, block)
  if (square) return outOfSunk(m, runOut(square, host.size))
  const { min, max } = block
  const frame = frameInto(host.frame, guest.frame, { origin: min, x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] })
  const [l, w] = [max[0] - min[0], max[1] - min[1]]
  return {
    kind: 'prism',
    frame,
    outline: [
      [0, 0],
      [l, 0],
      [l, w],
      [0, w],
    ],
    depth: max[2] - min[2],
  }
}

/** Out of what is sawn back, too, so that no skin is left on it. */
function outOfSunk(m: Meeting, tool: Tool): Tool {
  if (m.sunk === 0 || tool.kind !== 'box') return tool
  const { axis, far } = FACE_AT[m.hostFace]
  const surface = surfaceAt(m.host, m.hostFace)
  const at = far ? tool.max[axis] : tool.min[axis]
  if (Math.abs(at - surface) > FLUSH) return tool
  const moved = (v: Vec3) => vec3((i) => (i === axis ? surface + (far ? BEYOND : -BEYOND) : v[i]))
  return far ? { ...tool, max: moved(tool.max) } : { ...tool, min: moved(tool.min) }
}

/**
 * How a hole lies in the host's face where the guest stands at an angle in it: its middle on that face, its
 * size, and how far its length is turned from the host's. Undefined where the two stand square.
 */
export function turnedIn(m: Meeting, block: Box, run: Axis): Mortise['turned'] {
  if (boxInto(m.host.frame, m.guest.frame, block)) return undefined
  const middle = pointInto(
    m.host.frame,
    m.guest.frame,
    vec3((i) => (block.min[i] + block.max[i]) / 2),
  )
  const [u, v] = otherAxes(FACE_AT[m.hostFace].axis)
  const way = turnedInto(m.host.frame, m.guest.frame)[run]
  const degrees = (Math.atan2(way[v], way[u]) * 180) / Math.PI
  const across = otherAxes(m.into).find((i) => i !== run)!
  const off = [u, v].map((i) => middle[i] - m.host.size[i] / 2)
  const radius = Math.hypot(...off)
  // It points to the middle of the face, or lies square to that, as what is in a ring does.
  const along = Math.abs(off[0]! * way[u] + off[1]! * way[v])
  const inRing = radius > FLUSH && Math.min(along, Math.abs(radius - along)) < FLUSH
  return {
    middle,
    degrees: ((degrees % 180) + 180) % 180,
    long: block.max[run] - block.min[run],
    wide: block.max[across] - block.min[across],
    radius: inRing ? radius : null,
  }
}

/** The host's box round a block of the guest's frame, clipped to the host. */
export function regionOf(m: Meeting, block: Box): Box {
  const { guest, host } = m
  const points = cornersOf(block).map((p) => pointInto(host.frame, guest.frame, p))
  return {
    min: vec3((i) => Math.max(0, Math.min(...points.map((p) => p[i])))),
    max: vec3((i) => Math.min(host.size[i], Math.max(...points.map((p) => p[i])))),
  }
}
