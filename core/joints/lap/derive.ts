/**
 * Two pieces that run through each other and lie in one plane afterwards. Across the plane of both lengths,
 * the first is cut from one side down to a parting plane, the other from the other side up to it. In the
 * plane each cut is as wide as the other piece plus the fit, and ends where the other ends.
 */
import type { Mm } from '../../measure'
import {
  cornersOf,
  unitVector,
  axesOf,
  vec3,
  negated,
  AXES,
  cross,
  dot,
  faceAt,
  norm,
  toRoom,
  type Axis,
  type Box,
  type Vec3,
} from '../../pieces'
import type { Instance } from '../../resolve'
import { BEYOND, boxInto, pointInto, runOut, vectorInto, type Lap, type Tool } from '../../work'
import { prismAlong, type Range } from '../block'
import { chosen } from '../kind'
import type { Deriving } from '../deriving'
import { otherAxes, TOUCHING } from '../meet'

export function derive(d: Deriving): void {
  for (const a of d.members(0)) {
    const others = d.members(1).filter((b) => b !== a)
    const crossed = others.filter((b) => lapPair(a, b, d))
    if (crossed.length === 0 && others[0])
      d.wrong(`${a.name} does not run through ${others[0].name}, so nothing is lapped`)
  }
}

/** The own axis of a piece along a vector of the room; null when none lies along it. */
function ownAxis(i: Instance, v: Vec3): { axis: Axis; same: boolean } | null {
  for (const axis of AXES) {
    const along = dot(axesOf(i.frame)[axis], v)
    if (Math.abs(along) > 1 - 1e-9) return { axis, same: along > 0 }
  }
  return null
}

/** Extents of the piece along an own axis, as told along a room vector that the axis lies along. */
function stretch(i: Instance, v: Vec3): [Mm, Mm] {
  const ends = [i.shoulder.min, i.shoulder.max].map((p) => dot(toRoom(i.frame, p), v))
  return [Math.min(...ends), Math.max(...ends)]
}

function lapPair(a: Instance, b: Instance, d: Deriving): boolean {
  const c = cross(a.frame.x, b.frame.x)
  if (norm(c) < 1e-3 || !sharesPlan(a, b)) return false
  const up = unitVector(c)
  const [own, other] = [ownAxis(a, up), ownAxis(b, up)]
  if (!own || !other) {
    d.wrong(`${a.name} and ${b.name} do not lie in one plane; a lap needs that`)
    return true
  }
  // Told along the first piece's own axis, so that "outer" is its face, or its edge 2.
  const v = own.same ? up : negated(up)
  const [a0, a1] = stretch(a, v)
  const [b0, b1] = stretch(b, v)
  const [low, high] = [Math.max(a0, b0), Math.min(a1, b1)]
  if (high - low <= TOUCHING) return false
  const middle = a0 + a1 - b0 - b1
  const fromHigh = Math.abs(middle) > TOUCHING ? middle < 0 : chosen(d.joint.joint, 'side', 'face') === 'face'
  const share = d.value('share') ?? (high - low) / 2
  if (share <= 0 || share >= high - low - 1e-6) {
    d.wrong(
      `Taking ${d.say(share)} from ${a.name} leaves nothing of the ${d.say(high - low)} that it ` +
        `shares with ${b.name}`,
    )
    return true
  }
  const parting = fromHigh ? high - share : low + share
  cutLap(a, b, v, fromHigh ? [parting, a1] : [a0, parting], fromHigh, d)
  cutLap(b, a, v, fromHigh ? [b0, parting] : [parting, b1], !fromHigh, d)
  return true
}

/** Whether the two overlap when seen along the line square to both lengths. */
function sharesPlan(a: Instance, b: Instance): boolean {
  const box = boxInto(a.frame, b.frame, b.shoulder)
  if (box)
    return AXES.every(
      (i) => Math.min(a.shoulder.max[i], box.max[i]) - Math.max(a.shoulder.min[i], box.min[i]) > TOUCHING,
    )
  return AXES.every((i) => {
    const xs = cornersIn(a, b).map((p) => p[i])
    return (
      Math.min(a.shoulder.max[i], Math.max(...xs)) - Math.max(a.shoulder.min[i], Math.min(...xs)) > TOUCHING
    )
  })
}

const cornersIn = (a: Instance, b: Instance): Vec3[] =>
  cornersOf(b.shoulder).map((p) => pointInto(a.frame, b.frame, p))

/**
 * Takes the other's plan, widened by the fit, from one side of a piece, between two places along a room
 * vector.
 */
function cutLap(on: Instance, by: Instance, v: Vec3, [from, to]: [Mm, Mm], open: boolean, d: Deriving): void {
  const own = ownAxis(on, v)!
  const byAxis = ownAxis(by, v)!.axis
  const across = AXES.find((i) => i !== 0 && i !== byAxis)!
  const fit = d.must('fit')
  const plan: { min: [number, number, number]; max: [number, number, number] } = {
    min: [...by.shoulder.min],
    max: [...by.shoulder.max],
  }
  plan.min[across] -= fit / 2
  plan.max[across] += fit / 2
  const square = boxInto(on.frame, by.frame, plan)
  // Places along the vector as places on the piece's own axis.
  const base = dot(on.frame.origin, v)
  const [p, q] = own.same ? [from - base, to - base] : [base - to, base - from]
  let region: Box
  let tool: Tool
  let degrees = 0
  if (square) {
    const min = vec3((i) => (i === own.axis ? p : Math.max(0, square.min[i])))
    const max = vec3((i) => (i === own.axis ? q : Math.min(on.size[i], square.max[i])))
    region = { min, max }
    tool = runOut(region, on.size)
  } else {
    const turned = slanted(on, by, own.axis, across, plan, [p, q])
    tool = turned.tool
    region = turned.region
    degrees = turned.degrees
  }
  const far = open === own.same
  const where =
    region.min[0] <= TOUCHING ? 'end 1' : region.max[0] >= on.size[0] - TOUCHING ? 'end 2' : 'between'
  const data: Lap = {
    region,
    tool,
    degrees,
    where,
    face: faceAt(own.axis, far),
    depth: q - p,
    size: on.size,
    width: square ? region.max[0] - region.min[0] : plan.max[across] - plan.min[across],
  }
  d.work('lap', on, by, data)
}

/**
 * A lap for a piece that crosses aslant: its plan as a prism, reaching out where it passes the piece's sides.
 */
function slanted(
  on: Instance,
  by: Instance,
  axis: Axis,
  across: Axis,
  plan: Box,
  [p, q]: [Mm, Mm],
): { tool: Tool; region: Box; degrees: number } {
  const [min, max] = [[...plan.min], [...plan.max]] as [[number, number, number], [number, number, number]]
  // Where the other piece ends at or beyond this one's side, the cut must leave no skin.
  for (const end of ['min', 'max'] as const) {
    const middle: [number, number, number] = [0, 0, 0]
    middle[across] = (min[across] + max[across]) / 2
    middle[0] = (end === 'min' ? min : max)[0]
    const at = pointInto(on.frame, by.frame, middle)
    const outside = AXES.some((i) => i !== axis && (at[i] <= TOUCHING || at[i] >= on.size[i] - TOUCHING))
    if (outside)
      (end === 'min' ? min : max)[0] += (end === 'min' ? -1 : 1) * (BEYOND + (max[across] - min[across]))
  }
  const corners = (
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const
  ).map(([s, t]): Vec3 => {
    const c: [number, number, number] = [0, 0, 0]
    c[0] = s ? max[0] : min[0]
    c[across] = t ? max[across] : min[across]
    return pointInto(on.frame, by.frame, c)
  })
  const run: Range = [p <= TOUCHING ? p - BEYOND : p, q >= on.size[axis] - TOUCHING ? q + BEYOND : q]
  const [u, w] = otherAxes(axis)
  const lean = vectorInto(on.frame, by.frame, [1, 0, 0])[0]
  return {
    tool: prismAlong(
      u,
      w,
      corners.map((c) => [c[u], c[w]]),
      run,
    ),
    region: {
      min: vec3((i) => (i === axis ? p : Math.max(0, Math.min(...corners.map((c) => c[i]))))),
      max: vec3((i) => (i === axis ? q : Math.min(on.size[i], Math.max(...corners.map((c) => c[i]))))),
    },
    degrees: Math.abs(90 - (Math.acos(Math.max(-1, Math.min(1, lean))) * 180) / Math.PI),
  }
}
