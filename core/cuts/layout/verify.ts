/**
 * Checks an answer against its job without knowing how it was found: all inside, nothing overlaps, the kerf
 * is kept, grain and defects are respected, copies add up, and through cuts in the allowed stages really part
 * the pieces.
 */
import type { Answer, Job, LaidBoard, Rect, Supply } from './job'
import { roomOf } from './room'

const EPS = 1e-5

/** What is wrong with the answer, a sentence each; nothing when it is sound. */
export function verify(job: Job, answer: Answer): string[] {
  const faults: string[] = []
  const supply = new Map(job.supply.map((s) => [s.id, s]))
  const used = new Map<string, number>()
  const copies = new Map<string, Set<number>>()

  answer.boards.forEach((board, n) => {
    const s = supply.get(board.supply)
    if (!s) return void faults.push(`board ${n + 1} is of no supply`)
    used.set(s.id, (used.get(s.id) ?? 0) + 1)
    faults.push(...checkBoard(job, s, board).map((f) => `board ${n + 1}: ${f}`))
    for (const p of board.placements) {
      const seen = copies.get(p.demand) ?? new Set()
      if (seen.has(p.copy)) faults.push(`${p.demand} copy ${p.copy} is laid twice`)
      copies.set(p.demand, seen.add(p.copy))
    }
  })
  for (const s of job.supply)
    if (s.quantity !== null && (used.get(s.id) ?? 0) > s.quantity)
      faults.push(`more of ${s.id} is used than there is`)
  for (const d of job.demand) {
    const left = answer.unplaced.filter((u) => u.demand === d.id).reduce((n, u) => n + u.quantity, 0)
    if ((copies.get(d.id)?.size ?? 0) + left !== d.quantity)
      faults.push(`${d.id} does not add up to ${d.quantity}`)
  }
  return faults
}

function checkBoard(job: Job, s: Supply, board: LaidBoard): string[] {
  const faults: string[] = []
  const { kerf } = job
  const room = roomOf(job, s)
  const demands = new Map(job.demand.map((d) => [d.id, d]))
  for (const p of board.placements) {
    const d = demands.get(p.demand)
    if (!d) {
      faults.push(`${p.demand} was not asked for`)
      continue
    }
    const [l, w] = p.turned ? [d.width, d.length] : [d.length, d.width]
    if (Math.abs(p.length - l) > EPS || Math.abs(p.width - w) > EPS)
      faults.push(`${p.demand} has another size`)
    if (p.turned && (!d.mayTurn || s.grain)) faults.push(`${p.demand} is turned across the grain`)
    if (
      p.x < room.x - EPS ||
      p.y < room.y - EPS ||
      p.x + p.length > room.x + room.length + EPS ||
      p.y + p.width > room.y + room.width + EPS
    )
      faults.push(`${p.demand} is not inside`)
    if (s.defects.some((f) => apart(f, p) < -EPS)) faults.push(`${p.demand} has a defect in it`)
  }
  const all = [...board.placements].sort((a, b) => a.x - b.x)
  for (let i = 0; i < all.length; i++)
    // What starts a kerf beyond the end of this one, and all after it, is apart from it.
    for (let j = i + 1; j < all.length && all[j]!.x < all[i]!.x + all[i]!.length + kerf - EPS; j++)
      if (apart(all[i]!, all[j]!) < kerf - EPS)
        faults.push(`${all[i]!.demand} and ${all[j]!.demand} are closer than the kerf`)
  const stages = job.kind === 'boards' ? (job.stages ?? 3) : (job.stages ?? Infinity)
  if (faults.length === 0 && !sawable(all, room, kerf, job.firstCut, stages))
    faults.push('no order of through cuts parts the pieces')
  return faults
}

/** How far two rectangles are apart along the direction that parts them most; negative when they overlap. */
const apart = (a: Rect, b: Rect): number =>
  Math.max(a.x - b.x - b.length, b.x - a.x - a.length, a.y - b.y - b.width, b.y - a.y - a.width)

/**
 * Whether cuts right through `whole` and its parts, in turns of direction, leave every piece on its own and
 * to size.
 */
function sawable(
  pieces: readonly Rect[],
  whole: Rect,
  kerf: number,
  next: 'rip' | 'crosscut' | null,
  stages: number,
): boolean {
  if (pieces.length === 0) return true
  if (stages === Infinity && pieces.length === 1) return true
  for (const first of next ? [next] : (['rip', 'crosscut'] as const))
    if (sawableIn(pieces, whole, kerf, first, stages)) return true
  return false
}

function sawableIn(
  pieces: readonly Rect[],
  whole: Rect,
  kerf: number,
  direction: 'rip' | 'crosscut',
  stages: number,
): boolean {
  const low = (r: Rect) => (direction === 'rip' ? r.y : r.x)
  const size = (r: Rect) => (direction === 'rip' ? r.width : r.length)
  const one = pieces[0]!
  if (
    pieces.length === 1 &&
    [one.x - whole.x, one.y - whole.y, one.length - whole.length, one.width - whole.width].every(
      (d) => Math.abs(d) < EPS,
    )
  )
    return true
  if (stages < 1) return false
  const sorted = [...pieces].sort((a, b) => low(a) - low(b))
  const strips: Rect[][] = [[]]
  let reach = -Infinity
  for (const p of sorted) {
    if (reach !== -Infinity && low(p) >= reach + kerf - EPS) strips.push([])
    strips.at(-1)!.push(p)
    reach = Math.max(reach, low(p) + size(p))
  }
  const turned = direction === 'rip' ? 'crosscut' : 'rip'
  return strips.every((strip) => {
    const from = Math.min(...strip.map(low))
    const to = Math.max(...strip.map((p) => low(p) + size(p)))
    const part =
      direction === 'rip' ? { ...whole, y: from, width: to - from } : { ...whole, x: from, length: to - from }
    if (
      strips.length === 1 &&
      stages === Infinity &&
      Math.abs(size(part) - size(whole)) < EPS &&
      strip.length > 1
    ) {
      // Nothing was cut off this way, so the other way must part them.
      return canPart(strip, turned, kerf) && sawableIn(strip, part, kerf, turned, stages)
    }
    return sawableIn(strip, part, kerf, turned, stages - 1)
  })
}

/** Whether a through cut in this direction parts the pieces at all. */
function canPart(pieces: readonly Rect[], direction: 'rip' | 'crosscut', kerf: number): boolean {
  const low = (r: Rect) => (direction === 'rip' ? r.y : r.x)
  const size = (r: Rect) => (direction === 'rip' ? r.width : r.length)
  let reach = -Infinity
  for (const p of [...pieces].sort((a, b) => low(a) - low(b))) {
    if (reach !== -Infinity && low(p) >= reach + kerf - EPS) return true
    reach = Math.max(reach, low(p) + size(p))
  }
  return false
}
