/** Lines on the paper, each drawn once: what lies on one straight line is joined, and visible goes before hidden. */

/** x1, y1, x2, y2 in millimetres of the model, y up. */
export type Segment = readonly [number, number, number, number]

const SHORTEST = 1e-2

interface OnLine {
  readonly ux: number
  readonly uy: number
  readonly offset: number
  readonly visible: Array<[number, number]>
  readonly hidden: Array<[number, number]>
}

export function mergeSegments(
  visible: readonly Segment[],
  hidden: readonly Segment[],
): { visible: Segment[]; hidden: Segment[] } {
  const lines = new Map<string, OnLine>()
  const put = (s: Segment, which: 'visible' | 'hidden') => {
    let [ux, uy] = [s[2] - s[0], s[3] - s[1]]
    const length = Math.hypot(ux, uy)
    if (length < SHORTEST) return
    ;[ux, uy] = [ux / length, uy / length]
    if (ux < -1e-6 || (Math.abs(ux) <= 1e-6 && uy < 0)) [ux, uy] = [-ux, -uy]
    const offset = ux * s[1] - uy * s[0]
    const key = `${Math.round(Math.atan2(uy, ux) * 1e4)}|${Math.round(offset * 20)}`
    let on = lines.get(key)
    if (!on) lines.set(key, (on = { ux, uy, offset, visible: [], hidden: [] }))
    const [a, b] = [on.ux * s[0] + on.uy * s[1], on.ux * s[2] + on.uy * s[3]]
    on[which].push(a < b ? [a, b] : [b, a])
  }
  for (const s of visible) put(s, 'visible')
  for (const s of hidden) put(s, 'hidden')

  const out = { visible: [] as Segment[], hidden: [] as Segment[] }
  for (const on of lines.values()) {
    const shown = join(on.visible)
    const at = (t: number): [number, number] => [on.ux * t - on.uy * on.offset, on.uy * t + on.ux * on.offset]
    for (const [a, b] of shown) out.visible.push([...at(a), ...at(b)])
    for (const [a, b] of less(join(on.hidden), shown))
      if (b - a > SHORTEST) out.hidden.push([...at(a), ...at(b)])
  }
  return out
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
