/** The drawers of the rail, each by its word and a sign. */
import { area, arrow, block, lying, ring, way, type DrawerId, type Icon } from '../../../../core/work'

export interface Drawer {
  readonly id: DrawerId
  readonly word: string
  readonly picture: Icon
}

export const DRAWERS: readonly Drawer[] = [
  {
    id: 'boards',
    word: 'Boards',
    picture: { wood: [block([0, 0, 1], [26, 14, 4])], red: [block([2, 0, 10], [26, 14, 4])] },
  },
  {
    id: 'ready',
    word: 'Ready-mades',
    picture: {
      wood: [block([3, 0, 0], [20, 9, 22]), area([5, 0, 2], [21, 0, 2], [21, 0, 20], [5, 0, 20])],
      red: [],
      lines: [way([5, 0, 8], [21, 0, 8]), way([5, 0, 14], [21, 0, 14])],
    },
  },
  {
    id: 'arrange',
    word: 'Arrange',
    picture: {
      wood: [block([0, 3, 1], [4, 8, 12]), block([24, 3, 1], [4, 8, 12])],
      red: [block([12, 3, 1], [4, 8, 12])],
      lines: [arrow([14, 3, 20], [4, 3, 20]), arrow([14, 3, 20], [26, 3, 20])],
    },
  },
  {
    id: 'join',
    word: 'Join',
    picture: {
      wood: [
        area([0, 3, 3], [16, 3, 3], [12, 3, 9], [16, 3, 9], [16, 3, 17], [12, 3, 17], [0, 3, 17]),
        area([20, 3, 3], [32, 3, 3], [32, 3, 17], [20, 3, 17]),
      ],
      red: [area([20, 3, 6.5], [13, 3, 4.5], [13, 3, 15.5], [20, 3, 13.5])],
    },
  },
  { id: 'cut', word: 'Cut', picture: { wood: [lying], red: [block([10, 0, 6], [6, 16, 4])] } },
  {
    id: 'drill',
    word: 'Drill',
    picture: {
      wood: [lying],
      red: [
        area(...ring([13, 8, 10], 4)),
        area([11, 8, 11], [15, 8, 11], [15, 8, 23], [11, 8, 23]),
        way([11, 8, 13], [15, 8, 15]),
        way([11, 8, 17], [15, 8, 19]),
      ],
    },
  },
  {
    id: 'shape',
    word: 'Shape',
    picture: {
      wood: [block([0, 3, 2], [26, 3, 17])],
      red: [area([0, 3, 2], ...ring([13, 3, 2], 10, 'y', [180, 0]), [26, 3, 2])],
    },
  },
  {
    id: 'look',
    word: 'Look',
    picture: {
      wood: [area(...ring([15, 3, 4], 14, 'y', [30, 150]), ...ring([15, 3, 18], 14, 'y', [210, 330]))],
      red: [area(...ring([15, 3, 11], 4, 'y'))],
    },
  },
]
