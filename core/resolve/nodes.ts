/** The nodes of a project: one per measure, and one per number that follows from them. */
import type { Group, Hardware, Piece, Project } from '../document'
import { facing } from '../pieces'
import type { NodeDef, NodeKey } from './graph'
import { growNode, jointNodes, type GrowTerm } from './jointnodes'
import { keyOf } from './keys'
import { measureNode } from './measurenode'
import { namesKey, namesOf, type Names } from './names'
import { finishedNodes, spanNodes } from './placenodes'
import { groupNodes, homeNode, poseNode, twinNodes } from './posenodes'
import { boardNodes, settingNodes, stockNodes } from './racknodes'
import type { JointNumbers } from './types'

/**
 * All nodes of a project. What belongs to a piece, a stock or a joint that has not changed is made once and kept, so
 * that the graph can tell by identity.
 */
export class NodeBook {
  private names: Names | null = null
  private namesKey = ''
  private readonly kept = new WeakMap<object, { inputs: readonly unknown[]; made: unknown }>()
  private grows = new Map<NodeKey, { terms: readonly GrowTerm[]; def: NodeDef }>()

  constructor(private readonly joints: JointNumbers) {}

  nodes(project: Project): Map<NodeKey, NodeDef> {
    const key = namesKey(project)
    if (!this.names || key !== this.namesKey) [this.names, this.namesKey] = [namesOf(project), key]
    const names = this.names
    const defs = new Map<NodeKey, NodeDef>()
    const put = (list: readonly NodeDef[]) => list.forEach((def) => defs.set(def.key, def))
    const { settings } = project
    const stocks = new Map(project.stock.map((s) => [s.id, s]))
    const pieces = new Map(project.pieces.map((p) => [p.id, p]))

    put(this.once(settings, [names], () => settingNodes(settings, names)))
    for (const p of project.parameters)
      put(
        this.once(p, [names], () => [
          measureNode(keyOf.parameter(p.id), p.name, p.expression, p.kind, names),
        ]),
      )
    for (const s of project.stock) put(this.once(s, [names], () => stockNodes(s, names)))
    for (const b of project.boards) put(this.once(b, [names], () => boardNodes(b, names)))
    for (const piece of project.pieces) {
      if (piece.kind === 'twin') {
        const original = pieces.get(piece.of)
        put(
          this.once(piece, [names, original], () => [...twinNodes(piece, original, names), poseNode(piece)]),
        )
      } else {
        const stock = stocks.get(piece.stock)
        put(
          this.once(piece, [names, stock, settings.style], () => [
            ...spanNodes(piece, stock, settings, names),
            ...finishedNodes(piece.id, piece.name, facing(piece.facing)),
            homeNode(piece),
            poseNode(piece),
          ]),
        )
      }
    }
    for (const group of project.groups) put(this.groupOnce(group, project, names))
    for (const h of project.hardware) put(this.once(h, [names], () => hardwareNodes(h, names)))
    this.putJoints(project, pieces, names, defs)
    return defs
  }

  private groupOnce(group: Group, project: Project, names: Names): readonly NodeDef[] {
    const pieces = project.pieces.filter((p) => p.group === group.id)
    const groups = project.groups.filter((g) => g.group === group.id)
    return this.once(group, [names, project.settings.style, ...pieces, ...groups], () =>
      groupNodes(group, { pieces, groups }, project.settings, names),
    )
  }

  private putJoints(
    project: Project,
    pieces: ReadonlyMap<string, Piece>,
    names: Names,
    defs: Map<NodeKey, NodeDef>,
  ): void {
    const growing = new Map<NodeKey, GrowTerm[]>()
    for (const joint of project.joints) {
      const members = joint.between.map((m) => pieces.get(m.piece))
      const woods = members.map((p) => (p?.kind === 'twin' ? pieces.get(p.of) : p))
      const made = this.once(joint, [names, ...members, ...woods], () =>
        jointNodes(joint, woods, members, this.joints, names),
      )
      for (const def of made.defs) defs.set(def.key, def)
      for (const term of made.grows) {
        const list = growing.get(term.face)
        if (list) list.push(term)
        else growing.set(term.face, [term])
      }
    }
    const grows: typeof this.grows = new Map()
    for (const [key, terms] of growing) {
      const old = this.grows.get(key)
      const same = old && old.terms.length === terms.length && terms.every((t, i) => t === old.terms[i])
      const def = same ? old.def : growNode(key, terms)
      grows.set(key, { terms, def })
      defs.set(key, def)
    }
    this.grows = grows
  }

  /** What `make` gives, kept for as long as its owner and its inputs are the very same. */
  private once<T>(owner: object, inputs: readonly unknown[], make: () => T): T {
    const old = this.kept.get(owner)
    if (old && old.inputs.length === inputs.length && inputs.every((x, i) => x === old.inputs[i]))
      return old.made as T
    const made = make()
    this.kept.set(owner, { inputs, made })
    return made
  }
}

const hardwareNodes = (h: Hardware, names: Names): NodeDef[] => [
  measureNode(keyOf.hardware(h.id, 'count'), `${h.name} · count`, h.count, 'count', names),
  ...(h.kind === 'hinge'
    ? [measureNode(keyOf.hardware(h.id, 'limit'), `${h.name} · limit`, h.limit, 'angle', names)]
    : []),
]
