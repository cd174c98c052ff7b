/** What lies in a plane, less something. */
import type { CrossSection, ManifoldToplevel } from 'manifold-3d'
import type { Vec2 } from '../work'

export type Loops = ReadonlyArray<readonly Vec2[]>

/**
 * What lies within some loops and in none of the others, whichever way they run; of loops that lie within
 * each other, every second one holds nothing. Loops again: those round what is left run anticlockwise, those
 * round holes in it clockwise.
 */
export function flatLess(wasm: ManifoldToplevel, from: Loops, less: readonly Loops[]): Vec2[][] {
  const made: CrossSection[] = []
  const hold = (c: CrossSection): CrossSection => (made.push(c), c)
  const section = (loops: Loops) =>
    hold(
      new wasm.CrossSection(
        loops.map((l) => l.map(([u, v]): [number, number] => [u, v])),
        'EvenOdd',
      ),
    )
  try {
    const whole = section(from)
    const left =
      less.length === 0 ? whole : hold(whole.subtract(hold(wasm.CrossSection.union(less.map(section)))))
    return left.toPolygons().map((loop) => loop.map(([u, v]): Vec2 => [u, v]))
  } finally {
    for (const c of made) c.delete()
  }
}
