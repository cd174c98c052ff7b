import { FACE_AT } from '../../pieces'
import { begun, defineWork, doubt, type Dimension, type Sentence } from '../feature'
import { cutAt, type Vec2 } from '../tool'
import { own } from './own'
import type { Rout } from './rout'

export type { Rout } from './rout'

const what = (r: Rout): Sentence => [`${r.makes} `, { mm: r.inward }, ' × ', { mm: r.depth }, ' deep']

const stops = ({ run }: Rout): Sentence =>
  run.short.flatMap((by, n): Sentence =>
    by > 1e-6 ? [', stopping ', { mm: by }, n === 0 ? ' before its near end' : ' before its far end'] : [],
  )

/** Where the bit has cut, seen along its way; beside what it does not reach the edge stays. */
const leftBy = ({ run }: Rout): Vec2[] => {
  const cut = cutAt(run).map(([r, z]): Vec2 => [r - run.off, Math.min(z, 0)])
  return cut.flatMap(([x, z], k): Vec2[] => {
    const [x0, z0] = k > 0 ? cut[k - 1]! : [x, z]
    const crosses = x0 * x < -1e-9
    return [...(crosses ? [[0, z0 + ((z - z0) * (0 - x0)) / (x - x0)] as const] : []), [Math.max(0, x), z]]
  })
}

export const rout = defineWork<Rout>({
  kind: 'rout',
  name: (r) => r.makes,
  shownOn: (r) => r.face,
  machine: () => 'router',
  cut: (r) => [r.run],
  describe: (r) => [
    ...begun(what(r)),
    `, ${r.says}`,
    ...stops(r),
    `, with the bit ${r.bit}`,
    r.passes > 1 ? `, in ${r.passes} passes` : '',
  ],
  callout: (r) => ['rout ', ...what(r), `, ${r.says}`, ...stops(r), `, bit ${r.bit}`],
  dimensions: (r): Dimension[] => {
    const { axis, far } = FACE_AT[r.face]
    const surface = r.run.frame.origin[axis]
    const floor = surface + (far ? -r.depth : r.depth)
    return [{ axis, from: Math.min(surface, floor), to: Math.max(surface, floor), what: 'depth' }]
  },
  profile: (r) => ({ title: r.makes, bit: r.bit, left: leftBy(r) }),
  dependsOnShape: true,
  rounds: ({ data: { run, corner }, neighbours: beside }) =>
    run.loops === 'inside' || (run.loops === 'all' && (beside?.length ?? 0) > 0) ? corner : null,
  doubts: ({ data: r, neighbours: beside }, { name, size }, say) => {
    const thick = size[FACE_AT[r.face].axis]
    const open = r.run.sides.length === 3 && r.run.short.every((by) => by === 0) && !beside
    const all = r.depth >= thick - 1e-6
    return [
      doubt(
        !all && r.depth > r.length + 1e-6,
        () =>
          `The bit ${r.bit} cuts ${say(r.length)} high; set ${say(r.depth)} deep, its shank rubs on ${name}`,
      ),
      doubt(open, () => `The ${r.makes} runs along three sides of ${name} and is open at the fourth`),
      doubt(
        all,
        () => `The ${r.makes} takes all of ${name} along its edges, which is ${say(thick)} thick there`,
        'stop',
      ),
    ]
  },
  own,
})
