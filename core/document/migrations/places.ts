/**
 * Version 2 named a face, or the two that an edge lies between; version 3 has a place. Works on unchecked
 * data.
 */
import { each, withAside, type Data } from './data'

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

export const placesAt = (data: Data): Data => ({
  ...withAside(data, CHANGES),
  ...Object.fromEntries(
    Object.entries(CHANGES).flatMap(([list, change]) =>
      list in data ? [[list, each(data[list], change)]] : [],
    ),
  ),
})
