import { escaped } from '../markup'
import type { Answer, Job, LaidBoard } from './job'

/** An answer as one SVG at 1:10, boards under each other, for printing or passing on. */
export function layoutSvg(job: Job, answer: Answer, say: (mm: number) => string): string {
  const supply = new Map(job.supply.map((s) => [s.id, s]))
  const width = Math.max(0, ...answer.boards.map((b) => supply.get(b.supply)!.length)) + 40
  let y = 20
  const drawn = answer.boards.map((board) => {
    const s = supply.get(board.supply)!
    const at = y
    y += s.width + 60
    return `<g transform="translate(20 ${at})">${drawBoard(s.length, s.width, board, say)}</g>`
  })
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width / 10}mm" height="${y / 10}mm" ` +
    `viewBox="0 0 ${width} ${y}" font-family="'IBM Plex Sans Condensed', ` +
    `sans-serif">${drawn.join('')}</svg>\n`
  )
}

/** y grows away from the board's lower edge in the answer, and down the page in SVG. */
function drawBoard(length: number, width: number, board: LaidBoard, say: (mm: number) => string): string {
  const rect = (x: number, y: number, l: number, w: number, style: string) =>
    `<rect x="${x}" y="${width - y - w}" width="${l}" height="${w}" ${style}/>`
  const pieces = board.placements.map((p) => {
    const size = Math.max(12, Math.min(p.width * 0.4, p.length * 0.12, 40))
    const label = `${escaped(p.demand)} ${say(p.length)} × ${say(p.width)}`
    return (
      rect(p.x, p.y, p.length, p.width, 'fill="#e8cf9f" stroke="#22282e" stroke-width="2"') +
      `<text x="${p.x + p.length / 2}" y="${width - p.y - p.width / 2 + size / 3}" ` +
      `font-size="${size}" text-anchor="middle">${label}</text>`
    )
  })
  const cuts = board.cuts.map(
    (c) =>
      `<line x1="${c.from[0]}" y1="${width - c.from[1]}" x2="${c.to[0]}" y2="${width - c.to[1]}" ` +
      'stroke="#b8402a" stroke-width="1.5" stroke-dasharray="12 6"/>',
  )
  return (
    rect(0, 0, length, width, 'fill="#fbf9f4" stroke="#22282e" stroke-width="3"') +
    pieces.join('') +
    cuts.join('')
  )
}
