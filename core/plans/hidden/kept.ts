/** Lines of views that were found before: most of a set stays as it is from one change to the next. */
import type { Shape } from '../../solid'
import { drawnOf, findingLines, type Drawn, type FoundLines, type Solid, type Wanted } from './lines'
import type { View } from './view'

/** So many stretches of lines are kept in all, of what was asked for last. */
const MOST = 1_500_000

const numbers = new WeakMap<Shape, number>()
let next = 0
/** A number for a shape, as long as that lives. */
function numberOf(shape: Shape): number {
  let n = numbers.get(shape)
  if (n === undefined) numbers.set(shape, (n = next++))
  return n
}

const keyOf = (solids: readonly Solid[], view: View, { hidden, arcs, ways }: Wanted): string =>
  [
    hidden,
    arcs,
    ways,
    view.right,
    view.toward,
    ...solids.map(({ shape, frame: { origin, x, y, z }, undrawn }) =>
      [numberOf(shape), origin, x, y, z, undrawn].join(),
    ),
  ].join(';')

export class LinesKept {
  private readonly kept = new Map<string, FoundLines>()
  private size = 0

  /** The one that was asked for last is the last one to go. */
  private put(key: string, found: FoundLines): void {
    const known = this.kept.delete(key)
    this.kept.set(key, found)
    if (!known) this.size += sizeOf(found)
    for (const [old, lines] of this.kept) {
      if (this.size <= MOST || old === key) break
      this.kept.delete(old)
      this.size -= sizeOf(lines)
    }
  }

  /** The lines of a view; yields now and then while they are found. */
  *finding(solids: readonly Solid[], view: View, options: Wanted): Generator<undefined, FoundLines> {
    const key = keyOf(solids, view, options)
    const found = this.kept.get(key) ?? (yield* findingLines(solids, view, options))
    this.put(key, found)
    return found
  }

  *drawing(solids: readonly Solid[], view: View, options: Wanted): Generator<undefined, Drawn> {
    return drawnOf(yield* this.finding(solids, view, options))
  }
}

const sizeOf = ({ visible, hidden, arcs }: FoundLines): number =>
  visible.all.length + hidden.all.length + arcs.visible.all.length + arcs.hidden.all.length
