/** The maker's own work on every piece of wood it comes to, and what is wrong with it. */
import { faceOf, sidesOf, type Step, stepWord } from '../document'
import {
  originalOf,
  sayLength,
  type Instance,
  type JointMeasure,
  type Problem,
  type Resolved,
  type ResolvedPiece,
  type ResolvedStep,
  type WorkNumbers,
} from '../resolve'
import { isFigureText } from '../measure'
import { factKind, MIRROR } from '../outline'
import { carried, FACE_AT, STILL, toRoom, unit, vec3, type Frame, type Vec3 } from '../pieces'
import type { Feature, Supply } from './feature'
import { isDirection, kindCut, kindDependsOnShape, ownWork, rolesOf, stepFault, workKind } from './index'
import { meetingsOf, type Met } from './meetings'
import { waysOf } from './onface'
import { drawnPaths } from './outlines'
import { chosenFor, CannotMake, type SawnWood, type StepInput, type Wood } from './own'
import { framesOf, image } from './repeat'
import { isRod, withinBlock, woodAlong } from './state'
import { seenAs } from './seated'
import { seatsOn, type Seat } from './seats'
import { aboutRod, toolInto, type Tool } from './tool'
import { cutThrough } from './surfaces'
import { blocksOf, imageOf, standingOn } from './woods'

/** What the resolver asks of work, whatever its kind. */
export const workNumbers: WorkNumbers = {
  measures: (step) => {
    const own = ownWork(step.kind)
    if (!own || stepFault(step)) return []
    const idle = own.hiddenFields?.(step.options) ?? []
    const drawn = own.outlined?.(step.options) ? drawnMeasures(step) : []
    const named = Object.entries(own.measures).flatMap(([name, m]): JointMeasure[] => {
      if (idle.includes(name)) return []
      const text = (step.fields[name] as string | undefined) || m.text
      // What may not be left empty is a measure all the same, and is told to be missing.
      return text || m.placeholder === undefined ? [{ name, text: text ?? '', kind: m.kind ?? 'length' }] : []
    })
    return [...named, ...drawn]
  },
  roles: (step) => (stepFault(step) ? [] : rolesOf(step)),
  flat: (step, role, values, size) => {
    const own = ownWork(step.kind)
    if (!own) return null
    const wood: Wood = { name: '', frame: STILL, size, shoulder: { min: [0, 0, 0], max: size } }
    const data = own.resolve(asked(step, values, null, atMiddle(step, wood), String, wood), wood)
    if (data instanceof CannotMake) return null
    if (isDirection(role)) return own.mates?.(data)[0] ?? null
    return own.flats(data).find((f) => f.role === role) ?? null
  },
}

/** The measures of what is drawn, by the ids of its facts and corners, and of where it is mirrored. */
const drawnMeasures = ({ outline }: Step): JointMeasure[] => [
  ...(outline?.mirror && outline.mirrorOff
    ? [{ name: MIRROR, text: outline.mirrorOff, kind: 'length' as const }]
    : []),
  ...(outline?.facts ?? []).flatMap(({ id, kind, value }): JointMeasure[] => {
    const of = factKind(kind)?.value
    return of && value ? [{ name: id, text: value, kind: of }] : []
  }),
  ...(outline?.corners ?? []).flatMap(({ id, value }): JointMeasure[] =>
    value ? [{ name: id, text: value, kind: 'length' }] : [],
  ),
]

function asked(
  step: Step,
  values: Readonly<Record<string, number>>,
  bit: StepInput['bit'],
  met: StepInput['matingFeatures'],
  say: StepInput['say'],
  { size }: Pick<Wood, 'size'>,
  taken: readonly Tool[] = [],
  seat: Seat | null = null,
): StepInput {
  const own = ownWork(step.kind)!
  const line = (at: Vec3, way: Vec3) =>
    seat ? ([toRoom(seat.own, at), carried(seat.own, way)] as const) : ([at, way] as const)
  const all = chosenFor(own, step)
  return {
    face: seat ? 'face' : (faceOf(step.at) ?? own.faces[0]!),
    on: seat && { says: seat.says, round: seat.on.round },
    sides: sidesOf(step.at),
    values: seat?.on.round ? { ...values, across: 0 } : values,
    written: (name) => {
      const text = step.fields[name]
      return typeof text === 'string' && isFigureText(text) ? text : null
    },
    drawn: (size) =>
      step.outline && step.outline.edges.length > 0 ? drawnPaths(step.outline, values, size) : null,
    woodAlong: (at, way) => woodAlong(size, taken, ...line(at, way)),
    blockAlong: (at, way) => withinBlock(size, ...line(at, way))[1],
    bit,
    matingFeatures: met,
    say,
    chosen: seat?.on.round ? (name) => onRound(name, all(name)) : all,
  }
}

/** On what is round places are at its crest, and rows run along it. */
const onRound = (name: string, chosen: string): string =>
  name === 'acrossFrom' || name === 'from'
    ? 'centre'
    : name === 'pattern' && chosen !== 'row'
      ? 'one'
      : chosen

/** Where only sizes are known, what is met stands for itself in the middle of its face. */
const atMiddle =
  (step: Step, { size }: Wood): StepInput['matingFeatures'] =>
  () => {
    const { into } = waysOf(faceOf(step.at) ?? 'face')
    return [{ at: vec3((i) => size[i] / 2), along: unit(into), diameter: 1, sort: 'hole', long: 1 }]
  }

export interface OwnWork {
  readonly features: ReadonlyMap<string, readonly Feature[]>
  /** What goes into them. */
  readonly supplies: readonly Supply[]
  readonly problems: readonly Problem[]
}

/** What came out last time: by the piece of wood, then by the step. */
export type OwnCache = WeakMap<
  object,
  Map<string, { readonly inputs: readonly unknown[]; readonly data: unknown }>
>

/** What steps that joints see came to last time. */
export type OutlinesCache = WeakMap<
  Instance,
  { readonly inputs: readonly unknown[]; readonly made: SawnWood }
>

const ROD: SawnWood = { kept: [], flats: [], round: true }

/** Steps that can be worked out before joints are: on a face, once, and without a look at what is there. */
function seenByJoints(step: Step): boolean {
  const own = ownWork(step.kind)
  if (!own || step.off || stepFault(step) || step.at.kind === 'made') return false
  if (own.seesWood === true || own.meets?.(step.options) || own.bit || kindDependsOnShape(step.kind))
    return false
  return (step.options.repeat ?? 'none') === 'none'
}

/**
 * What outlines leave of each instance that has any, by its key, before it is joined. `kept` is brought up to
 * date.
 */
export function outlinesOf(
  resolved: Resolved,
  kept: OutlinesCache = new WeakMap(),
): ReadonlyMap<string, SawnWood> {
  const found = new Map<string, SawnWood>()
  for (const piece of resolved.pieces) {
    const steps = (originalOf(piece.piece, resolved.project)?.work ?? []).flatMap((step) => {
      const found = seenByJoints(step) && resolved.steps.get(step.id)
      return found && found.values ? [found] : []
    })
    const [first] = piece.instances
    const round = first !== undefined && isRod(first, resolved)
    if (steps.length === 0) {
      if (round) for (const i of piece.instances) found.set(i.key, ROD)
      continue
    }
    for (const i of piece.instances) {
      const old = kept.get(i)
      if (old?.inputs.length === steps.length && steps.every((x, n) => x === old.inputs[n])) {
        found.set(i.key, old.made)
        continue
      }
      const twin = piece.piece.kind === 'twin'
      const wood = twin ? imageOf(i) : i
      const taken: Tool[] = []
      const all = steps.flatMap(({ step, values }) => {
        const own = ownWork(step.kind)!
        const data = own.resolve(asked(step, values!, null, OF_PIECES, String, wood, taken), wood)
        if (!(data instanceof CannotMake)) taken.push(...kindCut(step.kind, data))
        const whole = data instanceof CannotMake ? null : twin ? own.carry(data, wood.frame, i) : data
        if (whole === null) return []
        const flats = own
          .surfaces(whole)
          .flatMap((s) =>
            s.kind === 'flat' ? [{ ...s, rim: s.rim ?? cutThrough(s.normal, s.offset, i.size) }] : [],
          )
          .filter(({ rim }) => rim.length > 2)
        return [{ kept: own.keeps?.(whole) ?? null, flats }]
      })
      const made: SawnWood = {
        kept: all.flatMap((x) => x.kept ?? []),
        flats: all.flatMap((x) => x.flats),
        ...(round && { round }),
      }
      kept.set(i, { inputs: steps, made })
      found.set(i.key, made)
    }
  }
  return found
}

/** `joined` is what joints make; `kept` holds what came out last time, and is brought up to date. */
export function ownWorkOf(
  resolved: Resolved,
  joined: ReadonlyMap<string, readonly Feature[]>,
  kept: OwnCache = new WeakMap(),
): OwnWork {
  const features = new Map<string, Feature[]>()
  const problems: Problem[] = []
  const said = new Set<string>()
  const wrong = (step: Step, piece: string, { says, level, field }: CannotMake) => {
    const id = `${step.id}:${says}`
    if (said.has(id)) return
    said.add(id)
    problems.push({ id, level, says, piece, step: step.id, ...(field !== null && { field }) })
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
  const say: StepInput['say'] = (mm) => sayLength(resolved, mm)
  const { style } = resolved.project.settings
  const bitOf = (step: Step) => resolved.bits.get(step.options.bit ?? '') ?? null

  const woods = new Map<Instance, Wood>()
  const woodOf = (i: Instance, twin: boolean): Wood => {
    let wood = woods.get(i)
    if (!wood) {
      const standing = standingOn(joined.get(i.key) ?? [])
      woods.set(i, (wood = twin ? imageOf({ ...i, standing }) : { ...i, standing }))
    }
    return wood
  }

  const workOn = (piece: ResolvedPiece) => steps(originalOf(piece.piece, resolved.project)?.work ?? [])
  const asks = resolved.pieces.flatMap((piece) => workOn(piece).map((found) => ({ piece, found })))
  const holders = new Map<string, ResolvedPiece[]>()
  for (const { piece, found } of asks)
    holders.set(found.step.id, [...(holders.get(found.step.id) ?? []), piece])
  const meetings = meetingsOf(holders, (piece, step, i) => madeOn(piece, resolved.steps.get(step)!, i))
  /** What joints and earlier steps have made of a piece; what waits for this step itself is left out. */
  const doneBefore = (piece: ResolvedPiece, found: ResolvedStep, i: Instance): Feature[] => {
    const own: Feature[] = []
    for (const earlier of workOn(piece)) {
      if (earlier === found) break
      if (asking.has(`${earlier.step.id} ${i.key}`)) continue
      const made = madeOn(piece, earlier, i)
      if (!(made instanceof CannotMake)) own.push(...made)
    }
    return [...(joined.get(i.key) ?? []), ...own]
  }
  const known = new Map<Instance, Map<string, readonly Feature[] | CannotMake>>()
  const asking = new Set<string>()
  /** What a step comes to on one of the places where its piece is. */
  const madeOn = (
    piece: ResolvedPiece,
    found: ResolvedStep,
    i: Instance,
  ): readonly Feature[] | CannotMake => {
    let here = known.get(i)
    if (!here) known.set(i, (here = new Map<string, readonly Feature[] | CannotMake>()))
    let made = here.get(found.step.id)
    if (made) return made
    const key = `${found.step.id} ${i.key}`
    // What waits for itself says so, each time it is asked.
    if (asking.has(key)) return makeOn(piece, found, i)
    asking.add(key)
    here.set(found.step.id, (made = makeOn(piece, found, i)))
    asking.delete(key)
    return made
  }
  const makeOn = (
    piece: ResolvedPiece,
    found: ResolvedStep,
    i: Instance,
  ): readonly Feature[] | CannotMake => {
    const { step, values } = found
    const own = ownWork(step.kind)!
    const twin = piece.piece.kind === 'twin'
    const bit = bitOf(step)
    const wood = woodOf(i, twin)
    const made = step.at.kind === 'made' ? step.at : null
    const of = piece.piece.kind === 'twin' && made ? resolved.byId.get(piece.piece.of)?.instances[0] : null
    /** The piece as a surface of it is told there. */
    const base = made?.mirrored ? imageOf(wood) : wood
    const original = of ? { i: of, joined: joined.get(of.key) ?? [] } : null
    const before = own.seesWood || made ? doneBefore(piece, found, i) : []
    const rod = (own.seesWood !== undefined || made !== null) && isRod(i, resolved)
    const [first, ...more] = made
      ? seatsOn({ at: made, before, rod, values: values!, wood: base, i, original, resolved })
      : [null]
    if (first instanceof CannotMake) return first
    const { met, inputs } = own.meets?.(step.options)
      ? meetings(step, first ? 'face' : faceOf(step.at), first?.wood ?? wood, piece.piece.id)
      : NONE_MET
    return once(
      i,
      step.id,
      [found, style, bit, wood.standing!.join(), rod, ...inputs, ...before, ...(original?.joined ?? [])],
      () => {
        const taken = [...(rod ? [aboutRod(i.size)] : []), ...before.flatMap((f) => takenIn(base, i, f))]
        const all: unknown[] = []
        for (const seat of first ? [first, ...more] : [null]) {
          const seen = seat?.wood ?? wood
          const ask = asked(step, values!, bit, met, say, wood, taken, seat)
          const whole = own.resolve(ask, seen)
          const frames = framesFor(step, ask, seen)
          if (whole instanceof CannotMake) return whole
          if (frames instanceof CannotMake) return frames
          const carry = (f: Frame) => own.carry(whole, f, i)
          if (!seat) all.push(...frames.map((f) => (f === i.frame ? whole : carry(f))))
          else {
            const on = { ...ask.on!, told: whole }
            for (const f of frames) {
              const data = carry(f)
              all.push(data === null ? null : { ...(data as object), on })
            }
          }
        }
        const here = all.flatMap((data, n) => (data === null ? [] : [featureOf(i, step, data, n)]))
        if (here.length === 0)
          return new CannotMake(`The ${stepWord(step.kind)} does not come to ${i.name}`, 'look')
        const lost = all.length - here.length
        if (lost > 0) return new CannotMake(`${lost} of the ${all.length} lie outside ${i.name}`)
        return here
      },
    )
  }
  for (const { piece, found } of asks)
    for (const i of piece.instances) {
      const made = madeOn(piece, found, i)
      if (made instanceof CannotMake) wrong(found.step, piece.id, made)
      else made.forEach(put)
    }
  for (const group of resolved.groups) {
    if (group.group.work.length === 0 || !group.size) continue
    const blocks = blocksOf(group, resolved)
    for (const found of steps(group.group.work)) {
      const { step, values } = found
      const own = ownWork(step.kind)!
      for (const { wood, members } of blocks) {
        const bit = bitOf(step)
        const ask = asked(step, values!, bit, OF_PIECES, say, wood)
        const whole = own.resolve(ask, wood)
        const frames = framesFor(step, ask, wood)
        const unfit = [whole, frames].find((x) => x instanceof CannotMake)
        if (unfit) wrong(step, group.id, unfit)
        if (whole instanceof CannotMake || frames instanceof CannotMake) continue
        for (const i of members) {
          const inputs = [
            found,
            style,
            bit,
            ...[wood.frame.origin, wood.frame.x, wood.frame.y, wood.frame.z, wood.size].flat(),
            members.map((m) => m.key).join(),
          ]
          const made = once(i, step.id, inputs, () => {
            // What goes along edges goes along those of all of them together.
            const neighbours = own.runs && { neighbours: members.flatMap((m) => (m === i ? [] : [m.key])) }
            return frames.flatMap((f, n): Feature[] => {
              const here = own.carry(whole, f, i)
              return here === null ? [] : [{ ...featureOf(i, step, here, n), ...neighbours }]
            })
          })
          made.forEach(put)
        }
      }
    }
  }
  const supplies = new Map<string, number>()
  for (const f of [...features.values()].flat()) {
    const needs = workKind(f).supply?.(f.data)
    if (needs) supplies.set(needs.name, (supplies.get(needs.name) ?? 0) + needs.quantity)
  }
  return { features, problems, supplies: [...supplies].map(([name, quantity]) => ({ name, quantity })) }
}

const OF_PIECES: StepInput['matingFeatures'] = () =>
  'Only work on a piece is put where another piece has it, not on a group'
const NONE_MET: Met = { met: OF_PIECES, inputs: [] }

/** The frames that a step is done in, repeated as it may be; unfit where it cannot be. */
function framesFor(step: Step, ask: StepInput, wood: Wood): readonly Frame[] | CannotMake {
  const own = ownWork(step.kind)!
  // What is laid out on a face may be on the one across as well.
  if (step.options.mirror === 'opposite' && own.options.some((o) => o.name === 'mirror'))
    return [wood.frame, image(wood, FACE_AT[ask.face].axis)]
  const ways: readonly string[] = own.repeats?.(step.options) ?? []
  if (!ways.includes(step.options.repeat ?? '')) return [wood.frame]
  return framesOf(ask, wood, (axis) => own.placedBy?.(seenAs(step), axis)?.from ?? null)
}

/** `again` is how often it was done before. */
const featureOf = (i: Instance, step: Step, data: unknown, again: number): Feature => ({
  id: again === 0 ? `${step.id}/${i.key}` : `${step.id}/${i.key}/${again}`,
  kind: step.kind,
  on: i.key,
  joint: null,
  step: step.id,
  partner: null,
  ...(again > 0 && { again }),
  data,
})

/** What a feature takes of an instance, as the wood it is worked out on has it. */
const takenIn = ({ frame }: Wood, i: Instance, f: Feature): Tool[] => {
  const tools = workKind(f).cut(f.data)
  return frame === i.frame ? tools : tools.map((t) => toolInto(frame, i.frame, t))
}
