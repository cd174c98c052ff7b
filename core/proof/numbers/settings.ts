/** Settings and stock that measure less than nothing, or what nobody would want. */
import { SETTING_MEASURES, type SettingMeasure } from '../../document'
import type { Mm } from '../../measure'
import type { Problem } from '../../resolve'
import { defineQuick } from '../check'
import { sayer } from '../wood'

const NAMED: Readonly<Record<SettingMeasure, string>> = {
  fit: 'fit',
  kerf: 'kerf',
  trim: 'trim of ends',
  edgeTrim: 'trim of edges',
  planing: 'planing allowance',
  extraLength: 'rough length over finished',
  extraWidth: 'rough width over finished',
}

/** More than that no joint is pressed together by. */
export const MOST_PRESSED: Mm = 0.4

/** The least that is of any use, beside nothing at all, and the most that anybody would want. Millimetres. */
const USUAL: Readonly<Record<SettingMeasure, readonly [Mm, Mm]>> = {
  fit: [0, 2],
  kerf: [0.5, 10],
  trim: [0.5, 150],
  edgeTrim: [0.5, 50],
  planing: [0.2, 25],
  extraLength: [1, 300],
  extraWidth: [0.5, 100],
}

/** Whether a fit for all joints is told here. */
export const isOddFit = (fit: Mm): boolean => fit < -MOST_PRESSED || fit > USUAL.fit[1]

export const settings = defineQuick({
  id: 'settings',
  title: 'Unusual settings',
  why: 'What is less than nothing makes layouts and joints come out wrong.',
  look(model) {
    const { resolved } = model
    const say = sayer(model)
    const found: Problem[] = []
    for (const s of resolved.stocks.values())
      if (s.thickness !== null && s.thickness <= 0)
        found.push({
          id: `thin:${s.id}`,
          level: 'stop',
          stock: s.id,
          says: `${s.stock.name} has no thickness`,
        })
    for (const name of SETTING_MEASURES) {
      const mm = resolved.settings[name]
      const told = (level: Problem['level'], says: string, advice?: string) =>
        found.push({ id: `setting:${name}`, level, says, ...(advice && { advice }) })
      // A negative fit is a press fit.
      if (name !== 'fit' && mm < 0) told('stop', `The ${NAMED[name]} is less than nothing`)
      else if (name === 'fit' && mm < -MOST_PRESSED)
        told(
          'stop',
          `The project’s fit is ${say(mm)}: every joint without a fit of its own is too tight by that much`,
          'A press fit is a tenth of a millimetre or two; leave more, or none at all.',
        )
      else if (mm > USUAL[name][1] || (mm > 0 && mm < USUAL[name][0]))
        told(
          'look',
          `The ${NAMED[name]} is ${say(mm)}; from ${say(USUAL[name][0])} to ${say(USUAL[name][1])} is usual`,
          'Write the unit after the figure, where it was meant in the other one.',
        )
    }
    return found
  },
})
