/**
 * From the document to numbers. A Resolver remembers the last document it saw, and works out only what changed; what
 * stayed the same keeps its identity, so that later stages can tell.
 */
import { lengthStyle, type Piece, type Project } from '../document'
import { formatLength, type Mm } from '../measure'
import { AXIS_OF, facing, FACE_NAMES, mirrored, type Box, type Facing, type Pose } from '../pieces'
import { because } from './because'
import { Graph, type NodeKey, type NodeResult } from './graph'
import { instanceOf, sameInstance } from './instance'
import { keyOf } from './keys'
import { namesOf } from './names'
import { NodeBook } from './nodes'
import { problemsOf } from './problems'
import type { Instance, JointNumbers, Resolved, ResolvedBoard, ResolvedHardware, ResolvedJoint, ResolvedPiece, ResolvedStock } from './types' // prettier-ignore

export class Resolver {
  private readonly graph = new Graph()
  private instances = new Map<string, { inputs: readonly unknown[]; instances: readonly Instance[] }>()

  private readonly book: NodeBook

  constructor(private readonly joints: JointNumbers) {
    this.book = new NodeBook(joints)
  }

  /** How many measures the last `resolve` had to work out. */
  get computed(): number {
    return this.graph.computed
  }

  resolve(project: Project): Resolved {
    const defs = this.book.nodes(project)
    const result = this.graph.run(defs)
    const number = (key: NodeKey): number | null => {
      const r = result(key)
      return r?.ok ? (r.value as number) : null
    }

    const stocks = new Map(project.stock.map((s) => [s.id, resolveStock(s, number)]))
    const before = this.instances
    this.instances = new Map()
    const pieces = project.pieces.map((piece): ResolvedPiece => {
      const made = originalOf(piece, project)
      const f = facingOf(piece, project)
      const inputs = [piece.name, f, ...inputsOf(piece.id, result)]
      const old = before.get(piece.id)
      const same = old && inputs.every((x, i) => x === old.inputs[i])
      const instances = same ? old.instances : keepSame(instancesOf(piece, f, result, number), old?.instances)
      this.instances.set(piece.id, { inputs, instances })
      return {
        id: piece.id,
        piece,
        stock: made ? (stocks.get(made.stock) ?? null) : null,
        facing: f,
        instances,
      }
    })

    const byId = new Map(pieces.map((p) => [p.id, p]))
    const label = (key: NodeKey) => defs.get(key)?.label ?? key
    const sources = { project, byId, result, label }
    const resolved: Omit<Resolved, 'problems'> = {
      project,
      style: lengthStyle(project.settings),
      pieces,
      byId,
      instances: pieces.flatMap((p) => p.instances),
      stocks,
      boards: project.boards.flatMap((b) => resolveBoard(b, stocks, number)),
      groups: project.groups.map((group) => {
        const bounds = result(keyOf.bounds(group.id))
        const boxes = bounds?.ok ? (bounds.value as ReadonlyArray<{ box: Box } | null>) : []
        return { id: group.id, group, boxes: boxes.flatMap((b) => (b ? [b.box] : [])) }
      }),
      hardware: project.hardware.map((h) => resolveHardware(h, byId, number)),
      joints: project.joints.map((joint): ResolvedJoint => {
        const values = this.joints
          .measures(joint)
          .map((m) => [m.name, number(keyOf.joint(joint.id, m.name))] as const)
        const sound = values.every(([, v]) => v !== null)
        return {
          id: joint.id,
          joint,
          values: sound ? (Object.fromEntries(values) as Record<string, number>) : null,
        }
      }),
      settings: {
        fit: number(keyOf.setting('fit')) ?? 0,
        kerf: number(keyOf.setting('kerf')) ?? 0,
        trim: number(keyOf.setting('trim')) ?? 0,
        extraLength: number(keyOf.setting('extraLength')) ?? 0,
        extraWidth: number(keyOf.setting('extraWidth')) ?? 0,
      },
      result,
      slip: (key) => {
        const r = result(key)
        return r && !r.ok ? r.slip : undefined
      },
      because: (key) => because(key, sources),
      sayRef: namesOf(project).sayRef,
    }
    return { ...resolved, problems: problemsOf(resolved, defs, result) }
  }
}

export function originalOf(piece: Piece, project: Project) {
  const made = piece.kind === 'twin' ? project.pieces.find((p) => p.id === piece.of) : piece
  return made?.kind === 'made' ? made : null
}

function facingOf(piece: Piece, project: Project): Facing {
  const made = originalOf(piece, project)
  const f = facing(made?.facing ?? 'up-right')
  return piece.kind === 'twin' ? mirrored(f, AXIS_OF[piece.direction]) : f
}

function resolveStock(
  stock: Project['stock'][number],
  number: (key: NodeKey) => number | null,
): ResolvedStock {
  return {
    id: stock.id,
    stock,
    thickness: number(keyOf.stock(stock.id, 'thickness')),
    width: stock.width === null && stock.kind !== 'rod' ? null : number(keyOf.stock(stock.id, 'width')),
    lengths: stock.lengths
      .map((_, i) => number(keyOf.stockLength(stock.id, i)))
      .filter((l): l is number => l !== null && l > 0),
  }
}

function resolveBoard(
  board: Project['boards'][number],
  stocks: ReadonlyMap<string, ResolvedStock>,
  number: (key: NodeKey) => number | null,
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

/** The results that the instances of a piece hang on. */
const inputsOf = (id: string, result: (key: NodeKey) => NodeResult | undefined): unknown[] => [
  result(keyOf.pose(id)),
  ...FACE_NAMES.map((face) => result(keyOf.grow(id, face))),
]

/** Fresh instances, each replaced by the old one where nothing about it has changed. */
const keepSame = (fresh: readonly Instance[], old: readonly Instance[] | undefined): readonly Instance[] =>
  fresh.map((i) => {
    const before = old?.[i.index - 1]?.key === i.key ? old[i.index - 1] : old?.find((o) => o.key === i.key)
    return before && sameInstance(before, i) ? before : i
  })

function instancesOf(
  piece: Piece,
  f: Facing,
  result: (key: NodeKey) => NodeResult | undefined,
  number: (key: NodeKey) => number | null,
): Instance[] {
  const poses = result(keyOf.pose(piece.id))
  if (!poses?.ok) return []
  const all = poses.value as ReadonlyArray<Pose | null>
  const many = all.filter((p) => p !== null).length > 1
  const grow = FACE_NAMES.map((face) => number(keyOf.grow(piece.id, face)) ?? 0)
  return all.flatMap((pose, i) => (pose ? [instanceOf(piece, i + 1, many, pose, f, grow)] : []))
}

function resolveHardware(
  h: Project['hardware'][number],
  byId: ReadonlyMap<string, ResolvedPiece>,
  number: (key: NodeKey) => number | null,
): ResolvedHardware {
  const count = number(keyOf.hardware(h.id, 'count'))
  const on = h.on === null ? 1 : (byId.get(h.on)?.instances.length ?? 0)
  return {
    id: h.id,
    hardware: h,
    quantity: count === null ? null : count * on,
    limit: h.kind === 'hinge' ? number(keyOf.hardware(h.id, 'limit')) : null,
  }
}

/** A size as a maker reads it in this project. */
export const sayLength = (resolved: Pick<Resolved, 'style'>, mm: Mm): string => {
  const w = formatLength(mm, resolved.style)
  return (w.exact ? '' : '≈ ') + w.text
}
