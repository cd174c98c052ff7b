/**
 * What screens read of a project: the document as it is now, and the numbers as they were last told, which
 * may be those of a moment ago. What did not change keeps its identity.
 */
import { lengthStyle, SETTING_MEASURES, type Copy, type Piece, type Project } from '../document'
import { facing } from '../pieces'
import {
  pieceOf,
  speaker,
  type Instance,
  type NodeKey,
  type Problem,
  type Readable,
  type Resolved,
  type ResolvedBit,
  type ResolvedBoard,
  type ResolvedGroup,
  type ResolvedPiece,
  type ResolvedStock,
} from '../resolve'
import type { Feature } from '../work'
import type { ModelUpdate, PieceUpdate, ValueUpdate, WholeUpdate } from './update'

export interface Shown extends Readable, Pick<Resolved, 'style' | 'sayRef' | 'settings' | 'limits'> {
  /** Whether all numbers are those of the document as it is now. */
  readonly settled: boolean
  /** Numbers of solids mean something among those of one telling only. */
  readonly telling: number
  readonly byId: ReadonlyMap<string, ResolvedPiece>
  readonly instances: readonly Instance[]
  readonly byKey: ReadonlyMap<string, Instance>
  readonly stocks: ReadonlyMap<string, ResolvedStock>
  readonly boards: readonly ResolvedBoard[]
  readonly bits: ReadonlyMap<string, ResolvedBit>
  readonly groups: readonly ResolvedGroup[]
  readonly problems: readonly Problem[]
  features(instance: string): readonly Feature[]
  /** The number of an instance's solid. */
  shape(instance: string): number | undefined
  /** Which of the different finished pieces an instance is, from 0. */
  readonly marks: ReadonlyMap<string, number>
}

const NOTHING: WholeUpdate = {
  stocks: [],
  boards: [],
  bits: [],
  groups: [],
  settings: Object.fromEntries(SETTING_MEASURES.map((name) => [name, 0])) as Resolved['settings'],
  limits: { tolerance: 0, near: 0, wall: 0, load: 0, sag: 1, driest: 0, wettest: 0 },
  problems: [],
  marks: [],
}
const NO_WORK: readonly Feature[] = []

/** A piece that was told, with where each of its instances is in its lists. */
interface MirroredPiece extends PieceUpdate {
  readonly at: ReadonlyMap<string, number>
}

let tellings = 0

/** Gathers what is told. */
export class ModelMirror {
  private telling = 0
  private readonly pieces = new Map<string, MirroredPiece>()
  private readonly from = new WeakMap<ResolvedPiece, MirroredPiece>()
  private readonly values = new Map<NodeKey, ValueUpdate>()
  private whole: WholeUpdate = NOTHING
  private stocks = new Map<string, ResolvedStock>()
  private bits: ReadonlyMap<string, ResolvedBit> = new Map()
  private marks = new Map<string, number>()
  private of: Project | null = null
  private last: Shown | null = null

  /** Takes in what was told of a document. */
  take(told: ModelUpdate, of: Project): void {
    if (told.anew) {
      this.telling = ++tellings
      this.pieces.clear()
      this.values.clear()
      this.whole = NOTHING
    }
    for (const p of told.pieces)
      this.pieces.set(p.id, { ...p, at: new Map(p.instances.map((i, n) => [i.key, n])) })
    for (const [key, value] of told.values)
      if (value) this.values.set(key, value)
      else this.values.delete(key)
    if (told.whole.stocks) this.stocks = new Map(told.whole.stocks.map((s) => [s.id, s]))
    if (told.whole.bits) this.bits = new Map(told.whole.bits.map((b) => [b.id, b]))
    if (told.whole.marks) this.marks = new Map(told.whole.marks)
    this.whole = { ...this.whole, ...told.whole }
    this.of = of
  }

  /** The document as it is now, with what was told last. */
  show(project: Project): Shown {
    const { last, whole, stocks, values } = this
    const style = last?.project.settings === project.settings ? last.style : lengthStyle(project.settings)
    const pieces = project.pieces.flatMap((p) => this.piece(p, last) ?? [])
    const before = last && [...last.byId.values()]
    const same = before !== null && before.length === pieces.length && pieces.every((p, n) => p === before[n])
    const byId = same ? last!.byId : new Map(pieces.map((p) => [p.id, p]))
    const instances = same ? last!.instances : pieces.flatMap((p) => p.instances)
    const byKey = same ? last!.byKey : new Map(instances.map((i) => [i.key, i]))
    const toldGroups = new Map(whole.groups.map((g) => [g.id, g]))
    const groups = project.groups.flatMap((group): ResolvedGroup[] => {
      const told = toldGroups.get(group.id)
      return told ? [{ ...told, group }] : []
    })
    const copies = (id: string): readonly Copy[] => byId.get(id)?.copies ?? toldGroups.get(id)?.copies ?? []
    const { say, sayRef } = speaker(project, style, copies)
    const of = (key: string) => this.pieces.get(pieceOf(key))
    const shown: Shown = {
      project,
      settled: this.of === project,
      telling: this.telling,
      style,
      byId,
      instances,
      byKey,
      stocks,
      boards: whole.boards,
      bits: this.bits,
      groups,
      settings: whole.settings,
      limits: whole.limits,
      problems: whole.problems,
      marks: this.marks,
      result: (key) => {
        const r = values.get(key)
        return r?.ok ? { ...r, parts: [] } : r
      },
      slip: (key) => {
        const r = values.get(key)
        return r && !r.ok ? { ...r.slip, message: say(r.slip.message) } : undefined
      },
      say,
      sayRef,
      features: (key) => {
        const kept = of(key)
        return kept?.features[kept.at.get(key) ?? -1] ?? NO_WORK
      },
      shape: (key) => {
        const kept = of(key)
        return kept?.shapes[kept.at.get(key) ?? -1]
      },
    }
    return (this.last = shown)
  }

  private piece(piece: Piece, last: Shown | null): ResolvedPiece | undefined {
    const told = this.pieces.get(piece.id)
    if (!told) return undefined
    const stock = told.stock === null ? null : (this.stocks.get(told.stock) ?? null)
    const old = last?.byId.get(piece.id)
    if (old?.piece === piece && old.stock === stock && this.from.get(old) === told) return old
    const { id, instances } = told
    const copies = instances.map((i) => i.copy)
    const resolved = { id, piece, stock, facing: facing(told.facing), instances, copies }
    this.from.set(resolved, told)
    return resolved
  }
}
