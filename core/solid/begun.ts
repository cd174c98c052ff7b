/**
 * Solids in the making that later recipes go on from: what was done up to a stage, and, where a stage differs
 * from the last one that began alike in a tool or two, all of it but those.
 */
import type { Manifold } from 'manifold-3d'
import { toolKey, type Tool } from '../work'
import { snap } from './recipe'

/** So many are kept. */
const MOST = 200
/** A stage with fewer tools is made whole as fast. */
const LEAST = 8

interface Begun {
  readonly solid: Manifold
  /** The faces of which tool are known by which id; tools by their place among all that it was made with. */
  readonly ids: ReadonlyMap<number, number>
}

export class Beginnings {
  private readonly kept = new Map<string, Begun>()
  /** The tools of the stage that was made last, by what it began from. */
  private readonly last = new Map<string, readonly string[]>()

  /** What is kept by that key; it is freed here, some time after it was last asked for. */
  get(key: string): Begun | undefined {
    const found = this.kept.get(key)
    if (found) {
      this.kept.delete(key)
      this.kept.set(key, found)
    }
    return found
  }

  keep(key: string, begun: Begun): void {
    this.kept.get(key)?.solid.delete()
    this.kept.delete(key)
    this.kept.set(key, begun)
    const [oldest] = this.kept
    if (this.kept.size <= MOST || !oldest) return
    oldest[1].solid.delete()
    this.kept.delete(oldest[0])
  }

  /** Frees them all. */
  clear(): void {
    for (const { solid } of this.kept.values()) solid.delete()
    this.kept.clear()
  }

  /**
   * Which tools of a stage, by their places in it, the last one that began with this key had too, and the key
   * of the solid without them; null unless those are nearly all. Taking away commutes, so that they can be
   * taken first.
   */
  alike(
    from: string,
    tools: readonly Tool[],
  ): { readonly at: readonly number[]; readonly key: string } | null {
    if (tools.length < LEAST) return null
    const keys = tools.map((t) => toolKey(t, snap))
    const before = new Set(this.last.get(from))
    this.last.delete(from)
    this.last.set(from, keys)
    if (this.last.size > MOST) this.last.delete(this.last.keys().next().value!)
    const at = keys.flatMap((t, n) => (before.has(t) ? [n] : []))
    return at.length < keys.length && at.length >= 0.75 * keys.length
      ? { at, key: `${from};with ${at.map((n) => keys[n]).join()}` }
      : null
  }
}
