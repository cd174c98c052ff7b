/** How the wood is shown, and from where it is looked at. */
import { area, arrow, block, ring, way } from '../../../../core/work'
import { useOpen } from '../../../store/open'
import { sayRefusal } from '../../../ui/refusal'
import {
  lookFrom,
  openDialog,
  showAll,
  showAlone,
  toggleApart,
  toggleGrid,
  toggleHidden,
  toggleLocked,
  toggleSection,
  toggleSeeThrough,
  useBench,
  type ViewName,
} from '../../asks'
import { chosenIds } from '../../groups'
import { anyChosen } from '../chosen'
import type { BenchCommand } from '../tool'

export const VIEWS: ReadonlyArray<readonly [ViewName, string]> = [
  ['front', 'Front'],
  ['back', 'Back'],
  ['left', 'Left'],
  ['right', 'Right'],
  ['top', 'Top'],
  ['bottom', 'Bottom'],
  ['pictorial', 'Pictorial'],
]

function fillScreen(): void {
  const done = document.fullscreenElement
    ? document.exitFullscreen()
    : document.documentElement.requestFullscreen()
  void done.catch(() => sayRefusal('This browser does not allow full screen'))
}

const box = block([4, 2, 2], [18, 10, 14])

export const LOOK_COMMANDS: readonly BenchCommand[] = [
  {
    id: 'section',
    says: 'Section: cut the view open',
    keys: ['k'],
    entry: {
      drawer: 'look',
      name: 'Section',
      line: 'Cut the view open to see inside',
      picture: {
        wood: [area([2, 4, 1], [20, 4, 1], [28, 12, 1], [28, 12, 17], [20, 4, 17], [2, 4, 17])],
        red: [area([12, 2, -1], [22, 14, -1], [22, 14, 20], [12, 2, 20])],
      },
    },
    on: (b) => b.section !== null,
    act: () => toggleSection(),
  },
  {
    id: 'see-through',
    says: 'See through the pieces',
    keys: ['z'],
    entry: {
      drawer: 'look',
      name: 'See through',
      line: 'Clear wood: joints and holes show',
      picture: {
        wood: [box],
        red: [area(...ring([11, 2, 9], 3, 'y'))],
        lines: [way([11, 2, 12], [16, 12, 12]), way([11, 2, 6], [16, 12, 6])],
      },
    },
    on: (b) => b.seeThrough,
    act: () => toggleSeeThrough(),
  },
  {
    id: 'apart',
    says: 'Pull the pieces apart',
    keys: ['x'],
    entry: {
      drawer: 'look',
      name: 'Pull apart',
      line: 'Exploded view, along the joints',
      picture: {
        wood: [block([0, 3, 4], [6, 8, 12]), block([22, 3, 4], [6, 8, 12])],
        red: [],
        lines: [arrow([13, 3, 10], [7.5, 3, 10]), arrow([15, 3, 10], [20.5, 3, 10])],
      },
    },
    on: (b) => b.apart > 0,
    act: () => toggleApart(),
  },
  {
    id: 'marks',
    says: 'Show pieces in their mark colours',
    keys: ['c'],
    entry: {
      drawer: 'look',
      name: 'Mark colours',
      line: 'Each piece in the colour of its letter',
      picture: { wood: [box], red: [area([9, 2, 5], [17, 2, 5], [13, 2, 13])] },
    },
    on: (b) => b.byMark,
    act: () => useBench.setState((s) => ({ byMark: !s.byMark })),
  },
  {
    id: 'views',
    says: 'Saved views',
    keys: ['v'],
    entry: {
      drawer: 'look',
      name: 'Saved views',
      line: 'Save this view, or go back to one',
      picture: { wood: [box], red: [area([20, 2, 8], [26, 2, 8], [26, 2, 22], [23, 2, 18.5], [20, 2, 22])] },
    },
    act: () => openDialog('views'),
  },
  {
    id: 'picture',
    says: 'Save a picture of the bench',
    keys: ['shift+p'],
    entry: {
      drawer: 'look',
      name: 'Picture',
      line: 'The bench as an image file',
      picture: {
        wood: [block([7, 5, 5], [12, 5, 8])],
        red: [],
        lines: [area([1, 2, 1], [28, 2, 1], [28, 2, 22], [1, 2, 22])],
      },
    },
    act: () => openDialog('picture'),
  },
  {
    id: 'hide',
    says: 'Hide the chosen pieces, or show them again',
    keys: ['h'],
    can: anyChosen,
    act: () => toggleHidden(chosenIds(useOpen.getState().chosen)),
  },
  {
    id: 'alone',
    says: 'Show only the chosen pieces, or all again',
    keys: ['shift+h'],
    can: anyChosen,
    act: () => {
      const { chosen, project } = useOpen.getState()
      showAlone(
        chosenIds(chosen),
        project.pieces.map((p) => p.id),
      )
    },
  },
  { id: 'show-all', says: 'Show hidden pieces', keys: ['u'], act: () => showAll() },
  {
    id: 'lock',
    says: 'Lock the chosen pieces on the bench, or free them',
    keys: ['l'],
    can: anyChosen,
    act: () => toggleLocked(chosenIds(useOpen.getState().chosen)),
  },
  { id: 'grid', says: 'Grid on the floor', keys: ['shift+f'], on: (b) => b.grid, act: () => toggleGrid() },
  { id: 'full-screen', says: 'Full screen', keys: [], act: () => fillScreen() },
  { id: 'fit', says: 'Show all in the view', keys: ['f'], act: () => lookFrom('fit') },
  ...VIEWS.map(([name], n): BenchCommand => ({
    id: `view-${name}`,
    says: name === 'pictorial' ? 'Pictorial view' : `View from the ${name}`,
    keys: [String(n + 1)],
    on: (b) => b.view.name === name,
    act: () => lookFrom(name),
  })),
]
