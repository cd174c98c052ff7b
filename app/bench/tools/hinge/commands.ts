import { block, ring, area, way } from '../../../../core/work'
import { leaveTool, useBench } from '../../asks'
import { chosenPiece } from '../chosen'
import type { BenchCommand } from '../tool'

export const HINGE: BenchCommand = {
  id: 'hinge',
  says: 'Hinge the chosen piece',
  keys: [],
  writes: true,
  needs: 'Choose the piece that swings first',
  can: () => chosenPiece() !== null,
  entry: {
    drawer: 'join',
    name: 'Hinge',
    line: 'An edge or hole on which pieces swing',
    picture: {
      wood: [block([0, 6, 0], [12, 4, 18])],
      red: [area([13, 6, 0], [24, 0, 0], [24, 0, 18], [13, 6, 18]), area(...ring([12.5, 6, 9], 1.6, 'y'))],
      lines: [way([12.5, 6, 0], [12.5, 6, 18])],
    },
  },
  act: () => {
    leaveTool()
    useBench.setState({ opening: 'hinge', drawer: 'right' })
  },
}
