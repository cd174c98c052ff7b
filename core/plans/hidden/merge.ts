/**
 * Lines on the paper, each drawn once: what lies on one straight line is joined, and visible goes before
 * hidden.
 */

/** x1, y1, x2, y2 in millimetres of the model, y up. */
export type Segment = readonly [number, number, number, number]

const SHORTEST = 1e-2
/** Lines closer than this, in radians and in mm from the origin, are one line. */
const SAME_ANGLE = 1e-4
const SAME_OFFSET = 0.05
/** What leans less from upright than this runs up. */
const UPRIGHT = SAME_ANGLE / 2

interface OnLine {
  readonly ux: number
  readonly uy: number
  readonly angle: number
  readonly offset: number
  readonly visible: Array<[number, number]>
  readonly hidden: Array<[number, number]>
}

const NONE: readonly OnLine[] = []
/** One number for an angle and an offset: angles are below 2¹⁶, offsets take what is left. */
const binOf = (angle: number, offset: number): number => offset * 2 ** 17 + angle

/**
 * Straight lines by angle and offset. Bins are as wide as what is taken for one line, so neighbours are
 * looked at too.
 */
class Lines {
  readonly all: OnLine[] = []
  private readonly bins = new Map<number, OnLine[]>()

  at(ux: number, uy: number, offset: number): OnLine {
    const angle = Math.atan2(uy, ux)
    const [i, k] = [Math.floor(angle / SAME_ANGLE), Math.floor(offset / SAME_OFFSET)]
    for (let di = -1; di <= 1; di++)
      for (let dk = -1; dk <= 1; dk++)
        for (const on of this.bins.get(binOf(i + di, k + dk)) ?? NONE)
          if (Math.abs(on.angle - angle) < SAME_ANGLE / 2 && Math.abs(on.offset - offset) < SAME_OFFSET / 2)
            return on
    const on: OnLine = { ux, uy, angle, offset, visible: [], hidden: [] }
    this.all.push(on)
    const key = binOf(i, k)
    const bin = this.bins.get(key)
    if (bin) bin.push(on)
    else this.bins.set(key, [on])
    return on
  }
}

export function mergeSegments(
  visible: readonly Segment[],
  hidden: readonly Segment[],
): { visible: Segment[]; hidden: Segment[] } {
  const lines = new Lines()
  const put = (s: Segment, which: 'visible' | 'hidden') => {
    let [ux, uy] = [s[2] - s[0], s[3] - s[1]]
    const length = Math.hypot(ux, uy)
    if (length < SHORTEST) return
    ;[ux, uy] = [ux / length, uy / length]
    if (ux < -UPRIGHT || (Math.abs(ux) <= UPRIGHT && uy < 0)) [ux, uy] = [-ux, -uy]
    const on = lines.at(ux, uy, ux * s[1] - uy * s[0])
    const [a, b] = [on.ux * s[0] + on.uy * s[1], on.ux * s[2] + on.uy * s[3]]
    on[which].push(a < b ? [a, b] : [b, a])
  }
  for (const s of visible) put(s, 'visible')
  for (const s of hidden) put(s, 'hidden')

  const out = { visible: [] as Segment[], hidden: [] as Segment[] }
  for (const on of lines.all) {
    const shown = join(on.visible)
    const at = (t: number): [number, number] => [on.ux * t - on.uy * on.offset, on.uy * t + on.ux * on.offset]
    for (const [a, b] of shown) out.visible.push([...at(a), ...at(b)])
    for (const [a, b] of less(join(on.hidden), shown))
      if (b - a > SHORTEST) out.hidden.push([...at(a), ...at(b)])
  }
  return out
}

/** A part of a circle on the paper, from one angle anticlockwise to another, radians; a whole one is 2π. */
export interface Arc {
  readonly u: number
  readonly v: number
  readonly r: number
  readonly from: number
  readonly to: number
}

const ROUND = 2 * Math.PI

/** Arcs each drawn once, as lines are. */
export function mergeArcs(
  visible: readonly Arc[],
  hidden: readonly Arc[],
): { visible: Arc[]; hidden: Arc[] } {
  const circles = new Map<string, Pick<Arc, 'u' | 'v' | 'r'> & Pick<OnLine, 'visible' | 'hidden'>>()
  const put = ({ u, v, r, from, to }: Arc, which: 'visible' | 'hidden') => {
    const key = [u, v, r].map((n) => Math.round(n / SAME_OFFSET)).join('|')
    let on = circles.get(key)
    if (!on) circles.set(key, (on = { u, v, r, visible: [], hidden: [] }))
    // Along the circle from its right side on, in millimetres; what goes over that is two.
    const start = from - ROUND * Math.floor(from / ROUND)
    const end = start + (to - from)
    on[which].push([start * on.r, Math.min(end, ROUND) * on.r])
    if (end > ROUND) on[which].push([0, (end - ROUND) * on.r])
  }
  for (const a of visible) put(a, 'visible')
  for (const a of hidden) put(a, 'hidden')
  const out = { visible: [] as Arc[], hidden: [] as Arc[] }
  for (const { u, v, r, ...on } of circles.values()) {
    const shown = join(on.visible)
    const covered = less(join(on.hidden), shown).filter(([a, b]) => b - a > SHORTEST)
    for (const [a, b] of whole(shown, ROUND * r)) out.visible.push({ u, v, r, from: a / r, to: b / r })
    for (const [a, b] of whole(covered, ROUND * r)) out.hidden.push({ u, v, r, from: a / r, to: b / r })
  }
  return out
}

/** Stretches of a circle, with what was parted where it starts as one again. */
function whole(spans: Array<[number, number]>, round: number): Array<[number, number]> {
  const [first, last] = [spans[0], spans.at(-1)]
  if (!first || !last || first[0] > SHORTEST || last[1] < round - SHORTEST) return spans
  if (spans.length === 1) return [[0, round]]
  return [...spans.slice(1, -1), [last[0], round + first[1]]]
}

function join(spans: Array<[number, number]>): Array<[number, number]> {
  const out: Array<[number, number]> = []
  for (const [a, b] of spans.sort((x, y) => x[0] - y[0])) {
    const last = out.at(-1)
    if (last && a <= last[1] + SHORTEST) last[1] = Math.max(last[1], b)
    else out.push([a, b])
  }
  return out
}

/** What of `spans` lies in none of `taken`; both sorted and apart. */
function less(spans: Array<[number, number]>, taken: Array<[number, number]>): Array<[number, number]> {
  const out: Array<[number, number]> = []
  for (const [from, b] of spans) {
    let a = from
    for (const [c, d] of taken) {
      if (d <= a || c >= b) continue
      if (c > a) out.push([a, c])
      a = Math.max(a, d)
    }
    if (a < b) out.push([a, b])
  }
  return out
}
