/**
 * A board while it is cut up. It is a set of free rectangles, each of which may still be cut in certain ways;
 * laying a piece takes one of them apart by through cuts. So whatever is laid can be sawn.
 */
import type { Cut, Demand, Job, Placement, Rect, Supply } from './job'
import { roomOf } from './room'

/** A rip runs along the board's length, a crosscut across it. */
export type Direction = 'rip' | 'crosscut'
const OTHER: Readonly<Record<Direction, Direction>> = { rip: 'crosscut', crosscut: 'rip' }

export interface Free extends Rect {
  /** The direction of the present stage; null while either may be chosen. */
  readonly next: Direction | null
  /** How many stages are left, this one included. */
  readonly stages: number
}

const EPS = 1e-6

/** How one piece could be laid: in which free rectangle, which way, cut in which order. */
export interface Option {
  readonly free: Free
  readonly x: number
  readonly y: number
  readonly length: number
  readonly width: number
  readonly turned: boolean
  readonly first: Direction
  /** Smaller is better, by the rule in force. */
  readonly score: number
}

export type Rule = 'short side' | 'long side' | 'area' | 'corner'

export class Sawing {
  readonly placements: Placement[] = []
  readonly cuts: Array<Omit<Cut, 'order'>> = []
  free: Free[]

  constructor(
    readonly supply: Supply,
    private readonly job: Job,
  ) {
    const stages = job.kind === 'boards' ? (job.stages ?? 3) : (job.stages ?? Infinity)
    this.free = [{ ...roomOf(job, supply), next: job.firstCut, stages }]
  }

  /** The best way to lay one piece here, or null. */
  best(d: Demand, rule: Rule, split: 'long' | 'short'): Option | null {
    let best: Option | null = null
    // On stock with a grain nothing is turned, whatever the piece would bear.
    const mayTurn = d.mayTurn && !this.supply.grain
    for (const free of this.free)
      for (const turned of mayTurn && d.length !== d.width ? [false, true] : [false]) {
        const [length, width] = turned ? [d.width, d.length] : [d.length, d.width]
        if (length > free.length + EPS || width > free.width + EPS) continue
        for (const [x, y] of this.corners(free, length, width))
          for (const first of directions(free, x, y, length, width)) {
            const score = scoreOf(free, x, y, length, width, first, rule, split)
            if (!best || score < best.score - EPS) best = { free, x, y, length, width, turned, first, score }
          }
      }
    return best
  }

  /** Whether anything at least so long and so wide could still be laid, whichever way. */
  takes(shortest: number): boolean {
    return this.free.some((f) => f.length >= shortest - EPS && f.width >= shortest - EPS)
  }

  /**
   * Where in a free rectangle a piece may lie so that no defect is in it: its near corner, or just beyond a
   * defect.
   */
  private corners(free: Free, length: number, width: number): Array<[number, number]> {
    const near = this.supply.defects.filter((d) => meets(d, free))
    if (near.length === 0) return [[free.x, free.y]]
    const xs = [free.x, ...near.map((d) => Math.max(free.x + this.job.kerf, d.x + d.length))]
    const ys = [free.y, ...near.map((d) => Math.max(free.y + this.job.kerf, d.y + d.width))]
    return xs
      .flatMap((x) => ys.map((y): [number, number] => [x, y]))
      .filter(([x, y]) => {
        if (x + length > free.x + free.length + EPS || y + width > free.y + free.width + EPS) return false
        return !near.some((d) => meets(d, { x, y, length, width }))
      })
  }

  lay(d: Demand, copy: number, o: Option): void {
    this.free.splice(this.free.indexOf(o.free), 1)
    // All cuts of one direction before any of the other, so that they share a stage.
    let rest = o.free
    for (const direction of [o.first, OTHER[o.first]]) {
      rest = this.part(rest, direction, o.x, o.y, true)
      rest = this.part(rest, direction, o.x + o.length, o.y + o.width, false)
    }
    this.placements.push({
      demand: d.id,
      copy,
      x: o.x,
      y: o.y,
      length: o.length,
      width: o.width,
      turned: o.turned,
      angle: o.turned ? 90 : 0,
    })
  }

  /**
   * Cuts `free` in one direction. `keepFar`: a waste strip before the piece, ending where the piece starts;
   * otherwise the piece ends here and what lies beyond the kerf is free. Gives the part that holds the piece.
   */
  private part(free: Free, direction: Direction, x: number, y: number, keepFar: boolean): Free {
    const rip = direction === 'rip'
    const [start, size, at] = rip ? [free.y, free.width, y] : [free.x, free.length, x]
    const needed = keepFar ? at > start + EPS : at < start + size - EPS
    if (!needed) return free
    const stages = free.next === null || free.next === direction ? free.stages : free.stages - 1
    const same = { next: Number.isFinite(stages) ? direction : null, stages }
    const kerf = this.job.kerf
    const beyond = keepFar ? at : Math.min(at + kerf, start + size)
    this.cuts.push(this.line(free, direction, beyond))
    const low = rip
      ? { ...free, ...same, width: (keepFar ? at - kerf : at) - start }
      : { ...free, ...same, length: (keepFar ? at - kerf : at) - start }
    const high = rip
      ? { ...free, ...same, y: beyond, width: start + size - beyond }
      : { ...free, ...same, x: beyond, length: start + size - beyond }
    const [kept, other] = keepFar ? [high, low] : [low, high]
    if (other.length > EPS && other.width > EPS) this.free.push(other)
    return kept
  }

  /** A cut right through a rectangle, run out to the board's edge where only the trim is in between. */
  private line(free: Free, direction: Direction, at: number): Omit<Cut, 'order'> {
    const room = roomOf(this.job, this.supply)
    const out = (low: number, high: number, whole: number, trim: number) =>
      [low <= trim + EPS ? 0 : low, high >= whole - trim - EPS ? whole : high] as const
    if (direction === 'rip') {
      const [a, b] = out(free.x, free.x + free.length, this.supply.length, room.x)
      return { from: [a, at], to: [b, at] }
    }
    const [a, b] = out(free.y, free.y + free.width, this.supply.width, room.y)
    return { from: [at, a], to: [at, b] }
  }
}

/** The orders of cutting that the stages left allow. */
function directions(free: Free, x: number, y: number, length: number, width: number): Direction[] {
  const needs = {
    rip: y > free.y + EPS || y + width < free.y + free.width - EPS,
    crosscut: x > free.x + EPS || x + length < free.x + free.length - EPS,
  }
  const ways = (first: Direction): boolean => {
    let { next, stages } = free
    for (const d of [first, OTHER[first]]) {
      if (!needs[d]) continue
      if (next !== null && next !== d) stages--
      next = d
    }
    return stages >= 1
  }
  const both = (['rip', 'crosscut'] as const).filter(ways)
  return both.length === 2 && !(needs.rip && needs.crosscut) ? both.slice(0, 1) : both
}

function scoreOf(
  free: Free,
  x: number,
  y: number,
  length: number,
  width: number,
  first: Direction,
  rule: Rule,
  split: 'long' | 'short',
): number {
  const dx = free.length - length
  const dy = free.width - width
  const fit = {
    'short side': Math.min(dx, dy),
    'long side': Math.max(dx, dy),
    area: (free.length * free.width - length * width) / 100,
    corner: free.x + free.y,
  }[rule]
  // Ripping first leaves a full-length strip beside the piece; crosscutting first leaves a full-width end.
  const longer = dx > dy ? 'crosscut' : 'rip'
  const tie = (split === 'long') === (first === longer) ? 0 : 1e-3
  return fit + (x - free.x) + (y - free.y) + tie
}

const meets = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.length - EPS &&
  b.x < a.x + a.length - EPS &&
  a.y < b.y + b.width - EPS &&
  b.y < a.y + a.width - EPS
