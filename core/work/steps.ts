/** The maker's own work on every piece of wood it comes to, and what is wrong with it. */
import { faceOf, groupsAbove, groupsWithin, sidesOf, standsIn, type Step } from '../document'
import {
  originalOf,
  sayLength,
  type Instance,
  type JointMeasure,
  type Problem,
  type Resolved,
  type ResolvedGroup,
  type ResolvedStep,
  type WorkNumbers,
} from '../resolve'
import { negated, STILL, type Vec3 } from '../pieces'
import type { Feature } from './feature'
import { ownWork, stepFault } from './index'
import { Unfit, type Asked, type Wood } from './own'

/** What the resolver asks of work, whatever its kind. */
export const workNumbers: WorkNumbers = {
  measures: (step) => {
    const own = ownWork(step.kind)
    if (!own || stepFault(step)) return []
    const idle = own.idle?.(step.options) ?? []
    return Object.entries(own.measures).flatMap(([name, m]): JointMeasure[] => {
      if (idle.includes(name)) return []
      const text = (step.fields[name] as string | undefined) || m.text
      return text ? [{ name, text, kind: m.kind ?? 'length' }] : []
    })
  },
  roles: (step) => (stepFault(step) ? [] : (ownWork(step.kind)?.roles ?? [])),
  flat: (step, role, values, size) => {
    const own = ownWork(step.kind)
    if (!own) return null
    const wood: Wood = { name: '', frame: STILL, size, shoulder: { min: [0, 0, 0], max: size } }
    const data = own.resolve(asked(step, values, null, String), wood)
    return data instanceof Unfit ? null : (own.flats(data).find((f) => f.role === role) ?? null)
  },
}

function asked(
  step: Step,
  values: Readonly<Record<string, number>>,
  bit: Asked['bit'],
  say: Asked['say'],
): Asked {
  const own = ownWork(step.kind)!
  return {
    face: faceOf(step.at) ?? own.faces[0]!,
    sides: sidesOf(step.at),
    values,
    bit,
    say,
    chosen: (name) => {
      const choice = own.options.find((o) => o.name === name)
      return step.options[name] ?? Object.keys(choice?.values ?? {})[0] ?? ''
    },
  }
}

export interface OwnWork {
  readonly features: ReadonlyMap<string, readonly Feature[]>
  readonly problems: readonly Problem[]
}

/** What came out last time: by the piece of wood, then by the step. */
export type KeptOwn = WeakMap<
  object,
  Map<string, { readonly inputs: readonly unknown[]; readonly data: unknown }>
>

/** `kept` holds what came out last time, and is brought up to date. */
export function ownWorkOf(resolved: Resolved, kept: KeptOwn = new WeakMap()): OwnWork {
  const features = new Map<string, Feature[]>()
  const problems: Problem[] = []
  const said = new Set<string>()
  const wrong = (step: Step, piece: string, { says, level }: Unfit) => {
    const id = `${step.id}:${says}`
    if (said.has(id)) return
    said.add(id)
    problems.push({ id, level, says, piece, step: step.id })
  }
  const put = (feature: Feature) => {
    const list = features.get(feature.on)
    if (list) list.push(feature)
    else features.set(feature.on, [feature])
  }
  /**
   * Made once for as long as the wood and all it was made from are the same; features stay what they were.
   */
  const once = <T>(wood: object, step: string, inputs: readonly unknown[], make: () => T): T => {
    const known = kept.get(wood) ?? new Map<string, { inputs: readonly unknown[]; data: unknown }>()
    kept.set(wood, known)
    const old = known.get(step)
    const same = old && old.inputs.length === inputs.length && inputs.every((x, n) => x === old.inputs[n])
    if (same) return old.data as T
    const data = make()
    known.set(step, { inputs, data })
    return data
  }
  const steps = (work: readonly Step[]): ResolvedStep[] =>
    work.flatMap((step) => {
      const found = resolved.steps.get(step.id)
      return !found?.values || step.off || stepFault(step) ? [] : [found]
    })
  const say: Asked['say'] = (mm) => sayLength(resolved, mm)
  const { style } = resolved.project.settings
  const bitOf = (step: Step) => resolved.bits.get(step.options.bit ?? '') ?? null

  for (const piece of resolved.pieces) {
    const original = originalOf(piece.piece, resolved.project)
    if (!original || original.work.length === 0) continue
    const twin = piece.piece.kind === 'twin'
    for (const found of steps(original.work)) {
      const { step, values } = found
      const own = ownWork(step.kind)!
      for (const i of piece.instances) {
        const bit = bitOf(step)
        const made = once(i, step.id, [found, style, bit], () => {
          const wood = twin ? imageOf(i) : i
          const whole = own.resolve(asked(step, values!, bit, say), wood)
          if (whole instanceof Unfit) return whole
          const here = twin ? own.carry(whole, wood.frame, i) : whole
          return here === null
            ? new Unfit(`The ${step.kind} does not come to ${i.name}`, 'look')
            : featureOf(i, step, here)
        })
        if (made instanceof Unfit) wrong(step, piece.id, made)
        else put(made)
      }
    }
  }
  for (const group of resolved.groups) {
    if (group.group.work.length === 0 || !group.size) continue
    const blocks = blocksOf(group, resolved)
    for (const found of steps(group.group.work)) {
      const { step, values } = found
      const own = ownWork(step.kind)!
      for (const { wood, members } of blocks) {
        const bit = bitOf(step)
        const whole = own.resolve(asked(step, values!, bit, say), wood)
        if (whole instanceof Unfit) {
          wrong(step, group.id, whole)
          continue
        }
        for (const i of members) {
          const inputs = [
            found,
            style,
            bit,
            ...[wood.frame.origin, wood.frame.x, wood.frame.y, wood.frame.z, wood.size].flat(),
            members.map((m) => m.key).join(),
          ]
          const made = once(i, step.id, inputs, () => {
            const here = own.carry(whole, wood.frame, i)
            if (here === null) return null
            const feature = featureOf(i, step, here)
            // What goes along edges goes along those of all of them together.
            return own.runs
              ? { ...feature, beside: members.flatMap((m) => (m === i ? [] : [m.key])) }
              : feature
          })
          if (made) put(made)
        }
      }
    }
  }
  return { features, problems }
}

const featureOf = (i: Instance, step: Step, data: unknown): Feature => ({
  id: `${step.id}/${i.key}`,
  kind: step.kind,
  on: i.key,
  joint: null,
  step: step.id,
  partner: null,
  data,
})

/** A mirrored twin as the mirror image of its original: told from the same edge, in a left-handed frame. */
function imageOf(i: Instance): Wood {
  const { frame, size, shoulder, name } = i
  const wide = size[1]
  const origin: Vec3 = [0, 1, 2].map((k) => frame.origin[k]! + frame.y[k]! * wide) as unknown as Vec3
  const { min, max } = shoulder
  return {
    name,
    size,
    frame: { ...frame, origin, y: negated(frame.y) },
    shoulder: { min: [min[0], wide - max[1], min[2]], max: [max[0], wide - min[1], max[2]] },
  }
}

/** A group in each place it stands as one block, with the pieces of wood that it holds there. */
function blocksOf(group: ResolvedGroup, resolved: Resolved): Array<{ wood: Wood; members: Instance[] }> {
  const above = new Set(groupsAbove(resolved.project, group.id))
  const inside = new Set(groupsWithin(resolved.project, group.id))
  const held = resolved.pieces.filter((p) => p.piece.group !== null && inside.has(p.piece.group))
  const size = group.size!
  return group.frames.map((frame, n) => ({
    wood: { name: group.group.name, frame, size, shoulder: { min: [0, 0, 0], max: size } },
    members: held.flatMap((p) =>
      p.instances.filter((i) => standsIn(i.copy, group.id, group.copies[n]!, above)),
    ),
  }))
}
