/** The limits that a project is held to, and what they are when nothing else was said. */
import type { Limits } from '../document'
import { MM_PER, type LengthUnit, type MeasureKind } from '../measure'
import type { NodeDef } from './graph'
import { keyOf } from './keys'
import { measureNode } from './measurenode'
import type { Names } from './names'
import type { LimitName, ResolvedLimits } from './types'

interface Usual {
  readonly kind: MeasureKind
  /** In a project in inches, and in one in millimetres. */
  readonly in: string
  readonly mm: string
}

/**
 * The load of a shelf is a row of books, 20 lb a foot; a shelf sags by no more than the eye forgives, 1/400
 * of its span; moisture is that of a heated house (USDA Wood Handbook, ch. 13: 8 % on average indoors).
 */
export const USUAL: Readonly<Record<LimitName, Usual>> = {
  tolerance: { kind: 'length', in: '1/64', mm: '0.4' },
  near: { kind: 'length', in: '1/16', mm: '1.5' },
  wall: { kind: 'length', in: '1/8', mm: '3' },
  load: { kind: 'number', in: '20', mm: '30' },
  sag: { kind: 'number', in: '400', mm: '400' },
  driest: { kind: 'number', in: '6', mm: '6' },
  wettest: { kind: 'number', in: '10', mm: '10' },
}
const LIMIT_NAMES = Object.keys(USUAL) as readonly LimitName[]

/** The text of a limit: as it was set, or the usual one. */
const limitText = (limits: Limits, name: LimitName, unit: LengthUnit): string =>
  limits[name] ?? USUAL[name][unit]

export const limitNodes = (limits: Limits, names: Names): NodeDef[] =>
  LIMIT_NAMES.map((name) =>
    measureNode(
      { key: keyOf.limit(name), owner: { kind: 'setting', id: name }, label: `Limits · ${name}` },
      limitText(limits, name, names.unit),
      USUAL[name].kind,
      names,
    ),
  )

/** Their values; the usual one stands in for one that has none. */
export const limitsOf = (unit: LengthUnit, number: (key: string) => number | null): ResolvedLimits =>
  Object.fromEntries(
    LIMIT_NAMES.map((name) => [name, number(keyOf.limit(name)) ?? usualValue(name, unit)]),
  ) as ResolvedLimits

const usualValue = (name: LimitName, unit: LengthUnit): number => {
  const [over, under = '1'] = USUAL[name][unit].split('/')
  const value = Number(over) / Number(under)
  return USUAL[name].kind === 'length' ? value * MM_PER[unit]! : value
}
