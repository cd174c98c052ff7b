/**
 * Reading outlines from files of others. What a file is shows in what it begins with, and it is looked at
 * before it is read. A new format is one file and one entry here.
 */
import type { Segment } from '../../../outline'
import { readDxf } from './dxf'
import { Unread, type Reading, type Strokes } from './kind'
import { readSvg } from './svg'

/** Larger files are refused before they are looked into. */
export const MOST_BYTES = 5_000_000

interface Reader {
  readonly title: string
  /** Whether a text begins as one of its kind does. */
  is(text: string): boolean
  read(text: string): Strokes
}

const READERS: readonly Reader[] = [
  {
    title: 'SVG',
    is: (text) => /<([\w-]+:)?svg[\s>:]/i.test(text.slice(0, 20_000)) && /^\s*</.test(text),
    read: readSvg,
  },
  {
    title: 'DXF',
    is: (text) => /^\s*(999\s*\n[^\n]*\n\s*)*0\s*\r?\n\s*SECTION/.test(text.slice(0, 20_000)),
    read: readDxf,
  },
]

/** What a file holds, in its own units. */
export interface Drawn extends Strokes {
  readonly kind: string
}
const says = (name: string, why: string): Reading<never> => ({
  ok: false,
  why: `${name} is not read: ${why}`,
})

/** The strokes of a file; `name` is said of it when it is none. */
export function readDrawing(bytes: Uint8Array, name: string): Reading<Drawn> {
  if (bytes.byteLength > MOST_BYTES)
    return says(
      name,
      `it is ${(bytes.byteLength / 1e6).toFixed(1)} MB, and ${MOST_BYTES / 1e6} MB are read at most`,
    )
  const text = textOf(bytes)
  if (text.startsWith('AutoCAD Binary DXF')) return says(name, 'it is a binary DXF; save it as a text one')
  const reader = READERS.find((r) => r.is(text))
  if (!reader) return says(name, 'it is neither an SVG drawing nor a DXF in text')
  try {
    const read = reader.read(text)
    if (read.segments.length === 0) return says(name, 'there is no line or curve in it')
    if (!read.segments.every(isFinite)) return says(name, 'some of its numbers are none')
    return { ok: true, read: { ...read, kind: reader.title } }
  } catch (error) {
    if (error instanceof Unread) return says(name, error.message)
    // What a reader runs into says nothing to a maker.
    return says(name, 'it is damaged, or of a sort that is not read here')
  }
}

/** As its first two bytes say, or those of a plain sign in wide letters (XML 1.0, F.1). */
function textOf(bytes: Uint8Array): string {
  const [a, b] = bytes
  const wide =
    (a === 0xff && b === 0xfe) || (a === 0x3c && b === 0)
      ? 'utf-16le'
      : (a === 0xfe && b === 0xff) || (a === 0 && b === 0x3c)
        ? 'utf-16be'
        : 'utf-8'
  return new TextDecoder(wide).decode(bytes).replace(/^\uFEFF/, '')
}

const isFinite = (s: Segment): boolean =>
  [s.from, s.to, ...(s.kind === 'curve' ? [s.leave, s.arrive] : s.kind === 'arc' ? [s.centre] : [])]
    .flat()
    .every((x) => Number.isFinite(x) && Math.abs(x) < 1e12)

export type { Reading } from './kind'
