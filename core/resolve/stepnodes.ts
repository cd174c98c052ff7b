/** The nodes of the maker's own work: its measures, the sizes they may name, and the flat faces it leaves. */
import { stepFieldWord, stepWord } from '../document'
import type { Direction, Group, MadePiece, Step } from '../document'
import { AXIS_OF, carried, DIRECTION_OF, dot, facing, toRoom, unit, type Vec3 } from '../pieces'
import type { NodeDef, NodeKey, Owner } from './graph'
import { standsAtHome } from './home'
import { keyOf, SIZES } from './keys'
import { measureNode } from './measurenode'
import type { Names } from './names'
import type { Flats, Standing, Stretch, WorkNumbers } from './types'

const LOCALS = { length: 'L', width: 'W', thickness: 'T' } as const

export function stepNodes(wood: MadePiece | Group, numbers: WorkNumbers, names: Names): NodeDef[] {
  if (wood.work.length === 0) return []
  const made = 'facing' in wood ? wood : null
  const owner: Owner = { kind: made ? 'piece' : 'group', id: wood.id }
  const locals = Object.fromEntries(SIZES.map((s) => [LOCALS[s], keyOf.shoulder(wood.id, s)]))
  const axes = made ? facing(made.facing).room : ([0, 1, 2] as const)
  return [
    ...SIZES.map((size, own): NodeDef => {
      const place = keyOf.place(wood.id, DIRECTION_OF[axes[own]!]!)
      return {
        key: keyOf.shoulder(wood.id, size),
        owner,
        value: 'length',
        label: `@${wood.id} · ${size} between shoulders`,
        basis: `${axes[own]}`,
        reads: [place],
        compute: (get) => {
          const value = get<readonly Stretch[]>(place)[0]!.size
          return { value, parts: [{ op: '·', label: `@${wood.id}`, value, kind: 'length', key: place }] }
        },
      }
    }),
    ...wood.work.flatMap((step) => [
      ...numbers
        .measures(step)
        .map((m) =>
          measureNode(
            {
              key: keyOf.step(step.id, m.name),
              owner,
              label: `@${wood.id} · ${stepWord(step.kind)}, ${stepFieldWord(step.kind, m.name)}`,
            },
            m.text,
            m.kind,
            names,
            locals,
          ),
        ),
      ...(made ? flatNodes(made, step, numbers) : []),
    ]),
  ]
}

function flatNodes(piece: MadePiece, step: Step, numbers: WorkNumbers): NodeDef[] {
  if (step.off) return []
  const measures = numbers.measures(step).map((m) => [m.name, keyOf.step(step.id, m.name)] as const)
  const node = (role: string, where: 'home' | 'pose'): NodeDef => {
    const poses: NodeKey = keyOf[where](piece.id)
    return {
      key: keyOf.flats(step.id, role, where),
      owner: { kind: 'piece', id: piece.id },
      value: 'flats',
      label: `@${step.id} · ${role}`,
      basis: JSON.stringify([step.kind, step.at, step.options, step.outline ?? null]),
      reads: [poses, ...measures.map(([, key]) => key)],
      compute: (get) => {
        const values = Object.fromEntries(measures.map(([name, key]) => [name, get<number>(key)]))
        const value: Flats = get<Standing>(poses).map((pose) => {
          const flat = pose && numbers.flat(step, role, values, pose.size)
          if (!flat) return null
          if ('at' in flat) {
            // Where it is along one direction of the room is a face square to that.
            const axis = AXIS_OF[role as Direction]
            return { normal: unit(axis), offset: toRoom(pose.frame, flat.at)[axis], copy: pose.copy }
          }
          const normal: Vec3 = carried(pose.frame, flat.normal)
          return { normal, offset: flat.offset + dot(normal, pose.frame.origin), copy: pose.copy }
        })
        return { value }
      },
    }
  }
  return numbers
    .roles(step)
    .flatMap((role) => [node(role, 'home'), ...(standsAtHome(piece) ? [] : [node(role, 'pose')])])
}
