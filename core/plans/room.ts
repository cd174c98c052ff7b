/** Which of a sheet is taken, in squares of a millimetre, so that what comes later finds room. */
import { boundsOf, type Bounds, type Mark } from './sheet'

const CELL = 1
/** So many places across the room are tried for the largest that is free. */
const LOOKS = 64

export class Room {
  private readonly wide: number
  private readonly high: number
  private readonly taken: Uint8Array
  /** How many squares are taken above and to the left of each; null until it is asked for. */
  private sums: Uint32Array | null = null

  constructor(private readonly area: Bounds) {
    this.wide = Math.floor((area.x2 - area.x1) / CELL)
    this.high = Math.floor((area.y2 - area.y1) / CELL)
    this.taken = new Uint8Array(this.wide * this.high)
  }

  copy(): Room {
    const other = new Room(this.area)
    other.taken.set(this.taken)
    return other
  }

  private cells({ x1, y1, x2, y2 }: Bounds) {
    const { area } = this
    return {
      left: Math.max(0, Math.floor((x1 - area.x1) / CELL)),
      right: Math.min(this.wide - 1, Math.floor((x2 - area.x1) / CELL)),
      top: Math.max(0, Math.floor((y1 - area.y1) / CELL)),
      bottom: Math.min(this.high - 1, Math.floor((y2 - area.y1) / CELL)),
    }
  }

  take(b: Bounds): void {
    const { left, right, top, bottom } = this.cells(b)
    for (let y = top; y <= bottom; y++) this.taken.fill(1, y * this.wide + left, y * this.wide + right + 1)
    this.sums = null
  }

  /** Takes what marks are drawn on. */
  draw(marks: readonly Mark[]): void {
    for (const m of marks) {
      if (m.kind === 'text') this.take(boundsOf(m))
      else if (m.kind === 'line') this.stroke(m.x1, m.y1, m.x2, m.y2)
      else if (m.kind === 'path')
        m.corners.forEach((a, k) => {
          const b = m.corners[k + 1] ?? (m.closed ? m.corners[0]! : a)
          this.stroke(a.x, a.y, b.x, b.y)
        })
      else {
        const steps = Math.max(2, Math.ceil((m.r * Math.abs(m.to - m.from)) / 57))
        for (let k = 0; k <= steps; k++) {
          const t = ((m.from + ((m.to - m.from) * k) / steps) * Math.PI) / 180
          this.dot(m.x + m.r * Math.cos(t), m.y - m.r * Math.sin(t))
        }
      }
    }
    this.sums = null
  }

  private stroke(x1: number, y1: number, x2: number, y2: number): void {
    const steps = stepsOn(x1, y1, x2, y2)
    for (let k = 0; k <= steps; k++) this.dot(x1 + ((x2 - x1) * k) / steps, y1 + ((y2 - y1) * k) / steps)
  }

  private dot(x: number, y: number): void {
    const at = this.cellAt(x, y)
    if (at >= 0) this.taken[at] = 1
  }

  /** The number of the square that a place is in; below nought off the room. */
  private cellAt(x: number, y: number): number {
    const [c, r] = [Math.floor((x - this.area.x1) / CELL), Math.floor((y - this.area.y1) / CELL)]
    return c >= 0 && r >= 0 && c < this.wide && r < this.high ? r * this.wide + c : -1
  }

  isTaken(x: number, y: number): boolean {
    const at = this.cellAt(x, y)
    return at >= 0 && this.taken[at] === 1
  }

  /** How much of a line is taken, as places on it half a square apart; no more than `enough` are counted. */
  crossed(x1: number, y1: number, x2: number, y2: number, enough = Infinity): number {
    let n = 0
    const steps = stepsOn(x1, y1, x2, y2)
    for (let k = 0; k <= steps && n < enough; k++)
      if (this.isTaken(x1 + ((x2 - x1) * k) / steps, y1 + ((y2 - y1) * k) / steps)) n++
    return n
  }

  /** Whether nothing of a rectangle is taken, and none of it lies off the room. */
  free(b: Bounds): boolean {
    const { area } = this
    if (b.x1 < area.x1 || b.y1 < area.y1 || b.x2 > area.x2 || b.y2 > area.y2) return false
    const { left, right, top, bottom } = this.cells(b)
    const sums = this.summed()
    const w = this.wide + 1
    return (
      sums[(bottom + 1) * w + right + 1]! -
        sums[top * w + right + 1]! -
        sums[(bottom + 1) * w + left]! +
        sums[top * w + left]! ===
      0
    )
  }

  private summed(): Uint32Array {
    if (this.sums) return this.sums
    const w = this.wide + 1
    const sums = new Uint32Array(w * (this.high + 1))
    for (let y = 0; y < this.high; y++) {
      let row = 0
      for (let x = 0; x < this.wide; x++) {
        row += this.taken[y * this.wide + x]!
        sums[(y + 1) * w + x + 1] = sums[y * w + x + 1]! + row
      }
    }
    return (this.sums = sums)
  }

  /** A place for something so large, as low as can be; null where there is none. */
  spot(wide: number, high: number): Bounds | null {
    const { x1, y1, x2, y2 } = this.area
    for (let y = y2 - high; y >= y1; y -= 2 * CELL)
      for (let x = x1; x + wide <= x2; x += 2 * CELL) {
        const box = { x1: x, y1: y, x2: x + wide, y2: y + high }
        if (this.free(box)) return box
      }
    return null
  }

  /** The largest free rectangle of about such a shape, wide by high; null where none is so large at all. */
  largest(shape: number, least: number): Bounds | null {
    const { x1, y1, x2, y2 } = this.area
    const step = (x2 - x1) / LOOKS
    let best: Bounds | null = null
    let size = least
    for (let y = y1; y + size <= y2; y += step)
      for (let x = x1; x + size * shape <= x2; x += step) {
        let high = size
        while (this.free({ x1: x, y1: y, x2: x + (high + 4) * shape, y2: y + high + 4 })) high += 4
        if (high > size || (!best && this.free({ x1: x, y1: y, x2: x + high * shape, y2: y + high }))) {
          size = high
          best = { x1: x, y1: y, x2: x + high * shape, y2: y + high }
        }
      }
    return best
  }
}

/** So many steps of half a square make a line. */
const stepsOn = (x1: number, y1: number, x2: number, y2: number): number =>
  Math.max(1, Math.ceil(Math.hypot(x2 - x1, y2 - y1) / (CELL / 2)))
