/** What writes a flat drawing into a file for others. */
import type { Flat } from '../../plans/flat'

export interface DrawingFormat {
  /** As the command line and file names have it. */
  readonly id: string
  readonly title: string
  readonly type: string
  /** What others take from it. */
  readonly says: string
  write(flat: Flat): Promise<string>
}
