/** Settings and stock that measure less than nothing. */
import type { Problem } from '../resolve'
import { defineQuick } from './check'

export const settings = defineQuick({
  id: 'settings',
  title: 'settings and stock of no size',
  why: 'What is less than nothing makes layouts and joints come out wrong.',
  look({ resolved }) {
    const found: Problem[] = []
    for (const s of resolved.stocks.values())
      if (s.thickness !== null && s.thickness <= 0)
        found.push({
          id: `thin:${s.id}`,
          level: 'stop',
          stock: s.id,
          says: `${s.stock.name} has no thickness`,
        })
    for (const name of ['kerf', 'trim', 'extraLength', 'extraWidth'] as const)
      if (resolved.settings[name] < 0)
        found.push({ id: `setting:${name}`, level: 'stop', says: `The ${name} is less than nothing` })
    return found
  },
})
