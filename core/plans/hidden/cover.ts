/** Stretches of a line between 0 and 1, each known once, kept in order and apart; nothing is allocated. */
export class Cover {
  private from = new Float64Array(64)
  private to = new Float64Array(64)
  private count = 0

  /** Stretches no further apart than this are one. */
  constructor(private readonly apart: number) {}

  clear(): void {
    this.count = 0
  }

  get size(): number {
    return this.count
  }

  start = (n: number): number => this.from[n]!
  end = (n: number): number => this.to[n]!

  /** Whether all from 0 to 1 is covered. */
  get full(): boolean {
    return this.count === 1 && this.from[0]! <= 0 && this.to[0]! >= 1
  }

  /** Whether a stretch lies within one that is known. */
  holds(a: number, b: number): boolean {
    for (let n = 0; n < this.count; n++) if (this.from[n]! <= a && this.to[n]! >= b) return true
    return false
  }

  add(a: number, b: number): void {
    let low = 0
    while (low < this.count && this.to[low]! + this.apart < a) low++
    let high = low
    let [start, end] = [a, b]
    while (high < this.count && this.from[high]! <= b + this.apart) {
      start = Math.min(start, this.from[high]!)
      end = Math.max(end, this.to[high]!)
      high++
    }
    if (this.count + 1 > this.from.length) this.grow()
    this.from.copyWithin(low + 1, high, this.count)
    this.to.copyWithin(low + 1, high, this.count)
    this.from[low] = start
    this.to[low] = end
    this.count += 1 - (high - low)
  }

  private grow(): void {
    const [from, to] = [this.from, this.to]
    this.from = new Float64Array(2 * from.length)
    this.to = new Float64Array(2 * to.length)
    this.from.set(from)
    this.to.set(to)
  }
}
