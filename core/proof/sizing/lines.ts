/**
 * The size sheet: every finished dimension of every piece, and every place of its work, in the order of the
 * shop.
 */
import { cutList, diametersOf, findAlike, saySizes, shapedIn, type FinishedSizes } from '../../cuts'
import { formatLength, marked, type Mm } from '../../measure'
import type { Model } from '../../model'
import { keyOf, sayLength, SIZES, type Instance, type NodeKey, type SizeName } from '../../resolve'
import { REFERENCE, workKind, type Dimension, type Feature } from '../../work'
import { exact } from '../exact'
import { called, capital } from '../wood'
import { becauseOfSize, becauseOfStep, becauseOfWork } from './because'

/** One dimension to be measured. */
export interface SizeLine {
  /** Tells it from the others of its piece, from revision to revision: a size, or a place of some work. */
  readonly what: string
  readonly label: string
  readonly mm: Mm
  /** As the project writes it, with ≈ where that is rounded; and as exactly as anybody measures. */
  readonly text: string
  readonly exact: string
  readonly rounded: boolean
  /** The number that it is, where it can be asked. */
  readonly key: NodeKey | null
  /** Where it comes from: a short sum, or the measures it follows. */
  readonly because: string
  /** The work it is a place of. */
  readonly feature: string | null
}

/** A piece of wood with its dimensions. */
export interface SizedCopy {
  /** Key of its instance. */
  readonly key: string
  readonly piece: string
  readonly copy: string
  readonly name: string
  /** Which of its piece’s copies it is, from 1. */
  readonly index: number
  readonly lines: readonly SizeLine[]
}

/** Pieces that are made alike. */
export interface SizeRow {
  readonly mark: string
  readonly name: string
  readonly stock: string
  /** How large it comes out: "120 × ⌀ 94". */
  readonly size: string
  readonly mirrored: number
  readonly copies: readonly SizedCopy[]
}

/** In the order they are milled, ripped and crosscut. */
const ORDER: readonly SizeName[] = ['thickness', 'width', 'length']

/**
 * By stock, as on the cut list; of each piece first its sizes, then the places of its work from end 1 on.
 * Sizes are those of the block where `finished` does not tell how the wood comes out.
 */
export function sizeSheet(model: Model, finished?: FinishedSizes): SizeRow[] {
  const place = new Map(
    cutList(model)
      .groups.flatMap((g) => g.rows)
      .map((r, n) => [r.mark, n]),
  )
  const say = (mm: Mm) => marked(formatLength(mm, model.resolved.style))
  return [...findAlike(model)]
    .sort((a, b) => (place.get(a.mark) ?? 0) - (place.get(b.mark) ?? 0))
    .map((a) => {
      const first = a.instances[0]!
      const { size, round } = outcome(first, model, finished)
      return {
        mark: a.mark,
        name: a.name,
        stock: a.stock?.stock.name ?? '',
        size: saySizes(size, round, say),
        mirrored: a.mirrored,
        copies: a.instances.map((i) => sized(i, model, finished)),
      }
    })
}

interface Outcome {
  readonly size: readonly [Mm, Mm, Mm]
  readonly round: readonly SizeName[]
}

function outcome(i: Instance, model: Model, finished?: FinishedSizes): Outcome {
  const size = finished?.(i) ?? ([i.length, i.width, i.thickness] as const)
  return { size, round: diametersOf(model, i, size) }
}

export const sized = (i: Instance, model: Model, finished?: FinishedSizes): SizedCopy => ({
  key: i.key,
  piece: i.piece,
  copy: i.copy,
  name: i.name,
  index: i.index,
  lines: [...(ownLines(i, model) ?? sizeLines(i, model, finished)), ...workLines(i, model)],
})

/**
 * What is measured of it where that is not the sides of a block: the strip it is bent from, and its bends.
 */
function ownLines(i: Instance, model: Model): SizeLine[] | null {
  const all = model.features(i).flatMap((f) => {
    const sizes = workKind(f).sizes?.(f.data)
    return sizes ? [{ f, lines: sizes.lines }] : []
  })
  const [own] = all
  if (!own) return null
  return own.lines
    .filter((l) => l.mm > 1e-6)
    .map((l) => ({
      what: `${own.f.id}|${l.what}`,
      label: l.label,
      ...told(l.mm, model),
      key: null,
      because: becauseOfStep(own.f, model),
      feature: own.f.id,
    }))
}

const told = (mm: Mm, { resolved: { style } }: Model) => {
  const written = formatLength(mm, style)
  return { mm, text: marked(written), exact: exact(mm, style), rounded: !written.exact }
}

/** The block it is cut from first, as it is milled; then how the wood comes out where that is less. */
function sizeLines(i: Instance, model: Model, finished?: FinishedSizes): SizeLine[] {
  const { size, round } = outcome(i, model, finished)
  const block = [i.length, i.width, i.thickness] as const
  const shaped = shapedIn(block, size)
  const called = (name: SizeName) => (round.includes(name) ? 'Diameter' : capital(name))
  const line = (name: SizeName, own: Partial<SizeLine>): SizeLine => ({
    what: name,
    label: called(name),
    ...told(i[name], model),
    key: keyOf.finished(i.piece, name),
    because: becauseOfSize(i, name, model),
    feature: null,
    ...own,
  })
  // A diameter is measured once.
  const once = ORDER.filter((name) => name !== round[1])
  return [
    ...ORDER.filter((name) => shaped.includes(name)).map((name) => line(name, { label: `Blank, ${name}` })),
    ...once.filter((name) => !shaped.includes(name)).map((name) => line(name, {})),
    ...once
      .filter((name) => shaped.includes(name))
      .map((name) =>
        line(name, {
          what: finishedSize(name),
          ...told(size[SIZES.indexOf(name)]!, model),
          key: null,
          because: `Shaped from ${sayLength(model.resolved, i[name])}`,
        }),
      ),
  ]
}

/** What a reading of a size is of, where the wood is shaped smaller than its blank. */
export const finishedSize = (name: SizeName): string => `finished ${name}`

function workLines(i: Instance, model: Model): SizeLine[] {
  const lines: Array<SizeLine & { readonly along: Mm }> = []
  for (const f of model.features(i)) {
    const dimensions = workKind(f).dimensions(f.data)
    const said = new Set<string>()
    dimensions.forEach((d, n) => {
      const mm = d.what === 'place' ? d.to : d.to - d.from
      const label = labelOf(f, d)
      const same = `${label} ${Math.round(mm * 1e6)}`
      if (mm <= 1e-6 || said.has(same)) return
      said.add(same)
      const key = workKind(f)
        .describe(f.data, null)
        .find((p) => typeof p !== 'string' && p.key !== undefined && Math.abs(p.mm - mm) < 1e-6)
      lines.push({
        what: `${f.id}|${n}`,
        label,
        ...told(mm, model),
        key: (typeof key === 'object' ? key.key : undefined) ?? null,
        because: becauseOfWork(i, f, d, model),
        feature: f.id,
        along: Math.min(...dimensions.filter((x) => x.axis === 0).map((x) => x.to), Infinity),
      })
    })
  }
  return lines.sort((a, b) => a.along - b.along).map(({ along: _, ...line }) => line)
}

const WIDE: Readonly<Record<Dimension['what'], string>> = {
  place: '',
  width: ' wide',
  depth: ' deep',
  length: ' long',
}
const labelOf = (f: Feature, d: Dimension): string =>
  d.what === 'place'
    ? `${capital(called(f))}, from ${REFERENCE[d.axis]}`
    : `${capital(called(f))},${WIDE[d.what]}`
