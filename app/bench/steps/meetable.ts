/** What work of other pieces can be met: each by its step's id, and as a list calls it. */
import type { Piece, Step } from '../../../core/document'
import { ownWork } from '../../../core/work'

export function meetable(pieces: readonly Piece[], but: string): Array<readonly [string, string]> {
  return pieces.flatMap((p) => {
    if (p.kind !== 'made' || p.id === but) return []
    const work = p.work.filter((s) => ownWork(s.kind)?.mates && !s.off)
    return work.map((s, n) => {
      const title = (ownWork(s.kind)?.title ?? s.kind).toLowerCase()
      return [s.id, `${p.name}, ${title}${work.length > 1 ? ` ${n + 1}` : ''}`] as const
    })
  })
}

/** What a step with these choices meets, where there is but one thing that it could; none for others. */
export function onlyMeetable(
  { kind, options }: Pick<Step, 'kind' | 'options'>,
  pieces: readonly Piece[],
  on: string,
): { readonly meets?: string } {
  if (!ownWork(kind)?.meets?.(options) || options.meets) return {}
  const all = meetable(pieces, on)
  return all.length === 1 ? { meets: all[0]![0] } : {}
}
