/** Where a number comes from: one short sum, each term with the node to ask further. */
import { lengthStyle, type Direction, type Project } from '../document'
import { formatLength, formatNumber, marked, type LengthStyle, type MeasureKind } from '../measure'
import { AXIS_OF, FACE_AT, FACE_NAMES } from '../pieces'
import type { NodeDef, NodeKey, NodeResult, Term } from './graph'
import { keyOf, SIZES } from './keys'
import { forCopy } from './percopy'
import type { Because, PerCopy, ResolvedPiece, Stretch } from './types'

export interface Sources {
  readonly project: Project
  readonly byId: ReadonlyMap<string, ResolvedPiece>
  def(key: NodeKey): NodeDef | undefined
  say(text: string): string
  result(key: NodeKey): NodeResult | undefined
}

/** Of a finished size, that of the n-th copy, from 1. */
export function because(key: NodeKey, copy: number, from: Sources): Because | undefined {
  const result = from.result(key)
  const def = from.def(key)
  if (!result?.ok || !def) return undefined
  const told = (b: Because): Because => ({
    ...b,
    label: from.say(b.label),
    parts: b.parts.map((p) => ({ ...p, label: from.say(p.label) })),
  })
  const { value, label } = def
  const { parts } = result
  switch (value) {
    case 'sizes':
      return told(finished(def, result.value as PerCopy, copy - 1, from))
    case 'places':
      return told({ label, value: (result.value as readonly Stretch[])[0]!.size, kind: 'length', parts })
    case 'poses':
    case 'motions':
    case 'boxes':
    case 'flats':
      return undefined
    case 'growth':
      return told({ label, value: forCopy(result.value as PerCopy, 0), kind: 'length', parts })
    default:
      return told({ label, value: result.value as number, kind: value, parts })
  }
}

function finished({ owner, key, label }: NodeDef, sizes: PerCopy, copy: number, from: Sources): Because {
  const { id } = owner
  const size = SIZES.find((s) => keyOf.finished(id, s) === key)!
  const piece = from.byId.get(id)
  const axis = SIZES.indexOf(size)
  const direction = (['across', 'deep', 'up'] as const).find((d) => piece?.facing.room[axis] === AXIS_OF[d])
  const parts: Term[] = []
  const place = direction && from.result(keyOf.place(id, direction))
  if (place?.ok) {
    const by = direction && movedBy(id, direction, place.value as readonly Stretch[], copy, from)
    parts.push(
      ...standing(
        place.parts.map((p) => plain(p, from)),
        by ?? 0,
        id,
        from,
      ),
    )
  }
  for (const face of FACE_NAMES.filter((f) => FACE_AT[f].axis === axis)) {
    const grow = from.result(keyOf.grow(id, face))
    if (grow?.ok) parts.push(...grow.parts.filter((p) => !p.copy || p.copy[0] === copy % p.copy[1]))
  }
  // A joint that takes nothing and gives nothing says nothing.
  const told = parts.filter((p) => !p.goes || Math.abs(p.value) > 1e-6)
  return { label, value: forCopy(sizes, copy), kind: 'length', parts: told }
}

/** How far a copy stands from where its piece is described, along a direction of the room. */
function movedBy(
  id: string,
  direction: Direction,
  described: readonly Stretch[],
  copy: number,
  { byId }: Sources,
): number {
  const i = byId.get(id)?.instances[copy]
  const [only, ...more] = described
  return i?.square && !i.flipped && only && more.length === 0 ? i.box.min[AXIS_OF[direction]] - only.start : 0
}

/** Places told where the copy stands: those of what moves with it, where all of them do. */
function standing(parts: readonly Term[], by: number, id: string, { project }: Sources): readonly Term[] {
  const groupOf = (of: string) => project.pieces.find((p) => p.id === of)?.group ?? null
  const group = groupOf(id)
  if (group === null || Math.abs(by) < 1e-6) return parts
  const placed = parts.map((p) => /^place\.([^.]+)\./.exec(p.key ?? '')?.[1])
  const along = placed.every((of) => of === undefined || of === group || groupOf(of) === group)
  return along ? parts.map((p, n) => (placed[n] === undefined ? p : { ...p, value: p.value + by })) : parts
}

/** A term that is nothing but one reference or name is linked straight to what it names. */
function plain(part: Term, from: Sources): Term {
  const inner = part.key === null ? undefined : from.result(part.key)
  const only = inner?.ok && inner.parts.length === 1 ? inner.parts[0]! : null
  return only && only.label === part.label ? { ...part, key: only.key } : part
}

/** One value as a maker reads it. */
export function sayValue(value: number, kind: MeasureKind, style: LengthStyle): string {
  if (kind === 'length') return marked(formatLength(value, style))
  return kind === 'angle' ? `${formatNumber(value)}°` : formatNumber(value)
}

/**
 * The whole story on one line: "Shelf · length 33 = Right side·left 33 1/4 − Left side·right 3/4 + 1/4 into
 * Left side".
 */
export function sayBecause(b: Because, project: Project): string {
  const head = `${b.label} ${sayValue(b.value, b.kind, lengthStyle(project.settings))}`
  const told = sayParts(b, project)
  // Of what was typed as it is there is no more to say.
  if (told === '' || head.endsWith(` ${told}`)) return head
  return b.parts.every((p) => p.op === '·') ? `${head}, from ${told}` : `${head} = ${told}`
}

/** What it comes from: a sum, or a list; nothing for what comes from nothing else. */
export function sayParts(b: Because, project: Project): string {
  const style = lengthStyle(project.settings)
  const say = (p: Term) => {
    const value = sayValue(p.value, p.kind, style)
    if (p.goes) return `${value} ${p.label}`
    if (p.label === value) return value
    return / [+\-−*/] /.test(p.label) ? `(${p.label} = ${value})` : `${p.label} ${value}`
  }
  return b.parts.every((p) => p.op === '·')
    ? b.parts.map(say).join(', ')
    : b.parts.map((p, i) => (i === 0 && p.op === '+' ? say(p) : `${p.op} ${say(p)}`)).join(' ')
}
