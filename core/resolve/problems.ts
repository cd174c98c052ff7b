/**
 * What is wrong with the numbers themselves. What is wrong with the wood comes from the joints and from
 * Proof.
 */
import { formatLength, type MeasureKind, type Mm } from '../measure'
import type { NodeDef, NodeKey, NodeResult, Owner, ValueKind } from './graph'
import { MOST_COPIES } from './posenodes'
import type { Instance, Problem, Resolved, ResolvedPiece } from './types'

type Numbers = Omit<Resolved, 'problems'>

interface Evaluated {
  readonly defs: ReadonlyMap<NodeKey, NodeDef>
  result(key: NodeKey): NodeResult | undefined
  readonly failing: ReadonlySet<NodeKey>
  /** How many pieces of wood there would be. */
  readonly copies: number
}

export function problemsOf(resolved: Numbers, { defs, result, failing, copies }: Evaluated): Problem[] {
  return [
    ...(copies > MOST_COPIES ? [tooMany(copies)] : []),
    ...(failing.size > 0 ? slips(defs, result, failing, resolved.say) : []),
    ...resolved.pieces.flatMap((p) => sizes(p, resolved)),
    ...oddSettings(resolved),
  ]
}

const tooMany = (copies: number): Problem => ({
  id: 'copies',
  level: 'stop',
  says:
    `There would be ${copies.toLocaleString('en')} pieces of wood; ` +
    `${MOST_COPIES.toLocaleString('en')} at most are worked out, and the rest is left out`,
})

/** Each wrong measure once; what only waits for it stays silent, and a circle speaks with one voice. */
function slips(
  defs: ReadonlyMap<NodeKey, NodeDef>,
  result: (key: NodeKey) => NodeResult | undefined,
  failing: ReadonlySet<NodeKey>,
  say: (text: string) => string,
): Problem[] {
  const found: Problem[] = []
  const said = new Set<string>()
  for (const [key, def] of defs) {
    if (!failing.has(key)) continue
    const r = result(key)
    if (!r || r.ok || r.slip.waitsFor) continue
    if (r.slip.loop) {
      if (said.has(r.slip.message)) continue
      said.add(r.slip.message)
    }
    const about = r.slip.loop?.find((k) => MAKERS.has(defs.get(k)?.owner.kind ?? '')) ?? key
    const { owner, value } = defs.get(about) ?? def
    // What follows from measures speaks for itself; a measure is said first.
    const itself = !isMeasure(value) || r.slip.loop !== undefined
    const says = say(itself ? r.slip.message : `${def.label}: ${r.slip.message}`)
    found.push({ id: `measure:${key}`, level: 'stop', says, key: about, ...ownerOf(owner) })
  }
  return found
}

/** What a maker typed a measure of, so that it can be mended there. */
const MAKERS = new Set<string>(['piece', 'group', 'parameter'])

const isMeasure = (kind: ValueKind): kind is MeasureKind =>
  kind === 'length' || kind === 'number' || kind === 'angle' || kind === 'count'

function ownerOf({ kind, id }: Owner): Partial<Problem> {
  switch (kind) {
    case 'piece':
    case 'group':
      return { piece: id }
    case 'joint':
      return { joint: id }
    case 'stock':
      return { stock: id }
    case 'parameter':
      return { parameter: id }
    default:
      return {}
  }
}

function sizes(p: ResolvedPiece, resolved: Numbers): Problem[] {
  if (!p.stock)
    return [
      {
        id: `stock:${p.id}`,
        level: 'stop',
        piece: p.id,
        says: `${p.piece.name} is made of a stock that is not on the rack`,
      },
    ]
  if (p.piece.only !== null && p.instances.length === 0)
    return [
      {
        id: `gone:${p.id}`,
        level: 'look',
        piece: p.id,
        says: `${p.piece.name} was parted from a copy that is not there any more, so it stands nowhere`,
      },
    ]
  for (const i of p.instances) {
    const odd = noWood(i) ?? tooLarge(p, i, resolved) ?? stockProblem(p, i, resolved)
    if (odd) return [{ id: `stock:${p.id}`, piece: p.id, ...odd }]
  }
  return []
}

/** A piece whose joints take more from it than there is. */
function noWood(i: Instance): { level: 'stop'; says: string } | null {
  const axis = i.size.findIndex((s) => s <= 1e-6)
  return axis < 0
    ? null
    : {
        level: 'stop',
        says:
          `${i.name} would have no ${['length', 'width', 'thickness'][axis]!}: its joints cut ` +
          'all of it away',
      }
}

/** No piece of wood comes near this; what does is a slip of the pen. */
const LARGEST: Mm = 100_000
const BIG = ['long', 'wide', 'thick'] as const

function tooLarge(p: ResolvedPiece, i: Instance, resolved: Numbers): { level: 'stop'; says: string } | null {
  const axis = i.size.findIndex((s) => s > LARGEST)
  if (axis < 0) return null
  const say = (mm: number) => formatLength(mm, resolved.style).text
  return {
    level: 'stop',
    says: `${p.piece.name} would be ${say(i.size[axis]!)} ${BIG[axis]!}; is that meant?`,
  }
}

/** Why no board on the rack yields the piece; null when one does. */
function stockProblem(
  p: ResolvedPiece,
  i: Instance,
  resolved: Numbers,
): { level: Problem['level']; says: string } | null {
  const { name } = p.piece
  const stock = p.stock!
  const say = (mm: number) => formatLength(mm, resolved.style).text
  const measured = resolved.boards.filter((b) => b.board.stock === stock.id)
  if (stock.thickness !== null && stock.thickness > 0 && Math.abs(stock.thickness - i.thickness) > 1e-3)
    return {
      level: 'look',
      says: `${name} is ${say(i.thickness)} thick, and ${stock.stock.name} measures ${say(stock.thickness)}`,
    }
  const longest = Math.max(0, ...stock.lengths, ...measured.map((b) => b.length))
  if (i.length > longest + 1e-6 && longest > 0)
    return {
      level: 'stop',
      says: `${name} is ${say(i.length)} long; the longest ${stock.stock.name} is ${say(longest)}`,
    }
  const widest = Math.max(stock.width ?? 0, ...measured.map((b) => b.width))
  const canTurn = stock.stock.kind === 'sheet' && !stock.stock.grain
  if (widest > 0 && i.width > widest + 1e-6 && !(canTurn && i.length <= widest && i.width <= longest))
    return {
      level: stock.stock.kind === 'board' ? 'look' : 'stop',
      says:
        `${name} is ${say(i.width)} wide; the widest ${stock.stock.name} is ` +
        `${say(widest)}${stock.stock.kind === 'board' ? ', so glue it up from strips' : ''}`,
    }
  return null
}

function oddSettings(resolved: Numbers): Problem[] {
  const found: Problem[] = []
  for (const s of resolved.stocks.values())
    if (s.thickness !== null && s.thickness <= 0)
      found.push({ id: `thin:${s.id}`, level: 'stop', stock: s.id, says: `${s.stock.name} has no thickness` })
  for (const name of ['kerf', 'trim', 'extraLength', 'extraWidth'] as const)
    if (resolved.settings[name] < 0)
      found.push({ id: `setting:${name}`, level: 'stop', says: `The ${name} is less than nothing` })
  return found
}
