/**
 * Copies: what there is several of. A copy is told by the path of ids that leads to it, outermost group
 * first. Each step of the way that is not the first has its part: `g1:3` is the third in the repeat of group
 * g1, `g1:c2` its placement c2; the last part, without an owner, is of the thing itself. What is first all
 * the way is `1`. So a path stays what it is when copies come and go elsewhere, and when things are grouped.
 * Numbers are for showing only.
 */
import type { Piece } from './schema'

export type Copy = string

/** The first, where it is described. */
export const FIRST: Copy = '1'

/**
 * The copy of something in a copy of its group. `above` is the group's copy, `own` its own within the group.
 */
export function copyWithin(group: string, above: Copy, own: Copy): Copy {
  if (above === FIRST) return own
  const parts = above.split('/')
  const last = parts.length - 1
  if (!parts[last]!.includes(':')) parts[last] = `${group}:${parts[last]}`
  return own === FIRST ? parts.join('/') : [...parts, own].join('/')
}

/** A path by its parts; `owner` is null for the thing itself. */
export const partsOf = (copy: Copy): Array<{ readonly owner: string | null; readonly id: string }> =>
  copy === FIRST
    ? []
    : copy.split('/').map((part) => {
        const [id, owner = null] = part.split(':').reverse() as [string, string | undefined]
        return { owner, id }
      })

export const copyOf = (parts: ReturnType<typeof partsOf>): Copy =>
  parts.map(({ owner, id }) => (owner === null ? id : `${owner}:${id}`)).join('/') || FIRST

/** Whether what has the path `copy` stands in this copy of `group`, whose own groups are `above`. */
export function standsIn(copy: Copy, group: string, groupCopy: Copy, above: ReadonlySet<string>): boolean {
  const outer = partsOf(copy).filter((p) => p.owner === group || (p.owner !== null && above.has(p.owner)))
  return copyOf(outer) === copyWithin(group, groupCopy, FIRST)
}

/** From 0, which of its own repeat a thing is where it stands in no copy of a group; null where it does. */
export const ordinalOf = (copy: Copy): number | null => (/^\d{1,6}$/.test(copy) ? Number(copy) - 1 : null)

/** The copy of a repeat that is n-th, from 0. */
export const nthCopy = (n: number): Copy => String(n + 1)

type Described = Pick<Piece, 'except' | 'only'>

/** Whether a copy belongs to what is described, rather than to what has been parted from it. */
export const standsHere = ({ except, only }: Described, copy: Copy): boolean =>
  only === null ? !except.includes(copy) : copy === only

/**
 * The copy that a reference without one means: the first of the repeat that has not become something of its
 * own.
 */
export function firstHere({ except, only }: Described): Copy {
  if (only !== null) return only
  let n = 0
  while (except.includes(nthCopy(n))) n++
  return nthCopy(n)
}
