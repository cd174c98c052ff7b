/** Large projects to measure with: walls of cases, no two of whose pieces are alike. Millimetres. */
import { onFace, change, execute, newProject, type Change, type Joint, type Project } from '../document'

type Between = Joint['between']
interface Join {
  readonly kind: string
  readonly fields: Record<string, string>
}
const HOUSED: Join = { kind: 'housing', fields: { depth: '6', stop1: '20' } }
/** The joint of the k-th shelf where all kinds are wanted. */
export const MIXED: readonly Join[] = [
  HOUSED,
  { kind: 'dowels', fields: { diameter: '8', length: '30', spacing: '100', inset: '30', into: '10' } },
  { kind: 'tenon', fields: { length: '12', shoulder: '20' } },
  { kind: 'tabs', fields: { count: '2', bit: '6' } },
]

/**
 * `cases` cases of two sides and eight shelves, every one of another size, so that no two solids are alike:
 * ten pieces and sixteen joints each.
 */
export function wall(cases: number, jointOf: (k: number) => Join = () => HOUSED): Project {
  const stock = (id: string, thickness: string) =>
    change.addStock({
      id,
      name: id,
      kind: 'sheet',
      species: 'birch plywood',
      thickness,
      width: '5000',
      lengths: ['5000'],
    })
  const changes: Change[] = [stock('side', '18'), stock('shelf', '15')]
  for (let c = 0; c < cases; c++) {
    const [l, r] = [`l${c}`, `r${c}`]
    const side = (id: string, start: string) =>
      change.addPiece({
        kind: 'made',
        id,
        name: id,
        stock: 'side',
        facing: 'up-right',
        spans: {
          across: { start },
          deep: { start: '0', size: `${300 + c}` },
          up: { start: '0', size: `${1800 + 3 * c}` },
        },
      })
    changes.push(side(l, `${c * 1000}`), side(r, `${c * 1000 + 700 + c}`))
    for (let k = 0; k < 8; k++) {
      const id = `s${c}_${k}`
      changes.push(
        change.addPiece({
          kind: 'made',
          id,
          name: id,
          stock: 'shelf',
          facing: 'right-up',
          spans: {
            across: { start: `@${l}.right`, end: `@${r}.left` },
            deep: { start: `${k + 1}`, end: `@${l}.back` },
            up: { start: `${100 + 200 * k}` },
          },
        }),
      )
      const ends: Between[] = [
        [
          { piece: id, at: onFace('end1') },
          { piece: l, at: null },
        ],
        [
          { piece: id, at: onFace('end2') },
          { piece: r, at: null },
        ],
      ]
      changes.push(
        change.addJoints({
          joints: ends.map((between, n) => ({ id: `j${c}_${k}_${n}`, between, ...jointOf(k) })),
        }),
      )
    }
  }
  const done = execute(newProject('wall', 'Wall', 'mm'), changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
