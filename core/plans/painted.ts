/** A sheet painted on a canvas of a browser, or of what stands in for one. */
import { INK, PEN_NAMES, PENS, pathOf, withFractions, type Sheet, type Text } from './sheet'

/** Dots to a millimetre of pictures of sheets: 300 to the inch. */
export const DOTS = 300 / 25.4

/** What of a canvas is painted with. */
interface Painting<P> {
  fillStyle: unknown
  strokeStyle: unknown
  lineWidth: number
  lineCap: string
  font: string
  textAlign: string
  save(): void
  restore(): void
  scale(x: number, y: number): void
  translate(x: number, y: number): void
  rotate(turn: number): void
  fillRect(x: number, y: number, wide: number, high: number): void
  fillText(text: string, x: number, y: number): void
  setLineDash(dash: number[]): void
  stroke(path: P): void
}

type Fonts = Readonly<Record<Text['face'], string>>

/** Paints all of it but its images; `fonts`: the families of each face, as CSS has them. */
export function paint<P>(ctx: Painting<P>, sheet: Sheet, path: (d: string) => P, fonts: Fonts): void {
  ctx.scale(DOTS, DOTS)
  ctx.fillStyle = '#fff'
  ctx.fillRect(0, 0, sheet.width, sheet.height)
  ctx.strokeStyle = ctx.fillStyle = INK
  ctx.lineCap = 'round'
  for (const pen of PEN_NAMES) {
    ctx.lineWidth = PENS[pen].width
    ctx.setLineDash([...PENS[pen].dash])
    ctx.stroke(path(pathOf(sheet.marks, pen)))
  }
  for (const m of sheet.marks) if (m.kind === 'text') putText(ctx, m, fonts[m.face])
}

const ANCHOR = { start: 'left', middle: 'center', end: 'right' } as const

function putText<P>(ctx: Painting<P>, { x, y, text, size, anchor, turn }: Text, font: string): void {
  ctx.save()
  ctx.translate(x, y)
  ctx.rotate((-turn * Math.PI) / 180)
  // Fonts this small are set coarsely: ten times as large, and drawn smaller.
  ctx.scale(0.1, 0.1)
  ctx.font = `${size * 10}px ${font}`
  ctx.textAlign = ANCHOR[anchor]
  ctx.fillText(withFractions(text), 0, 0)
  ctx.restore()
}
