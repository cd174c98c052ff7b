import type { Mm } from '../../measure'
import { toRoom, type Frame } from '../../pieces'
import { frameInto, sayGridded, type Vec2 } from './frames'
import { plainKey, type ToolKind } from './kind'

/** An outline in x and y of a frame, anticlockwise, swept along its z from 0 to `depth`. */
export interface Prism {
  readonly kind: 'prism'
  readonly frame: Frame
  readonly outline: readonly Vec2[]
  readonly depth: Mm
}

export const prism = {
  into: (t: Prism, to: Frame, from: Frame): Prism => ({ ...t, frame: frameInto(to, from, t.frame) }),
  signature: (t, _, { point }) => {
    const ends = [0, t.depth].map((d) =>
      t.outline.map(([u, v]) => sayGridded(point(toRoom(t.frame, [u, v, d])))),
    )
    // Each corner of the one end with its mate at the other, round about; from either end.
    const round = ([near, far]: string[][]) => loopText(near!.map((p, k) => `${p}>${far![k]}`))
    return `#${[round(ends), round([...ends].reverse())].sort()[0]}`
  },
  key: plainKey,
  solid: (t, _, make) => make.stand(make.extrude(t.outline, t.depth), t.frame),
} satisfies ToolKind<Prism>

/** Corners round about as one text, wherever they start and whichever way they run. */
function loopText(corners: readonly string[]): string {
  const from = (list: readonly string[]): string => {
    const least = list.reduce((a, b) => (b < a ? b : a))
    return list
      .flatMap((c, k) => (c === least ? [[...list.slice(k), ...list.slice(0, k)].join(';')] : []))
      .sort()[0]!
  }
  return [from(corners), from([...corners].reverse())].sort()[0]!
}
