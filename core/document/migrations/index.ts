import { copiesById } from './copies'
import { placesAt } from './places'
import { twoTrims } from './trims'

/**
 * Each entry turns a file of its version into one of the next, and is kept for ever: `1` would read version 1
 * and give version 2. Migrations work on plain JSON, before anything is checked.
 */
export type Migrations = Readonly<Record<number, (data: Record<string, unknown>) => Record<string, unknown>>>

export const MIGRATIONS: Migrations = {
  // Groups and hardware came; all else that is new in 2 has a value to start from.
  1: (data) => ({ groups: [], hardware: [], ...data, version: 2 }),
  // Copies were told by numbers, which changed when others came and went. So were faces, by themselves or in
  // pairs, where any place may stand now.
  2: (data) => ({ ...placesAt(copiesById(data)), version: 3 }),
  // Ends and edges were trimmed by one measure, and boards as they came were the only thickness.
  3: (data) => ({ ...twoTrims(data), version: 4 }),
}

/** Brings a file up to the present version. */
export function migrate(
  data: Record<string, unknown>,
  table: Migrations = MIGRATIONS,
): Record<string, unknown> {
  let now = data
  for (let step = table[now.version as number]; step; step = table[now.version as number]) now = step(now)
  return now
}
