/** What the maker is doing on the sheets: which tool is in use, and what is chosen. */
import { create } from 'zustand'
import {
  additionKey,
  change,
  freeId,
  type Addition,
  type Adjustment,
  type Project,
  type Spot,
} from '../../core/document'
import { spotAt, viewAt, type Item, type Sheet, type SpotOn } from '../../core/plans'
import { run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'

/** A place in a view: where it is on the paper, and what it holds on to. */
export interface Point {
  readonly view: string
  readonly spot: Spot
  readonly x: number
  readonly y: number
}

interface Handling {
  readonly tool: Addition['kind'] | null
  /** Its first point, where it takes two. */
  readonly first: Point | null
  /** A drawing, and a thing on it. */
  readonly chosen: { readonly sheet: string; readonly key: string } | null
  readonly line: 'upright' | 'level'
}
const NOTHING: Handling = { tool: null, first: null, chosen: null, line: 'upright' }
export const useHandling = create<Handling>(() => NOTHING)

export const take = (tool: Handling['tool']): void =>
  useHandling.setState({ tool, first: null, chosen: null })
export const setFirst = (first: Point | null): void => useHandling.setState({ first })
export const setLine = (line: Handling['line']): void => useHandling.setState({ line })
export const chooseThing = (chosen: Handling['chosen']): void => useHandling.setState({ chosen })

/** A press within so many millimetres of paper is on it. */
const SNAP = 2.5
/** And within so many of a line, on that. */
const LINED = 1.2
/** Further from a view than this, nothing is meant by a press. */
const NEAR = 6

/** The place of a view that is meant by one on the paper; null where no view is. */
export function pointAt(sheet: Sheet, x: number, y: number): Point | null {
  const view = viewAt(sheet, x, y, NEAR)
  const near = view && spotAt(sheet, view.key, x, y)
  if (!near) return null
  const at = (s: SpotOn, px: number, py: number): Point => ({
    view: view.key,
    spot: { of: s.of, n: s.n, off: [(px - s.x) / view.scale, (s.y - py) / view.scale] },
    x: px,
    y: py,
  })
  if (Math.hypot(near.x - x, near.y - y) <= SNAP) return at(near, near.x, near.y)
  // Beside a line, on it: lines run level and upright through the places they end at.
  const all = sheet.spots!.filter((s) => s.view === view.key)
  const [beside] = all
    .filter((s) => Math.abs(s.x - x) <= LINED)
    .sort((a, b) => Math.abs(a.x - x) - Math.abs(b.x - x))
  if (beside) return at(beside, beside.x, y)
  const [level] = all
    .filter((s) => Math.abs(s.y - y) <= LINED)
    .sort((a, b) => Math.abs(a.y - y) - Math.abs(b.y - y))
  return level ? at(level, x, level.y) : at(near, x, y)
}

const put = (addition: Addition): void => {
  if (sayRefusal(run(change.addToSheet(addition))))
    useHandling.setState({
      tool: null,
      first: null,
      chosen: { sheet: addition.sheet, key: additionKey(addition.id) },
    })
}

/** What a press with a tool does; of a detail `radius`: how far it was drawn out, millimetres of paper. */
export function press(sheet: Sheet, point: Point, radius = 8): void {
  const { tool, first, line } = useHandling.getState()
  const key = sheet.keys?.[0]
  if (!tool || key === undefined) return
  const { additions } = useOpen.getState().project
  const id = freeId(
    'n',
    additions.map((a) => a.id),
  )
  const on = { id, sheet: key, view: point.view }
  if (tool === 'note') put({ ...on, kind: 'note', says: 'Note', at: point.spot, text: 'Note' })
  else if (tool === 'section') put({ ...on, kind: 'section', says: 'Section', at: point.spot, line })
  else if (tool === 'detail') {
    const { scale } = sheet.views!.find((v) => v.key === point.view)!
    const wood = Math.max(0.5, radius / scale)
    put({ ...on, kind: 'detail', says: 'Detail', at: point.spot, radius: wood, times: 2 })
  } else if (!first || first.view !== point.view) setFirst(point)
  else {
    const [dx, dy] = [Math.abs(first.x - point.x), Math.abs(first.y - point.y)]
    const way = dx >= dy ? 'level' : 'upright'
    put({ ...on, kind: 'dimension', says: 'Dimension', between: [first.spot, point.spot], way })
  }
}

const named = ({ key, also }: Item): readonly string[] => [key, ...also]

/** What was done to a thing before, by whichever of its names. */
export const adjustmentOf = (
  { adjustments }: Project,
  { keys = [] }: Sheet,
  item: Item,
): Adjustment | undefined => adjustments.find((a) => keys.includes(a.sheet) && named(item).includes(a.of))

type Changes = Parameters<typeof change.adjust>[0]['changes']

/** Moves, hides or rewords a thing. */
export function adjust(sheet: Sheet, item: Item, changes: Changes): void {
  const { project } = useOpen.getState()
  const there = adjustmentOf(project, sheet, item)
  const of = there ?? { sheet: sheet.keys![0]!, of: item.key }
  sayRefusal(run(change.adjust({ sheet: of.sheet, of: of.of, says: item.says.slice(0, 300), changes })))
}

/** Hides a thing; takes away what was added. */
export function hide(sheet: Sheet, item: Item): void {
  if (item.fixed) sayRefusal('The main view cannot be hidden')
  else if (item.added) {
    if (sayRefusal(run(change.takeOffSheet({ ids: [item.added], says: item.says })))) chooseThing(null)
  } else adjust(sheet, item, { hidden: true })
}

export const moveBy = (sheet: Sheet, item: Item, [dx, dy]: readonly [number, number]): void =>
  adjust(sheet, item, { by: [rounded(item.by[0] + dx), rounded(item.by[1] + dy)] })
const rounded = (mm: number): number => Math.round(mm * 100) / 100
