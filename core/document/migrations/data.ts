/** Plain data that nobody has checked yet, as migrations find it. */
import { isRecord } from '../record'

export type Data = Readonly<Record<string, unknown>>

/** A list with each of its entries changed; what is no list, or no entry, stays as it is. */
export const each = (list: unknown, change: (entry: Data) => Data): unknown =>
  Array.isArray(list) ? list.map((x: unknown) => (isRecord(x) ? change(x) : x)) : list

/**
 * What was put aside reads as the rest does, should it be mended: its text is changed as an entry of its list
 * is.
 */
export const withAside = (data: Data, changes: Readonly<Record<string, (entry: Data) => Data>>): Data =>
  'setAside' in data ? { ...data, setAside: each(data.setAside, (entry) => aside(entry, changes)) } : data

function aside(entry: Data, changes: Readonly<Record<string, (entry: Data) => Data>>): Data {
  const { list, text } = entry
  if (typeof list !== 'string' || typeof text !== 'string' || !Object.hasOwn(changes, list)) return entry
  try {
    const value: unknown = JSON.parse(text)
    return isRecord(value) ? { ...entry, text: JSON.stringify(changes[list]!(value), null, 2) } : entry
  } catch {
    return entry
  }
}
