/** Sheets as a vector PDF with the shipped fonts embedded; its text can be searched for `33 1/4`. */
import PDFDocument from 'pdfkit'
import { INK, pathOf, PEN_NAMES, PENS, textWidth, withFractions, type Sheet, type Text } from './sheet'

const POINTS = 72 / 25.4
const FRACTION_SLASH = 0x2044

type Face = Text['face']

/** Gives a font file (WOFF or TrueType); asked only when its letters are needed. */
export type FontFile = () => Uint8Array | Promise<Uint8Array>

/** For each face its fonts, the main one first, then those that have what it lacks. */
export type Fonts = Readonly<Record<Face, readonly FontFile[]>>

export interface Pdf {
  readonly data: Uint8Array
  /** Letters that none of the fonts has; a box stands for each. */
  readonly missing: readonly string[]
}

/** What pdfkit knows of a font that is open. */
interface OpenFont {
  readonly font?: { hasGlyphForCodePoint(point: number): boolean }
}

/** Which font of a face has which letter. */
type Letters = ReadonlyMap<string, string>

const MISSING = '□'

export async function toPdf(sheets: readonly Sheet[], fonts: Fonts, title: string): Promise<Pdf> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    info: { Title: title, Creator: 'Ergaton' },
    font: null as unknown as string,
  })
  const chunks: Uint8Array[] = []
  const finished = new Promise<void>((resolve, reject) => {
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk))
    doc.on('end', () => resolve())
    doc.on('error', reject)
  })
  const letters: Record<Face, Letters> = {
    measure: await openFonts(doc, 'measure', fonts.measure, sheets),
    title: await openFonts(doc, 'title', fonts.title, sheets),
  }
  const missing = new Set<string>()
  for (const sheet of sheets) {
    doc.addPage({ size: [sheet.width * POINTS, sheet.height * POINTS], margin: 0 })
    doc.save().scale(POINTS).lineCap('round')
    for (const pen of PEN_NAMES) {
      const path = pathOf(sheet.marks, pen)
      if (path === '') continue
      const { width, dash } = PENS[pen]
      doc.lineWidth(width)
      // It takes more than one dash, though its types do not say so.
      if (dash.length) doc.dash([...dash] as unknown as number, {})
      else doc.undash()
      doc.path(path).stroke(INK)
    }
    for (const { x, y, wide, high, data } of sheet.images ?? [])
      doc.image(`data:image/png;base64,${data}`, x, y, { width: wide, height: high })
    for (const m of sheet.marks) if (m.kind === 'text') writeText(doc, m, letters[m.face], missing)
    doc.restore()
  }
  readSlashes(doc)
  doc.end()
  await finished
  const out = new Uint8Array(chunks.reduce((n, c) => n + c.length, 0))
  let at = 0
  for (const c of chunks) {
    out.set(c, at)
    at += c.length
  }
  return { data: out, missing: [...missing] }
}

/** Registers as many fonts of a face as the sheets need, and finds which of them has each letter. */
async function openFonts(
  doc: PDFKit.PDFDocument,
  face: Face,
  files: readonly FontFile[],
  sheets: readonly Sheet[],
): Promise<Letters> {
  const texts = sheets.flatMap((s) =>
    s.marks.flatMap((m) => (m.kind === 'text' && m.face === face ? [m.text] : [])),
  )
  const wanted = new Set([...texts.join(''), '~', '⁄', '?', ' ', ...MISSING])
  const letters = new Map<string, string>()
  for (const [n, file] of files.entries()) {
    if (wanted.size === 0) break
    const name = n === 0 ? face : `${face} ${n + 1}`
    doc.registerFont(name, await file())
    doc.font(name)
    const { font } = (doc as unknown as { _font: OpenFont })._font
    for (const letter of wanted)
      if (font?.hasGlyphForCodePoint(letter.codePointAt(0)!)) {
        letters.set(letter, name)
        wanted.delete(letter)
      }
  }
  return letters
}

/**
 * A text in stretches of one font each; letters that no font has are noted, and a box or a question mark
 * stands for them.
 */
function runsOf(
  text: string,
  face: Face,
  letters: Letters,
  missing: Set<string>,
): Array<{ font: string; text: string }> {
  const runs: Array<{ font: string; text: string }> = []
  for (const letter of text) {
    let shown = letter
    if (!letters.has(letter)) {
      missing.add(letter)
      shown = letters.has(MISSING) ? MISSING : '?'
    }
    const font = letters.get(shown) ?? face
    const last = runs.at(-1)
    if (last?.font === font) last.text += shown
    else runs.push({ font, text: shown })
  }
  return runs
}

function writeText(doc: PDFKit.PDFDocument, t: Text, letters: Letters, missing: Set<string>): void {
  const w = textWidth(t.text, t.size)
  doc.save().translate(t.x, t.y)
  if (t.turn) doc.rotate(-t.turn)
  doc.font(t.face).fontSize(t.size).fillColor(INK)
  let x = t.anchor === 'end' ? -w : t.anchor === 'middle' ? -w / 2 : 0
  // The font has no sign for "about"; two tildes make one.
  for (const part of t.text.split(/(≈)/)) {
    if (part === '') continue
    if (part === '≈') {
      for (const lift of [-0.1, 0.1])
        doc.text('~', x, lift * t.size, { lineBreak: false, baseline: 'alphabetic' } as never)
      x += textWidth(part, t.size)
      continue
    }
    for (const run of runsOf(withFractions(part), t.face, letters, missing)) {
      doc.font(run.font).text(run.text, x, 0, { lineBreak: false, baseline: 'alphabetic' } as never)
      x += doc.widthOfString(run.text)
    }
    doc.font(t.face)
  }
  doc.restore()
}

/** Makes the fraction slash read as a plain one when the text is searched or copied. */
function readSlashes(doc: PDFKit.PDFDocument): void {
  const families = (doc as unknown as { _fontFamilies: Record<string, { unicode?: number[][] }> })
    ._fontFamilies
  for (const font of Object.values(families ?? {}))
    font.unicode?.forEach((points, glyph) => {
      if (points?.length === 1 && points[0] === FRACTION_SLASH) font.unicode![glyph] = [0x2f]
    })
}
