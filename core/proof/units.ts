/** Figures that look as if they were typed in the other unit: 25.4 times off from all of their kind. */
import { change, stepsIn, type Change, type Project } from '../document'
import { MM_PER, type LengthUnit, type Mm } from '../measure'
import type { Model } from '../model'
import { DIRECTION_OF, facing } from '../pieces'
import { keyOf, type NodeKey, type Problem } from '../resolve'
import { defineWhole } from './check'
import { sayer } from './wood'

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
  called(): string
  set(text: string): Change
}

export const units = defineWhole({
  id: 'units',
  title: 'figures in the wrong unit',
  why: 'A figure typed in the other unit is 25.4 times off, and everything that hangs on it with it.',
  look: (model) => {
    const unit = model.resolved.style.unit
    const sorts = new Map<string, Typed[]>()
    for (const t of typedIn(model)) {
      const list = sorts.get(t.sort)
      if (list) list.push(t)
      else sorts.set(t.sort, [t])
    }
    return [...sorts.values()].flatMap((all) => {
      const figures = inOrder(all)
      return all.flatMap((t) => doubt(t, figures, unit, model))
    })
  },
})

/** Figures of one kind in order, so that the nearest of one and those about another are found at once. */
const inOrder = (all: readonly Typed[]): Mm[] => all.map((t) => t.mm).sort((a, b) => a - b)

/** Where a figure would stand among others in order. */
function placeOf(figures: readonly Mm[], mm: Mm): number {
  let [low, high] = [0, figures.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (figures[middle]! < mm) low = middle + 1
    else high = middle
  }
  return low
}

/** `figures`: all of its kind in order, itself among them. */
function doubt(t: Typed, figures: readonly Mm[], unit: LengthUnit, model: Model): Problem[] {
  if (figures.length < 3 || t.mm <= 0) return []
  const at = placeOf(figures, t.mm)
  // In a project in inches a figure in millimetres comes out too large; in one in millimetres, too small.
  const meant = unit === 'in' ? t.mm / INCH : t.mm * INCH
  const off = (a: Mm, b: Mm | undefined) => (b === undefined || b <= 0 ? Infinity : Math.max(a / b, b / a))
  const nearest = Math.min(off(t.mm, figures[at - 1]), off(t.mm, figures[at + 1]))
  const from = placeOf(figures, meant / ALIKE)
  const alike = placeOf(figures, meant * ALIKE) - from
  if (nearest < FOREIGN || alike < Math.max(1, (figures.length - 1) / 2)) return []
  const other = unit === 'in' ? 'mm' : 'in'
  const say = sayer(model)
  return [
    {
      id: `units:${t.key}`,
      level: 'look',
      ...t.of,
      key: t.key,
      says:
        `${t.called()} is ${say(t.mm)}; others of its kind are about ${say(figures[from]!)}. ` +
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

/** All lengths that were typed as a bare figure, by their kind. */
function* typedIn(model: Model): Generator<Typed> {
  const { project, resolved } = model
  const length = (key: NodeKey): Mm | null => {
    const r = resolved.result(key)
    return r?.ok && typeof r.value === 'number' ? r.value : null
  }
  const typed = function* (
    sort: string,
    text: unknown,
    key: NodeKey,
    rest: Pick<Typed, 'of' | 'called' | 'set'>,
  ): Generator<Typed> {
    const mm = typeof text === 'string' && BARE.test(text.trim()) ? length(key) : null
    if (mm !== null) yield { sort, text: (text as string).trim(), mm, key, ...rest }
  }
  for (const s of project.stock)
    yield* typed(`thickness of ${s.kind}`, s.thickness, keyOf.stock(s.id, 'thickness'), {
      of: { stock: s.id },
      called: () => `The thickness of ${s.name}`,
      set: (thickness) => change.setStock({ id: s.id, changes: { thickness } }),
    })
  yield* spansTyped(project, typed)
  for (const j of project.joints)
    for (const [field, text] of Object.entries(j.fields))
      if (lengthField(text))
        yield* typed(`${field} of ${j.kind}`, text, keyOf.joint(j.id, field), {
          of: { joint: j.id },
          called: () => `The ${field} of the ${j.kind} of ${nameIn(project, j.between[0]!.piece)}`,
          set: (value) => change.setJointField({ ids: [j.id], field, value }),
        })
  for (const { step, entry } of stepsIn(project))
    for (const [field, text] of Object.entries(step.fields))
      if (lengthField(text))
        yield* typed(`${field} of ${step.kind}`, text, keyOf.step(step.id, field), {
          of: { step: step.id, ...(project.pieces.some((p) => p.id === entry.id) && { piece: entry.id }) },
          called: () => `The ${field} of the ${step.kind} on ${entry.name}`,
          set: (value) => change.setStepField({ id: step.id, field, value }),
        })
}

type Typing = (
  sort: string,
  text: unknown,
  key: NodeKey,
  rest: Pick<Typed, 'of' | 'called' | 'set'>,
) => Generator<Typed>

/** Sizes of pieces but for their thickness: one kind for all lengths across, deep and up. */
function* spansTyped(project: Project, typed: Typing): Generator<Typed> {
  for (const p of project.pieces) {
    if (p.kind !== 'made') continue
    const thick = DIRECTION_OF[facing(p.facing).room[2]]
    for (const direction of ['across', 'deep', 'up'] as const) {
      if (direction === thick) continue
      yield* typed('size of a piece', p.spans[direction].size, keyOf.fact(p.id, direction, 'size'), {
        of: { piece: p.id },
        called: () => `The size ${direction} of ${p.name}`,
        set: (text) => change.setFact({ id: p.id, direction, fact: 'size', text }),
      })
    }
  }
}

const lengthField = (value: unknown): boolean => typeof value === 'string' && value.trim() !== ''
const nameIn = (project: Project, id: string): string => project.pieces.find((p) => p.id === id)?.name ?? id
