/**
 * Tails stand on one board, widest at its end; the other has sockets in their shape, half the fit wider on
 * each side. Along the width: half pin, tail, pin, tail, …, half pin; pins are told at the tails' wide end.
 */
import type { Mm } from '../../measure'
import { BEYOND, sayDegrees, toolInto, type Sockets, type Tool, type Vec2 } from '../../work'
import { cornerAt, cornerPrism, hostWidth, onBoard, type Corner } from '../corner'
import type { Deriving } from '../deriving'
import { chosen } from '../kind'

interface Layout {
  /** Where each tail begins and ends along the width at its wide end. */
  readonly tails: ReadonlyArray<readonly [Mm, Mm]>
  /** From the base to the wide end. */
  readonly length: Mm
  /** How much narrower each side is at the base. */
  readonly lean: Mm
  readonly slope: string
}

export function derive(d: Deriving): void {
  for (const m of d.meetings()) {
    const corner = cornerAt(m, d)
    const layout = corner && layOut(corner, d)
    if (typeof layout === 'string') d.wrong(layout)
    else if (layout) make(corner, layout, d)
  }
}

/** Slopes in use are 1:5 to 1:9; a third beyond that nobody would want. */
const [STEEPEST, FLATTEST] = [1 / 3.5, 1 / 12]
const sayRatio = (ratio: number): string => String(Number((1 / ratio).toFixed(2)))

const onGuest = (d: Deriving) => chosen(d.joint.joint, 'tails', 'guest') === 'guest'
const isBlind = (d: Deriving) => chosen(d.joint.joint, 'manner', 'through') === 'blind'

/** The thickness the tails go into: the host's for tails on the guest, the guest's for tails on the host. */
function layOut(c: Corner, d: Deriving): Layout | string {
  const into = onGuest(d) ? c.host : c.guest
  const lap = isBlind(d) ? (d.value('lap') ?? into / 4) : 0
  const name = onGuest(d) ? c.m.host.name : c.m.guest.name
  if (isBlind(d) && (lap <= 0 || lap >= into))
    return `A lap of ${d.say(lap)} leaves no room for tails in ${name}, which is ${d.say(into)} thick`
  const length = into - lap
  const angle = d.value('angle')
  const ratio = angle === undefined ? 1 / (d.value('slope') ?? 8) : Math.tan((angle * Math.PI) / 180)
  if (!(ratio > 0 && ratio < 1)) return 'Tails slope between 0 and 45°'
  if (ratio > STEEPEST)
    d.wrong(`Tails that slope 1:${sayRatio(ratio)} break off at their corners, along the grain`, 'look')
  if (ratio < FLATTEST) d.wrong(`Tails that slope 1:${sayRatio(ratio)} hardly hold against a pull`, 'look')
  const [from, to] = c.width
  const [pin, fit] = [d.must('pin'), d.must('fit')]
  const half = d.value('half') ?? pin
  if (pin <= 0 || half <= 0) return 'The pins have no width'
  const whole = to - from
  const count = d.value('count') ?? Math.max(1, Math.round((whole - 2 * half + pin) / (4 * pin)))
  const tail = (whole - 2 * half - (count - 1) * pin) / count
  const lean = length * ratio
  const [narrow, least] = [tail - 2 * lean, Math.min(tail - 2 * lean, pin)]
  if (tail <= 0 || narrow <= fit)
    return `${count} tails do not fit into ${d.say(whole)} of ${c.m.guest.name} with pins of ${d.say(pin)}`
  if (least < d.must('tool') - 1e-6)
    return `The dovetails of ${c.m.guest.name} are ${d.say(least)} at their narrowest, narrower than the tool`
  return {
    tails: Array.from({ length: count }, (_, k) => {
      const start = from + half + k * (tail + pin)
      return [start, start + tail] as const
    }),
    length,
    lean,
    slope: angle === undefined ? `1:${sayRatio(ratio)}` : sayDegrees(angle),
  }
}

function make(c: Corner, l: Layout, d: Deriving): void {
  const { guest, host } = c.m
  const tailed = onGuest(d) ? 'guest' : 'host'
  const fit = d.must('fit')
  const open = isBlind(d) ? 0 : BEYOND
  const out = { low: 0, high: BEYOND }
  const [tailOn, pinOn] = onGuest(d) ? [guest, host] : [host, guest]
  const mapped = (t: Tool, on: 'guest' | 'host') =>
    on === 'guest' ? t : toolInto(host.frame, guest.frame, t)

  // What the tails leave standing between them goes from their own board.
  const between = gaps(c.width, outerEdges(c, d), l).map((g) =>
    mapped(cornerPrism(c, tailed, g, { low: BEYOND, high: BEYOND }), tailed),
  )
  const sockets = l.tails.map(([a, b]) => {
    const [a0, b0] = [a + l.lean - fit / 2, b - l.lean + fit / 2]
    const outline: Vec2[] = [
      [-BEYOND, a0],
      [0, a0],
      [l.length, a - fit / 2],
      [l.length + open, a - fit / 2],
      [l.length + open, b + fit / 2],
      [l.length, b + fit / 2],
      [0, b0],
      [-BEYOND, b0],
    ]
    return mapped(cornerPrism(c, tailed, outline, out), tailed === 'guest' ? 'host' : 'guest')
  })
  const base = { run: 1 as const, slope: l.slope }
  const tails: Sockets = {
    ...base,
    name: 'tails',
    face: onGuest(d) ? c.m.face : c.hostEnd,
    count: l.tails.length,
    depth: l.length,
    width: l.tails[0]![1] - l.tails[0]![0],
    places: onBoard(c, tailed, ranges(outerEdges(c, d), l)),
    tools: between,
  }
  const pins: Sockets = {
    ...base,
    name: 'pins',
    face: onGuest(d) ? c.hostEnd : c.m.face,
    count: l.tails.length + 1,
    depth: onGuest(d) ? c.guest : c.host,
    width: d.must('pin') - fit,
    places: onBoard(
      c,
      onGuest(d) ? 'host' : 'guest',
      l.tails.map(([a, b]) => [a - fit / 2, b + fit / 2]),
    ),
    ...(isBlind(d)
      ? { into: { mm: l.length, from: onGuest(d) ? c.m.hostFace : c.far ? 'back' : 'face' } }
      : {}),
    tools: sockets,
  }
  d.work('sockets', tailOn, pinOn, tails, '/tails')
  d.work('sockets', pinOn, tailOn, pins, '/pins')
}

/** The ranges along the width that are not tails, at their wide end. */
const ranges = ([from, to]: readonly [Mm, Mm], l: Layout): Array<readonly [Mm, Mm]> => {
  const ends = [from, ...l.tails.flat(), to]
  return Array.from({ length: l.tails.length + 1 }, (_, k) => [ends[2 * k]!, ends[2 * k + 1]!] as const)
}

/**
 * Where the outermost gaps end: at the edges of the board the tails stand on, and out of it. A side board
 * that is wider than the other keeps its wood there, half the fit away from the outer pin.
 */
function outerEdges(c: Corner, d: Deriving): readonly [Mm, Mm] {
  if (onGuest(d)) return [-BEYOND, c.m.guest.size[1] + BEYOND]
  const [low, high] = hostWidth(c)
  const [from, to] = c.width
  const fit = d.must('fit')
  return [low < from - 1e-6 ? from - fit / 2 : from - BEYOND, high > to + 1e-6 ? to + fit / 2 : to + BEYOND]
}

/**
 * Outlines of what goes between the tails: (from the base outwards, along the width), out of the wood where
 * open.
 */
function gaps(width: readonly [Mm, Mm], edges: readonly [Mm, Mm], l: Layout): Vec2[][] {
  const all = ranges(width, l)
  return all.map(([a, b], k) => {
    const first = k === 0
    const last = k === all.length - 1
    const [a0, a1] = first ? [edges[0], edges[0]] : [a - l.lean, a]
    const [b0, b1] = last ? [edges[1], edges[1]] : [b + l.lean, b]
    return [
      [0, a0],
      [l.length, a1],
      [l.length + BEYOND, a1],
      [l.length + BEYOND, b1],
      [l.length, b1],
      [0, b0],
    ]
  })
}
