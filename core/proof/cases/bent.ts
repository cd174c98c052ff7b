import { change, onFace } from '../../document'
import { board, single } from '../../testing/proving'

/** A quarter bend in a block as large as it needs. */
export const bentBy = (radius: number, thick: number, species: string) => {
  const reach = 50 + radius + thick / 2
  return single(
    board('s', 25, 200, { species }),
    'right-up',
    [0, reach],
    [0, reach],
    [0, 25],
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'bend',
        off: false,
        at: onFace('face'),
        fields: {
          thick: String(thick),
          first: '50',
          radius1: String(radius),
          angle1: '90deg',
          straight1: '50',
        },
        options: {},
      },
    }),
  )
}
