/** The nodes that say where pieces and groups lie: their facts, and what follows from two of them. */
import {
  FACTS,
  type Direction,
  type Fact,
  type MadePiece,
  type Repeat,
  type Span,
  type Stock,
} from '../document'
import type { MeasureKind, Mm } from '../measure'
import { AXIS_OF, DIRECTION_OF, facing, FACE_NAMES, sideAt, sideOfFace, type Facing } from '../pieces'
import type { NodeDef, NodeKey, Owner, Term } from './graph'
import { keyOf, SIZES } from './keys'
import { fail, measureNode } from './measurenode'
import type { Names } from './names'
import { copiesIn, forCopy, perCopy } from './percopy'
import { lengthMark } from './speak'
import type { PerCopy, Stretch } from './types'

/** The facts of something, in each direction. */
type Spans = Readonly<Record<Direction, Span>>

interface Placing {
  readonly given: readonly Fact[]
  /** The stock's measure that stands in for a size not said. */
  readonly fallback: { readonly key: NodeKey; readonly label: string } | null
  readonly repeat: Repeat | null
}

/** The measures of a repeat, each with what it is. */
export function measuresOfRepeat(
  repeat: Repeat,
): Array<readonly [name: string, text: string, kind: MeasureKind]> {
  const count = ['count', repeat.count, 'count'] as const
  if (repeat.kind === 'even') return [count, ['from', repeat.from, 'length'], ['to', repeat.to, 'length']]
  if (repeat.kind === 'pitch') return [count, ['pitch', repeat.pitch, 'length']]
  return [
    count,
    ['centre1', repeat.centre1, 'length'],
    ['centre2', repeat.centre2, 'length'],
    ['start', repeat.start, 'angle'],
  ]
}

/** The stock's own measure that a direction takes its size from when the maker says no more. */
function stockSize(piece: MadePiece, direction: Direction, stock: Stock | undefined): Placing['fallback'] {
  if (!stock) return null
  const from = (what: 'thickness' | 'width') => ({
    key: keyOf.stock(stock.id, what),
    label: `@${stock.id} ${what}`,
  })
  const own = facing(piece.facing).room.indexOf(AXIS_OF[direction])
  if (own === 2) return from('thickness')
  if (own === 1 && (stock.kind === 'rod' || (stock.kind === 'board' && stock.width !== null)))
    return from('width')
  return null
}

/** The nodes of a made piece's facts, in each direction. */
export function spanNodes(piece: MadePiece, stock: Stock | undefined, names: Names): NodeDef[] {
  const locals: Readonly<Record<string, NodeKey>> = stock ? { T: keyOf.stock(stock.id, 'thickness') } : {}
  const { repeat } = piece
  const owner: Owner = { kind: 'piece', id: piece.id }
  const measure = (key: NodeKey, what: string, text: string, kind: MeasureKind = 'length') =>
    measureNode({ key, owner, label: `@${piece.id} · ${what}` }, text, kind, names, locals)
  const defs = repeat
    ? measuresOfRepeat(repeat).map(([what, text, kind]) =>
        measure(keyOf.repeat(piece.id, what), what, text, kind),
      )
    : []
  for (const direction of DIRECTION_OF) {
    const given = FACTS.filter((fact) => piece.spans[direction][fact] !== undefined)
    for (const fact of given)
      defs.push(
        measure(keyOf.fact(piece.id, direction, fact), `${direction} ${fact}`, piece.spans[direction][fact]!),
      )
    const fallback = given.includes('size') || given.length === 2 ? null : stockSize(piece, direction, stock)
    defs.push(placeNode(owner, piece.spans, direction, { given, fallback, repeat }))
  }
  piece.tilts.forEach((tilt, n) => defs.push(measure(keyOf.tilt(piece.id, n), 'tilt', tilt.angle, 'angle')))
  return defs
}

/**
 * Where a piece, or a group, lies in one direction: two of its facts, or a fact and what its stock measures.
 */
export function placeNode(owner: Owner, spans: Spans, direction: Direction, how: Placing): NodeDef {
  const { given, fallback } = how
  const { id } = owner
  const repeat = how.repeat?.direction === direction && how.repeat.kind !== 'ring' ? how.repeat : null
  const span = spans[direction]
  const name = `@${id}`
  return {
    key: keyOf.place(id, direction),
    owner,
    value: 'places',
    label: `${name} · ${direction}`,
    basis: [given.map((f) => `${f}=${span[f]}`).join(';'), fallback?.label, repeat?.kind].join('|'),
    reads: [
      ...given.map((f) => keyOf.fact(id, direction, f)),
      ...(fallback ? [fallback.key] : []),
      ...(repeat ? measuresOfRepeat(repeat).map(([w]) => keyOf.repeat(id, w)) : []),
    ],
    compute: (get) => {
      const fact = (f: Fact): number | undefined =>
        given.includes(f) ? get<number>(keyOf.fact(id, direction, f)) : undefined
      const size = fact('size') ?? (fallback ? get<number>(fallback.key) : undefined)
      const part = (op: Term['op'], f: Fact): Term => ({
        op,
        label: span[f]!,
        value: fact(f)!,
        kind: 'length',
        key: keyOf.fact(id, direction, f),
      })
      const sizePart: Term[] =
        size === undefined
          ? []
          : fallback && !given.includes('size')
            ? [{ op: '+', label: fallback.label, value: size, kind: 'length', key: fallback.key }]
            : [part('+', 'size')]

      const count = repeat ? get<number>(keyOf.repeat(id, 'count')) : 1
      if (count > 500) return fail(`${name} would be ${count} pieces; 500 at most`)
      if (repeat?.kind === 'even') {
        const [from, to] = [get<number>(keyOf.repeat(id, 'from')), get<number>(keyOf.repeat(id, 'to'))]
        if (size === undefined) return fail(`${name} is loose ${direction}: say its size`)
        return { value: evenly(id, direction, count, size, from, to), parts: sizePart }
      }

      const start = fact('start')
      const end = fact('end')
      const centre = fact('centre')
      let stretch: Stretch | null = null
      let parts: Term[] = sizePart
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
      if (!stretch) return fail(`${name} is loose ${direction}: ${missing(given, size !== undefined)}`)
      if (stretch.size <= 1e-6) return fail(sayNoSize(name, direction, stretch))
      const at = stretch
      const pitch = repeat ? get<number>(keyOf.repeat(id, 'pitch')) : 0
      if (repeat && count > 1 && Math.abs(pitch) < 1e-6) return fail(`The steps of ${name} have no length`)
      const value = Array.from({ length: count }, (_, k) => ({ start: at.start + k * pitch, size: at.size }))
      return { value, parts }
    },
  }
}

/**
 * Starts of `count` stretches of the thing with this id, with equal gaps between two places. Fails when they
 * do not fit.
 */
export function evenly(
  id: string,
  direction: Direction,
  count: number,
  size: Mm,
  from: Mm,
  to: Mm,
): Stretch[] {
  const gap = (to - from - count * size) / (count + 1)
  if (size <= 0) return fail(`@${id} has no size ${direction}`)
  if (gap < 0)
    return fail(
      `${count} of @${id}, ${lengthMark(size)} each, do not fit into ${lengthMark(to - from)} ${direction}`,
    )
  return Array.from({ length: count }, (_, i) => ({ start: from + gap * (i + 1) + size * i, size }))
}

const missing = (given: readonly Fact[], sized: boolean): string =>
  given.length === 0 && !sized
    ? 'say two of its start, end, centre and size'
    : sized
      ? 'say where it starts, ends or has its centre'
      : `say one more besides its ${given[0]}`

const sayNoSize = (name: string, direction: Direction, s: Stretch): string =>
  Math.abs(s.size) <= 1e-6
    ? `${name} has no size ${direction}: it starts and ends at ${lengthMark(s.start)}`
    : `${name} ends before it starts ${direction}: from ${lengthMark(s.start)} to ` +
      `${lengthMark(s.start + s.size)}`

/** Finished sizes: the span, and what goes into joints at both its ends. */
export function finishedNodes(id: string, f: Facing): NodeDef[] {
  return SIZES.map((size, own): NodeDef => {
    const direction = DIRECTION_OF[f.room[own]!]!
    const faces = FACE_NAMES.filter((face) => sideAt(sideOfFace(f, face)).axis === f.room[own]!)
    const place = keyOf.place(id, direction)
    return {
      key: keyOf.finished(id, size),
      owner: { kind: 'piece', id },
      value: 'sizes',
      label: `@${id} · ${size}`,
      basis: f.id,
      reads: [place, ...faces.map((face) => keyOf.grow(id, face))],
      compute: (get) => {
        const size = get<readonly Stretch[]>(place)[0]!.size
        const grows = faces.map((face) => get<PerCopy | undefined>(keyOf.grow(id, face)) ?? 0)
        const all = Array.from({ length: copiesIn(grows) }, (_, n) =>
          grows.reduce<number>((sum, g) => sum + forCopy(g, n), size),
        )
        return { value: perCopy(all) }
      },
    }
  })
}
