import type { Mm } from '../../measure'
import { BEYOND, runOut, type Sockets } from '../../work'
import { asTool } from '../channel'
import { rest, type Range } from '../block'
import { memberAt } from '../contacts'
import {
  cornerAt,
  growsThrough,
  hostWidth,
  makesBox,
  makesCorner,
  onBoard,
  strip,
  type Corner,
} from '../corner'
import type { Deriving } from '../deriving'
import { chosen, defineJoint, FIT, NARROWEST } from '../kind'

/** Fingers of two boards between each other at a corner. */
export const fingers = defineJoint({
  kind: 'fingers',
  title: 'Finger joint',
  measures: {
    width: { label: 'Finger width', placeholder: 'as the thickness', text: 't' },
    count: { label: 'Fingers in all', kind: 'count', placeholder: 'by the width' },
    tool: NARROWEST,
    fit: FIT,
  },
  options: {
    ends: { label: 'Fingers at the edges', values: { whole: 'whole', half: 'half' } },
    first: { label: 'At edge 1 stands', values: { host: '{1}', guest: '{0}' } },
  },
  grows: (joint) => growsThrough(joint, (called) => `through ${called(1)}`),
  propose: (c) =>
    makesCorner(c)
      ? { between: [memberAt(c.guest, c.guestFace), memberAt(c.host, c.cornerFace)], fields: {} }
      : null,
  rank: (c) => (makesBox(c) ? -1 : 1),
  consequence: (_, c) => [
    `${c.guest.name} grows through ${c.host.name}, and both get fingers across the width`,
  ],
  derive,
})

function derive(d: Deriving): void {
  for (const m of d.meetings()) {
    const corner = cornerAt(m, d)
    const places = corner && placesOf(corner, d)
    if (typeof places === 'string') d.wrong(places)
    else if (places) make(corner, places, d)
  }
}

/** Where fingers begin and end along the width, edge to edge, the one after the other. */
function placesOf(c: Corner, d: Deriving): Range[] | string {
  const [from, to] = c.width
  const whole = to - from
  const half = chosen(d.joint.joint, 'ends', 'whole') === 'half'
  const wide = d.must('width')
  if (wide <= 0) return 'The fingers have no width'
  const count =
    d.value('count') ??
    Math.max(2, half ? Math.round(whole / wide) + 1 : Math.round((whole / wide - 1) / 2) * 2 + 1)
  if (count < 2)
    return (
      `Fingers of ${d.say(wide)} cannot fit into ${d.say(whole)} of ${c.m.guest.name}: at least ` +
      'two are needed'
    )
  const w: Mm = whole / (half ? count - 1 : count)
  const least = half ? w / 2 : w
  if (least < d.must('tool') - 1e-6 || least < d.must('fit') * 2)
    return (
      `${count} fingers in ${d.say(whole)} of ${c.m.guest.name} are ${d.say(least)} wide, ` +
      'narrower than the tool'
    )
  return Array.from({ length: count }, (_, k): Range => {
    const start = from + w * (half ? Math.max(0, k - 0.5) : k)
    const end = half && k === count - 1 ? to : from + w * (half ? k + 0.5 : k + 1)
    return [start, end]
  })
}

function make(c: Corner, places: readonly Range[], d: Deriving): void {
  const { guest, host } = c.m
  const fit = d.must('fit')
  const guestFirst = chosen(d.joint.joint, 'first', 'host') === 'guest'
  const mine = places.filter((_, k) => (k % 2 === 0) === guestFirst)
  // All that is not the guest's finger is the host's, up to the guest's own edges.
  const taken = rest([0, guest.size[1]], mine)
  // Room on both sides of a finger, but where its side is the host's own edge.
  const [low, high] = hostWidth(c)
  const sockets = mine.map(([a, b]): Range => [
    a > low + 1e-6 ? a - fit / 2 : a,
    b < high - 1e-6 ? b + fit / 2 : b,
  ])
  const base = {
    name: 'fingers' as const,
    run: 1 as const,
    slope: '',
    width: mine[0] ? mine[0][1] - mine[0][0] : 0,
  }
  const onGuest: Sockets = {
    ...base,
    face: c.m.face,
    count: mine.length,
    depth: c.host,
    places: taken,
    tools: taken.map((r) => runOut(strip(c, [0, c.host], r), guest.size)),
  }
  const onHost: Sockets = {
    ...base,
    face: c.hostEnd,
    count: places.length - mine.length,
    depth: c.guest,
    places: onBoard(c, 'host', sockets),
    tools: sockets.map((r) => asTool(c.m, strip(c, [-BEYOND, c.host + BEYOND], r))),
  }
  d.work('sockets', guest, host, onGuest, '/fingers')
  d.work('sockets', host, guest, onHost, '/fingers')
}
