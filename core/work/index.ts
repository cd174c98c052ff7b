/** What there is to know about work by its kind; the kinds themselves stand in kinds.ts. */
import { callSteps, sayIssue, type Step } from '../document'
import { dot, type Vec3 } from '../pieces'
import { wordsOf } from './fields'
import type { Feature, Holes, WorkKind } from './feature'
import { KINDS } from './kinds'
import type { OwnKind } from './own'
import type { Preset } from './preset'
import type { Tool } from './tool'

const byKind = new Map(KINDS.map((k) => [k.kind, k]))

/** What there is to know about a feature's kind. */
export function workKind(feature: Feature): WorkKind {
  const kind = byKind.get(feature.kind)
  if (!kind) throw new Error(`No kind of work is called ${feature.kind}`)
  return kind
}

/** The kinds that a maker can put on, in the order they are offered. */
export const OWN_KINDS: readonly OwnKind[] = KINDS.flatMap((k) => k.own ?? [])

for (const { kind, title, measures, options } of OWN_KINDS)
  callSteps(kind, { title: title.toLowerCase(), fields: wordsOf(measures, options) })

/** Every name that makers look for work under, with its kind. */
export const PRESETS: ReadonlyArray<Preset & { readonly kind: string }> = OWN_KINDS.flatMap((own) =>
  own.presets.map((p) => ({ ...p, kind: own.kind })),
)

export const presetNamed = (id: string): (typeof PRESETS)[number] | undefined =>
  PRESETS.find((p) => p.id === id)

/** How a maker puts this kind of work on; undefined where there is no such kind, or only joints make it. */
export const ownWork = (kind: string): OwnKind | undefined => byKind.get(kind)?.own ?? undefined

/**
 * What can be named of a step: the flat faces it leaves, and where its first hole or peg is, by the
 * directions of the room.
 */
export function rolesOf({ kind, options, outline }: RolesFrom): readonly string[] {
  const own = ownWork(kind)
  if (!own) return []
  if (outline && own.drawnRoles) return own.drawnRoles(outline)
  return own.mates && !own.meets?.(options) ? [...own.roles, ...DIRECTIONS] : own.roles
}

type RolesFrom = Pick<Step, 'kind' | 'options'> & Partial<Pick<Step, 'outline'>>

const DIRECTIONS = ['across', 'deep', 'up']
export const isDirection = (role: string): boolean => DIRECTIONS.includes(role)

const faults = new WeakMap<Step, { why: string | null }>()

/** What is wrong with a step as a record; null when its kind takes it. */
export function stepFault(step: Step): string | null {
  let found = faults.get(step)
  if (!found) faults.set(step, (found = { why: findFault(step) }))
  return found.why
}

function findFault({ kind, at, fields, options }: Step): string | null {
  const own = ownWork(kind)
  if (!own) return `there is no work called ${kind}`
  const title = own.title.toLowerCase()
  for (const read of [own.schema.safeParse(fields), own.choicesSchema.safeParse(options)])
    if (!read.success) return `${title}: ${sayIssue(read.error)}`
  return own.refuses(at)
}

/** How far off a flat face may still be meant, millimetres. */
const ON_FLAT = 0.05

/**
 * The part of a maker's own work whose flat face has this place and normal on it, own frame; null where it
 * leaves none there, or what it leaves is round.
 */
export function roleAt(feature: Feature, at: Vec3, normal: Vec3): string | null {
  const flats = workKind(feature).own?.flats(feature.data) ?? []
  const found = flats.find(
    (f) => Math.abs(dot(f.normal, normal)) > 0.9999 && Math.abs(dot(f.normal, at) - f.offset) < ON_FLAT,
  )
  return found?.role ?? null
}

/** The round holes that a feature bores; null for any other work. */
export const holesOf = (feature: Feature): Holes | null => workKind(feature).holes?.(feature.data) ?? null

/** Whether a feature looks at what is there when it is done. */
export const dependsOnShape = (feature: Feature): boolean => workKind(feature).dependsOnShape ?? false

/** Whether work of a kind does. */
export const kindDependsOnShape = (kind: string): boolean => byKind.get(kind)?.dependsOnShape ?? false

/** What a kind takes from the wood. */
export const kindCut = (kind: string, data: unknown): Tool[] => byKind.get(kind)?.cut(data) ?? []

/** How many a feature counts for on a list. */
export const countOf = (feature: Feature): number => workKind(feature).count?.(feature.data) ?? 1

export {
  capital,
  REFERENCE,
  sayDegrees,
  theFace,
  type Dimension,
  type Feature,
  type Holes,
  type Angle,
  type ArcOf,
  type PitchCircle,
  type Profile,
  type Sentence,
  type Standing,
  type Supply,
  type WorkKind,
} from './feature'
export * from './fields'
export { SIX, waysOf } from './onface'
export { beyond } from './slant'
export { seenAs } from './seated'
export { liesOn, turnOf, woodOn, type MadeSurface } from './surfaces'
export { isRod } from './state'
export { startOf, type DrawerId, type Likely, type Preset } from './preset'
export type { Fresh } from './fresh'
export * from './icon'
export type { Mate } from './input'
export { datumAt, placeAlong, wayOf, type Datum } from './datum'
export {
  chosenFor,
  firstRows,
  CannotMake,
  type Kept,
  type SawnWood,
  type StepInput,
  type OwnKind,
  type PlacedBy,
  type Wood,
} from './own'
export * from './tool'
export type { RoundAxis } from './tools/kind'
export type { Bend } from './bend'
export { leanOf } from './bore'
export type { Bore } from './bore/bore'
export type { Channel } from './channel'
export { saySettings, settingsOf, takesAny, type SawCut } from './crosscut'
export type { Keyway } from './keyway'
export type { Lap } from './lap'
export type { Mortise } from './mortise'
export type { Notch } from './notch'
export type { Pegs } from './peg/peg'
export type { Ease } from './ease'
export type { Rout } from './rout'
export type { Recess } from './recess/recess'
export type { Sawn } from './saw/sawn'
export type { Shaped } from './shape'
export type { Seat } from './seat/seat'
export type { Sockets } from './sockets'
export type { Tenon } from './tenon'
