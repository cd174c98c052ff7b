/** The nodes of a project: one per measure, and one per number that follows from them. */
import type { Group, Hardware, Piece, Project, Measurement } from '../document'
import { facing } from '../pieces'
import { sameKeys, type NodeDef, type NodeKey, type Nodes } from './graph'
import { growNode, jointNodes, type GrowTerm } from './jointnodes'
import { keyOf } from './keys'
import { limitNodes } from './limits'
import { measureNode } from './measurenode'
import { namesKey, namesOf, type Names } from './names'
import { finishedNodes, spanNodes } from './placenodes'
import { groupNodes } from './groupnodes'
import { homeNode, poseNodes, twinNodes } from './posenodes'
import { bitNodes, boardNodes, settingNodes, stockNodes } from './racknodes'
import { stepNodes } from './stepnodes'
import type { JointNumbers, WorkNumbers } from './types'

type Made = ReturnType<typeof jointNodes>

/**
 * All nodes of a project. What belongs to a piece, a stock or a joint that has not changed is made once and
 * kept, so that the graph can tell by identity.
 */
export class NodeBook {
  private names: Names | null = null
  private namesKey = ''
  private kept = new Map<object, { inputs: readonly unknown[]; made: unknown }>()
  /** What the nodes before were made from; what is not asked for again is forgotten. */
  private before: typeof this.kept = new Map()
  private made: readonly Made[] = []
  private grows = new Map<NodeKey, { terms: readonly GrowTerm[]; chunk: readonly NodeDef[] }>()
  /** What the last nodes were put together from, in order. */
  private chunks: ReadonlyArray<readonly NodeDef[]> = []
  private defs = new Map<NodeKey, NodeDef>()

  constructor(
    private readonly joints: JointNumbers,
    private readonly work: WorkNumbers,
  ) {}

  nodes(project: Project): Nodes {
    this.before = this.kept
    this.kept = new Map()
    const key = namesKey(project)
    if (!this.names || key !== this.namesKey) [this.names, this.namesKey] = [namesOf(project), key]
    const names = this.names
    const chunks: Array<readonly NodeDef[]> = []
    const put = (chunk: readonly NodeDef[]) => void chunks.push(chunk)
    const { settings } = project
    const stocks = new Map(project.stock.map((s) => [s.id, s]))
    const pieces = new Map(project.pieces.map((p) => [p.id, p]))

    put(this.once(settings, [names], () => settingNodes(settings, names)))
    const { limits } = project
    put(this.once(limits, [names], () => limitNodes(limits, names)))
    for (const r of project.readings) put(this.once(r, [names], () => [readingNode(r, names)]))
    for (const p of project.parameters)
      put(
        this.once(p, [names], () => [
          measureNode(
            { key: keyOf.parameter(p.id), owner: { kind: 'parameter', id: p.id }, label: `@${p.id}` },
            p.expression,
            p.kind,
            names,
          ),
        ]),
      )
    for (const s of project.stock) put(this.once(s, [names], () => stockNodes(s, names)))
    for (const b of project.boards) put(this.once(b, [names], () => boardNodes(b, names)))
    for (const b of project.bits) put(this.once(b, [names], () => bitNodes(b, names)))
    for (const piece of project.pieces) {
      if (piece.kind === 'twin') {
        const original = pieces.get(piece.of)
        put(
          this.once(piece, [names, original], () => [
            ...twinNodes(piece, original, names),
            ...poseNodes(piece),
          ]),
        )
      } else {
        const stock = stocks.get(piece.stock)
        put(
          this.once(piece, [names, stock], () => [
            ...spanNodes(piece, stock, names),
            ...finishedNodes(piece.id, facing(piece.facing)),
            homeNode(piece),
            ...poseNodes(piece),
            ...stepNodes(piece, this.work, names),
          ]),
        )
      }
    }
    for (const group of project.groups) put(this.groupOnce(group, project, names))
    for (const h of project.hardware) put(this.once(h, [names], () => hardwareNodes(h, names)))
    this.putJoints(project, pieces, names, put)
    return this.gather(chunks)
  }

  /**
   * All nodes from their chunks, and which of them are new; null when others came or went, or read other
   * nodes.
   */
  private gather(chunks: ReadonlyArray<readonly NodeDef[]>): Nodes {
    const before = this.chunks
    this.chunks = chunks
    const changed = new Set<NodeKey>()
    const alike =
      chunks.length === before.length && chunks.every((chunk, i) => noteChanges(chunk, before[i]!, changed))
    if (!alike) {
      this.defs = new Map()
      for (const chunk of chunks) for (const def of chunk) this.defs.set(def.key, def)
    } else
      chunks.forEach((chunk, i) => {
        if (chunk !== before[i]) for (const def of chunk) this.defs.set(def.key, def)
      })
    return { defs: this.defs, changed: alike ? changed : null }
  }

  private groupOnce(group: Group, project: Project, names: Names): readonly NodeDef[] {
    const pieces = project.pieces.filter((p) => p.group === group.id)
    const groups = project.groups.filter((g) => g.group === group.id)
    return this.once(group, [names, ...pieces, ...groups], () => [
      ...groupNodes(group, { pieces, groups }, names),
      ...stepNodes(group, this.work, names),
    ])
  }

  private putJoints(
    project: Project,
    pieces: ReadonlyMap<string, Piece>,
    names: Names,
    put: (chunk: readonly NodeDef[]) => void,
  ): void {
    const made = project.joints.map((joint) => {
      const members = joint.between.map((m) => pieces.get(m.piece))
      const woods = members.map((p) => (p?.kind === 'twin' ? pieces.get(p.of) : p))
      return this.once(joint, [names, ...members, ...woods], () =>
        jointNodes(joint, woods, members, this.joints, names),
      )
    })
    for (const m of made) put(m.defs)
    const same = made.length === this.made.length && made.every((m, i) => m === this.made[i])
    if (!same) this.setGrows(made)
    for (const { chunk } of this.grows.values()) put(chunk)
  }

  private setGrows(made: readonly Made[]): void {
    this.made = made
    const growing = new Map<NodeKey, GrowTerm[]>()
    for (const term of made.flatMap((m) => m.grows)) {
      const list = growing.get(term.face)
      if (list) list.push(term)
      else growing.set(term.face, [term])
    }
    const grows: typeof this.grows = new Map()
    for (const [key, terms] of growing) {
      const old = this.grows.get(key)
      const same = old && old.terms.length === terms.length && terms.every((t, i) => t === old.terms[i])
      grows.set(key, { terms, chunk: same ? old.chunk : [growNode(key, terms)] })
    }
    this.grows = grows
  }

  /** What `make` gives, kept for as long as its owner and its inputs are the very same. */
  private once<T>(owner: object, inputs: readonly unknown[], make: () => T): T {
    const old = this.before.get(owner)
    const same = old && old.inputs.length === inputs.length && inputs.every((x, i) => x === old.inputs[i])
    const kept = same ? old : { inputs, made: make() }
    this.kept.set(owner, kept)
    return kept.made as T
  }
}

/**
 * Notes which nodes of a chunk are other than before; false when they are not the same nodes reading the
 * same.
 */
function noteChanges(chunk: readonly NodeDef[], before: readonly NodeDef[], changed: Set<NodeKey>): boolean {
  if (chunk === before) return true
  if (chunk.length !== before.length) return false
  for (let i = 0; i < chunk.length; i++) {
    const [def, old] = [chunk[i]!, before[i]!]
    if (def === old) continue
    if (def.key !== old.key || !sameKeys(def.reads, old.reads)) return false
    changed.add(def.key)
  }
  return true
}

function hardwareNodes(h: Hardware, names: Names): NodeDef[] {
  const at = (what: 'count' | 'limit' | 'back' | 'length') => ({
    key: keyOf.hardware(h.id, what),
    owner: { kind: 'hardware', id: h.id } as const,
    label: `@${h.id} · ${what}`,
  })
  return [
    measureNode(at('count'), h.count, 'count', names),
    ...(h.kind === 'hinge' ? [measureNode(at('limit'), h.limit, 'angle', names)] : []),
    ...(h.kind === 'hinge' && h.back ? [measureNode(at('back'), h.back, 'angle', names)] : []),
    ...(h.kind === 'item' && h.length ? [measureNode(at('length'), h.length, 'length', names)] : []),
  ]
}

const readingNode = (r: Measurement, names: Names): NodeDef =>
  measureNode(
    { key: keyOf.reading(r.id), owner: { kind: 'piece', id: r.piece }, label: `@${r.piece} · reading` },
    r.value,
    'length',
    names,
  )
