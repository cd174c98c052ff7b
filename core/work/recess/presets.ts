import { area, lying, ring } from '../icon'
import { usual } from '../fresh'
import { waysOf } from '../onface'
import type { Preset } from '../preset'

export const presets: readonly Preset[] = [
  {
    id: 'slot',
    name: 'Slot',
    line: 'A long hole with round ends',
    drawer: 'drill',
    picture: {
      wood: [lying],
      red: [area(...ring([7, 8, 10], 3, 'z', [90, 270]), ...ring([19, 8, 10], 3, 'z', [-90, 90]))],
    },
    starts: (on) => {
      // Narrower than it is long, on the narrowest end too.
      const { along, across } = waysOf(on.face)
      const width = usual(on, 1 / 2, 12, on.size && Math.min(on.size[across] / 2, on.size[along] / 4))
      return { fields: { width }, options: { shape: 'slot' } }
    },
  },
  {
    id: 'recess',
    name: 'Recess',
    line: 'A pocket with a flat floor',
    drawer: 'drill',
    key: 'p',
    likely: ['face'],
    picture: { wood: [lying], red: [area([7, 4, 10], [19, 4, 10], [19, 12, 10], [7, 12, 10])] },
  },
  {
    id: 'boss',
    name: 'Boss',
    line: 'What is drawn stands, all about it is sunk',
    drawer: 'drill',
    picture: {
      wood: [lying, area(...ring([13, 8, 10], 4, 'z'))],
      red: [],
      lines: [area([1, 1, 10], [25, 1, 10], [25, 15, 10], [1, 15, 10])],
    },
    starts: (on) => {
      const { along, across } = waysOf(on.face)
      const narrow = on.size && Math.min(on.size[along], on.size[across])
      return {
        fields: { length: usual(on, 2, 50, narrow && narrow / 2) },
        options: { shape: 'circle', sinks: 'outside' },
      }
    },
  },
]
