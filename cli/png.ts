/** A sheet as a picture of 300 dots to the inch, set in the fonts that are shipped. */
import { createCanvas, GlobalFonts, loadImage, Path2D } from '@napi-rs/canvas'
import { DOTS, paint } from '../core/plans/painted'
import type { Sheet } from '../core/plans/sheet'
import { nodeFonts } from './fonts'

/** The families of a face: a file each, that what one lacks is taken from the next. */
async function familiesOf(face: 'measure' | 'title'): Promise<string> {
  const names: string[] = []
  for (const file of nodeFonts()[face]) {
    const name = `${face} ${names.length + 1}`
    GlobalFonts.register(Buffer.from(await file()), name)
    names.push(`'${name}'`)
  }
  return names.join(', ')
}
let fonts: { readonly measure: string; readonly title: string } | null = null

export async function toPng(sheet: Sheet): Promise<Uint8Array> {
  fonts ??= { measure: await familiesOf('measure'), title: await familiesOf('title') }
  const canvas = createCanvas(Math.round(sheet.width * DOTS), Math.round(sheet.height * DOTS))
  const ctx = canvas.getContext('2d')
  paint(ctx as never, sheet, (d) => new Path2D(d), fonts)
  for (const { x, y, wide, high, data } of sheet.images ?? [])
    ctx.drawImage(await loadImage(Buffer.from(data, 'base64')), x, y, wide, high)
  return canvas.encode('png')
}
