/** The shipped fonts as files, for PDF; each is fetched only when its letters are needed. */
import narrow from '@fontsource/ibm-plex-sans-condensed/files/ibm-plex-sans-condensed-latin-400-normal.woff?url'
import narrowExt from '@fontsource/ibm-plex-sans-condensed/files/ibm-plex-sans-condensed-latin-ext-400-normal.woff?url'
import narrowVietnamese from '@fontsource/ibm-plex-sans-condensed/files/ibm-plex-sans-condensed-vietnamese-400-normal.woff?url'
import cyrillic from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-cyrillic-400-normal.woff?url'
import cyrillicExt from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-cyrillic-ext-400-normal.woff?url'
import greek from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-greek-400-normal.woff?url'
import latinExt from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-latin-ext-400-normal.woff?url'
import vietnamese from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-vietnamese-400-normal.woff?url'
import title from '@fontsource/zilla-slab/files/zilla-slab-latin-500-normal.woff?url'
import titleExt from '@fontsource/zilla-slab/files/zilla-slab-latin-ext-500-normal.woff?url'
import type { FontFile, Fonts } from '../core/plans/pdf'

const file =
  (url: string): FontFile =>
  async () => {
    const answer = await fetch(url)
    if (!answer.ok) throw new Error('A font could not be loaded')
    return new Uint8Array(await answer.arrayBuffer())
  }
/** What the narrow face and the titles lack is taken from the wide one. */
const WIDE = [latinExt, cyrillic, greek, cyrillicExt, vietnamese].map(file)

export const webFonts: Fonts = {
  measure: [...[narrow, narrowExt, narrowVietnamese].map(file), ...WIDE],
  title: [...[title, titleExt].map(file), ...WIDE],
}
