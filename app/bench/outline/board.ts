/** What the board knows of places, sizes and words. */
import type { FaceName, Outline } from '../../../core/document'
import type { Place2, Trouble } from '../../../core/outline'

/** Whether any point is elsewhere than it was. */
export const went = (was: ReadonlyMap<string, Place2>, now: ReadonlyMap<string, Place2>): boolean =>
  [...now].some(([id, p]) => Math.hypot(p[0] - was.get(id)![0], p[1] - was.get(id)![1]) > 1e-6)

/** The point that stands at a place; null for none. */
export const pointAt = (points: ReadonlyMap<string, Place2>, [u, v]: Place2): string | null =>
  [...points].find(([, p]) => Math.hypot(p[0] - u, p[1] - v) < 1e-6)?.[0] ?? null

/** What is written before a measure, by what it is of. */
export const PREFIX: Readonly<Record<string, string>> = {
  radius: 'r ',
  round: 'r ',
  diameter: '⌀ ',
  rise: 'rise ',
  fullwidth: '⌀ ',
}

export const sayTrouble = ({ says, at: [u, v] }: Trouble, say: (mm: number) => string): string =>
  `${capital(says)}, at ${say(u)} along and ${say(v)} across.`
export const capital = (s: string) => s[0]!.toUpperCase() + s.slice(1)

/** What the sizes of a face along and across are called in measures. */
export function namesOn(face: FaceName): [string, string] {
  if (face === 'face' || face === 'back') return ['L', 'W']
  return face === 'edge1' || face === 'edge2' ? ['L', 'T'] : ['W', 'T']
}

/** A round length that goes well on a face. */
export const unitFor = (size: Place2, even: number): number =>
  Math.max(even, Math.round(Math.min(size[0], size[1]) / 6 / even) * even)

/** Values of facts that were told just now. */
export const readAll = (outline: Outline, valueOf: (text: string) => number | undefined) =>
  Object.fromEntries(
    outline.facts.flatMap((f) => {
      const value = f.kind !== 'angle' && f.value !== undefined ? valueOf(f.value) : undefined
      return value === undefined ? [] : [[f.id, value] as const]
    }),
  )

export const sayArea = (mm2: number, unit: 'in' | 'mm'): string =>
  unit === 'in' ? `${(mm2 / 645.16).toFixed(1)} sq in` : `${(mm2 / 100).toFixed(1)} cm²`
