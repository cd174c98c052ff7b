/** A sheet as a picture of 300 dots to the inch, set in the fonts that the page has. */
import { DOTS, paint } from '../../core/plans/painted'
import type { Sheet } from '../../core/plans/sheet'
import { FONT } from '../../core/plans/svg'

/** Throws where the browser makes no picture so large. */
export async function toPng(sheet: Sheet): Promise<Uint8Array> {
  await document.fonts.ready
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(sheet.width * DOTS)
  canvas.height = Math.round(sheet.height * DOTS)
  const ctx = canvas.getContext('2d')
  if (!ctx) throw new Error('This browser draws no pictures')
  paint(ctx as never, sheet, (d) => new Path2D(d), FONT)
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
