/** The shop's logo from a file: a PNG, or an SVG drawn as one, so that nothing of it can run. */
import { MOST_LOGO_CHARS, type TitleFields } from '../../core/document'

type Logo = NonNullable<TitleFields['logo']>
type Taken = { readonly ok: true; readonly logo: Logo } | { readonly ok: false; readonly why: string }

const MOST_BYTES = 10_000_000
/** The longer side of what is kept, in pixels; the next where that is still too much. */
const SIDES = [900, 600, 360, 200] as const

async function pictureOf(file: File): Promise<ImageBitmap | HTMLImageElement | null> {
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  if (head[0] === 0x89 && head[1] === 0x50) return createImageBitmap(file)
  const text = await file.text()
  if (!/<svg[\s>]/i.test(text.slice(0, 4000))) return null
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`
  await image.decode()
  return image
}

export async function readLogo(file: File): Promise<Taken> {
  const refuse = (why: string): Taken => ({ ok: false, why: `${file.name} is not taken: ${why}` })
  if (file.size > MOST_BYTES) return refuse('it is larger than 10 MB')
  let picture: ImageBitmap | HTMLImageElement | null
  try {
    picture = await pictureOf(file)
  } catch {
    return refuse('the file is damaged')
  }
  if (!picture) return refuse('it is not a PNG or SVG picture')
  const { width, height } = picture
  if (!width || !height) return refuse('it has no size')
  for (const side of SIDES) {
    // What has no pixels of its own may be as large as it takes.
    const by =
      picture instanceof ImageBitmap
        ? Math.min(1, side / Math.max(width, height))
        : side / Math.max(width, height)
    const [wide, high] = [width, height].map((n) => Math.max(1, Math.round(n * by))) as [number, number]
    const canvas = document.createElement('canvas')
    canvas.width = wide
    canvas.height = high
    canvas.getContext('2d')!.drawImage(picture, 0, 0, wide, high)
    const data = canvas.toDataURL('image/png').split(',')[1]!
    if (data.length <= MOST_LOGO_CHARS) return { ok: true, logo: { wide, high, data } }
  }
  return refuse('it is too large even when it is reduced')
}
