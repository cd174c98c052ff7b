/**
 * From the document to numbers. A Resolver remembers the last document it saw, and works out only what
 * changed; what stayed the same keeps its identity, so that later stages can tell.
 */
import {
  SETTING_MEASURES,
  stepsIn,
  lengthStyle,
  type Bit,
  type Copy,
  type MadePiece,
  type Piece,
  type Project,
} from '../document'
import { formatLength, type Mm } from '../measure'
import {
  DIRECTION_OF,
  toRoom,
  vec3,
  type Motion,
  AXIS_OF,
  facing,
  FACE_NAMES,
  mirrored,
  type Box,
  type Facing,
} from '../pieces'
import { bitMeasures, cutterOf } from '../rack'
import { because } from './because'
import { Graph, type NodeDef, type NodeKey, type NodeResult } from './graph'
import { standsAtHome } from './home'
import { instanceOf, sameInstance } from './instance'
import { measureKey } from './jointnodes'
import { keyOf } from './keys'
import { speaker } from './speak'
import { limitsOf } from './limits'
import { NodeBook } from './nodes'
import { MOST_COPIES } from './posenodes'
import { failuresOf } from './failures'
import { forCopy } from './percopy'
import { bitTexts } from './racknodes'
import type {
  Fill,
  Instance,
  JointNumbers,
  PerCopy,
  Resolved,
  ResolvedBit,
  ResolvedBoard,
  ResolvedGroup,
  ResolvedHardware,
  ResolvedJoint,
  ResolvedPiece,
  ResolvedStep,
  ResolvedStock,
  Standing,
  Stretch,
  WorkNumbers,
} from './types'

/** What a piece or a joint was resolved from, so that it can be kept as long as that stands. */
interface KeptPiece {
  readonly inputs: readonly unknown[]
  readonly resolved: ResolvedPiece
}

export class Resolver {
  private readonly graph = new Graph()
  private pieces = new Map<string, KeptPiece>()
  private joints = new Map<string, ResolvedJoint>()
  private stocks = new Map<string, ResolvedStock>()
  private bits = new Map<string, ResolvedBit>()
  private fills = new Map<string, Fill[]>()
  private steps: ReadonlyMap<string, ResolvedStep> = new Map()
  /** How many pieces of wood the pieces there are now make together. */
  private copies = 0
  private readonly book: NodeBook

  constructor(
    private readonly numbers: JointNumbers,
    private readonly work: WorkNumbers,
  ) {
    this.book = new NodeBook(numbers, work)
  }

  /** How many measures the last `resolve` had to work out. */
  get computed(): number {
    return this.graph.computed
  }

  resolve(project: Project): Resolved {
    const nodes = this.book.nodes(project)
    const { defs } = nodes
    const result = this.graph.run(nodes)
    const number = (key: NodeKey): number | null => {
      const r = result(key)
      return r?.ok ? (r.value as number) : null
    }
    const touched = ownersOf(this.graph.touched, defs)
    const stocks = this.resolveStocks(project, touched, number)
    const pieces = this.resolvePieces(project, touched, stocks, result)

    const byId = new Map(pieces.map((p) => [p.id, p]))
    const groups = project.groups.map((group) => resolveGroup(group, result))
    const copies = new Map<string, readonly Copy[]>(groups.map((g) => [g.id, g.copies]))
    for (const p of pieces) copies.set(p.id, p.copies)
    const style = lengthStyle(project.settings)
    const { say, sayRef } = speaker(project, style, (id) => copies.get(id) ?? [])
    const sources = { project, byId, result, say, def: (key: NodeKey) => defs.get(key) }
    return {
      project,
      style,
      pieces,
      byId,
      instances: pieces.flatMap((p) => p.instances),
      stocks,
      boards: project.boards.flatMap((b) => resolveBoard(b, stocks, number)),
      bits: this.resolveBits(project, touched, number),
      groups,
      hardware: project.hardware.map((h) => resolveHardware(h, byId, number)),
      joints: this.resolveJoints(project, touched, number),
      steps: this.resolveSteps(project, number),
      fills: this.resolveFills(project, result),
      settings: Object.fromEntries(
        SETTING_MEASURES.map((name) => [name, number(keyOf.setting(name)) ?? 0]),
      ) as Resolved['settings'],
      limits: limitsOf(project.settings.style.unit, number),
      readings: new Map(
        project.readings.flatMap((r) => {
          const mm = number(keyOf.reading(r.id))
          return mm === null ? [] : [[r.id, mm] as const]
        }),
      ),
      readable: () => readableOf(defs, result),
      result,
      slip: (key) => {
        const r = result(key)
        return r && !r.ok ? { ...r.slip, message: say(r.slip.message) } : undefined
      },
      because: (key, copy = 1) => because(key, copy, sources),
      say,
      sayRef,
      failures: failuresOf(defs, result, this.graph.failing, say),
      asked: this.copies,
    }
  }

  private resolveStocks(
    project: Project,
    touched: Owners,
    number: Numbers,
  ): ReadonlyMap<string, ResolvedStock> {
    this.stocks = new Map(
      project.stock.map((s) => {
        const old = this.stocks.get(s.id)
        return [s.id, old?.stock === s && !touched(s.id) ? old : resolveStock(s, number)]
      }),
    )
    return this.stocks
  }

  private resolveBits(project: Project, touched: Owners, number: Numbers): ReadonlyMap<string, ResolvedBit> {
    this.bits = new Map(
      project.bits.map((b) => {
        const old = this.bits.get(b.id)
        return [b.id, old?.bit === b && !touched(b.id) ? old : resolveBit(b, number)]
      }),
    )
    return this.bits
  }

  /** Pieces nothing has happened to are the very same as before; so are the instances that came out alike. */
  private resolvePieces(
    project: Project,
    touched: Owners,
    stocks: ReadonlyMap<string, ResolvedStock>,
    result: Results,
  ): ResolvedPiece[] {
    const before = this.pieces
    this.pieces = new Map()
    this.copies = 0
    return project.pieces.map((piece): ResolvedPiece => {
      this.copies += copiesOf(piece, result)
      const within = this.copies <= MOST_COPIES
      const made = originalOf(piece, project)
      const stock = made ? (stocks.get(made.stock) ?? null) : null
      const inputs = [piece, made, stock, within]
      const old = before.get(piece.id)
      const same = old && inputs.every((x, i) => x === old.inputs[i])
      if (same && !touched(piece.id)) {
        this.pieces.set(piece.id, old)
        return old.resolved
      }
      const f = facingOf(piece, made)
      const fresh = within ? instancesOf(piece, f, result) : []
      const instances = keepSame(fresh, old?.resolved.instances)
      const resolved: ResolvedPiece = {
        id: piece.id,
        piece,
        stock,
        facing: f,
        instances,
        copies: instances === old?.resolved.instances ? old.resolved.copies : instances.map((i) => i.copy),
      }
      this.pieces.set(piece.id, { inputs, resolved })
      return resolved
    })
  }

  /** A piece whose fills are as before keeps their list. */
  private resolveFills(project: Project, result: Results): ReadonlyMap<string, readonly Fill[]> {
    const before = this.fills
    const now = new Map<string, Fill[]>()
    for (const joint of project.joints)
      this.numbers.grows(joint).forEach((g, n) => {
        const piece = joint.between[g.member]?.piece
        const grown = g.fills && piece !== undefined ? result(keyOf.growth(joint.id, n)) : undefined
        if (!grown?.ok) return
        const list = now.get(piece!) ?? []
        list.push({ joint: joint.id, face: g.face, by: grown.value as PerCopy })
        now.set(piece!, list)
      })
    this.fills = now
    for (const [piece, list] of now) {
      const old = before.get(piece)
      if (old && JSON.stringify(old) === JSON.stringify(list)) now.set(piece, old)
    }
    return now
  }

  /** A step that stayed as it was, with the numbers it had, is the very same. */
  private resolveSteps(project: Project, number: Numbers): ReadonlyMap<string, ResolvedStep> {
    const before = this.steps
    this.steps = new Map(
      stepsIn(project).map(({ step }) => {
        const values = this.work
          .measures(step)
          .map((m) => [m.name, number(keyOf.step(step.id, m.name))] as const)
        const sound = values.every(([, v]) => v !== null)
        const old = before.get(step.id)
        const same =
          old?.step === step &&
          (sound ? values.every(([n, v]) => old.values?.[n] === v) : old.values === null)
        const now = {
          id: step.id,
          step,
          values: sound ? (Object.fromEntries(values) as Record<string, number>) : null,
        }
        return [step.id, same ? old : now]
      }),
    )
    return this.steps
  }

  private resolveJoints(project: Project, touched: Owners, number: Numbers): ResolvedJoint[] {
    const before = this.joints
    const settings = touched('fit')
    const all = project.joints.map((joint): ResolvedJoint => {
      const old = before.get(joint.id)
      if (old?.joint === joint && !settings && !touched(joint.id)) return old
      const values = this.numbers.measures(joint).map((m) => {
        const key = measureKey(joint.id, m)
        return [m.name, key === null ? 0 : number(key)] as const
      })
      const sound = values.every(([, v]) => v !== null)
      if (old?.joint === joint && sound && old.values && values.every(([n, v]) => old.values![n] === v))
        return old
      return {
        id: joint.id,
        joint,
        values: sound ? (Object.fromEntries(values) as Record<string, number>) : null,
      }
    })
    this.joints = new Map(all.map((j) => [j.id, j]))
    return all
  }
}

type Numbers = (key: NodeKey) => number | null
type Results = (key: NodeKey) => NodeResult | undefined
/** Whether anything may have happened to what has this id; a setting's name is its own. */
type Owners = (id: string) => boolean

/** Motions and growths are there for other nodes only. */
function* readableOf(
  defs: ReadonlyMap<NodeKey, NodeDef>,
  result: Results,
): Generator<readonly [NodeKey, NodeResult]> {
  for (const { key, value } of defs.values()) {
    const found = value === 'motions' || value === 'growth' ? undefined : result(key)
    if (found) yield [key, found]
  }
}

function ownersOf(touched: ReadonlySet<NodeKey> | null, defs: ReadonlyMap<NodeKey, NodeDef>): Owners {
  if (!touched) return () => true
  const ids = new Set([...touched].map((key) => defs.get(key)!.owner.id))
  return (id) => ids.has(id)
}

export function originalOf(piece: Piece, project: Project) {
  const made = piece.kind === 'twin' ? project.pieces.find((p) => p.id === piece.of) : piece
  return made?.kind === 'made' ? made : null
}

function facingOf(piece: Piece, made: MadePiece | null): Facing {
  const f = facing(made?.facing ?? 'up-right')
  return piece.kind === 'twin' ? mirrored(f, AXIS_OF[piece.direction]) : f
}

function resolveStock(stock: Project['stock'][number], number: Numbers): ResolvedStock {
  return {
    id: stock.id,
    stock,
    thickness: number(keyOf.stock(stock.id, 'thickness')),
    width: stock.width === null && stock.kind !== 'rod' ? null : number(keyOf.stock(stock.id, 'width')),
    nominalThickness:
      stock.nominalThickness === null ? null : number(keyOf.stock(stock.id, 'nominalThickness')),
    nominalWidth: stock.nominalWidth === null ? null : number(keyOf.stock(stock.id, 'nominalWidth')),
    lengths: stock.lengths
      .map((_, i) => number(keyOf.stockLength(stock.id, i)))
      .filter((l): l is number => l !== null && l > 0),
  }
}

function resolveBit(bit: Bit, number: Numbers): ResolvedBit {
  const texts = bitTexts(bit)
  const values = texts.map(([what]) => [what, number(keyOf.bit(bit.id, what))] as const)
  const missing = Object.entries(bitMeasures(bit.shape)).find(
    ([name, m]) => !m.optional && !texts.some(([what]) => what === name),
  )
  const fault = (why: string): ResolvedBit => ({ id: bit.id, bit, cutter: null, why })
  if (missing) return fault(`its ${missing[1].label.toLowerCase()} is missing`)
  if (values.some(([, v]) => v === null)) return fault('one of its dimensions cannot be read')
  const { bearing, bite, ...own } = Object.fromEntries(values) as Record<string, number>
  const cutter = cutterOf(bit, own, bearing ?? null, bite ?? null)
  return typeof cutter === 'string' ? fault(cutter) : { id: bit.id, bit, cutter, why: null }
}

function resolveBoard(
  board: Project['boards'][number],
  stocks: ReadonlyMap<string, ResolvedStock>,
  number: Numbers,
): ResolvedBoard[] {
  const length = number(keyOf.board(board.id, 'length'))
  const width = number(keyOf.board(board.id, 'width'))
  const thickness =
    board.thickness === null
      ? (stocks.get(board.stock)?.thickness ?? null)
      : number(keyOf.board(board.id, 'thickness'))
  if (length === null || width === null || thickness === null || length <= 0 || width <= 0) return []
  const defects = board.defects.flatMap((_, i) => {
    const [x, y, l, w] = (['x', 'y', 'length', 'width'] as const).map((what) =>
      number(keyOf.board(board.id, `defect${i}.${what}`)),
    )
    return x == null || y == null || l == null || w == null ? [] : [{ x, y, length: l, width: w }]
  })
  return [{ board, length, width, thickness, defects }]
}

/**
 * Fresh instances, each replaced by the old one where nothing about it has changed; the old list where none
 * has.
 */
function keepSame(fresh: readonly Instance[], old: readonly Instance[] | undefined): readonly Instance[] {
  if (!old) return fresh
  const kept = fresh.map((i, n) => {
    const before = old[n]?.key === i.key ? old[n] : old.find((o) => o.key === i.key)
    return before && sameInstance(before, i) ? before : i
  })
  return kept.length === old.length && kept.every((i, n) => i === old[n]) ? old : kept
}

function resolveGroup(group: Project['groups'][number], result: Results): ResolvedGroup {
  const value = <T>(key: NodeKey): T | null => {
    const r = result(key)
    return r?.ok ? (r.value as T) : null
  }
  const all = value<ReadonlyArray<{ box: Box; copy: Copy } | null>>(keyOf.bounds(group.id)) ?? []
  const standing = all.filter((b) => b !== null)
  const places = DIRECTION_OF.map((d) => value<readonly Stretch[]>(keyOf.place(group.id, d))?.[0])
  const corner = vec3((i) => places[i]?.start ?? 0)
  const motions = value<ReadonlyArray<{ motion: Motion } | null>>(keyOf.motions(group.id)) ?? []
  return {
    id: group.id,
    group,
    boxes: standing.map((b) => b.box),
    copies: standing.map((b) => b.copy),
    frames: motions.flatMap((m) => (m ? [{ ...m.motion, origin: toRoom(m.motion, corner) }] : [])),
    size: places.every((p) => p) ? vec3((i) => places[i]!.size) : null,
  }
}

/** All poses of a piece, with null for what has been parted from it; undefined while they are not settled. */
function posesOf(piece: Piece, result: Results): Standing | undefined {
  const poses = result(standsAtHome(piece) ? keyOf.home(piece.id) : keyOf.pose(piece.id))
  return poses?.ok ? (poses.value as Standing) : undefined
}

const copiesOf = (piece: Piece, result: Results): number =>
  posesOf(piece, result)?.reduce((n, p) => (p ? n + 1 : n), 0) ?? 0

function instancesOf(piece: Piece, f: Facing, result: Results): Instance[] {
  const all = posesOf(piece, result)
  if (!all) return []
  const many = all.filter((p) => p !== null).length > 1
  const grow = FACE_NAMES.map((face) => {
    const r = result(keyOf.grow(piece.id, face))
    return r?.ok ? (r.value as PerCopy) : 0
  })
  const still = grow.every((g) => typeof g === 'number')
  let n = 0
  return all.flatMap((pose, i) => {
    if (!pose) return []
    const own = still ? (grow as Mm[]) : grow.map((g) => forCopy(g, i))
    const name = many ? `${piece.name} #${++n}` : piece.name
    return [instanceOf(piece.id, i + 1, name, pose, f, own)]
  })
}

function resolveHardware(
  h: Project['hardware'][number],
  byId: ReadonlyMap<string, ResolvedPiece>,
  number: Numbers,
): ResolvedHardware {
  const count = number(keyOf.hardware(h.id, 'count'))
  const on = h.on === null ? 1 : (byId.get(h.on)?.instances.length ?? 0)
  return {
    id: h.id,
    hardware: h,
    quantity: count === null ? null : count * on,
    length: h.kind === 'item' && h.length ? number(keyOf.hardware(h.id, 'length')) : null,
    limit: h.kind === 'hinge' ? number(keyOf.hardware(h.id, 'limit')) : null,
    back: h.kind === 'hinge' && h.back ? number(keyOf.hardware(h.id, 'back')) : null,
  }
}

/** A size as a maker reads it in this project. */
export const sayLength = (resolved: Pick<Resolved, 'style'>, mm: Mm): string => {
  const w = formatLength(mm, resolved.style)
  return (w.exact ? '' : '≈ ') + w.text
}
