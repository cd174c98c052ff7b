/** How wood looks: a matt grain, drawn once. */
import { CanvasTexture, RepeatWrapping, SRGBColorSpace, type Texture } from 'three'

let grain: Texture | null = null

export function grainTexture(): Texture {
  if (grain) return grain
  const canvas = document.createElement('canvas')
  canvas.width = 512
  canvas.height = 128
  const ink = canvas.getContext('2d')!
  ink.fillStyle = '#fff'
  ink.fillRect(0, 0, 512, 128)
  for (let i = 0; i < 46; i++) {
    const y = (i * 128) / 46 + 1.5 * Math.sin(i * 2.1)
    ink.strokeStyle = `rgba(90, 60, 25, ${0.05 + 0.09 * Math.abs(Math.sin(i * 1.7))})`
    ink.lineWidth = 0.6 + Math.abs(Math.sin(i * 3.3))
    ink.beginPath()
    for (let x = 0; x <= 512; x += 16) ink.lineTo(x, y + 1.6 * Math.sin((x / 512) * 2 * Math.PI + i * 0.9))
    ink.stroke()
  }
  grain = new CanvasTexture(canvas)
  grain.wrapS = grain.wrapT = RepeatWrapping
  grain.colorSpace = SRGBColorSpace
  grain.anisotropy = 4
  return grain
}
