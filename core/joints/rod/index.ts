import type { Joint } from '../../document'
import type { Mm } from '../../measure'
import { AXES, carried, FACE_AT, negated, toOwn } from '../../pieces'
import type { Instance } from '../../resolve'
import { beyond, vectorInto, type Bore, type Channel } from '../../work'
import { outOf } from '../block'
import { memberAt } from '../contacts'
import type { Deriving } from '../deriving'
import { BOTTOM_GAP, chosen, defineJoint, FIT } from '../kind'
import { DRAWN, isDrawnIn } from '../drawn'
import { behind, extentOf, middleOf, type Meeting } from '../meet'
import { hostDepth, rounded, tryLength } from '../suggest'
import { rodIn, type RodIn } from './line'

/** The saw cut for a wedge: how wide, and how much of what goes in it is deep. */
const KERF: Mm = 2
const SLIT = 2 / 3

const isThere = (joint: Pick<Joint, 'options'>): boolean => joint.options.hole === 'there'

/** A round rod into a hole of its own size, or through one; at any slant, where it is drawn so. */
export const rod = defineJoint({
  kind: 'rod',
  title: 'Rod in a hole',
  rods: true,
  measures: {
    depth: { label: 'Depth' },
    diameter: { label: 'Diameter', placeholder: 'of {0}' },
    fit: FIT,
    gap: BOTTOM_GAP,
  },
  options: {
    drawn: DRAWN,
    hole: { label: 'Hole', values: { bored: 'bored for it', there: 'is there already' } },
    held: { label: 'Held by', values: { glue: 'glue', wedge: 'glue and a wedge' } },
  },
  hiddenFields: (joint) => [
    ...(isDrawnIn(joint) ? ['depth'] : []),
    ...(isThere(joint) ? ['diameter', 'fit', 'gap'] : []),
  ],
  grows: (joint) => {
    const at = joint.between[0]?.at
    if (isDrawnIn(joint) || at?.kind !== 'face') return []
    return [
      {
        member: 0,
        face: at.face,
        says: (called) => `into ${called(1)}`,
        measures: ['depth'],
        poses: false,
        fills: true,
        by: (v) => v.depth!,
      },
    ]
  },
  propose: (c, resolved) => {
    if (!c.rod || c.guest.piece === c.host.piece) return null
    if (c.sort !== 'rod' && (c.sort !== 'flat' || FACE_AT[c.guestFace].axis !== 0)) return null
    return {
      between: [memberAt(c.guest, c.guestFace), memberAt(c.host, null)],
      fields: { depth: rounded(hostDepth(c) / 2, resolved.style.unit) },
      options: { drawn: c.sort === 'rod' ? 'into' : 'against' },
    }
  },
  rank: () => 0,
  consequence: ({ fields, options }, c, resolved) => {
    const [depth, fit] = [tryLength(fields.depth, c, resolved), tryLength(fields.fit ?? 'fit', c, resolved)]
    const wide = tryLength(fields.diameter, c, resolved) ?? c.guest.size[1]
    const found = isDrawnIn({ options }) ? rodIn(c.guest, c.host) : null
    const deep = found?.depth ?? depth
    if (deep === null || fit === null) return ['The depth does not read as a length']
    if (isThere({ options }))
      return [`${c.guest.name} goes into the hole that ${c.host.name} has; nothing is cut`]
    return [
      `${c.host.name} gets a hole ⌀ `,
      { mm: wide + fit },
      ...(found?.through ? [', through'] : [', ', { mm: deep }, ' deep']),
      `, for ${c.guest.name}`,
    ]
  },
  // The way it came.
  opens: (joint, guest, _, host) => {
    const found = isDrawnIn(joint) ? rodIn(guest, host) : null
    return found && carried(host.frame, negated(found.along))
  },
  derive,
})

function derive(d: Deriving): void {
  const { joint } = d.joint
  if (isDrawnIn(joint)) {
    for (const guest of d.members(0)) {
      const found = d.members(1).flatMap((host) => {
        const at = host === guest ? null : rodIn(guest, host)
        return at ? [{ host, at }] : []
      })
      if (found.length === 0)
        d.wrong(`${guest.name} is not drawn into ${nameOf(d)}, so its joint does nothing`)
      for (const { host, at } of found) goIn(guest, host, at, d)
    }
    return
  }
  for (const m of d.meetings()) goIn(m.guest, m.host, against(m, d.must('depth')), d)
}

const nameOf = (d: Deriving): string => d.members(1)[0]?.name ?? 'its mating piece'

/** As it is when its end has grown into what it stands against. */
const against = (m: Meeting, depth: Mm): RodIn => ({
  end: m.face as RodIn['end'],
  face: m.hostFace,
  at: toOwn(m.host.frame, middleOf(m.guest, m.face)),
  along: vectorInto(m.host.frame, m.guest.frame, outOf(m)),
  depth,
  through: depth >= behind(m) - 1e-6,
})

function goIn(guest: Instance, host: Instance, rod: RodIn, d: Deriving): void {
  const { joint } = d.joint
  const told = d.value('diameter')
  const diameter = told ?? extentOf(guest, 1)
  if (diameter <= 0) return d.wrong(`The hole for ${guest.name} has no diameter`)
  if (told === undefined && Math.abs(diameter - extentOf(guest, 2)) > 1e-6)
    return d.wrong(`${guest.name} is no round rod: say how wide its hole is`)
  if (!isThere(joint)) {
    if (rod.depth <= 0) return d.wrong(`The joint of ${guest.name} in ${host.name} has no depth`)
    const wide = diameter + d.must('fit')
    const sides = AXES.filter((i) => i !== FACE_AT[rod.face].axis).map((i) => extentOf(host, i))
    if (wide >= Math.min(...sides) - 1e-6)
      return d.wrong(`A hole of ${d.say(wide)} for ${guest.name} is as wide as ${host.name} there`)
    const beside = AXES.some(
      (i) =>
        i !== FACE_AT[rod.face].axis &&
        (rod.at[i] < host.shoulder.min[i] + wide / 2 - 1e-6 ||
          rod.at[i] > host.shoulder.max[i] - wide / 2 + 1e-6),
    )
    if (beside) d.wrong(`The hole for ${guest.name} breaks out of a side of ${host.name}`, 'look')
    const bore: Bore = {
      name: 'hole',
      face: rod.face,
      at: [rod.at],
      along: rod.along,
      diameter: wide,
      depth: rod.through ? beyond([rod.at], rod.along, host.size) : rod.depth + d.must('gap'),
      through: rod.through,
      tip: 0,
    }
    d.work('bore', host, guest, bore)
  }
  if (chosen(joint, 'held', 'glue') !== 'wedge') return
  d.work('channel', guest, host, slitIn(guest, rod))
  d.supply(`Wedge for a rod ⌀ ${d.say(diameter)}`, 1)
}

/** A saw cut across the end that goes in. */
function slitIn({ size }: Instance, { end, depth }: RodIn): Channel {
  const far = end === 'end2'
  const deep = depth * SLIT
  const middle = size[1] / 2
  return {
    name: 'kerf',
    face: end,
    region: {
      min: [far ? size[0] - deep : 0, middle - KERF / 2, 0],
      max: [far ? size[0] : deep, middle + KERF / 2, size[2]],
    },
    into: 0,
    acrossAxis: 1,
    along: 2,
    open: { low: [!far, false, true], high: [far, false, true] },
    size,
  }
}
