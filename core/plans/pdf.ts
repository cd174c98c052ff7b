/** Sheets as a vector PDF with the shipped fonts embedded; its text can be searched for `33 1/4`. */
import PDFDocument from 'pdfkit'
import { PENS, textWidth, withFractions, type Sheet, type Text } from './sheet'

const POINTS = 72 / 25.4
const INK = '#22282e'
const FRACTION_SLASH = 0x2044

/** Font files (WOFF or TrueType) for measures and for titles. */
export interface Fonts {
  readonly measure: Uint8Array
  readonly title: Uint8Array
}

export async function toPdf(sheets: readonly Sheet[], fonts: Fonts, title: string): Promise<Uint8Array> {
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
  doc.registerFont('measure', fonts.measure)
  doc.registerFont('title', fonts.title)
  for (const sheet of sheets) {
    doc.addPage({ size: [sheet.width * POINTS, sheet.height * POINTS], margin: 0 })
    doc.save().scale(POINTS).lineCap('round')
    for (const m of sheet.marks) {
      if (m.kind === 'line') {
        const pen = PENS[m.pen]
        doc.lineWidth(pen.width)
        if (pen.dash.length) doc.dash(pen.dash[0]!, { space: pen.dash[1]! })
        else doc.undash()
        doc.moveTo(m.x1, m.y1).lineTo(m.x2, m.y2).stroke(INK)
      } else writeText(doc, m)
    }
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
  return out
}

function writeText(doc: PDFKit.PDFDocument, t: Text): void {
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
    } else doc.text(withFractions(part), x, 0, { lineBreak: false, baseline: 'alphabetic' } as never)
    x += textWidth(part, t.size)
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
