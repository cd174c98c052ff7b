/** Pieces that are round: which of their sizes are diameters. */
import type { Model } from '../model'
import type { Mm } from '../measure'
import type { Instance } from '../resolve'
import { isRod, workKind } from '../work'

const SIZES = ['length', 'width', 'thickness'] as const
export type RoundSize = (typeof SIZES)[number]

/** Across and across again nearer than this it is as wide as it is high. */
const SAME: Mm = 0.01

/** The sizes of a piece, finished, that are diameters: both across its axis, where it is round about one. */
export function diametersOf(
  model: Pick<Model, 'features' | 'resolved'>,
  i: Instance,
  size: readonly [Mm, Mm, Mm],
): readonly RoundSize[] {
  const about = model.features(i).flatMap((f) => workKind(f).roundAbout?.(f.data) ?? [])
  const axis = about[0] ?? (isRod(i, model.resolved) ? 0 : null)
  if (axis === null) return []
  const across = ([0, 1, 2] as const).filter((k) => k !== axis)
  return Math.abs(size[across[0]!] - size[across[1]!]) < SAME ? across.map((k) => SIZES[k]) : []
}
