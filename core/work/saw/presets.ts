import { shareOf, sidePressed, usual, type Fresh } from '../fresh'
import { waysOf } from '../onface'
import { area, lying, ring } from '../icon'
import type { Preset } from '../preset'

/** On the side that was pressed, no longer than half of it and no deeper than leaves the wood sound. */
function sized(on: Fresh, [inches, mm]: readonly [number, number], deep: readonly [number, number]) {
  const side = sidePressed(on)
  const { along, across } = waysOf(on.face)
  const [run, into] = side === 'low' || side === 'high' ? [along, across] : [across, along]
  return {
    options: { side, from: 'centre' },
    fields: {
      length: usual(on, inches, mm, shareOf(on, run, 1 / 2)),
      // No arc is higher than half as long as it is.
      rise: usual(on, ...deep, least(shareOf(on, into, 1 / 3), shareOf(on, run, 1 / 6))),
    },
  }
}

const least = (a: number | null, b: number | null) => (a === null || b === null ? null : Math.min(a, b))

export const presets: readonly Preset[] = [
  {
    id: 'arch',
    name: 'Arch',
    line: 'An arch, crown or corner off a side',
    drawer: 'shape',
    under: 'Form',
    key: 's',
    picture: { wood: [lying], red: [area(...ring([13, 0, 10], 8, 'z', [0, 180]))] },
    starts: (on) => {
      const { fields, options } = sized(on, [6, 150], [1, 25])
      return { fields, options: { ...options, shape: 'arch' } }
    },
  },
  {
    id: 'notch',
    name: 'Notch',
    line: 'A square cut-out from a side',
    drawer: 'cut',
    likely: ['edge'],
    picture: { wood: [lying], red: [area([8, 0, 10], [18, 0, 10], [18, 7, 10], [8, 7, 10])] },
    starts: (on) => {
      const { fields, options } = sized(on, [2, 50], [3 / 4, 20])
      return { fields, options: { ...options, shape: 'notch' } }
    },
  },
]
