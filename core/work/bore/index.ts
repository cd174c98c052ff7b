import { vec3, FACE_AT } from '../../pieces'
import {
  capital,
  defineWork,
  doubt,
  forPartner,
  sayDegrees,
  theSurface,
  toldOn,
  type Angle,
  type Sentence,
} from '../feature'
import { BEYOND, type Tool } from '../tool'
import { circleOf, dimensionsOf, sayCircle, sayPlaces, sayTurn } from '../laidout'
import type { Bore } from './bore'
import { leanOf, sayLean } from '../slant'
import { sayLowered } from '../state'
import { leadInto } from '../surfaces'
import { own } from './own'

export { leanOf } from '../slant'

/** A hole narrower than this share of what is wanted splits the wood as something is driven in. */
const NARROW = 0.85

/** ", from a surface 12 below it": where the depth counts from, where that is not the face. */
const sayDown = ({ down, through, on }: Bore): Sentence => {
  // From what is round it counts where it goes in.
  if (!down || through || on?.round) return []
  const all = [...new Set(down.map((d) => Number(d.toFixed(4))))].sort((a, b) => a - b)
  if (all.length === 1) return sayLowered(all[0])
  return [', from surfaces ', { mm: all[0]! }, ' to ', { mm: all.at(-1)! }, ' below it']
}

/** A bore starts outside the wood; a leaning one further out, by what its lean takes. */
function drills(b: Bore): Tool[] {
  const lean = (leanOf(toldOn(b)) * Math.PI) / 180
  const wide = Math.max(b.diameter, b.sink?.diameter ?? 0)
  const back = BEYOND + (b.diameter / 2) * Math.tan(lean) + leadInto(b.on, wide / 2)
  return b.at.flatMap((p, n): Tool[] => {
    const down = b.down?.[n] ?? 0
    const above = back + down
    const from = vec3((i) => p[i] - b.along[i] * above)
    const drill = { kind: 'drill' as const, along: b.along }
    const hole: Tool = {
      ...drill,
      at: from,
      radius: b.diameter / 2,
      depth: b.depth + above + (b.through ? BEYOND : 0),
      tip: b.through ? 0 : b.tip,
    }
    if (!b.sink) return [hole]
    const { diameter, depth, flat } = b.sink
    // The mouth of a cone is in the face; a thin collar reaches out of it.
    const mouth: Tool = flat
      ? { ...drill, at: from, radius: diameter / 2, depth: depth + above, tip: 0 }
      : { ...drill, at: p, radius: diameter / 2, depth: 0, tip: depth }
    return [hole, mouth]
  })
}

const saySink = ({ sink }: Bore): Sentence =>
  !sink
    ? []
    : sink.flat
      ? [', counterbored ⌀ ', { mm: sink.diameter }, ', ', { mm: sink.depth }, ' deep']
      : [', countersunk ⌀ ', { mm: sink.diameter }]

const sayFitting = ({ fitting }: Bore): Sentence => (fitting ? [`, for ${fitting.says}`] : [])

/** How the first leans, from square to its face. */
function leansOf(b: Bore): Angle[] {
  if (b.on || leanOf(toldOn(b)) <= 0.01) return []
  const { axis, far } = FACE_AT[b.face]
  const into = vec3((i) => (i === axis ? (far ? -1 : 1) : 0))
  return [{ at: b.at[0]!, ways: [into, b.along] }]
}

export const bore = defineWork<Bore>({
  kind: 'bore',
  inward: true,
  name: (b) => b.name,
  shownOn: (b) => b.face,
  // A long piece does not stand on end under a drill press.
  machine: (b) => (FACE_AT[b.face].axis === 0 ? 'drill' : 'drill press'),
  cut: drills,
  describe: (b, partner) => {
    return [
      b.at.length > 1 ? `${b.at.length} ${b.name}s ⌀ ` : `${capital(b.name)} ⌀ `,
      { mm: b.diameter },
      ...(b.through ? [', through'] : [', ', { mm: b.depth }, ' deep']),
      `${sayLean(toldOn(b))}, on ${theSurface(b)}`,
      ...sayDown(b),
      ...sayPlaces(b),
      ...saySink(b),
      ...sayFitting(b),
      forPartner(partner),
    ]
  },
  count: (b) => b.at.length,
  supply: ({ fitting, at }) =>
    fitting?.kind === 'insert' ? { name: capital(fitting.says), quantity: at.length } : null,
  callout: (b) => [
    `${b.name} ⌀ `,
    { mm: b.diameter },
    ...(b.through ? [', through'] : [' × ', { mm: b.depth }, ' deep']),
    ...(leanOf(toldOn(b)) > 0.01 ? [` at ${sayDegrees(leanOf(toldOn(b)))}`] : []),
    `, on ${theSurface(b)}${b.on?.round ? sayTurn(b.on.round) : ''}`,
    ...sayDown(b),
    ...saySink(b),
    ...sayFitting(b),
    ...sayCircle(b),
  ],
  dimensions: dimensionsOf,
  circle: circleOf,
  angles: leansOf,
  holes: (b) => b,
  doubts: ({ data: { fitting, diameter } }, { name }, say) => [
    doubt(
      fitting && diameter < NARROW * fitting.pilot,
      () =>
        `A ${fitting!.says} needs a hole of ${say(fitting!.pilot)}; in one of ${say(diameter)} it splits ` +
        name,
    ),
    doubt(
      fitting && diameter > (fitting.pilot + fitting.outside) / 2,
      () =>
        `A ${fitting!.says} needs a hole of ${say(fitting!.pilot)}; in one of ${say(diameter)} it does not ` +
        `hold in ${name}`,
    ),
  ],
  own,
})
