import { arcPath, PENS, withFractions, type Mark, type Sheet } from './sheet'

const escape = (s: string) =>
  s.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!)
const n = (v: number) => String(Math.round(v * 1000) / 1000)

export const FONT = {
  measure: "'IBM Plex Sans Condensed', sans-serif",
  title: "'Zilla Slab', serif",
} as const

/** A sheet as SVG, in millimetres. */
export function toSvg(sheet: Sheet): string {
  const { width, height } = sheet
  const body = sheet.marks.map(mark).join('')
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 ` +
    `0 ${width} ${height}" role="img" aria-label="${escape(sheet.title)}" ` +
    `stroke-linecap="round"><rect width="${width}" height="${height}" ` +
    `fill="#fff"/>${body}</svg>\n`
  )
}

function mark(m: Mark): string {
  if (m.kind !== 'text') {
    const pen = PENS[m.pen]
    const dash = pen.dash.length ? ` stroke-dasharray="${pen.dash.join(' ')}"` : ''
    const stroke = ` stroke="#22282e" stroke-width="${pen.width}"${dash}/>`
    return m.kind === 'arc'
      ? `<path d="${arcPath(m)}" fill="none"${stroke}`
      : `<line x1="${n(m.x1)}" y1="${n(m.y1)}" x2="${n(m.x2)}" y2="${n(m.y2)}"${stroke}`
  }
  const turn = m.turn ? ` transform="rotate(${-m.turn} ${n(m.x)} ${n(m.y)})"` : ''
  return (
    `<text x="${n(m.x)}" y="${n(m.y)}" font-family="${FONT[m.face]}" font-size="${m.size}" ` +
    `text-anchor="${m.anchor}" fill="#22282e" ` +
    `xml:space="preserve"${turn}>${escape(withFractions(m.text))}</text>`
  )
}
