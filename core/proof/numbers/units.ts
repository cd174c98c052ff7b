/** Figures that look as if they were typed in the other unit: 25.4 times off from all of their kind. */
import {
  type Change,
  change,
  type Group,
  type Joint,
  type Piece,
  type Project,
  sayStep,
  stepFieldWord,
  type Stock,
} from '../../document'
import { MM_PER, type LengthUnit, type Mm } from '../../measure'
import type { Model } from '../../model'
import { DIRECTION_OF, facing } from '../../pieces'
import { keyOf, type NodeKey, type Problem } from '../../resolve'
import { defineWhole } from '../check'
import { sayer } from '../wood'

const INCH = MM_PER.in!
/** As far off may figures of one kind be from each other, and still be of one kind. */
const ALIKE = 2.5
/** As far off must a figure be from the nearest of its kind to be none of them. */
const FOREIGN = 6

/** A figure that was typed without a unit, with what it is a figure of. */
interface Typed {
  readonly sort: string
  readonly text: string
  readonly mm: Mm
  readonly key: NodeKey
  readonly of: Partial<Problem>
  called(project: Project): string
  set(text: string): Change
}

export const units = defineWhole({
  id: 'units',
  title: 'Wrong units',
  rests: 'piece',
  why: 'A figure typed in the other unit is 25.4 times off, and everything that hangs on it with it.',
  look: (model) => {
    const unit = model.resolved.style.unit
    const { stock, pieces, groups, joints } = model.project
    return [stock, [...pieces, ...groups], joints].flatMap((list) =>
      sortsIn(list, unit, model).flatMap(({ odd, figures }) =>
        odd.flatMap((t) => doubt(t, figures, unit, model)),
      ),
    )
  },
})

/** Figures of one kind in order, millimetres, and those among them that stand alone. */
interface Sort {
  readonly figures: readonly Mm[]
  readonly odd: readonly Typed[]
}
const sorted = new WeakMap<readonly Entry[], { readonly unit: LengthUnit; readonly sorts: readonly Sort[] }>()

function sortsIn(list: readonly Entry[], unit: LengthUnit, model: Model): readonly Sort[] {
  const old = sorted.get(list)
  if (old?.unit === unit) return old.sorts
  const bySort = new Map<string, Typed[]>()
  for (const t of list.flatMap((entry) => typedIn(entry, unit, model))) {
    const same = bySort.get(t.sort)
    if (same) same.push(t)
    else bySort.set(t.sort, [t])
  }
  const sorts = [...bySort.values()].map((all): Sort => {
    const figures = all.map((t) => t.mm).sort((a, b) => a - b)
    const alone = new Set(figures.filter((mm, n) => standsAlone(mm, figures[n - 1], figures[n + 1])))
    return { figures, odd: all.length < 3 ? [] : all.filter((t) => alone.has(t.mm)) }
  })
  sorted.set(list, { unit, sorts })
  return sorts
}

/** Whether a figure is far from the nearest smaller and the nearest larger one of its kind. */
const standsAlone = (mm: Mm, less = 0, more = Infinity): boolean =>
  mm > 0 && (less <= 0 || mm / less >= FOREIGN) && more / mm >= FOREIGN

/** What is said of a figure that stands alone; `figures`: all of its kind in order, itself among them. */
function doubt(t: Typed, figures: readonly Mm[], unit: LengthUnit, model: Model): Problem[] {
  // In a project in inches a figure in millimetres comes out too large; in one in millimetres, too small.
  const meant = unit === 'in' ? t.mm / INCH : t.mm * INCH
  const alike = figures.filter((mm) => mm >= meant / ALIKE && mm < meant * ALIKE)
  if (alike.length < Math.max(1, (figures.length - 1) / 2)) return []
  const other = unit === 'in' ? 'mm' : 'in'
  const say = sayer(model)
  return [
    {
      id: `units:${t.key}`,
      level: 'look',
      ...t.of,
      key: t.key,
      says:
        `${t.called(model.project)} is ${say(t.mm)}; others of its kind are about ${say(alike[0]!)}. ` +
        `Is it meant in ${other === 'in' ? 'inches' : 'millimetres'}?`,
      advice: `Write the unit after the figure, ${t.text}${other}, and it is taken so.`,
      mends: [
        {
          says: `Take it as ${t.text} ${other}: ${say(t.mm)} becomes ${say(meant)}`,
          changes: [t.set(`${t.text}${other}`)],
        },
      ],
    },
  ]
}

const BARE = /^\d+(\.\d+)?( \d+\/\d+)?$|^\d+\/\d+$/

type Entry = Stock | Piece | Group | Joint
const known = new WeakMap<Entry, { readonly unit: LengthUnit; readonly typed: readonly Typed[] }>()

/** Lengths in an entry that were typed as a bare figure; what they are hangs on it and the unit. */
function typedIn(entry: Entry, unit: LengthUnit, model: Model): readonly Typed[] {
  const old = known.get(entry)
  if (old?.unit === unit) return old.typed
  const typed = [...figuresOf(entry)].flatMap(({ text, ...rest }): Typed[] => {
    if (typeof text !== 'string' || !BARE.test(text.trim())) return []
    const result = model.resolved.result(rest.key)
    return result?.ok && typeof result.value === 'number'
      ? [{ ...rest, text: text.trim(), mm: result.value }]
      : []
  })
  known.set(entry, { unit, typed })
  return typed
}

type Figure = Omit<Typed, 'text' | 'mm'> & { readonly text: unknown }

function* figuresOf(entry: Entry): Generator<Figure> {
  if ('between' in entry) yield* figuresOfJoint(entry)
  else if ('thickness' in entry)
    yield {
      sort: `thickness of ${entry.kind}`,
      text: entry.thickness,
      key: keyOf.stock(entry.id, 'thickness'),
      of: { stock: entry.id },
      called: () => `The thickness of ${entry.name}`,
      set: (thickness) => change.setStock({ id: entry.id, changes: { thickness } }),
    }
  else if (!('kind' in entry) || entry.kind === 'made') {
    if ('kind' in entry) yield* sizesOf(entry)
    for (const step of entry.work)
      for (const [field, text] of Object.entries(step.fields))
        yield {
          sort: `${field} of ${step.kind}`,
          text,
          key: keyOf.step(step.id, field),
          of: { step: step.id, ...('kind' in entry && { piece: entry.id }) },
          called: () => `The ${stepFieldWord(step.kind, field)} of the ${sayStep(step, entry)}`,
          set: (value) => change.setStepField({ id: step.id, field, value }),
        }
  }
}

function* figuresOfJoint(j: Joint): Generator<Figure> {
  for (const [field, text] of Object.entries(j.fields))
    yield {
      sort: `${field} of ${j.kind}`,
      text,
      key: keyOf.joint(j.id, field),
      of: { joint: j.id },
      called: ({ pieces }) => {
        const { piece } = j.between[0]!
        return `The ${field} of the ${j.kind} of ${pieces.find((p) => p.id === piece)?.name ?? piece}`
      },
      set: (value) => change.setJointField({ ids: [j.id], field, value }),
    }
}

/** Sizes of a piece but for its thickness: one kind for all lengths across, deep and up. */
function* sizesOf(p: Extract<Piece, { kind: 'made' }>): Generator<Figure> {
  const thick = DIRECTION_OF[facing(p.facing).room[2]]
  for (const direction of ['across', 'deep', 'up'] as const)
    if (direction !== thick)
      yield {
        sort: 'size of a piece',
        text: p.spans[direction].size,
        key: keyOf.fact(p.id, direction, 'size'),
        of: { piece: p.id },
        called: () => `The size ${direction} of ${p.name}`,
        set: (text) => change.setFact({ id: p.id, direction, fact: 'size', text }),
      }
}
