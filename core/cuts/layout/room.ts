import type { Job, Rect } from './job'

/** Where pieces can lie on a board: what its trims leave of it. */
export function roomOf(
  job: Pick<Job, 'trim' | 'edgeTrim'>,
  s: { readonly length: number; readonly width: number },
): Rect {
  const [x, y] = [job.trim, job.edgeTrim ?? job.trim]
  return { x, y, length: s.length - 2 * x, width: s.width - 2 * y }
}
