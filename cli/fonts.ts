import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import type { Fonts } from '../core/plans/pdf'

const find = createRequire(import.meta.url).resolve
const file = (path: string) => readFileSync(find(path))

export const nodeFonts = (): Fonts => ({
  measure: file('@fontsource/ibm-plex-sans-condensed/files/ibm-plex-sans-condensed-latin-400-normal.woff'),
  title: file('@fontsource/zilla-slab/files/zilla-slab-latin-500-normal.woff'),
})
