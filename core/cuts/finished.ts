/** Finished sizes: which of them are diameters, and which are less than the blank’s. */
import type { Model } from '../model'
import type { Mm } from '../measure'
import { SIZES, type Instance, type SizeName } from '../resolve'
import { isRod, workKind } from '../work'

/** How large a piece comes out, by length, width and thickness; null where that is not known. */
export type FinishedSizes = (i: Instance) => readonly [Mm, Mm, Mm] | null

/** Sizes that differ by less are one. */
const EQUAL: Mm = 1e-3

/** Across and across again nearer than this it is as wide as it is high. */
const SAME: Mm = 0.01

/** Those of its sizes that the wood, finished, is smaller in than the block it is cut from. */
export const shapedIn = (block: readonly [Mm, Mm, Mm], size: readonly [Mm, Mm, Mm]): SizeName[] =>
  SIZES.filter((_, n) => block[n]! - size[n]! > EQUAL)

/** "120 × ⌀ 94", "⌀ 94 × 20", "120 × 60 × 18": a diameter once. */
export const saySizes = (
  size: readonly [Mm, Mm, Mm],
  round: readonly SizeName[],
  say: (mm: Mm) => string,
): string =>
  SIZES.flatMap((name, n) =>
    name === round[1] ? [] : [`${name === round[0] ? '⌀ ' : ''}${say(size[n]!)}`],
  ).join(' × ')

/** The sizes of a piece, finished, that are diameters: both across its axis, where it is round about one. */
export function diametersOf(
  model: Pick<Model, 'features' | 'resolved'>,
  i: Instance,
  size: readonly [Mm, Mm, Mm],
): readonly SizeName[] {
  const about = model.features(i).flatMap((f) => workKind(f).roundAbout?.(f.data) ?? [])
  const axis = about[0] ?? (isRod(i, model.resolved) ? 0 : null)
  if (axis === null) return []
  const across = ([0, 1, 2] as const).filter((k) => k !== axis)
  return Math.abs(size[across[0]!] - size[across[1]!]) < SAME ? across.map((k) => SIZES[k]) : []
}
