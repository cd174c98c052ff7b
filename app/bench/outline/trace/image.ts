/** A picture from a file, the clipboard or the camera, reduced to what a project keeps. */
import { MOST_IMAGE_CHARS, TraceImage } from '../../../../core/document'

/** Files of so many bytes are looked at, and pictures of so many pixels. */
const MOST_BYTES = 30_000_000
const MOST_PIXELS = 100_000_000
/** The longer side of what is kept, and how good it is; the next where that is still too much. */
const KEPT = [
  { side: 1600, quality: 0.85 },
  { side: 1600, quality: 0.6 },
  { side: 1000, quality: 0.5 },
] as const

const TYPES: ReadonlyArray<readonly [TraceImage['type'], readonly number[], number]> = [
  ['image/png', [0x89, 0x50, 0x4e, 0x47], 0],
  ['image/jpeg', [0xff, 0xd8, 0xff], 0],
  ['image/webp', [0x57, 0x45, 0x42, 0x50], 8],
]

export type Taken =
  | { readonly ok: true; readonly picture: TraceImage; readonly says: string | null }
  | { readonly ok: false; readonly why: string }

/** What a file is by how it begins; null for none that is taken. */
async function typeOf(file: Blob): Promise<TraceImage['type'] | null> {
  const head = new Uint8Array(await file.slice(0, 12).arrayBuffer())
  return TYPES.find(([, sign, at]) => sign.every((byte, k) => head[at + k] === byte))?.[0] ?? null
}

async function base64(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer())
  let text = ''
  for (let k = 0; k < bytes.length; k += 0x8000) text += String.fromCharCode(...bytes.subarray(k, k + 0x8000))
  return btoa(text)
}

async function reduced(bitmap: ImageBitmap, side: number, quality: number) {
  const by = Math.min(1, side / Math.max(bitmap.width, bitmap.height))
  const [wide, high] = [bitmap.width, bitmap.height].map((n) => Math.max(1, Math.round(n * by))) as [
    number,
    number,
  ]
  const canvas = new OffscreenCanvas(wide, high)
  const on = canvas.getContext('2d')!
  // What can be seen through is white, as paper is.
  on.fillStyle = '#fff'
  on.fillRect(0, 0, wide, high)
  on.drawImage(bitmap, 0, 0, wide, high)
  return { wide, high, blob: await canvas.convertToBlob({ type: 'image/jpeg', quality }) }
}

const mega = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`

export async function readTraceImage(file: Blob, name: string): Promise<Taken> {
  const refuse = (why: string): Taken => ({ ok: false, why: `${name} is not taken: ${why}` })
  if (file.size > MOST_BYTES)
    return refuse(`it is ${mega(file.size)}, and pictures of ${mega(MOST_BYTES)} are taken at most`)
  const type = await typeOf(file)
  if (!type) return refuse('it is no PNG, JPEG or WebP picture')
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file)
  } catch {
    return refuse('it is damaged')
  }
  try {
    const { width: wide, height: high } = bitmap
    if (wide * high > MOST_PIXELS)
      return refuse(`it has ${wide} × ${high} pixels, and ${MOST_PIXELS / 1e6} million are taken at most`)
    // There is no randomUUID in a page that came over plain http from another machine.
    const bytes = [...crypto.getRandomValues(new Uint8Array(6))]
    const id = `s${bytes.map((b) => b.toString(16).padStart(2, '0')).join('')}`
    const picture = { id, name: name.slice(0, 120) }
    if (Math.max(wide, high) <= KEPT[0].side && file.size * 1.34 < MOST_IMAGE_CHARS)
      return { ok: true, picture: { ...picture, type, wide, high, data: await base64(file) }, says: null }
    for (const { side, quality } of KEPT) {
      const small = await reduced(bitmap, side, quality)
      const data = await base64(small.blob)
      if (data.length > MOST_IMAGE_CHARS) continue
      return {
        ok: true,
        picture: { ...picture, type: 'image/jpeg', wide: small.wide, high: small.high, data },
        says: `It is kept with ${small.wide} × ${small.high} of its ${wide} × ${high} pixels`,
      }
    }
    return refuse('it is too large even when it is reduced')
  } finally {
    bitmap.close()
  }
}
