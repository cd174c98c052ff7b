/** What a measure field makes of what is typed in it. */
import { MeasureError, sayReading, toStored, type MeasureKind } from '../../core/measure'
import { sayValue, tryMeasure, type NodeKey, type Resolved, type Slip } from '../../core/resolve'
import { namingOf } from './naming'

export type Reading = { ok: true; stored: string; value: number } | { ok: false; slip: Slip }

/** Reads what was typed, with pieces called by their names. */
export function read(
  text: string,
  kind: MeasureKind,
  resolved: Resolved,
  locals: Readonly<Record<string, NodeKey>>,
): Reading {
  try {
    const stored = toStored(text.trim(), namingOf(resolved))
    const tried = tryMeasure(resolved, stored, kind, locals)
    if (tried.ok) return { ok: true, stored, value: tried.value }
    // Positions are in the stored text; they only fit what is shown when nothing was replaced.
    return { ok: false, slip: stored === text.trim() ? tried.slip : { message: tried.slip.message } }
  } catch (error) {
    if (error instanceof MeasureError)
      return { ok: false, slip: { message: error.message, at: error.at, end: error.end } }
    throw error
  }
}

/** How a doubtful writing was read, by the names a maker knows; null where nothing is doubtful. */
export const readAs = (reading: Reading, resolved: Resolved): string | null =>
  reading.ok ? sayReading(reading.stored, resolved.sayRef) : null

/** The value in the project's unit, and in the other one. */
export function echo(value: number, kind: MeasureKind, resolved: Pick<Resolved, 'style'>): string {
  const own = sayValue(value, kind, resolved.style)
  if (kind !== 'length') return own
  const other =
    resolved.style.unit === 'in'
      ? `${Number(value.toFixed(2))} mm`
      : `${Number((value / 25.4).toFixed(3))} in`
  return `${own} · ${other}`
}

/** Worth working out for the maker: more than a plain number. */
export const isSum = (text: string): boolean => /[@·*()a-zA-Z+]| - /.test(text)

/** Puts a completion in the place of the last, unfinished name. */
export const replaceTail = (text: string, name: string): string =>
  text.replace(/[^+\-*/(),]*$/, (tail) => tail.match(/^\s*/)![0] + name)
