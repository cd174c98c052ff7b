/** The nodes of a project: one per measure, and one per number that follows from them. */
import { FACTS, lengthStyle, type Direction, type Fact, type Joint, type MadePiece, type MeasuredBoard, type Piece, type Project, type Settings, type Stock, type TwinPiece } from '../document' // prettier-ignore
import {
  angleOf, coerce, evaluate, formatLength, lengthOf, MeasureError, numberOf, parse, SAYS, toShown, walk,
  type Expr, type LengthUnit, type MeasureKind, type Quantity, type Ref,
} from '../measure' // prettier-ignore
import {
  AXIS_OF,
  DIRECTION_OF,
  facing,
  mirrored,
  sideOfFace,
  sideAt,
  FACE_NAMES,
  type Facing,
} from '../pieces'
import { NodeSlip, type NodeDef, type NodeKey, type Part } from './graph'
import { keyOf, pieceTarget, SIZES, stockTarget, type Target } from './keys'
import type { JointNumbers, Stretch } from './types'

/** What is looked up again and again while the nodes of one project are made. */
export interface Names {
  readonly unit: LengthUnit
  readonly parameters: ReadonlyMap<string, { id: string; kind: MeasureKind }>
  readonly pieces: ReadonlySet<string>
  readonly stocks: ReadonlySet<string>
  sayRef(ref: Ref): string
}

const named = new WeakMap<Project, Names>()

/** The names in a project, gathered once. */
export function namesOf(project: Project): Names {
  let names = named.get(project)
  if (!names) named.set(project, (names = gatherNames(project)))
  return names
}

function gatherNames(project: Project): Names {
  const spoken = new Map([...project.pieces, ...project.stock].map((p) => [p.id, p.name]))
  return {
    unit: project.settings.style.unit,
    parameters: new Map(project.parameters.map((p) => [p.name, { id: p.id, kind: p.kind }])),
    pieces: new Set(project.pieces.map((p) => p.id)),
    stocks: new Set(project.stock.map((s) => s.id)),
    sayRef: (ref) => {
      const name = spoken.get(ref.id) ?? project.gone[ref.id] ?? `@${ref.id}`
      return `${name}${ref.instance === undefined ? '' : ` #${ref.instance}`}·${ref.property}`
    },
  }
}

/** Equal when two projects call the same things by the same names. */
function namesKey(project: Project): string {
  const of = (list: ReadonlyArray<{ id: string; name: string; kind: string }>) =>
    list.map((x) => `${x.id}\u0001${x.name}\u0001${x.kind}`).join('\u0002')
  const { parameters, pieces, stock, gone, settings } = project
  return [of(parameters), of(pieces), of(stock), JSON.stringify(gone), settings.style.unit].join('\u0003')
}

const parsed = new Map<string, Expr | MeasureError>()
const MOST_PARSED = 20_000

/** Parses, remembering what it parsed; the text decides the outcome alone. */
function parseOnce(text: string): Expr | MeasureError {
  const known = parsed.get(text)
  if (known) return known
  let outcome: Expr | MeasureError
  try {
    outcome = parse(text, { round: true })
  } catch (error) {
    if (!(error instanceof MeasureError)) throw error
    outcome = error
  }
  if (parsed.size >= MOST_PARSED) parsed.clear()
  parsed.set(text, outcome)
  return outcome
}

const targetOf = (ref: Ref, names: Names): Target | null =>
  names.pieces.has(ref.id) ? pieceTarget(ref) : names.stocks.has(ref.id) ? stockTarget(ref) : null

/** A node for one measure as typed. `locals` are names it alone may use, each standing for a node. */
export function measureNode(
  key: NodeKey,
  label: string,
  text: string,
  kind: MeasureKind,
  names: Names,
  locals: Readonly<Record<string, NodeKey>> = {},
): NodeDef {
  const expr = parseOnce(text)
  if (expr instanceof MeasureError)
    return { key, label, basis: `!${text}`, reads: [], compute: () => fail(expr.message, expr.at, expr.end) }

  const reads: NodeKey[] = []
  walk(expr, (e) => {
    if (e.kind === 'name') {
      const local =
        locals[e.name] ??
        (names.parameters.has(e.name) ? keyOf.parameter(names.parameters.get(e.name)!.id) : null)
      if (local && !reads.includes(local)) reads.push(local)
    } else if (e.kind === 'ref') {
      const target = targetOf(e.ref, names)
      if (target && !reads.includes(target.key)) reads.push(target.key)
    }
  })

  return {
    key,
    label,
    basis: `${kind}|${names.unit}|${text}`,
    reads,
    compute: (get) => {
      const parts: Part[] = []
      const note = (label: string, q: Quantity, from: NodeKey) => {
        const kind = q.length === 1 ? 'length' : q.angle === 1 ? 'angle' : 'number'
        parts.push({ op: '·', label, value: q.value, kind, key: from })
        return q
      }
      try {
        const q = evaluate(expr, {
          unit: names.unit,
          sayRef: names.sayRef,
          name: (name) => {
            const local = locals[name]
            if (local) return note(name, lengthOf(get<number>(local)), local)
            const p = names.parameters.get(name)
            if (!p) return undefined
            const value = get<number>(keyOf.parameter(p.id))
            const q =
              p.kind === 'length' ? lengthOf(value) : p.kind === 'angle' ? angleOf(value) : numberOf(value)
            return note(name, q, keyOf.parameter(p.id))
          },
          ref: (ref) => {
            const target = targetOf(ref, names)
            if (!target) {
              if (names.pieces.has(ref.id) || names.stocks.has(ref.id))
                throw new MeasureError(SAYS.noProperty(ref.property), expr.at, expr.end)
              return undefined
            }
            return note(names.sayRef(ref), lengthOf(readTarget(ref, target, get, names)), target.key)
          },
        })
        return { value: coerce(q, kind, names.unit, { at: 0, end: text.length }), parts }
      } catch (error) {
        if (error instanceof MeasureError) return fail(error.message, error.at, error.end)
        throw error
      }
    },
  }
}

function readTarget(ref: Ref, target: Target, get: <T>(key: NodeKey) => T, names: Names): number {
  if (target.kind === 'number') {
    const value = get<number | undefined>(target.key)
    return value ?? fail(`${names.sayRef(ref)} is not a size it has`)
  }
  const stretches = get<readonly Stretch[]>(target.key)
  const index = ref.instance ?? 1
  const at = stretches.length === 1 ? stretches[0] : stretches[index - 1]
  if (!at)
    return fail(`${names.sayRef({ ...ref, instance: index })} is not there: there are ${stretches.length}`)
  if (target.kind === 'extent') return at.size
  return target.far ? at.start + at.size : at.start
}

function fail(message: string, at?: number, end?: number): never {
  throw new NodeSlip(at === undefined || end === undefined ? { message } : { message, at, end })
}

/**
 * All nodes of a project. What belongs to a piece, a stock or a joint that has not changed is made once and kept, so
 * that the graph can tell by identity.
 */
export class NodeBook {
  private names: Names | null = null
  private namesKey = ''
  private readonly kept = new WeakMap<object, { inputs: readonly unknown[]; made: unknown }>()
  private grows = new Map<NodeKey, { terms: readonly GrowTerm[]; def: NodeDef }>()

  constructor(private readonly joints: JointNumbers) {}

  nodes(project: Project): Map<NodeKey, NodeDef> {
    const key = namesKey(project)
    if (!this.names || key !== this.namesKey) [this.names, this.namesKey] = [namesOf(project), key]
    const names = this.names
    const defs = new Map<NodeKey, NodeDef>()
    const put = (list: readonly NodeDef[]) => list.forEach((def) => defs.set(def.key, def))
    const { settings } = project
    const stocks = new Map(project.stock.map((s) => [s.id, s]))
    const pieces = new Map(project.pieces.map((p) => [p.id, p]))

    put(this.once(settings, [names], () => settingNodes(settings, names)))
    for (const p of project.parameters)
      put(
        this.once(p, [names], () => [
          measureNode(keyOf.parameter(p.id), p.name, p.expression, p.kind, names),
        ]),
      )
    for (const s of project.stock) put(this.once(s, [names], () => stockNodes(s, names)))
    for (const b of project.boards) put(this.once(b, [names], () => boardNodes(b, names)))
    for (const piece of project.pieces) {
      if (piece.kind === 'twin') {
        const original = pieces.get(piece.of)
        put(this.once(piece, [names, original], () => twinNodes(piece, original, names)))
      } else {
        const stock = stocks.get(piece.stock)
        put(this.once(piece, [names, stock, settings.style], () => pieceNodes(piece, stock, settings, names)))
      }
    }

    const growing = new Map<NodeKey, GrowTerm[]>()
    for (const joint of project.joints) {
      const members = joint.between.map((m) => pieces.get(m.piece))
      const woods = members.map((p) => (p?.kind === 'twin' ? pieces.get(p.of) : p))
      const made = this.once(joint, [names, ...woods], () =>
        jointNodes(joint, woods, members, this.joints, names),
      )
      put(made.defs)
      for (const term of made.grows) growing.set(term.key, [...(growing.get(term.key) ?? []), term])
    }
    const grows: typeof this.grows = new Map()
    for (const [key, terms] of growing) {
      const old = this.grows.get(key)
      const same = old && old.terms.length === terms.length && terms.every((t, i) => t === old.terms[i])
      const def = same ? old.def : growNode(key, terms)
      grows.set(key, { terms, def })
      defs.set(key, def)
    }
    this.grows = grows
    return defs
  }

  /** What `make` gives, kept for as long as its owner and its inputs are the very same. */
  private once<T>(owner: object, inputs: readonly unknown[], make: () => T): T {
    const old = this.kept.get(owner)
    if (old && old.inputs.length === inputs.length && inputs.every((x, i) => x === old.inputs[i]))
      return old.made as T
    const made = make()
    this.kept.set(owner, { inputs, made })
    return made
  }
}

function settingNodes(settings: Settings, names: Names): NodeDef[] {
  return (['fit', 'kerf', 'trim', 'extraLength', 'extraWidth'] as const).map((key) =>
    measureNode(keyOf.setting(key), `Settings · ${key}`, settings[key], 'length', names),
  )
}

function stockNodes(s: Stock, names: Names): NodeDef[] {
  const measure = (key: NodeKey, what: string, text: string) =>
    measureNode(key, `${s.name}·${what}`, text, 'length', names)
  const width = s.width ?? (s.kind === 'rod' ? s.thickness : null)
  return [
    measure(keyOf.stock(s.id, 'thickness'), 'thickness', s.thickness),
    ...(width === null ? [] : [measure(keyOf.stock(s.id, 'width'), 'width', width)]),
    ...s.lengths.map((text, i) => measure(keyOf.stockLength(s.id, i), 'length', text)),
  ]
}

function boardNodes(b: MeasuredBoard, names: Names): NodeDef[] {
  const measure = (what: string, says: string, text: string) =>
    measureNode(keyOf.board(b.id, what), `${b.name} · ${says}`, text, 'length', names)
  return [
    measure('length', 'length', b.length),
    measure('width', 'width', b.width),
    ...(b.thickness === null ? [] : [measure('thickness', 'thickness', b.thickness)]),
    ...b.defects.flatMap((d, i) =>
      (['x', 'y', 'length', 'width'] as const).map((what) =>
        measure(`defect${i}.${what}`, `defect ${what}`, d[what]),
      ),
    ),
  ]
}

/** The stock's own measure that a direction takes its size from when the maker says no more. */
function stockSize(piece: MadePiece, direction: Direction, stock: Stock | undefined): NodeKey | null {
  if (!stock) return null
  const own = facing(piece.facing).room.indexOf(AXIS_OF[direction])
  if (own === 2) return keyOf.stock(stock.id, 'thickness')
  if (own === 1 && (stock.kind === 'rod' || (stock.kind === 'board' && stock.width !== null)))
    return keyOf.stock(stock.id, 'width')
  return null
}

function pieceNodes(piece: MadePiece, stock: Stock | undefined, settings: Settings, names: Names): NodeDef[] {
  const locals: Readonly<Record<string, NodeKey>> = stock ? { T: keyOf.stock(stock.id, 'thickness') } : {}
  const { repeat } = piece
  const measure = (key: NodeKey, what: string, text: string, kind: MeasureKind = 'length') =>
    measureNode(key, `${piece.name} · ${what}`, text, kind, names, locals)
  const defs: NodeDef[] = repeat
    ? (['count', 'from', 'to'] as const).map((what) =>
        measure(keyOf.repeat(piece.id, what), what, repeat[what], what === 'count' ? 'count' : 'length'),
      )
    : []
  for (const direction of DIRECTION_OF) {
    const span = piece.spans[direction]
    const given = FACTS.filter((fact) => span[fact] !== undefined)
    for (const fact of given)
      defs.push(measure(keyOf.fact(piece.id, direction, fact), `${direction} ${fact}`, span[fact]!))
    const repeats = repeat?.direction === direction
    const fallback = given.includes('size') || given.length === 2 ? null : stockSize(piece, direction, stock)
    defs.push(placeNode(piece, direction, { given, fallback, repeats }, stock, settings, names))
  }
  return [...defs, ...finishedNodes(piece.id, piece.name, facing(piece.facing))]
}

function placeNode(
  piece: MadePiece,
  direction: Direction,
  how: { readonly given: readonly Fact[]; readonly fallback: NodeKey | null; readonly repeats: boolean },
  stock: Stock | undefined,
  settings: Settings,
  names: Names,
): NodeDef {
  const { given, fallback, repeats } = how
  const span = piece.spans[direction]
  const key = keyOf.place(piece.id, direction)
  const label = `${piece.name} · ${direction}`
  const factKeys = given.map((f) => keyOf.fact(piece.id, direction, f))
  const reads = [
    ...factKeys,
    ...(fallback ? [fallback] : []),
    ...(repeats ? (['count', 'from', 'to'] as const).map((w) => keyOf.repeat(piece.id, w)) : []),
  ]
  const say = (mm: number) => formatLength(mm, lengthStyle(settings)).text
  const shown = (fact: Fact) => toShown(span[fact]!, names.sayRef)
  return {
    key,
    label,
    basis: `${given.map((f) => `${f}=${span[f]}`).join(';')}|${fallback}|${repeats}|${piece.name}`,
    reads,
    compute: (get) => {
      const fact = (f: Fact): number | undefined =>
        given.includes(f) ? get<number>(keyOf.fact(piece.id, direction, f)) : undefined
      const size = fact('size') ?? (fallback ? get<number>(fallback) : undefined)
      const part = (op: Part['op'], f: Fact): Part => ({
        op,
        label: shown(f),
        value: fact(f)!,
        kind: 'length',
        key: keyOf.fact(piece.id, direction, f),
      })
      const sizePart: Part[] =
        size === undefined
          ? []
          : given.includes('size')
            ? [part('+', 'size')]
            : [
                {
                  op: '+',
                  label: sayFallback(stock, fallback!),
                  value: size,
                  kind: 'length',
                  key: fallback,
                },
              ]

      if (repeats) {
        const [count, from, to] = (['count', 'from', 'to'] as const).map((w) =>
          get<number>(keyOf.repeat(piece.id, w)),
        ) as [number, number, number]
        if (size === undefined) return fail(`${piece.name} is loose ${direction}: say its size`)
        if (count > 500) return fail(`${piece.name} would be ${count} pieces; 500 at most`)
        const gap = (to - from - count * size) / (count + 1)
        if (size <= 0) return fail(`${piece.name} has no size ${direction}`)
        if (gap < 0)
          return fail(
            `${count} of ${piece.name}, ${say(size)} each, do not fit into ${say(to - from)} ${direction}`,
          )
        const value = Array.from({ length: count }, (_, i): Stretch => ({
          start: from + gap * (i + 1) + size * i,
          size,
        }))
        return { value, parts: sizePart }
      }

      const start = fact('start')
      const end = fact('end')
      const centre = fact('centre')
      let stretch: Stretch | null = null
      let parts: Part[] = sizePart
      if (start !== undefined && end !== undefined) {
        stretch = { start, size: end - start }
        parts = [part('+', 'end'), part('−', 'start')]
      } else if (start !== undefined && centre !== undefined) {
        stretch = { start, size: 2 * (centre - start) }
        parts = [part('+', 'centre'), part('+', 'centre'), part('−', 'start'), part('−', 'start')]
      } else if (end !== undefined && centre !== undefined) {
        stretch = { start: 2 * centre - end, size: 2 * (end - centre) }
        parts = [part('+', 'end'), part('+', 'end'), part('−', 'centre'), part('−', 'centre')]
      } else if (size !== undefined) {
        if (start !== undefined) stretch = { start, size }
        else if (end !== undefined) stretch = { start: end - size, size }
        else if (centre !== undefined) stretch = { start: centre - size / 2, size }
      }
      if (!stretch) return fail(`${piece.name} is loose ${direction}: ${missing(given, size !== undefined)}`)
      if (stretch.size <= 1e-6) return fail(sayNoSize(piece.name, direction, stretch, say))
      return { value: [stretch], parts }
    },
  }
}

const missing = (given: readonly Fact[], sized: boolean): string =>
  given.length === 0 && !sized
    ? 'say two of its start, end, centre and size'
    : sized
      ? 'say where it starts, ends or has its centre'
      : `say one more besides its ${given[0]}`

const sayNoSize = (name: string, direction: Direction, s: Stretch, say: (mm: number) => string): string =>
  Math.abs(s.size) <= 1e-6
    ? `${name} has no size ${direction}: it starts and ends at ${say(s.start)}`
    : `${name} ends before it starts ${direction}: from ${say(s.start)} to ${say(s.start + s.size)}`

function sayFallback(stock: Stock | undefined, key: NodeKey): string {
  return `${stock?.name ?? 'stock'} ${key.endsWith('thickness') ? 'thickness' : 'width'}`
}

function twinNodes(twin: TwinPiece, original: Piece | undefined, names: Names): NodeDef[] {
  const defs: NodeDef[] = []
  const add = (def: NodeDef) => void defs.push(def)
  add(measureNode(keyOf.mirror(twin.id), `${twin.name} · mirror`, twin.about, 'length', names))
  for (const direction of DIRECTION_OF) {
    const from = keyOf.place(twin.of, direction)
    const turned = direction === twin.direction
    add({
      key: keyOf.place(twin.id, direction),
      label: `${twin.name} · ${direction}`,
      basis: `${turned}|${original?.name}`,
      reads: turned ? [from, keyOf.mirror(twin.id)] : [from],
      compute: (get) => {
        const stretches = get<readonly Stretch[] | undefined>(from)
        if (!stretches) return fail(`${twin.name} has lost the piece it mirrors`)
        const about = turned ? get<number>(keyOf.mirror(twin.id)) : 0
        const value = turned
          ? stretches.map((s) => ({ start: 2 * about - s.start - s.size, size: s.size }))
          : stretches
        return {
          value,
          parts: [
            {
              op: '+',
              label: `${original?.name}, mirrored`,
              value: value[0]!.size,
              kind: 'length',
              key: from,
            },
          ],
        }
      },
    })
  }
  if (original?.kind === 'made')
    defs.push(
      ...finishedNodes(twin.id, twin.name, mirrored(facing(original.facing), AXIS_OF[twin.direction])),
    )
  return defs
}

/** Finished sizes: the span, and what goes into joints at both its ends. */
function finishedNodes(id: string, name: string, f: Facing): NodeDef[] {
  return SIZES.map((size, own): NodeDef => {
    const direction = DIRECTION_OF[f.room[own]!]!
    const faces = FACE_NAMES.filter((face) => sideAt(sideOfFace(f, face)).axis === f.room[own]!)
    const place = keyOf.place(id, direction)
    return {
      key: keyOf.finished(id, size),
      label: `${name} · ${size}`,
      basis: f.id,
      reads: [place, ...faces.map((face) => keyOf.grow(id, face))],
      compute: (get) => {
        const grows = faces.map((face) => get<number | undefined>(keyOf.grow(id, face)) ?? 0)
        const value = get<readonly Stretch[]>(place)[0]!.size + grows.reduce((a, b) => a + b, 0)
        return { value }
      },
    }
  })
}

/** One joint's part in the growth of a face. */
interface GrowTerm {
  readonly key: NodeKey
  readonly plus: NodeKey
  readonly minus: NodeKey
  readonly into: string
}

function jointNodes(
  joint: Joint,
  woods: ReadonlyArray<Piece | undefined>,
  members: ReadonlyArray<Piece | undefined>,
  joints: JointNumbers,
  names: Names,
): { defs: NodeDef[]; grows: GrowTerm[] } {
  const label = joint.between.map((m, i) => members[i]?.name ?? m.piece).join(' in ')
  const defs = joints.measures(joint).map((m) => {
    const locals: Record<string, NodeKey> = { fit: keyOf.setting('fit') }
    for (const [name, member] of Object.entries(m.thicknessNamed ?? {})) {
      const wood = woods[member]
      if (wood?.kind === 'made' && names.stocks.has(wood.stock))
        locals[name] = keyOf.stock(wood.stock, 'thickness')
    }
    return measureNode(keyOf.joint(joint.id, m.name), `${label} · ${m.name}`, m.text, m.kind, names, locals)
  })
  const grows = joints.grows(joint).flatMap((g): GrowTerm[] => {
    const member = joint.between[g.member]
    if (!member) return []
    const into = members[g.into]?.name ?? 'its host'
    return [
      {
        key: keyOf.grow(member.piece, g.face),
        plus: keyOf.joint(joint.id, g.plus),
        minus: keyOf.joint(joint.id, g.minus),
        into,
      },
    ]
  })
  return { defs, grows }
}

/** Several hosts on one face: the piece grows as far as the deepest takes it. */
function growNode(key: NodeKey, terms: readonly GrowTerm[]): NodeDef {
  return {
    key,
    label: 'what goes into the joint',
    basis: terms.map((t) => t.into).join('|'),
    reads: terms.flatMap((t) => [t.plus, t.minus]),
    compute: (get) => {
      const grown = terms.map((t) => ({ ...t, by: get<number>(t.plus) - get<number>(t.minus) }))
      const most = grown.reduce((a, b) => (b.by > a.by ? b : a))
      return {
        value: most.by,
        parts: [{ op: '+', label: `into ${most.into}`, value: most.by, kind: 'length', key: most.plus }],
      }
    },
  }
}
