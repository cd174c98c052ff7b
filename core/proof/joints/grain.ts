/**
 * Boards that span across their grain: held by their edges only, or too short to have any grain to speak
 * of.
 */
import { definePiecewise } from '../check'
import { sayer, sayNames } from '../wood'

export const grain = definePiecewise({
  id: 'grain',
  title: 'Grain direction',
  rests: 'piece',
  why: 'Wood splits along its grain: what is held at both edges and at no end breaks like a biscuit.',
  look: (i, model) => {
    const { stock } = model.resolved.byId.get(i.piece)!
    if (stock?.stock.kind !== 'board') return []
    if (i.shoulder.min[0] > 0.5 || i.shoulder.max[0] < i.length - 0.5) return []
    const grown = { low: i.shoulder.min[1] > 0.5, high: i.shoulder.max[1] < i.width - 0.5 }
    if (!grown.low || !grown.high || i.width < 2 * i.length) return []
    const hosts = model.project.joints
      .filter((j) => j.between.some((m) => m.piece === i.piece))
      .flatMap((j) => j.between.map((m) => m.piece))
      .filter((p) => p !== i.piece)
      .map((p) => model.resolved.byId.get(p)?.piece.name ?? p)
    const say = sayer(model)
    return [
      {
        id: `grain:${i.piece}`,
        level: 'look',
        piece: i.piece,
        says:
          `${i.name} spans ${say(i.width)} between ${sayNames(hosts)} across its grain, which ` +
          `is ${say(i.length)} long`,
        advice: 'Turn the grain to run from one support to the other, or make it of plywood.',
      },
    ]
  },
})
