import { escaped } from '../cuts/markup'
import {
  INK,
  micron as n,
  pathOf,
  PEN_NAMES,
  PENS,
  withFractions,
  type Image,
  type Sheet,
  type Text,
} from './sheet'

export const FONT = {
  measure: "'IBM Plex Sans Condensed', sans-serif",
  title: "'Zilla Slab', serif",
} as const

/** A sheet as SVG, in millimetres: a layer for each pen, all its lines in one path, and one for the texts. */
export function toSvg(sheet: Sheet): string {
  const { width, height, marks, images = [] } = sheet
  const layers = PEN_NAMES.map((pen) => {
    const path = pathOf(marks, pen)
    const { width: wide, dash } = PENS[pen]
    const dashed = dash.length ? ` stroke-dasharray="${dash.join(' ')}"` : ''
    return path === ''
      ? ''
      : `<path data-layer="${pen}" d="${path}" fill="none" stroke="${INK}" stroke-width="${wide}"${dashed}/>`
  })
  const texts = marks.flatMap((m) => (m.kind === 'text' ? [text(m)] : []))
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 ` +
    `0 ${width} ${height}" role="img" aria-label="${escaped(sheet.title)}" ` +
    `stroke-linecap="round"><rect width="${width}" height="${height}" ` +
    `fill="#fff"/>${layers.join('')}${images.map(image).join('')}` +
    `<g data-layer="text">${texts.join('')}</g></svg>\n`
  )
}

const image = ({ x, y, wide, high, data }: Image): string =>
  `<image x="${n(x)}" y="${n(y)}" width="${n(wide)}" height="${n(high)}" ` +
  `href="data:image/png;base64,${data}"/>`

function text(m: Text): string {
  const turn = m.turn ? ` transform="rotate(${-m.turn} ${n(m.x)} ${n(m.y)})"` : ''
  return (
    `<text x="${n(m.x)}" y="${n(m.y)}" font-family="${FONT[m.face]}" font-size="${m.size}" ` +
    `text-anchor="${m.anchor}" fill="${INK}" ` +
    `xml:space="preserve"${turn}>${escaped(withFractions(m.text))}</text>`
  )
}
