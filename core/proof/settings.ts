/** Settings and stock that measure less than nothing. */
import { SETTING_MEASURES, type SettingMeasure } from '../document'
import type { Problem } from '../resolve'
import { defineQuick } from './check'

const NAMED: Readonly<Record<SettingMeasure, string>> = {
  fit: 'fit',
  kerf: 'kerf',
  trim: 'trim of ends',
  edgeTrim: 'trim of edges',
  planing: 'planing allowance',
  extraLength: 'rough length over finished',
  extraWidth: 'rough width over finished',
}

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
    for (const name of SETTING_MEASURES)
      // A negative fit is a press fit.
      if (name !== 'fit' && resolved.settings[name] < 0)
        found.push({ id: `setting:${name}`, level: 'stop', says: `The ${NAMED[name]} is less than nothing` })
    return found
  },
})
