/**
 * Small projects for tests: pieces by their room boxes, joints between them, and what the solids say.
 * Millimetres.
 */
import {
  onFace,
  change,
  execute,
  newProject,
  type Change,
  type FaceName,
  type Group,
  type Project,
  type Tilt,
} from '../document'
import { modelOf, type Model } from '../model'
import type { Instance } from '../resolve'
import { loadKernel, type Kernel } from '../solid'
import { lookOver } from '../proof'

let loading: Promise<Kernel> | null = null
export const testKernel = (): Promise<Kernel> => (loading ??= loadKernel())

export function make(changes: readonly Change[], unit: 'in' | 'mm' = 'mm', on?: Project): Project {
  const done = execute(on ?? newProject('t', 'Test', unit), changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}

export const stock = (id: string, thickness: number): Change =>
  change.addStock({
    id,
    name: id,
    kind: 'sheet',
    species: 'birch plywood',
    thickness: String(thickness),
    width: '5000',
    lengths: ['9000'],
    grain: false,
  })

/** A dowel rod as the rack has it. */
export const rodStock = (id: string): Change =>
  change.addStock({
    id,
    name: '20 mm dowel rod',
    kind: 'rod',
    species: 'beech',
    thickness: '20mm',
    width: null,
    lengths: ['1000mm'],
    grain: true,
  })

type Span = readonly [start: number, size: number]

/** A piece that fills a room box; its thickness is that of its stock `thick`, made along with it. */
export function block(
  id: string,
  facing: string,
  across: Span,
  deep: Span,
  up: Span,
  more: Partial<{ tilts: Tilt[]; group: string | null }> = {},
): Change[] {
  const spans = Object.fromEntries(
    Object.entries({ across, deep, up }).map(([d, [start, size]]) => [
      d,
      { start: String(start), size: String(size) },
    ]),
  ) as unknown as Record<'across' | 'deep' | 'up', { start: string; size: string }>
  return [
    ...(id === 'a' ? [stock('any', 18)] : []),
    change.addPiece({ kind: 'made', id, name: id.toUpperCase(), stock: 'any', facing, spans, ...more }),
  ]
}

/** A joint of pieces, the first of which goes into the others; a face follows a dot: `['b.end1', 'a']`. */
export const join = (
  kind: string,
  between: readonly string[],
  fields: Readonly<Record<string, string | number>> = {},
  options: Readonly<Record<string, string>> = {},
): Change =>
  change.addJoints({
    joints: [
      {
        id: 'j',
        kind,
        options,
        between: between.map((member) => {
          const [piece, face] = member.split('.') as [string, FaceName?]
          return { piece, at: face ? onFace(face) : null }
        }),
        fields: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, String(v)])),
      },
    ],
  })

/** A placement, but for its id. */
type Placing = Group['placements'][number] extends infer P
  ? P extends unknown
    ? Omit<P, 'id'>
    : never
  : never

/** All pieces put into one group that stands once more: turned by quarter turns, or mirrored. */
export function grouped(project: Project, placement: Placing): Project {
  const done = execute(project, [
    change.group({ id: 'g', name: 'Group', members: project.pieces.map((p) => p.id) }),
    change.addPlacement({ id: 'g', placement: { id: 'c1', ...placement } }),
  ])
  if (!done.ok) throw new Error(done.why)
  return done.project
}

export const stops = (m: Model): string[] =>
  lookOver(m)
    .filter((p) => p.level === 'stop')
    .map((p) => p.says)

export const instance = (m: Model, key: string): Instance => {
  const found = m.resolved.instances.find((i) => i.key === key)
  if (!found) throw new Error(`${key} is not there`)
  return found
}

export const placed = (m: Model, i: Instance) => ({ recipe: m.recipe(i), frame: i.frame })

export const volume = (m: Model, key: string, kernel: Kernel): number =>
  kernel.shape(m.recipe(instance(m, key))).volume

/** All the wood that pairs of instances share; or what of it is more than a skin. */
export function sharedWood(m: Model, kernel: Kernel, as: 'shared' | 'clashing' = 'shared'): number {
  const all = m.resolved.instances
  return kernel.solids((s) => {
    let sum = 0
    for (let i = 0; i < all.length; i++)
      for (let j = i + 1; j < all.length; j++) {
        const pair = [placed(m, all[i]!), placed(m, all[j]!)] as const
        sum += as === 'shared' ? s.shared(...pair) : (s.clashing(...pair)?.volume ?? 0)
      }
    return sum
  })
}

export const built = (changes: readonly Change[]): Model => modelOf(make(changes))
