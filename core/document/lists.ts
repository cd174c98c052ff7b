/** The lists of a document: what one entry is called, what it must be, and how many there may be. */
import type * as z from 'zod'
import { MOST_TRACE_IMAGES } from './traceImage'
import {
  Accepted,
  Addition,
  Adjustment,
  Bit,
  Group,
  Hardware,
  Joint,
  SavedView,
  MeasuredBoard,
  Parameter,
  Piece,
  Measurement,
  Revision,
  SheetEdit,
  TraceImage,
  Stock,
  type Project,
} from './schema'

interface ListOf<S extends z.ZodType<{ id: string }>> {
  readonly one: string
  readonly schema: S
  readonly most: number
}
const listOf = <S extends z.ZodType<{ id: string }>>(one: string, schema: S, most: number): ListOf<S> => ({
  one,
  schema,
  most,
})

/** In the order in which ids are given: of two entries with one id, the first keeps it. */
export const LISTS = {
  parameters: listOf('measure', Parameter, 500),
  stock: listOf('stock', Stock, 500),
  boards: listOf('measured board', MeasuredBoard, 500),
  bits: listOf('bit', Bit, 200),
  pieces: listOf('piece', Piece, 2000),
  groups: listOf('group', Group, 500),
  joints: listOf('joint', Joint, 5000),
  hardware: listOf('hardware', Hardware, 500),
  views: listOf('view', SavedView, 100),
  pictures: listOf('picture', TraceImage, MOST_TRACE_IMAGES),
  accepted: listOf('accepted finding', Accepted, 2000),
  readings: listOf('reading', Measurement, 5000),
  sheets: listOf('sheet', SheetEdit, 3000),
  adjustments: listOf('change to a sheet', Adjustment, 5000),
  additions: listOf('addition to a sheet', Addition, 2000),
  revisions: listOf('revision', Revision, 200),
} as const

export type ListName = keyof typeof LISTS
export const LIST_NAMES = Object.keys(LISTS) as ListName[]

export type Entry = Project[ListName][number]

export const sayEntry = (list: ListName, n: number, entry: unknown): string => {
  const name = (entry as { name?: unknown } | null)?.name
  const id = (entry as { id?: unknown } | null)?.id
  const called = typeof name === 'string' ? name : typeof id === 'string' ? id : null
  return `${LISTS[list].one} ${n + 1}${called === null ? '' : `, ${called.slice(0, 80)}`}`
}
