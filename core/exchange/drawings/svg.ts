/** SVG 1.1 in millimetres: a group for each kind of work and depth, true arcs. */
import type { Place2, Segment } from '../../outline'
import { escaped } from '../../cuts/markup'
import type { DrawingFormat } from './kind'

/** Colours of lines, one layer after the other. */
const INKS = ['#1d2329', '#2b5c9e', '#b23a2a', '#2e7d4f', '#8a4f9e', '#a8702a', '#5f6b75', '#1f8a8a']

/** To a millionth of a millimetre. */
const n = (v: number): number => Number(v.toFixed(6)) + 0

function drawn(path: readonly Segment[], flip: (p: Place2) => Place2): string {
  const say = (p: Place2) => flip(p).map(n).join(' ')
  const [only] = path
  if (path.length === 1 && only!.kind === 'arc') {
    const [x, y] = flip(only!.centre)
    return `<circle cx="${n(x)}" cy="${n(y)}" r="${n(only!.radius)}"/>`
  }
  const d = path.map((s) => {
    if (s.kind === 'line') return `L${say(s.to)}`
    if (s.kind === 'curve') return `C${say(s.leave)} ${say(s.arrive)} ${say(s.to)}`
    // With y down, what turns left is drawn against the sweep of an arc.
    const long = Math.abs(s.sweep) > Math.PI ? 1 : 0
    return `A${n(s.radius)} ${n(s.radius)} 0 ${long} ${s.sweep > 0 ? 0 : 1} ${say(s.to)}`
  })
  return `<path d="M${say(path[0]!.from)}${d.join('')}Z"/>`
}

export const svg: DrawingFormat = {
  id: 'svg',
  title: 'SVG',
  type: 'image/svg+xml',
  says: 'the same as a picture in true size',
  write: ({ name, size: [w, h], layers, texts }) => {
    const flip = ([x, y]: Place2): Place2 => [x, h - y]
    const [wide, high] = [w, h].map(n)
    const groups = layers.map(
      (l, k) =>
        `<g id="${escaped(l.name.replace(/\s+/g, '-'))}" ` +
        `data-depth="${l.depth === null ? 'through' : n(l.depth)}" stroke="${INKS[k % INKS.length]!}">\n` +
        `${l.paths.map((p) => drawn(p, flip)).join('\n')}\n</g>`,
    )
    const says = texts.map(({ text, at }) => {
      const [x, y] = flip(at)
      return `<text x="${n(x)}" y="${n(y)}" font-size="10" font-family="sans-serif">${escaped(text)}</text>`
    })
    return Promise.resolve(
      `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" ` +
        `width="${wide}mm" height="${high}mm" viewBox="0 0 ${wide} ${high}" overflow="visible">\n` +
        `<title>${escaped(name)}</title>\n` +
        `<g fill="none" stroke-width="0.25">\n${groups.join('\n')}\n</g>\n` +
        `${says.map((t) => `${t}\n`).join('')}</svg>\n`,
    )
  },
}
