/** The nodes of joints: their measures, and how far they make faces grow. */
import type { Joint, Piece } from '../document'
import type { NodeDef, NodeKey, Owner, Term } from './graph'
import { standsAtHome } from './home'
import { keyOf } from './keys'
import { measureNode } from './measurenode'
import type { Names } from './names'
import { copiesIn, forCopy, perCopy } from './percopy'
import type { Growth, JointMeasure, JointNumbers, PerCopy, Standing } from './types'

/** One joint's part in the growth of a face. */
export interface GrowTerm {
  readonly piece: string
  readonly face: NodeKey
  readonly from: NodeKey
  /** Where the number comes from, for asking further. */
  readonly because: NodeKey
  readonly says: string
  readonly cuts: boolean
}

export function jointNodes(
  joint: Joint,
  woods: ReadonlyArray<Piece | undefined>,
  members: ReadonlyArray<Piece | undefined>,
  joints: JointNumbers,
  names: Names,
): { defs: NodeDef[]; grows: GrowTerm[] } {
  const owner: Owner = { kind: 'joint', id: joint.id }
  const label = joint.between.map((m) => `@${m.piece}`).join(' in ')
  const all = joints.measures(joint)
  const keys = new Map(all.map((m) => [m.name, measureKey(joint.id, m)]))
  const defs = all.flatMap((m) => {
    if (m.stands) return []
    const locals: Record<string, NodeKey> = { fit: keyOf.setting('fit') }
    for (const [name, member] of Object.entries(m.thicknessNamed ?? {})) {
      const wood = woods[member]
      if (wood?.kind === 'made' && names.stocks.has(wood.stock))
        locals[name] = keyOf.stock(wood.stock, 'thickness')
    }
    return measureNode(
      { key: keyOf.joint(joint.id, m.name), owner, label: `${label} · ${m.name}` },
      m.text,
      m.kind,
      names,
      locals,
    )
  })
  const called = (member: number) => (members[member] ? `@${members[member].id}` : 'its mating piece')
  const grows = joints.grows(joint).flatMap((g, n): GrowTerm[] => {
    const member = joint.between[g.member]
    if (!member) return []
    const key = keyOf.growth(joint.id, n)
    defs.push(growthNode(key, joint, g, members, keys))
    const because = keys.get(g.measures[0] ?? '') ?? key
    return [
      {
        piece: member.piece,
        face: keyOf.grow(member.piece, g.face),
        from: key,
        because,
        says: g.says(called),
        cuts: g.cuts ?? false,
      },
    ]
  })
  return { defs, grows }
}

/** Where the value of a joint's measure is worked out; null for one that is nought. */
export const measureKey = (id: string, m: JointMeasure): NodeKey | null =>
  m.stands === 'nought' ? null : m.stands === 'fit' ? keyOf.setting('fit') : keyOf.joint(id, m.name)

function growthNode(
  key: NodeKey,
  joint: Joint,
  g: Growth,
  members: ReadonlyArray<Piece | undefined>,
  keys: ReadonlyMap<string, NodeKey | null>,
): NodeDef {
  const measures = g.measures.map((name) => keys.get(name) ?? null)
  // Within one group pieces are seen where they are described, whatever becomes of the group.
  const together = members.every((p) => p?.group === members[0]?.group)
  const poses = g.poses
    ? joint.between.map((m, i) =>
        together || (members[i] && standsAtHome(members[i])) ? keyOf.home(m.piece) : keyOf.pose(m.piece),
      )
    : []
  return {
    key,
    owner: { kind: 'joint', id: joint.id },
    value: 'growth',
    label: 'what a joint adds',
    basis: [joint.kind, g.face, g.member, JSON.stringify(joint.options), JSON.stringify(joint.between)].join(
      '|',
    ),
    reads: [...new Set([...measures.filter((m) => m !== null), ...poses])],
    compute: (get) => {
      const values = Object.fromEntries(
        g.measures.map((name, i) => [name, measures[i] ? get<number>(measures[i]) : 0]),
      )
      const by = g.by(
        values,
        poses.map((k) => get<Standing | undefined>(k) ?? []),
      )
      return { value: typeof by === 'object' ? perCopy(by) : by }
    },
  }
}

/**
 * Several joints on one face: it grows as far as the one that takes it furthest; of those that cut it off,
 * the nearest counts.
 */
export function growNode(key: NodeKey, terms: readonly GrowTerm[]): NodeDef {
  const { piece } = terms[0]!
  return {
    key,
    owner: { kind: 'piece', id: piece },
    value: 'growth',
    label: 'what goes into the joint',
    basis: terms.map((t) => `${t.says}${t.cuts ? '/' : ''}`).join('|'),
    reads: terms.map((t) => t.from),
    compute: (get) => {
      const by = terms.map((t) => get<PerCopy>(t.from))
      const decides = Array.from({ length: copiesIn(by) }, (_, n) =>
        decisive(terms.map((t, i) => ({ ...t, by: forCopy(by[i], n) }))),
      )
      const value = perCopy(decides.map((t) => t.by))
      const told = typeof value === 'object' ? decides : decides.slice(0, 1)
      const parts = told.map((t, n): Term => ({
        op: '+',
        label: t.says,
        value: t.by,
        kind: 'length',
        key: t.because,
        goes: true,
        ...(told.length > 1 ? { copy: [n, told.length] as const } : {}),
      }))
      return { value, parts }
    },
  }
}

/** Of the parts several joints have in one face, the one that counts. */
function decisive<T extends { readonly by: number; readonly cuts: boolean }>(grown: readonly T[]): T {
  const cuts = grown.filter((t) => t.cuts)
  const nearest = cuts.length > 0 ? [cuts.reduce((a, b) => (b.by < a.by ? b : a))] : []
  return [...nearest, ...grown.filter((t) => !t.cuts)].reduce((a, b) => (b.by > a.by ? b : a))
}
