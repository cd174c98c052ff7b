import type { FaceName } from '../../document'
import type { Mm } from '../../measure'
import {
  axesOf,
  vec3,
  negated,
  AXES,
  cross,
  dot,
  FACE_AT,
  minus,
  norm,
  STILL,
  toOwn,
  toRoom,
  type Axis,
  type Vec3,
} from '../../pieces'
import type { Instance } from '../../resolve'
import { BEYOND, toolInto, vectorInto, type Bore, type Keyway, type SawCut, type Tool } from '../../work'
import { nearest, partAt, type Met, type Parting } from '../bisect'
import type { Deriving } from '../deriving'
import { chosen } from '../kind'
import { shoulderPose } from '../meet'

/** Cut faces that differ by less are taken for even. */
const UNEVEN: Mm = 0.01

export function derive(d: Deriving): void {
  const [fa, fb] = [d.face(0), d.face(1)]
  if (!fa || !fb) return d.faceless(fa ? 1 : 0)
  for (const a of d.members(0)) {
    const others = d.members(1).filter((b) => b !== a)
    const found = nearest(others, (b) => partAt(shoulderPose(a), fa, shoulderPose(b), fb))
    if (!found && others[0])
      d.wrong(`${a.name} and ${others[0].name} do not meet in a corner there, so nothing is mitred`)
    if (found) {
      const { other: b, met } = found
      d.work('crosscut', a, b, sawOn(a, fa, met.parting.normal, met.parting.offset))
      d.work('crosscut', b, a, sawOn(b, fb, negated(met.parting.normal), -met.parting.offset))
      sayUneven(a, b, met, d)
      const across = chosen(d.joint.joint, 'across', 'none')
      if (across === 'keys') keys(a, b, fa, fb, met, d)
      if (across === 'spline') spline(a, b, fa, fb, met, d)
      if (across === 'dowels') dowels(a, b, fa, fb, met, d)
    }
  }
}

/** Two sections cut at one plane leave a gap or a step where they differ. */
function sayUneven(a: Instance, b: Instance, { uneven }: Met, d: Deriving): void {
  if (uneven.deep > UNEVEN)
    d.wrong(
      `The mitre of ${a.name} and ${b.name} leaves a gap inside the corner: the one is cut ` +
        `${d.say(uneven.deep)} further in than the other`,
      'look',
    )
  else if (uneven.along > UNEVEN)
    d.wrong(
      `The mitre of ${a.name} and ${b.name} leaves a step: the one reaches ${d.say(uneven.along)} ` +
        'further than the other',
      'look',
    )
}

/** A cut by a plane of the room, in the piece's own frame. */
export function sawOn(i: Instance, face: FaceName, normal: Vec3, offset: Mm, name?: SawCut['name']): SawCut {
  const own = vectorInto(i.frame, STILL, normal)
  return {
    name: name ?? (FACE_AT[face].axis === 0 ? 'mitre' : 'bevel'),
    face,
    normal: own,
    offset: offset - dot(normal, i.frame.origin),
    size: i.size,
  }
}

const measuresOf = (met: Met, d: Deriving) => ({
  kerf: d.value('kerf') ?? d.resolved.settings.kerf,
  depth: d.value('depth'),
  whole: met.deep[1] - met.deep[0],
})

/** Slots square to the outer edge, sawn in from the corner; the same blade's way through both pieces. */
function keys(a: Instance, b: Instance, fa: FaceName, fb: FaceName, met: Met, d: Deriving): void {
  const { kerf, whole } = measuresOf(met, d)
  const depth = d.value('depth') ?? whole / 2
  const count = d.value('keys') ?? 3
  const [from, to] = met.along
  if (kerf <= 0 || depth <= 0) return d.wrong('Keys need a thickness and a depth')
  if (depth >= met.deep[1])
    return d.wrong(
      `Keys ${d.say(depth)} deep come out at the inside of the corner of ${a.name} and ${b.name}`,
    )
  if (count * kerf * 2 > to - from)
    return d.wrong(`${count} keys of ${d.say(kerf)} do not fit into ${d.say(to - from)} of ${a.name}`)
  const places = Array.from({ length: count }, (_, k) => from + ((to - from) * (k + 1)) / (count + 1))
  const tools = places.map((at) => slot(met.parting, at, kerf, depth))
  for (const [on, other, face] of [
    [a, b, fa],
    [b, a, fb],
  ] as const) {
    const axis = axisAlong(on, met.parting.edge)
    const data: Keyway = {
      name: 'key slot',
      face: face,
      width: kerf,
      depth,
      axis,
      at: places.map((t) => along(on, met.parting, t, axis)),
      tools: tools.map((t) => toolInto(on.frame, STILL, t)),
    }
    d.work('keyway', on, other, data, '/keys')
  }
  d.supply(`Key ${d.say(kerf)} thick`, count)
}

function slot({ corner, edge, inward }: Parting, at: Mm, kerf: Mm, depth: Mm): Tool {
  const origin = vec3((i) => corner[i] + edge[i] * (at - kerf / 2))
  const reach = 20 * depth + 100
  return {
    kind: 'prism',
    frame: { origin, x: cross(inward, edge), y: inward, z: edge },
    outline: [
      [-reach, -reach],
      [reach, -reach],
      [reach, depth],
      [-reach, depth],
    ],
    depth: kerf,
  }
}

/** A groove in both cut faces along the longer way, for a spline square to them. */
function spline(a: Instance, b: Instance, fa: FaceName, fb: FaceName, met: Met, d: Deriving): void {
  const { kerf } = measuresOf(met, d)
  const { corner, edge, inward, normal } = met.parting
  const lengthwise = met.along[1] - met.along[0] >= met.deep[1] - met.deep[0]
  const [run, across] = lengthwise ? [met.along, met.deep] : [met.deep, met.along]
  const [u, v] = lengthwise ? [edge, inward] : [inward, edge]
  const depth = d.value('depth') ?? (across[1] - across[0]) / 4
  const middle = (across[0] + across[1]) / 2
  if (kerf <= 0 || depth <= 0) return d.wrong('A spline needs a thickness and a depth')
  if (kerf >= across[1] - across[0])
    return d.wrong(
      `A spline of ${d.say(kerf)} does not fit into ${d.say(across[1] - across[0])} of ${a.name}`,
    )
  const from = run[0] - BEYOND - depth
  const origin = vec3((i) => corner[i] + u[i] * from + v[i] * middle)
  const x = cross(v, u)
  const way = Math.abs(dot(x, normal))
  if (way < 0.999) return d.wrong(`A spline between ${a.name} and ${b.name} does not stand square to the cut`)
  const tool: Tool = {
    kind: 'prism',
    frame: { origin, x, y: v, z: u },
    outline: [
      [-depth, -kerf / 2],
      [depth, -kerf / 2],
      [depth, kerf / 2],
      [-depth, kerf / 2],
    ],
    depth: run[1] - run[0] + 2 * (BEYOND + depth),
  }
  for (const [on, other, face] of [
    [a, b, fa],
    [b, a, fb],
  ] as const) {
    const axis = axisAlong(on, v)
    const data: Keyway = {
      name: 'spline groove',
      face: face,
      width: kerf,
      depth,
      axis,
      at: [
        dot(
          vec3((i) => corner[i] + v[i] * middle - on.frame.origin[i]),
          axesOf(on.frame)[axis],
        ),
      ],
      tools: [toolInto(on.frame, STILL, tool)],
    }
    d.work('keyway', on, other, data, '/spline')
  }
  d.supply(`Spline ${d.say(kerf)} × ${d.say(2 * depth)} × ${d.say(run[1] - run[0])}`, 1)
}

/**
 * Dowels square to the cut, along its longer way, in the middle of the other; half of each in either piece.
 */
function dowels(a: Instance, b: Instance, fa: FaceName, fb: FaceName, met: Met, d: Deriving): void {
  const { corner, edge, inward, normal } = met.parting
  const lengthwise = met.along[1] - met.along[0] >= met.deep[1] - met.deep[0]
  const [run, across] = lengthwise ? [met.along, met.deep] : [met.deep, met.along]
  const [u, v] = lengthwise ? [edge, inward] : [inward, edge]
  const diameter = d.must('dowel')
  const length = d.value('dowelLength') ?? 4 * diameter
  const count = d.value('keys') ?? 2
  const room = 1
  const depth = length / 2 + room
  const [whole, wide] = [run[1] - run[0], across[1] - across[0]]
  if (diameter <= 0 || length <= 0) return d.wrong('A dowel needs a diameter and a length')
  if (diameter >= wide)
    return d.wrong(
      `Holes of ${d.say(diameter)} break out of the mitre of ${a.name}, which is ${d.say(wide)} there`,
    )
  if (whole / (count + 1) < diameter)
    return d.wrong(`${count} holes of ${d.say(diameter)} do not fit into the mitre of ${a.name}`)
  const middle = (across[0] + across[1]) / 2
  const on = (t: Mm): Vec3 => vec3((i) => corner[i] + u[i] * t + v[i] * middle)
  // The tip is the end of the mitre that is farther from both pieces.
  const away = (t: Mm) => [a, b].reduce((sum, i) => sum + norm(minus(on(t), middleOfWood(i))), 0)
  const [tip, way] = away(run[0]) >= away(run[1]) ? [run[0], 1] : [run[1], -1]
  const even = whole / (count + 1)
  const asked = d.value('apart')
  const first = d.value('tip') ?? (asked === undefined ? even : (whole - (count - 1) * asked) / 2)
  const apart = asked ?? (count > 1 ? (whole - first - even) / (count - 1) : 0)
  const last = first + (count - 1) * apart
  if (first < diameter / 2 || last > whole - diameter / 2 || (count > 1 && apart < diameter))
    return d.wrong(
      `Dowels from ${d.say(first)} to ${d.say(last)} from the tip do not lie apart within the mitre of ` +
        `${a.name}, which is ${d.say(whole)} long`,
    )
  const places = Array.from({ length: count }, (_, k): Vec3 => on(tip + way * (first + k * apart)))
  for (const [on, other, face, sign] of [
    [a, b, fa, -1],
    [b, a, fb, 1],
  ] as const) {
    const into = normal.map((n) => n * sign) as unknown as Vec3
    const out = places.find((p) => !inside(on, p, into, depth, diameter / 2))
    if (out) return d.wrong(`A dowel hole ${d.say(depth)} deep across the mitre comes out of ${on.name}`)
    const data: Bore = {
      name: 'dowel hole',
      face: face,
      diameter,
      depth,
      through: false,
      tip: 0,
      at: places.map((p) => toOwn(on.frame, p)),
      along: vectorInto(on.frame, STILL, into),
    }
    d.work('bore', on, other, data, '/dowels')
  }
  d.supply(`Dowel ⌀ ${d.say(diameter)} × ${d.say(length)}`, count)
}

const middleOfWood = (i: Instance): Vec3 =>
  toRoom(
    i.frame,
    vec3((k) => i.size[k] / 2),
  )

/** Whether a bore from a place of the room stays in the wood. */
function inside(i: Instance, at: Vec3, along: Vec3, depth: Mm, radius: Mm): boolean {
  const [p, v] = [toOwn(i.frame, at), vectorInto(i.frame, STILL, along)]
  return AXES.every((k) => {
    const end = p[k] + v[k] * depth
    const round = radius * Math.sqrt(Math.max(0, 1 - v[k] * v[k]))
    return end - round > 0 && end + round < i.size[k]
  })
}

/** The own axis of a piece that lies most along a room vector. */
function axisAlong(i: Instance, v: Vec3): Axis {
  const own = axesOf(i.frame).map((a) => Math.abs(dot(a, v)))
  return own.indexOf(Math.max(...own)) as Axis
}

function along(i: Instance, { corner, edge }: Parting, at: Mm, axis: Axis): Mm {
  const p = vec3((k) => corner[k] + edge[k] * at - i.frame.origin[k])
  return dot(p, axesOf(i.frame)[axis])
}
