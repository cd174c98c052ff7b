/**
 * Version 2 named a face, or the two that an edge lies between; version 3 has a place. Works on unchecked
 * data.
 */
type Data = Readonly<Record<string, unknown>>

const isData = (x: unknown): x is Data => typeof x === 'object' && x !== null && !Array.isArray(x)
const each = (list: unknown, change: (entry: Data) => Data): unknown =>
  Array.isArray(list) ? list.map((x: unknown) => (isData(x) ? change(x) : x)) : list

const face = (name: unknown): unknown => (typeof name === 'string' ? { kind: 'face', face: name } : name)
const edge = (names: unknown): unknown =>
  Array.isArray(names) ? { kind: 'edge', between: names.map(face) } : names

/** One field put in the place of another, where that is there. */
function at(entry: Data, from: string, place: (value: unknown) => unknown): Data {
  if (!(from in entry)) return entry
  const { [from]: was, ...rest } = entry
  return { ...rest, at: place(was) }
}

const CHANGES: Readonly<Record<string, (entry: Data) => Data>> = {
  pieces: (p) => ('tilts' in p ? { ...p, tilts: each(p.tilts, (t) => at(t, 'edge', edge)) } : p),
  joints: (j) => ('between' in j ? { ...j, between: each(j.between, (m) => at(m, 'face', face)) } : j),
  hardware: (h) => at(h, 'edge', edge),
}

/** What was put aside reads as the rest does, should it be mended. */
function aside(entry: Data): Data {
  const change =
    typeof entry.list === 'string' && Object.hasOwn(CHANGES, entry.list) ? CHANGES[entry.list]! : null
  if (!change || typeof entry.text !== 'string') return entry
  try {
    const value: unknown = JSON.parse(entry.text)
    return isData(value) ? { ...entry, text: JSON.stringify(change(value), null, 2) } : entry
  } catch {
    return entry
  }
}

export const placesAt = (data: Data): Data => ({
  ...data,
  ...Object.fromEntries(
    Object.entries(CHANGES).flatMap(([list, change]) =>
      list in data ? [[list, each(data[list], change)]] : [],
    ),
  ),
  ...('setAside' in data ? { setAside: each(data.setAside, aside) } : {}),
})
