/** A cache that forgets what was not asked for longest, but never what is in use. */
export class Recent<V> {
  private readonly kept = new Map<string, V>()

  constructor(private readonly most: number) {}

  has = (key: string): boolean => this.kept.has(key)
  get = (key: string): V | undefined => this.kept.get(key)
  get size(): number {
    return this.kept.size
  }

  /**
   * Puts values in, and marks all that is in use as asked for now; what is beyond the bound goes, oldest
   * first.
   */
  put(values: ReadonlyArray<readonly [string, V]>, inUse: Iterable<string>): void {
    for (const [key, value] of values) {
      this.kept.delete(key)
      this.kept.set(key, value)
    }
    const used = new Set(inUse)
    for (const key of used) {
      const value = this.kept.get(key)
      if (value === undefined) continue
      this.kept.delete(key)
      this.kept.set(key, value)
    }
    for (const key of this.kept.keys()) {
      if (this.kept.size <= this.most) break
      if (!used.has(key)) this.kept.delete(key)
    }
  }
}
