/** What a kind of work answers so that a maker can put it on a piece or a group. */
import type * as z from 'zod'
import {
  faceOf,
  Id,
  sidesOf,
  type FaceName,
  type Made,
  type Outline,
  type Place,
  type Step,
} from '../document'
import type { Mm } from '../measure'
import type { Axis, Frame, Vec3 } from '../pieces'
import type { ResolvedBit } from '../resolve'
import {
  CannotMake,
  type Kept,
  type StepInput,
  type PlacedBy,
  type Role,
  type Mate,
  type Wood,
} from './input'
import type { Fresh } from './fresh'
import { flatSurface, isRound, type MadeSurface } from './surfaces'
import type { Preset } from './preset'
import { imageOfRepeat, REPEAT_CHOICES, REPEAT_MEASURES, repeatIdle, type RepeatWay } from './repeat'
import {
  choicesOf,
  choicesSchema,
  fieldsSchema,
  type Choice,
  type Choices,
  type Field,
  type Measures,
} from './fields'

export * from './input'

export interface OwnDefinition<D> {
  readonly title: string
  /** The faces it can be put on. */
  readonly faces: readonly FaceName[]
  readonly measures: Measures
  readonly choices?: Choices
  /** It is done with a bit of the rack, which its choice `bit` names. */
  readonly bit?: true
  /** Whether it is where another piece has its own: a step that its choice `meets` names. */
  meets?(options: Readonly<Record<string, string>>): boolean
  /**
   * It asks what wood there is as it begins; `also before joints` where joints see what it leaves of the
   * block, too.
   */
  readonly seesWood?: true | 'also before joints'
  /** It can be put on surfaces that earlier work has left, as on the face of a block. */
  readonly seated?: true
  /** It goes along the edges of a face: along all, or those with the faces that its place names. */
  readonly runs?: true
  /** Whether it is told by an outline, with these choices. */
  outlined?(options: Readonly<Record<string, string>>): boolean
  /** The face its outline is drawn on, when it is not the one it is put on. */
  readonly drawnOn?: FaceName
  /** What is drawn is a path with two ends. */
  readonly drawsOpen?: true
  /** Half of its outline is drawn, and mirrored across that way of the face; a new one starts so. */
  readonly drawsHalf?: NonNullable<Outline['mirror']>
  /** Whether it needs no place with these choices, being all over the piece. */
  placeless?(options: Readonly<Record<string, string>>): boolean
  /** The measures that say nothing with these choices, and this bit where it is known. */
  hiddenFields?(options: Readonly<Record<string, string>>, bit?: ResolvedBit | null): readonly string[]
  /** The choices that say nothing beside others. */
  hiddenChoices?(options: Readonly<Record<string, string>>): readonly string[]
  /** The measures that a choice answers for, once it is made: they are left empty then. */
  answers?(choice: string, value: string): readonly string[]
  /** What it starts as, where it is put; its presets say what else. */
  starts(on: Fresh): Pick<Step, 'fields' | 'options'>
  /** What is set of it most: its measures and choices by name, about six; all, when not said. */
  first?(options: Readonly<Record<string, string>>): readonly string[]
  /** The names that makers look for it under. */
  readonly presets: readonly Preset[]
  /** The ways it can be repeated with these choices; none, when not said. */
  repeats?(options: Readonly<Record<string, string>>): readonly RepeatWay[]
  /** What it leaves of the wood, as it is seen along the z of a frame; null where that is not told so. */
  keeps?(data: D): Kept | null
  /** The parts of it that leave a flat face. */
  readonly roles: readonly string[]
  /** The flat faces that an outline leaves, by its edges. */
  drawnRoles?(outline: Outline): readonly string[]
  resolve(asked: StepInput, wood: Wood): D | CannotMake
  /** How large a block it wants, own axes; null while that is not told. None, when any will do. */
  needs?(asked: Pick<StepInput, 'face' | 'values' | 'say' | 'chosen' | 'drawn'>, room: Vec3): Vec3 | null
  /**
   * The same work as a piece has it of which that wood is a part, or an image; null where it does not come
   * to.
   */
  carry(data: D, from: Frame, to: Wood): D | null
  flats(data: D): readonly Role[]
  /** All surfaces it leaves that other work can be put on, or that joints meet; its flats, when not said. */
  surfaces?(data: D): readonly MadeSurface[]
  /** What of another piece can be put where this is. */
  mates?(data: D): readonly Mate[]
  /** The measure that says where it is along an own axis of the piece; null where none does. */
  placedBy?(step: Pick<Step, 'at' | 'options'>, axis: Axis): PlacedBy | null
  /**
   * The step that does on a mirror image, whose edges have changed places, what this one does; that is so
   * wide between shoulders.
   */
  mirrored(step: Step, width: Mm): Step
}

export interface OwnKind<D = unknown> extends OwnDefinition<D> {
  readonly kind: string
  readonly schema: z.ZodType
  readonly choicesSchema: z.ZodType
  surfaces(data: D): readonly MadeSurface[]
  /** The measures of a step that say something with its choices, and this bit where it is known. */
  fieldsFor(step: Pick<Step, 'at' | 'options'>, bit?: ResolvedBit | null): readonly Field[]
  /** The choices that say something beside the others. */
  choicesFor(step: Pick<Step, 'at' | 'options'>): readonly Choice[]
  readonly options: readonly Choice[]
  /** Why a place will not do; null for one that does. */
  refuses(at: Place): string | null
}

export function ownKind<D>(kind: string, given: OwnDefinition<D>): OwnKind<D> {
  const whole = given.repeats ? repeated(given, given.repeats) : given
  const own = whole.seated ? { ...whole, measures: { ...whole.measures, ...ROUND_MEASURES } } : whole
  const fields = Object.entries(own.measures).map(([name, m]) => ({
    name,
    label: m.label,
    kind: m.kind ?? 'length',
    ...(m.placeholder === undefined ? {} : { placeholder: m.placeholder }),
  }))
  const choices = choicesOf(own.choices ?? {})
  return {
    ...own,
    mirrored: (step, width) =>
      step.at.kind === 'made' ? { ...step, at: seenInMirror(step.at) } : own.mirrored(step, width),
    kind,
    schema: fieldsSchema(own.measures),
    choicesSchema: choicesSchema(own.choices ?? {}).extend({
      ...(own.bit && { bit: Id.optional() }),
      ...(own.meets && { meets: Id.optional() }),
    }),
    surfaces: own.surfaces ?? ((data) => own.flats(data).map(flatSurface)),
    fieldsFor: ({ at, options }, bit) => {
      const idle = [...(own.hiddenFields?.(options, bit) ?? []), ...(onRound(at) ? FLAT_ONLY : ROUND_ONLY)]
      return fields.filter((f) => !idle.includes(f.name))
    },
    choicesFor: ({ at, options }) => {
      const idle = [...(own.hiddenChoices?.(options) ?? []), ...(onRound(at) ? FLAT_ONLY : [])]
      const ways = own.repeats?.(options) ?? []
      const offered = (c: Choice): Choice =>
        c.name === 'repeat'
          ? {
              ...c,
              values: Object.fromEntries(
                Object.entries(c.values).filter(([way]) => way === 'none' || ways.includes(way as RepeatWay)),
              ),
            }
          : c.name === 'pattern' && onRound(at)
            ? { ...c, values: { one: c.values.one!, row: c.values.row! } }
            : c
      return choices.filter((c) => !idle.includes(c.name)).map(offered)
    },
    options: choices,
    refuses: (at) => {
      if (at.kind === 'made' && own.seated) return null
      const face = at.kind === 'face' || (own.runs && at.kind === 'run') ? faceOf(at) : null
      const sides = sidesOf(at)
      return face && own.faces.includes(face) && (at.kind !== 'run' || sides.length === at.with.length)
        ? null
        : `a ${own.title.toLowerCase()} is put on ${own.faces.join(', ')}`
    },
  }
}

/** The same surface of a mirror image, as it is seen in a mirror again. */
const seenInMirror = ({ mirrored, ...at }: Made): Made => (mirrored ? at : { ...at, mirrored: true })

/** On what is round: where round its axis, and how often. */
const ROUND_MEASURES = {
  turn: { label: 'Angle round the axis', kind: 'angle', placeholder: '0°', text: '0' },
  around: { label: 'Count round the axis', kind: 'count', placeholder: '1', text: '1' },
} as const satisfies Measures
const ROUND_ONLY = Object.keys(ROUND_MEASURES)
/** What is put on a round surface is at its crest. */
const FLAT_ONLY = ['across', 'acrossFrom', 'place', 'from', 'leanAcross', 'mirror', 'ringStart']
const onRound = (at: Place): boolean => at.kind === 'made' && isRound(at)

/** What is chosen for a step, by the name of the choice; the first where nothing is said. */
export const chosenFor =
  ({ options: choices }: Pick<OwnKind, 'options'>, { options }: Pick<Step, 'options'>) =>
  (name: string): string =>
    options[name] ?? Object.keys(choices.find((c) => c.name === name)?.values ?? {})[0] ?? ''

/** The same with what says how it is repeated. */
const repeated = <D>(
  own: OwnDefinition<D>,
  ways: NonNullable<OwnDefinition<D>['repeats']>,
): OwnDefinition<D> => ({
  ...own,
  measures: { ...own.measures, ...REPEAT_MEASURES },
  choices: { ...own.choices, ...REPEAT_CHOICES },
  hiddenFields: (options, bit) => [
    ...(own.hiddenFields?.(options, bit) ?? []),
    ...repeatIdle(ways(options).includes(options.repeat as RepeatWay) ? options : {}),
  ],
  hiddenChoices: (options) => [
    ...(own.hiddenChoices?.(options) ?? []),
    ...(ways(options).length === 0 ? ['repeat'] : []),
  ],
  mirrored: (step, width) => imageOfRepeat(own.mirrored(step, width), Boolean(own.placedBy?.(step, 1))),
})

/** The measures and choices that say something of a step, those that are set most before the others. */
export function firstRows(
  own: OwnKind,
  step: Pick<Step, 'at' | 'fields' | 'options'>,
  bit?: ResolvedBit | null,
): {
  readonly first: { readonly fields: readonly Field[]; readonly choices: readonly Choice[] }
  readonly rest: { readonly fields: readonly Field[]; readonly choices: readonly Choice[] }
  /** How many of the others are set. */
  readonly set: number
} {
  const [fields, choices] = [own.fieldsFor(step, bit), own.choicesFor(step)]
  const first = own.first?.(step.options) ?? [...fields, ...choices].map((x) => x.name)
  const names = onRound(step.at) ? [...first, ...ROUND_ONLY] : first
  const at = (x: { readonly name: string }) => names.indexOf(x.name)
  const early = <X extends { readonly name: string }>(all: readonly X[]) =>
    all.filter((x) => at(x) >= 0).sort((a, b) => at(a) - at(b))
  const late = <X extends { readonly name: string }>(all: readonly X[]) => all.filter((x) => at(x) < 0)
  const rest = { fields: late(fields), choices: late(choices) }
  const isSet = (c: Choice) =>
    (step.options[c.name] ?? '') !== '' && step.options[c.name] !== Object.keys(c.values)[0]
  return {
    first: { fields: early(fields), choices: early(choices) },
    rest,
    set: rest.fields.filter((f) => step.fields[f.name]).length + rest.choices.filter(isSet).length,
  }
}
