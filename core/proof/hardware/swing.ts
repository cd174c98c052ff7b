/** Hinges that do not open all the way: what they let swing meets something that stays. */
import { FURTHEST, swingSteps } from '../../hardware'
import { formatNumber } from '../../measure'
import type { Problem } from '../../resolve'
import { defineCheck } from '../check'

/** What came out, and the pieces and their make that it came from. */
interface Memory {
  from: readonly unknown[]
  found: readonly Problem[]
}

export const swing = defineCheck<Memory>({
  id: 'swing',
  title: 'Hinge swing',
  rests: 'all',
  why: 'A lid that meets something before it is open strains its hinge and bruises the wood.',
  memory: () => ({ from: [], found: [] }),
  *find(model, kernel, memory) {
    const { hardware, instances } = model.resolved
    const from = [
      ...hardware.map((h) => h.hardware),
      ...hardware.flatMap((h) => [h.limit, h.back]),
      ...instances.flatMap((i) => [i, model.recipe(i)]),
    ]
    if (from.length === memory.from.length && from.every((x, n) => x === memory.from[n])) return memory.found
    const found: Problem[] = []
    for (const h of model.project.hardware) {
      if (h.kind !== 'hinge') continue
      const { limit = null, back = null } = model.resolved.hardware.find((x) => x.id === h.id) ?? {}
      if (limit === null) continue
      if (Math.max(Math.abs(limit), Math.abs(back ?? 0)) > FURTHEST)
        found.push({
          id: `turn:${h.id}`,
          level: 'look',
          piece: h.on,
          says: `${h.name} is to open ${formatNumber(limit)}°; it is looked at once round`,
        })
      const swing = yield* swingSteps(model, h, kernel)
      if (!swing?.moved || !swing.met || swing.angle === null) continue
      const most = swing.angle * limit < 0 ? (back ?? 0) : limit
      const at = formatNumber(Math.round(Math.abs(swing.angle) * 10) / 10)
      const says =
        `${swing.moved.name} meets ${swing.met.name} at ${at}°, before the ` +
        `${formatNumber(Math.abs(most))}° of ${h.name}`
      found.push({
        id: `swing:${h.id}`,
        level: 'stop',
        piece: swing.moved.piece,
        says,
        at: [swing.moved, swing.met].map((i) => ({ instance: i.key })),
      })
    }
    Object.assign(memory, { from, found })
    return found
  },
})
