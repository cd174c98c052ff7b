import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { FontFile, Fonts } from '../core/plans/pdf'

const find = createRequire(import.meta.url).resolve
const file = (family: string, subset: string, weight: number): FontFile => {
  const path = `@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff`
  return () => readFileSync(find(path))
}
/** What the narrow face and the titles lack is taken from the wide one. */
const WIDE = ['latin-ext', 'cyrillic', 'greek', 'cyrillic-ext', 'vietnamese'].map((s) =>
  file('ibm-plex-sans', s, 400),
)

export const nodeFonts = (): Fonts => ({
  measure: [
    ...['latin', 'latin-ext', 'vietnamese'].map((s) => file('ibm-plex-sans-condensed', s, 400)),
    ...WIDE,
  ],
  title: [...['latin', 'latin-ext'].map((s) => file('zilla-slab', s, 500)), ...WIDE],
})
