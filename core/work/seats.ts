/** Where steps are put that stand on surfaces which earlier work has left, found as these are by then. */
import { stepWord, type Made } from '../document'
import { dot } from '../pieces'
import type { Instance, Resolved } from '../resolve'
import type { Feature } from './feature'
import { workKind } from './index'
import { CannotMake, type Wood } from './own'
import { isRod } from './state'
import { isRound, rodSurface, STOCK, woodOn, type MadeSurface, type SeenFrom } from './surfaces'

/** A surface that a step is put on, and the wood as it is seen from there. */
export interface Seat extends SeenFrom {
  readonly says: string
}

/** As many as anybody puts round an axis. */
const MOST = 200

/** Once, or several times round an axis; in a sentence why not. `wood` is the piece as it is told there. */
export function seatsOn({
  at,
  before,
  rod,
  values,
  wood,
  i,
  original,
  resolved,
}: {
  readonly at: Made
  readonly before: readonly Feature[]
  readonly rod: boolean
  readonly values: Readonly<Record<string, number>>
  readonly wood: Wood
  readonly i: Instance
  /** What joints make of the piece that this is an image of; null for what is none. */
  readonly original: { readonly i: Instance; readonly joined: readonly Feature[] } | null
  readonly resolved: Resolved
}): [Seat | CannotMake, ...Seat[]] {
  const found = surfaceOf(at, before, rod, wood, i) ?? (original && likeOn(original, at, before, wood, i))
  if (!found) return [new CannotMake(whyNone(at, wood, resolved))]
  const { around = 1, turn = 0 } = values
  if (around < 1 || around > MOST)
    return [CannotMake.of('around', `${around} times round ${wood.name} is not what can be made`)]
  const count = found.surface.kind === 'round' ? around : 1
  const seats = Array.from({ length: count }, (_, k): Seat => ({
    ...woodOn(found.surface, wood, turn + (k * 360) / count),
    says: found.says,
  }))
  return seats as [Seat, ...Seat[]]
}

interface Named {
  readonly surface: MadeSurface
  readonly says: string
}

const ROD: Omit<Named, 'surface'> = { says: 'the round of the rod' }
function named(surface: MadeSurface, f: Feature): Named {
  const partner = f.partner ? ` for ${f.partner.name}` : ''
  // "the floor", but "side 3".
  const the = /\d$/.test(surface.says) ? '' : 'the '
  return { surface, says: `${the}${surface.says} of the ${workKind(f).name(f.data)}${partner}` }
}

/** The surface that is meant, in the frame of some wood, and what it is called. */
function surfaceOf(
  at: Made,
  before: readonly Feature[],
  rod: boolean,
  wood: Wood,
  i: Instance,
): Named | null {
  if (at.step === STOCK && rod) return { surface: rodSurface(wood.size), ...ROD }
  const all = before.flatMap((f) => {
    if (f.step !== at.step && f.joint !== at.step) return []
    const { own } = workKind(f)
    // As it is seen in that wood, so that its near side is the near one there.
    const data = wood.frame === i.frame ? f.data : own?.carry(f.data, i.frame, wood)
    return data ? (own?.surfaces(data) ?? []).flatMap((s) => (s.role === at.role ? [named(s, f)] : [])) : []
  })
  return all[(at.copy ?? 1) - 1] ?? null
}

/** On a mirrored twin the surface that another joint makes where one does on its original. */
function likeOn(
  original: { readonly i: Instance; readonly joined: readonly Feature[] },
  at: Made,
  before: readonly Feature[],
  wood: Wood,
  i: Instance,
): Named | null {
  const there = surfaceOf(at, original.joined, false, original.i, original.i)?.surface
  if (there?.kind !== 'flat') return null
  const joints = [...new Set(before.flatMap((f) => f.joint ?? []))]
  for (const joint of joints)
    for (let copy = 1; copy <= MOST; copy++) {
      const found = surfaceOf({ ...at, step: joint, copy }, before, false, wood, i)
      if (!found) break
      const { surface } = found
      if (surface.kind !== 'flat' || dot(surface.normal, there.normal) < 1 - 1e-6) continue
      if (Math.abs(surface.offset - there.offset) < 0.01) return found
    }
  return null
}

/** The surfaces that a piece has for more work, in the order of what made them. */
export function surfacesOf(
  features: readonly Feature[],
  instance: Instance,
  resolved: Pick<Resolved, 'byId'>,
): Array<Named & { readonly place: Made }> {
  const counts = new Map<string, number>()
  const made = features.flatMap((f) => {
    const step = f.step ?? f.joint
    if (step === null) return []
    return (workKind(f).own?.surfaces(f.data) ?? []).map((surface) => {
      const key = `${step}/${surface.role}`
      const copy = (counts.get(key) ?? 0) + 1
      counts.set(key, copy)
      const place: Made = { kind: 'made', step, role: surface.role, ...(copy > 1 && { copy }) }
      return { ...named(surface, f), place }
    })
  })
  if (!isRod(instance, resolved)) return made
  const surface = rodSurface(instance.size)
  return [{ surface, ...ROD, place: { kind: 'made', step: STOCK, role: surface.role } }, ...made]
}

/** Why the surface that a step is put on is not there. */
function whyNone({ step, role }: Made, { name }: Wood, { project, steps }: Resolved): string {
  const of = steps.get(step)?.step
  const title = of ? stepWord(of.kind) : project.joints.some((j) => j.id === step) ? 'joint' : null
  if (step === STOCK) return `The step is put on the round of a rod, and ${name} is none`
  if (title === null) return `The step is put on a surface of ${name} that deleted work had left`
  const where = `The step is put on a surface of the ${title} on ${name}`
  if (of?.off) return `${where}, which is skipped`
  return `${where}, which leaves no ${sayRole(role)} before it: put it on another face, or move it later`
}

const sayRole = (role: string): string => (isRound({ role }) ? 'round side' : role.replace(/[\d_].*$/, ''))
