/** Ways to take what was measured for what is: of the stock, of a board on the rack, of the piece. */
import { type Change, change, sayStep, stepFieldWord, stepsIn } from '../../document'
import { formatNumber, MM_PER, type Mm } from '../../measure'
import type { Model } from '../../model'
import { DIRECTION_OF } from '../../pieces'
import { originalOf, type Instance } from '../../resolve'
import { sized } from './lines'

export interface Takeover {
  readonly id: string
  readonly says: string
  readonly changes: readonly Change[]
}

const AXIS = { length: 0, width: 1, thickness: 2 } as const

/** What a reading can be taken for; `text` is the reading as a measure, and `mm` what it comes to. */
export function takeovers(i: Instance, what: string, text: string, mm: Mm, model: Model): Takeover[] {
  if (what !== 'length' && what !== 'width' && what !== 'thickness') return ofWork(i, what, text, model)
  return [...ofStock(i, what, text, model), ...ofPiece(i, what, text, mm, model)]
}

function ofStock(
  i: Instance,
  what: keyof typeof AXIS,
  text: string,
  { resolved, project }: Model,
): Takeover[] {
  const stock = resolved.byId.get(i.piece)?.stock
  if (!stock || what === 'length') return []
  const { id } = stock
  const { name, kind } = stock.stock
  const same = (a: Mm | null) => a !== null && Math.abs(a - i[what]) < 1e-3
  const found: Takeover[] = []
  if (what === 'thickness' ? same(stock.thickness) : kind === 'board' && same(stock.width))
    found.push({
      id: 'stock',
      says: `as the ${what} of all ${name}`,
      changes: [change.setStock({ id, changes: { [what]: text } })],
    })
  for (const b of project.boards)
    if (b.stock === id)
      found.push({
        id: `board ${b.id}`,
        says: `as the ${what} of the board ${b.name}`,
        changes: [change.setBoard({ id: b.id, changes: { [what]: text } })],
      })
  return found
}

/** The piece between its shoulders is what was measured, less what goes into joints. */
function ofPiece(
  i: Instance,
  what: keyof typeof AXIS,
  text: string,
  mm: Mm,
  { resolved, project }: Model,
): Takeover[] {
  const made = originalOf(resolved.byId.get(i.piece)!.piece, project)
  if (!made) return []
  const axis = AXIS[what]
  const direction = DIRECTION_OF[(resolved.byId.get(made.id)?.facing ?? i.facing).room[axis]]!
  const joints = i.size[axis] - (i.shoulder.max[axis] - i.shoulder.min[axis])
  if (mm - joints <= 0) return []
  const unit = resolved.style.unit
  const less = Math.abs(joints) < 1e-6 ? '' : ` - ${formatNumber(joints / MM_PER[unit]!)}${unit}`
  const span = made.spans[direction]
  const kept = (['start', 'end', 'centre'] as const).filter((f) => span[f] !== undefined)
  const instead = span.size === undefined && kept.length > 1 ? kept[1] : undefined
  const many = resolved.byId.get(i.piece)!.instances.length
  return [
    {
      id: 'piece',
      says: `as the ${what} of ${made.name}${many > 1 ? `, all ${many} of them` : ''}`,
      changes: [
        change.setFact({
          id: made.id,
          direction,
          fact: 'size',
          text: `${text}${less}`,
          ...(instead && { instead }),
        }),
      ],
    },
  ]
}

/** A measure that the maker typed of a step. */
function ofWork(i: Instance, what: string, text: string, model: Model): Takeover[] {
  const feature = model.features(i).find((f) => what.startsWith(`${f.id}|`))
  const step = feature?.step == null ? undefined : model.resolved.steps.get(feature.step)
  if (!step) return []
  const value = valueOf(i, what, model)
  const field = Object.entries(step.values ?? {}).find(
    ([name, v]) => value !== null && Math.abs(v - value) < 1e-6 && typeof step.step.fields[name] === 'string',
  )?.[0]
  const on = stepsIn(model.project).find((s) => s.step.id === step.id)?.entry
  if (!field) return []
  return [
    {
      id: 'step',
      says: `as the ${stepFieldWord(step.step.kind, field)} of the ${sayStep(step.step, on ?? i)}`,
      changes: [change.setStepField({ id: step.id, field, value: text })],
    },
  ]
}

const valueOf = (i: Instance, what: string, model: Model): Mm | null =>
  sized(i, model).lines.find((l) => l.what === what)?.mm ?? null
