/** The nodes that say where pieces and groups lie: their facts, and what follows from two of them. */
import {
  FACTS,
  lengthStyle,
  type Direction,
  type Fact,
  type MadePiece,
  type Repeat,
  type Settings,
  type Span,
  type Stock,
} from '../document'
import { formatLength, toShown, type MeasureKind, type Mm } from '../measure'
import { AXIS_OF, DIRECTION_OF, facing, FACE_NAMES, sideAt, sideOfFace, type Facing } from '../pieces'
import type { NodeDef, NodeKey, Part } from './graph'
import { keyOf, SIZES } from './keys'
import { fail, measureNode } from './measurenode'
import type { Names } from './names'
import { copiesIn, forCopy, perCopy } from './percopy'
import type { PerCopy, Stretch } from './types'

/** What has a span in each direction. */
export interface Spanned {
  readonly id: string
  readonly name: string
  readonly spans: Readonly<Record<Direction, Span>>
}

interface Placing {
  readonly given: readonly Fact[]
  /** The stock's measure that stands in for a size not said. */
  readonly fallback: NodeKey | null
  readonly repeat: Repeat | null
  readonly stock: Stock | undefined
  readonly settings: Settings
  readonly names: Names
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
function stockSize(piece: MadePiece, direction: Direction, stock: Stock | undefined): NodeKey | null {
  if (!stock) return null
  const own = facing(piece.facing).room.indexOf(AXIS_OF[direction])
  if (own === 2) return keyOf.stock(stock.id, 'thickness')
  if (own === 1 && (stock.kind === 'rod' || (stock.kind === 'board' && stock.width !== null)))
    return keyOf.stock(stock.id, 'width')
  return null
}

/** The nodes of a made piece's facts, in each direction. */
export function spanNodes(
  piece: MadePiece,
  stock: Stock | undefined,
  settings: Settings,
  names: Names,
): NodeDef[] {
  const locals: Readonly<Record<string, NodeKey>> = stock ? { T: keyOf.stock(stock.id, 'thickness') } : {}
  const { repeat } = piece
  const measure = (key: NodeKey, what: string, text: string, kind: MeasureKind = 'length') =>
    measureNode(key, `${piece.name} · ${what}`, text, kind, names, locals)
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
    defs.push(placeNode(piece, direction, { given, fallback, repeat, stock, settings, names }))
  }
  piece.tilts.forEach((tilt, n) => defs.push(measure(keyOf.tilt(piece.id, n), 'tilt', tilt.angle, 'angle')))
  return defs
}

/**
 * Where a piece, or a group, lies in one direction: two of its facts, or a fact and what its stock measures.
 */
export function placeNode(piece: Spanned, direction: Direction, how: Placing): NodeDef {
  const { given, fallback, stock, settings, names } = how
  const repeat = how.repeat?.direction === direction && how.repeat.kind !== 'ring' ? how.repeat : null
  const span = piece.spans[direction]
  const key = keyOf.place(piece.id, direction)
  const label = `${piece.name} · ${direction}`
  const factKeys = given.map((f) => keyOf.fact(piece.id, direction, f))
  const reads = [
    ...factKeys,
    ...(fallback ? [fallback] : []),
    ...(repeat ? measuresOfRepeat(repeat).map(([w]) => keyOf.repeat(piece.id, w)) : []),
  ]
  const say = (mm: number) => formatLength(mm, lengthStyle(settings)).text
  const shown = (fact: Fact) => toShown(span[fact]!, names.sayRef)
  return {
    key,
    label,
    basis: [
      given.map((f) => `${f}=${span[f]}=${shown(f)}`).join(';'),
      fallback,
      stock?.name,
      repeat?.kind,
      piece.name,
    ].join('|'),
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
            : [{ op: '+', label: sayFallback(stock, fallback!), value: size, kind: 'length', key: fallback }]

      const count = repeat ? get<number>(keyOf.repeat(piece.id, 'count')) : 1
      if (count > 500) return fail(`${piece.name} would be ${count} pieces; 500 at most`)
      if (repeat?.kind === 'even') {
        const [from, to] = [
          get<number>(keyOf.repeat(piece.id, 'from')),
          get<number>(keyOf.repeat(piece.id, 'to')),
        ]
        if (size === undefined) return fail(`${piece.name} is loose ${direction}: say its size`)
        return { value: evenly(piece.name, direction, count, size, from, to, say), parts: sizePart }
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
      const at = stretch
      const pitch = repeat ? get<number>(keyOf.repeat(piece.id, 'pitch')) : 0
      if (repeat && count > 1 && Math.abs(pitch) < 1e-6)
        return fail(`The steps of ${piece.name} have no length`)
      const value = Array.from({ length: count }, (_, k) => ({ start: at.start + k * pitch, size: at.size }))
      return { value, parts }
    },
  }
}

/** Starts of `count` stretches with equal gaps between two places. Fails when they do not fit. */
export function evenly(
  name: string,
  direction: Direction,
  count: number,
  size: Mm,
  from: Mm,
  to: Mm,
  say: (mm: Mm) => string,
): Stretch[] {
  const gap = (to - from - count * size) / (count + 1)
  if (size <= 0) return fail(`${name} has no size ${direction}`)
  if (gap < 0)
    return fail(`${count} of ${name}, ${say(size)} each, do not fit into ${say(to - from)} ${direction}`)
  return Array.from({ length: count }, (_, i) => ({ start: from + gap * (i + 1) + size * i, size }))
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

/** Finished sizes: the span, and what goes into joints at both its ends. */
export function finishedNodes(id: string, name: string, f: Facing): NodeDef[] {
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
