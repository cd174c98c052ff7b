import { faceOf } from '../../document'
import { BEYOND, runOut, toolInto, type Mortise, type Tenon, type Tool, type Vec2 } from '../../work'
import { blockOut, outOf, rest, waysOf, type Range } from '../block'
import { asTool, hostWays, regionOf, turnedIn } from '../channel'
import { memberAt, sortOfFace } from '../contacts'
import type { Deriving } from '../deriving'
import { chosen, defineJoint, FIT } from '../kind'
import { behind, depthBehind, extentOf, surfaceAt, type Meeting } from '../meet'

/** Left to itself, there is a tab about every so often along the edge. */
const EVERY = 150

/**
 * Tabs on the edge of a sheet through slots in another, their corners relieved for the bit that cuts them.
 */
export const tabs = defineJoint({
  kind: 'tabs',
  title: 'Tab and slot',
  measures: {
    count: { label: 'Tabs', kind: 'count', placeholder: 'by the length' },
    length: { label: 'Length of a tab', placeholder: 'as its gaps' },
    proud: { label: 'Standing proud by', placeholder: 'flush', text: '0' },
    bit: { label: 'Bit', placeholder: '6 mm', text: '6mm' },
    fit: FIT,
  },
  options: {
    relief: { label: 'Corners', values: { none: 'as drawn', round: 'round relief', T: 'T relief' } },
  },
  hiddenFields: (joint) => (chosen(joint, 'relief', 'none') === 'none' ? ['bit'] : []),
  grows: (joint) => {
    const face = faceOf(joint.between[0]!.at)
    if (!face) return []
    return [
      {
        member: 0,
        face,
        says: (called) => `through ${called(1)}`,
        measures: ['proud'],
        poses: true,
        by: (v, poses) => depthBehind(poses, face).map((depth) => depth + v.proud!),
      },
    ]
  },
  propose: (c) =>
    c.sort === 'flat' &&
    sortOfFace(c.guestFace) !== 'face' &&
    sortOfFace(c.hostFace) === 'face' &&
    c.guest.piece !== c.host.piece
      ? { between: [memberAt(c.guest, c.guestFace), memberAt(c.host, null)], fields: {} }
      : null,
  rank: () => 7,
  consequence: (_, c) => [
    `${c.guest.name} grows `,
    { mm: behind(c) },
    ` and keeps tabs there; ${c.host.name} gets slots for them`,
  ],
  derive,
})

function derive(d: Deriving): void {
  for (const m of d.meetings()) {
    const where = placesOf(m, d)
    const refused = typeof where === 'string' ? where : refusal(m, where, d)
    if (refused || typeof where === 'string') d.wrong(refused!)
    else make(m, where, d)
  }
}

/** Where the tabs are along the shared edge: equal gaps between them and at both ends. */
function placesOf(m: Meeting, d: Deriving): Range[] | string {
  const { run } = waysOf(m)
  const [from, to] = [m.patch.min[run], m.patch.max[run]]
  const whole = to - from
  const count = d.value('count') ?? Math.max(1, Math.round(whole / EVERY))
  const length = d.value('length') ?? whole / (2 * count + 1)
  const gap = (whole - count * length) / (count + 1)
  if (length <= 0) return `The tabs of ${m.guest.name} have no length`
  if (gap < -1e-6)
    return `${count} tabs of ${d.say(length)} do not fit on ${m.guest.name}, which has ${d.say(whole)} there`
  return Array.from({ length: count }, (_, k): Range => {
    const start = from + gap * (k + 1) + length * k
    return [start, start + length]
  })
}

function refusal(m: Meeting, places: readonly Range[], d: Deriving): string | null {
  const { across } = waysOf(m)
  const [bit, fit] = [d.must('bit'), d.must('fit')]
  const slot = extentOf(m.guest, across) + fit
  if (chosen(d.joint.joint, 'relief', 'none') === 'none') return null
  if (bit <= 0) return 'The bit has no diameter'
  if (bit > slot + 1e-6)
    return `A bit of ${d.say(bit)} does not go into a slot ${d.say(slot)} wide for ${m.guest.name}`
  const narrow = places.find(([a, b]) => b - a + fit < bit)
  return narrow ? `A bit of ${d.say(bit)} does not go into slots ${d.say(narrow[1] - narrow[0])} long` : null
}

function make(m: Meeting, places: readonly Range[], d: Deriving): void {
  const { guest, host } = m
  const { run, across } = waysOf(m)
  const fit = d.must('fit')
  const through = behind(m)
  const length = through + d.must('proud')
  const thick: Range = [guest.shoulder.min[across], guest.shoulder.max[across]]
  const relief = chosen(d.joint.joint, 'relief', 'none')
  const r = d.must('bit') / 2

  const gaps = rest([0, guest.size[run]], places)
  const between = gaps.map((g) =>
    runOut(blockOut(m, [0, length], { [run]: g, [across]: [0, guest.size[across]] }), guest.size),
  )
  const roots = relief === 'none' ? [] : rootReliefs(m, places, run, relief, r)
  const tenon: Tenon = {
    name: 'tab',
    face: m.face,
    length,
    run,
    across,
    tools: [...between, ...roots],
    standing: places.map((p) => blockOut(m, [0, length], { [run]: p, [across]: thick })),
    ...(relief === 'none'
      ? {}
      : { relief: { says: `${relief === 'T' ? 'T' : 'round'} relief at their roots for bit`, bit: 2 * r } }),
  }
  d.work('tenon', guest, host, tenon, '/tabs')

  places.forEach((p, k) => {
    const [along, wide]: [Range, Range] = [
      [p[0] - fit / 2, p[1] + fit / 2],
      [thick[0] - fit / 2, thick[1] + fit / 2],
    ]
    const block = blockOut(m, [-BEYOND, through + BEYOND], { [run]: along, [across]: wide })
    const corners = relief === 'none' ? [] : slotReliefs(along, wide, relief, r)
    const slot: Mortise = {
      name: 'slot',
      face: m.hostFace,
      through: true,
      ...hostWays(m, run),
      region: regionOf(m, block),
      turned: turnedIn(m, block, run),
      ends: relief === 'none' ? '' : `${relief === 'T' ? 'T' : 'round'} relief for bit`,
      bit: relief === 'none' ? null : 2 * r,
      tools: [
        asTool(m, block),
        ...corners.map((c) => hole(m, run, across, c, r, [-BEYOND, through + BEYOND])),
      ],
    }
    d.work('mortise', host, guest, slot, `/slot${k + 1}`)
  })
}

/** A hole along the guest's way out, in the host's frame. */
function hole(
  m: Meeting,
  run: 0 | 1 | 2,
  across: 0 | 1 | 2,
  [u, v]: Vec2,
  r: number,
  [from, to]: Range,
): Tool {
  const at: [number, number, number] = [0, 0, 0]
  const out = outOf(m)
  ;[at[run], at[across]] = [u, v]
  at[m.into] = surfaceAt(m.guest, m.face) + out[m.into] * from
  return toolInto(m.host.frame, m.guest.frame, {
    kind: 'drill',
    at,
    along: out,
    radius: r,
    depth: to - from,
    tip: 0,
  })
}

const DIAGONAL = Math.SQRT1_2

/**
 * Middles of the holes in a slot's corners: on the diagonal, or in its end walls, each reaching the corner.
 */
function slotReliefs(along: Range, wide: Range, relief: string, r: number): Vec2[] {
  return along.flatMap((u, i) =>
    wide.map((v, k): Vec2 => {
      const [inU, inV] = [i === 0 ? 1 : -1, k === 0 ? 1 : -1]
      return relief === 'T' ? [u, v + inV * r] : [u + inU * r * DIAGONAL, v + inV * r * DIAGONAL]
    }),
  )
}

/** Holes at the roots of the tabs, through the sheet: on the diagonal, or in the shoulder. */
function rootReliefs(
  m: Meeting,
  places: readonly Range[],
  run: 0 | 1 | 2,
  relief: string,
  r: number,
): Tool[] {
  const { across } = waysOf(m)
  const out = outOf(m)
  const shoulder = surfaceAt(m.guest, m.face)
  const along = [0, 1, 2].map((i) => (i === across ? 1 : 0)) as unknown as [number, number, number]
  return places.flatMap(([a, b]) =>
    (
      [
        [a, -1],
        [b, 1],
      ] as const
    )
      .filter(([u]) => u > 2 * r && u < m.guest.size[run] - 2 * r)
      .map(([u, away]): Tool => {
        const at: [number, number, number] = [0, 0, 0]
        at[across] = -BEYOND
        at[run] = u + away * r * (relief === 'T' ? 1 : DIAGONAL)
        at[m.into] = shoulder + out[m.into] * (relief === 'T' ? 0 : r * DIAGONAL)
        return { kind: 'drill', at, along, radius: r, depth: m.guest.size[across] + 2 * BEYOND, tip: 0 }
      }),
  )
}
