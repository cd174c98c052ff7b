/** What a PDF says when it is read: all that stands on the sheets, and nothing else. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readProject } from '../core/document'
import { modelOf } from '../core/model'
import { planSheets, type Sheet } from '../core/plans'
import { toPdf } from '../core/plans/pdf'
import { testKernel } from '../core/testing/scenario'
import { nodeFonts } from './fonts'

const kernel = await testKernel()
/** Without spaces: aslant, a fraction is read in two. What a font lacks is drawn of others. */
const squeezed = (text: string): string =>
  text.replaceAll('\u2044', '/').replaceAll('≈', '~~').replace(/\s+/g, '')
const textsOn = ({ marks }: Sheet): string[] =>
  marks.flatMap((m) => (m.kind === 'text' ? [squeezed(m.text)] : []))
const letters = (texts: readonly string[]): string => [...texts.join('')].sort().join('')

test.each(['seed-hopper', 'dibber-rest'])(
  '%s: every text of its plans is read in the PDF, and no other',
  async (demo) => {
    const read = readProject(readFileSync(`demo/${demo}.json`, 'utf8'))
    if (!read.ok) throw new Error(read.why)
    const sheets = [...planSheets(modelOf(read.project), kernel)]
    const file = join(mkdtempSync(join(tmpdir(), 'printed-')), 'plans.pdf')
    writeFileSync(file, (await toPdf(sheets, nodeFonts(), demo)).data)
    for (const [n, sheet] of sheets.entries()) {
      const page = ['-f', String(n + 1), '-l', String(n + 1)]
      const text = squeezed(execFileSync('pdftotext', ['-raw', ...page, file, '-'], { encoding: 'utf8' }))
      const texts = textsOn(sheet)
      expect(texts.length).toBeGreaterThan(0)
      expect(texts.filter((t) => !text.includes(t))).toEqual([])
      expect(letters([text])).toBe(letters(texts))
    }
  },
)
