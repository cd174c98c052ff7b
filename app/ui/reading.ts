/** What a measure field makes of what is typed in it. */
import { MeasureError, sayReading, toStored, type MeasureKind } from '../../core/measure'
import { sayValue, tryMeasure, type NodeKey, type Readable, type MeasureFault } from '../../core/resolve'
import type { Shown } from '../../core/shown'
import { namingOf, type Named } from './naming'

export type Reading = { ok: true; stored: string; value: number } | { ok: false; slip: MeasureFault }

/**
 * Whether what was typed leaves a field to its default: nothing, the default's own words, or, where that goes
 * through the wood, "all" or "through".
 */
export function isDefault(text: string, placeholder = ''): boolean {
  const [typed, word] = [text.trim().toLowerCase(), placeholder.replace(/^default: /, '')]
  // A figure that was typed stays, though the default is the same.
  if (typed === '' || (typed === word && /^\D/.test(word))) return true
  return /^(through|full)/.test(word) && /^(all|through|full)$/.test(typed)
}

/** Reads what was typed, with pieces called by their names. */
export function read(
  text: string,
  kind: MeasureKind,
  shown: Readable & Named,
  locals: Readonly<Record<string, NodeKey>>,
): Reading {
  try {
    const stored = toStored(text.trim(), namingOf(shown))
    const tried = tryMeasure(shown, stored, kind, locals)
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
export const readAs = (reading: Reading, shown: Pick<Shown, 'sayRef'>): string | null =>
  reading.ok ? sayReading(reading.stored, shown.sayRef) : null

/** The value in the project's unit, and in the other one. */
export function echo(value: number, kind: MeasureKind, { style }: Pick<Shown, 'style'>): string {
  const own = sayValue(value, kind, style)
  if (kind !== 'length') return own
  const other =
    style.unit === 'in' ? `${Number(value.toFixed(2))} mm` : `${Number((value / 25.4).toFixed(3))} in`
  return `${own} · ${other}`
}

/** Worth working out for the maker: more than a plain number. */
export const isSum = (text: string): boolean => /[@·*()a-zA-Z+]| - /.test(text)

/** Puts a completion in the place of the last, unfinished name. */
export const replaceTail = (text: string, name: string): string =>
  text.replace(/[^+\-*/(),]*$/, (tail) => tail.match(/^\s*/)![0] + name)
