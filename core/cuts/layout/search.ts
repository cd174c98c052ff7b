/**
 * Looks for a good layout, and then for better ones until told to stop. Each round lays all pieces greedily,
 * in some order and by some rules drawn from a seeded stream. How long it looks is counted in pieces laid and
 * not by a clock, so the same job has the same answer on a slow machine and a fast one.
 */
import type { Answer, Demand, Job, LaidBoard, Rect, Supply } from './job'
import { roomOf } from './room'
import { Sawing, type Rule } from './sawing'
import { verify } from './verify'

interface Item {
  readonly demand: Demand
  readonly copy: number
}

interface Plan {
  readonly boards: readonly Sawing[]
  readonly unplaced: ReadonlyMap<string, number>
  /** Fewer pieces left over, then less cost, less waste, larger offcuts. */
  readonly rank: readonly number[]
}

/** What a job's seconds stand for: so many pieces are laid in one, in as many rounds as that takes. */
const PIECES_A_SECOND = 20_000
/** Rounds without a better layout, and the share of all rounds, after which none is waited for. */
const STALE = 400
const STALE_SHARE = 1 / 4
/** The same once none can cost less: only its offcuts and cuts may still get better. */
const STALE_PROVEN = 60

/** More open boards than this are not looked at for a piece. */
const MOST_OPEN = 60

const RULES: readonly Rule[] = ['short side', 'long side', 'area', 'corner']

export class LayoutSearch {
  private readonly items: readonly Item[]
  /** No layout of all pieces needs fewer boards. */
  private readonly bound: number
  private readonly cheapest: number
  private readonly random: () => number
  private best: Plan | null = null
  /** Rounds tried, and rounds since the last better one. */
  rounds = 0
  private stale = 0
  /** How many rounds there are at most. */
  private readonly effort: number

  constructor(readonly job: Job) {
    this.items = job.demand.flatMap((demand) =>
      Array.from({ length: demand.quantity }, (_, copy) => ({ demand, copy })),
    )
    this.random = mulberry32(job.seed)
    this.bound = lowerBound(job)
    this.cheapest = Math.min(...job.supply.map(costOf))
    this.effort = Math.max(1, Math.ceil((job.seconds * PIECES_A_SECOND) / Math.max(1, this.items.length)))
  }

  /** Tries one more layout; true when it is the best so far. */
  round(): boolean {
    const n = this.rounds++
    const plan = this.improve(
      this.lay(this.ordered(n), RULES[n % RULES.length]!, n % 2 === 0 ? 'long' : 'short', n),
    )
    this.stale++
    if (this.best && compare(plan.rank, this.best.rank) >= 0) return false
    this.best = plan
    this.stale = 0
    return true
  }

  /** Nothing better can be hoped for, or is worth waiting for. */
  get done(): boolean {
    return this.share >= 1
  }

  /** How much of the search is done, 0 to 1. */
  get share(): number {
    if (this.rounds === 0) return 0
    const waited = this.proven ? STALE_PROVEN : Math.max(STALE, this.effort * STALE_SHARE)
    return this.items.length === 0 ? 1 : Math.min(1, Math.max(this.rounds / this.effort, this.stale / waited))
  }

  /** As few boards as any layout needs, all of the cheapest: none costs less. */
  private get proven(): boolean {
    if (!this.best || this.best.unplaced.size > 0) return false
    const { boards } = this.best
    return boards.length <= this.bound && boards.every((b) => costOf(b.supply) <= this.cheapest)
  }

  /**
   * The best layout so far. Throws when it does not stand up to its own checks, which would be our mistake.
   */
  answer(seconds: number): Answer {
    if (!this.best) this.round()
    const { boards, unplaced } = this.best!
    const used = boards.reduce((n, b) => n + b.placements.reduce((m, p) => m + p.length * p.width, 0), 0)
    const whole = boards.reduce((n, b) => n + b.supply.length * b.supply.width, 0)
    const answer: Answer = {
      boards: boards.map(laid),
      unplaced: this.unplaced().map(({ demand, quantity, why }) => ({ demand, quantity, why })),
      cost: boards.reduce((n, b) => n + (b.supply.price ?? 0), 0),
      wasteFraction: whole > 0 ? 1 - used / whole : 0,
      lowerBoundBoards: lowerBound(this.job, unplaced),
      seconds: Math.round(seconds * 1000) / 1000,
    }
    const faults = verify(this.job, answer)
    if (faults.length > 0) throw new Error(`The layout is not sound: ${faults.join('; ')}`)
    return answer
  }

  /** Large pieces first, by area, length, width or perimeter; later rounds shuffle a little. */
  private ordered(n: number): Item[] {
    const by = [
      (d: Demand) => d.length * d.width,
      (d: Demand) => d.length + d.width / 1000,
      (d: Demand) => d.width + d.length / 1000,
      (d: Demand) => d.length + d.width,
    ][Math.floor(n / RULES.length) % 4]!
    const blur = n < 16 ? 0 : 0.05 + 0.4 * this.random()
    return this.items
      .map((item) => [by(item.demand) * (1 + blur * (this.random() - 0.5)), item] as const)
      .sort((a, b) => b[0] - a[0])
      .map(([, item]) => item)
  }

  private lay(items: readonly Item[], rule: Rule, split: 'long' | 'short', n: number): Plan {
    const boards: Sawing[] = []
    // Boards that are looked at for the next piece: the last few that still have room for anything.
    let open: Sawing[] = []
    const shortest = Math.min(...this.job.demand.map((d) => Math.min(d.length, d.width)))
    const left = new Map(this.job.supply.map((s) => [s.id, s.quantity ?? Infinity]))
    const unplaced = new Map<string, number>()
    for (const { demand, copy } of items) {
      let home: { board: Sawing; option: NonNullable<ReturnType<Sawing['best']>> } | null = null
      for (const board of open) {
        const option = board.best(demand, rule, split)
        if (option && (!home || option.score < home.option.score)) home = { board, option }
      }
      if (!home) {
        home = this.open(demand, left, boards, rule, split, n)
        if (home) open = [...open.filter((b) => b.takes(shortest)), home.board].slice(-MOST_OPEN)
      }
      if (home) home.board.lay(demand, copy, home.option)
      else unplaced.set(demand.id, (unplaced.get(demand.id) ?? 0) + 1)
    }
    return plan(boards, unplaced)
  }

  /** Takes another board from the rack: single ones first, then by the round's habit. */
  private open(
    demand: Demand,
    left: Map<string, number>,
    boards: Sawing[],
    rule: Rule,
    split: 'long' | 'short',
    n: number,
  ) {
    const fits = this.job.supply.flatMap((s) => {
      if (left.get(s.id)! <= 0) return []
      const board = new Sawing(s, this.job)
      const option = board.best(demand, rule, split)
      return option ? [{ board, option }] : []
    })
    if (fits.length === 0) return null
    const finite = fits.filter((f) => f.board.supply.quantity !== null)
    const pool = finite.length > 0 && n % 3 !== 2 ? finite : fits
    const area = (f: { board: Sawing }) => f.board.supply.length * f.board.supply.width
    const habit = n % 5
    const chosen =
      habit === 4 || habit === 3
        ? pool[Math.floor(this.random() * pool.length)]!
        : pool.reduce((a, b) => ((habit === 0 ? area(b) < area(a) : area(b) > area(a)) ? b : a))
    left.set(chosen.board.supply.id, left.get(chosen.board.supply.id)! - 1)
    boards.push(chosen.board)
    return chosen
  }

  /** Lays each board's pieces on the cheapest board that still takes them all. */
  private improve(p: Plan): Plan {
    const left = new Map(this.job.supply.map((s) => [s.id, s.quantity ?? Infinity]))
    for (const b of p.boards) left.set(b.supply.id, left.get(b.supply.id)! - 1)
    const byId = new Map(this.job.demand.map((d) => [d.id, d]))
    const boards = p.boards.map((board) => {
      let now = board
      const pieces = [...board.placements].sort((a, b) => b.length * b.width - a.length * a.width)
      for (const s of this.job.supply) {
        if (left.get(s.id)! <= 0 || costOf(s) >= costOf(now.supply)) continue
        for (const rule of RULES) {
          const smaller = new Sawing(s, this.job)
          const fits = pieces.every((piece) => {
            const option = smaller.best(byId.get(piece.demand)!, rule, 'long')
            if (option) smaller.lay(byId.get(piece.demand)!, piece.copy, option)
            return option !== null
          })
          if (!fits) continue
          left.set(now.supply.id, left.get(now.supply.id)! + 1)
          left.set(s.id, left.get(s.id)! - 1)
          now = smaller
          break
        }
      }
      return now
    })
    return plan(boards, p.unplaced)
  }

  /** Every piece has its place in the best layout so far. */
  get placedAll(): boolean {
    return this.best?.unplaced.size === 0
  }

  /** What has no place in it. `known`: no board is large enough, whatever else is laid. */
  unplaced(): Array<Answer['unplaced'][number] & { readonly known: boolean }> {
    return [...(this.best?.unplaced ?? [])].map(([demand, quantity]) => ({
      demand,
      quantity,
      why: this.why(demand),
      known: this.job.supply.length > 0 && !this.fitsAny(demand),
    }))
  }

  private fitsAny(id: string): boolean {
    const d = this.job.demand.find((x) => x.id === id)!
    return this.job.supply.some((s) => {
      const room = roomOf(this.job, s)
      const fits = (l: number, w: number) => l <= room.length + 1e-6 && w <= room.width + 1e-6
      return fits(d.length, d.width) || (d.mayTurn && !s.grain && fits(d.width, d.length))
    })
  }

  private why(id: string): string {
    const { supply, demand } = this.job
    const d = demand.find((x) => x.id === id)!
    const room = (s: Supply) => [roomOf(this.job, s).length, roomOf(this.job, s).width] as const
    if (supply.length === 0) return 'there is nothing to cut it from'
    if (this.fitsAny(id)) return 'no board is left, or a defect is in the way'
    if (supply.every((s) => d.length > room(s)[0] + 1e-6)) return 'longer than any board'
    if (supply.every((s) => d.width > room(s)[1] + 1e-6)) return 'wider than any board'
    return 'no board is both long and wide enough'
  }
}

/** Price where there is one; without, a board costs its area, in square metres. */
export const costOf = (s: Supply): number => s.price ?? (s.length * s.width) / 1e6

function plan(boards: readonly Sawing[], unplaced: ReadonlyMap<string, number>): Plan {
  const left = [...unplaced.values()].reduce((a, b) => a + b, 0)
  const cost = boards.reduce((n, b) => n + costOf(b.supply), 0)
  const waste = boards.reduce((n, b) => n + b.supply.length * b.supply.width, 0)
  const offcut = Math.max(0, ...boards.flatMap((b) => b.free.map((f) => f.length * f.width)))
  const cuts = boards.reduce((n, b) => n + b.cuts.length, 0)
  return { boards, unplaced, rank: [left, round(cost), round(waste), -round(offcut), cuts] }
}

const round = (n: number) => Math.round(n * 1e6) / 1e6

function compare(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i]! - b[i]!
  return 0
}

function laid(board: Sawing): LaidBoard {
  const rect = ({ x, y, length, width }: Rect): Rect => ({ x, y, length, width })
  return {
    supply: board.supply.id,
    placements: board.placements,
    cuts: board.cuts.map((c, i) => ({ order: i + 1, ...c })),
    offcuts: board.free.map(rect).sort((a, b) => b.length * b.width - a.length * a.width),
  }
}

/**
 * No layout of what can be placed needs fewer boards: by area, and by length where no two pieces fit side by
 * side.
 */
export function lowerBound(job: Job, unplaced: ReadonlyMap<string, number> = new Map()): number {
  const rooms = job.supply.map((s) => roomOf(job, s))
  const largest = Math.max(0, ...rooms.map((r) => r.length * r.width))
  const longest = Math.max(0, ...rooms.map((r) => r.length))
  const widest = Math.max(0, ...rooms.map((r) => r.width))
  const turns = job.supply.some((s) => !s.grain)
  let area = 0
  let alone = 0
  for (const d of job.demand) {
    const n = d.quantity - (unplaced.get(d.id) ?? 0)
    area += n * d.length * d.width
    if (!(d.mayTurn && turns) && d.width * 2 > widest) alone += n * d.length
  }
  const least = area > 0 ? 1 : 0
  return Math.max(
    least,
    largest > 0 ? Math.ceil(area / largest - 1e-9) : 0,
    longest > 0 ? Math.ceil(alone / longest - 1e-9) : 0,
  )
}

/** A small seeded stream of numbers from 0 to 1 (the mulberry32 generator). */
export function mulberry32(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
