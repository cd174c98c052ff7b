/** Readings of a caliper: what it sends, and a stand-in for one that is not at hand. */
import { MM_PER, type LengthUnit, type Mm } from '../measure'

/**
 * What a caliper sent, as a measure; null for what is no reading. Units are in what it sends, or the one
 * given.
 */
export function readCaliper(line: string, unit: LengthUnit): string | null {
  const found = /([+-]?\s*\d+(?:[.,]\d+)?)\s*(mm|in|inch|")?\s*$/i.exec(line.trim())
  if (!found) return null
  const value = Number(found[1]!.replace(/\s/g, '').replace(',', '.'))
  if (!Number.isFinite(value) || value <= 0 || value > 10_000) return null
  const named = found[2]?.toLowerCase()
  const said = named === undefined ? unit : named === 'mm' ? 'mm' : 'in'
  return `${value}${said === unit ? '' : said}`
}

/** Steps of a caliper’s display. */
const STEP: Readonly<Record<LengthUnit, number>> = { mm: 0.01, in: 0.0005 }
/**
 * How far wood off a saw is from what it was to be, and a hand with a caliper from the wood: millimetres,
 * one σ.
 */
const CUT: Mm = 0.15
const HAND: Mm = 0.03

/**
 * What a caliper would show of a dimension, with the error of a saw and of a hand: `random` gives numbers
 * from 0 to 1. Errors are normal (Box and Muller 1958).
 */
export function standIn(should: Mm, unit: LengthUnit, random: () => number): string {
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const is = Math.max(0.01, should + CUT * normal() + HAND * normal())
  const shown = Math.round(is / MM_PER[unit]! / STEP[unit]) * STEP[unit]
  return `${Number(shown.toFixed(4))} ${unit}`
}
