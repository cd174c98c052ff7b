/** Threads on turned wood that is too thin for them, or too thick. */
import type { Mm } from '../../measure'
import { mainAxis, type Axis } from '../../pieces'
import type { Instance, Problem } from '../../resolve'
import { workKind } from '../../work'
import type { Model } from '../../model'
import { definePiecewise } from '../check'
import { sayer, whose } from '../wood'

const EVEN: Mm = 0.05

export const threads = definePiecewise({
  id: 'threads',
  title: 'Thread diameters',
  rests: 'piece',
  why: 'A thread is cut on wood turned to its diameter: on thinner it has no crests, on thicker no die goes.',
  look: (i, model) => {
    const say = sayer(model)
    const places = diametersOf(i, model)
    return model.features(i).flatMap((f): Problem[] =>
      (workKind(f).threads?.(f.data) ?? []).flatMap((t): Problem[] => {
        const axis = mainAxis(t.to.map((n, k) => n - t.from[k]!) as [number, number, number])
        const range = [t.from[axis], t.to[axis]].sort((a, b) => a - b) as [Mm, Mm]
        const turned = places.filter((p) => p.axis === axis)
        const there = between(turned, range)
        if (there.length === 0) return []
        const [least, most] = [Math.min(...there), Math.max(...there)]
        const thin = least < t.outside - EVEN
        if (!thin && most <= t.outside + EVEN) return []
        return [
          {
            id: `threads:${f.id}`,
            level: thin ? 'stop' : 'look',
            piece: i.piece,
            ...whose(f),
            says:
              `The thread on ${i.name} is ⌀ ${say(t.outside)}, and the wood is turned to ` +
              `⌀ ${say(thin ? least : most)} there`,
            advice: 'Turn it to the diameter of the thread as far as that goes, or take another size.',
            at: [{ instance: i.key, feature: f.id }],
          },
        ]
      }),
    )
  },
})

interface Place {
  readonly axis: Axis
  readonly at: Mm
  readonly mm: Mm
}

/** What the piece is turned to, in order along each axis, as its profiles tell it. */
const diametersOf = (i: Instance, model: Model): Place[] =>
  model
    .features(i)
    .flatMap((f) => workKind(f).diameters?.(f.data) ?? [])
    .map(({ at, along, mm }) => ({ axis: along, at: at[along], mm }))
    .sort((a, b) => a.at - b.at)

/** Diameters along a stretch: those told within it, and what a straight line tells at its ends. */
function between(places: readonly Place[], [from, to]: readonly [Mm, Mm]): Mm[] {
  const inside = places.filter((p) => p.at > from + EVEN && p.at < to - EVEN).map((p) => p.mm)
  const ends = [from + EVEN, to - EVEN].flatMap((at) => {
    const before = places.filter((p) => p.at <= at).at(-1)
    const after = places.find((p) => p.at > at)
    if (!before || !after) return []
    const share = (at - before.at) / (after.at - before.at || 1)
    return [before.mm + share * (after.mm - before.mm)]
  })
  return [...inside, ...ends]
}
