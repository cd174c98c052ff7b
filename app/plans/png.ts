/** A sheet as a picture of 300 dots to the inch, set in the fonts that the page has. */
import { INK, PEN_NAMES, PENS, pathOf, withFractions, type Sheet, type Text } from '../../core/plans/sheet'
import { FONT } from '../../core/plans/svg'

const DOTS = 300 / 25.4

/** Throws where the browser makes no picture so large. */
export async function toPng(sheet: Sheet): Promise<Uint8Array> {
  await document.fonts.ready
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(sheet.width * DOTS)
  canvas.height = Math.round(sheet.height * DOTS)
  const ctx = canvas.getContext('2d')
  if (!ctx) throw new Error('This browser draws no pictures')
  ctx.scale(DOTS, DOTS)
  ctx.fillStyle = '#fff'
  ctx.fillRect(0, 0, sheet.width, sheet.height)
  ctx.strokeStyle = ctx.fillStyle = INK
  ctx.lineCap = 'round'
  for (const pen of PEN_NAMES) {
    ctx.lineWidth = PENS[pen].width
    ctx.setLineDash([...PENS[pen].dash])
    ctx.stroke(new Path2D(pathOf(sheet.marks, pen)))
  }
  for (const m of sheet.marks) if (m.kind === 'text') putText(ctx, m)
  for (const { x, y, wide, high, data } of sheet.images ?? []) {
    const picture = new Image()
    picture.src = `data:image/png;base64,${data}`
    await picture.decode()
    ctx.drawImage(picture, x, y, wide, high)
  }
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
  if (!blob) throw new Error('A picture so large could not be made')
  return new Uint8Array(await blob.arrayBuffer())
}

const ANCHOR = { start: 'left', middle: 'center', end: 'right' } as const

function putText(ctx: CanvasRenderingContext2D, { x, y, text, size, anchor, turn, face }: Text): void {
  ctx.save()
  ctx.translate(x, y)
  ctx.rotate((-turn * Math.PI) / 180)
  // Fonts this small are set coarsely: ten times as large, and drawn smaller.
  ctx.scale(0.1, 0.1)
  ctx.font = `${size * 10}px ${FONT[face]}`
  ctx.textAlign = ANCHOR[anchor]
  ctx.fillText(withFractions(text), 0, 0)
  ctx.restore()
}
