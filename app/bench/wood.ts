/** How wood looks: a matt grain drawn once, laid along each piece's length, darker on end grain. */
import {
  BufferAttribute,
  BufferGeometry,
  CanvasTexture,
  RepeatWrapping,
  SRGBColorSpace,
  type Texture,
} from 'three'
import type { MadeShape } from '../../workers/model'

/** One repeat of the grain, mm along and across. */
const ALONG = 420
const ACROSS = 110

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

/**
 * Flat-shaded triangles with the grain laid along x; end grain is darker, freshly cut faces a little lighter.
 */
export function solidGeometry(s: MadeShape, only?: number): BufferGeometry {
  const picked: number[] = []
  for (let k = 0; k < s.work.length; k++) if (only === undefined || s.work[k] === only) picked.push(k)
  const positions = new Float32Array(picked.length * 9)
  const uvs = new Float32Array(picked.length * 6)
  const colours = new Float32Array(picked.length * 9)
  picked.forEach((k, n) => {
    const c = [0, 1, 2].map((i) => 3 * s.triangles[3 * k + i]!) as [number, number, number]
    const p = s.positions
    const side = (i: 0 | 1 | 2, a: number, b: number) => p[b + i]! - p[a + i]!
    const nx = side(1, c[0], c[1]) * side(2, c[0], c[2]) - side(2, c[0], c[1]) * side(1, c[0], c[2])
    const ny = side(2, c[0], c[1]) * side(0, c[0], c[2]) - side(0, c[0], c[1]) * side(2, c[0], c[2])
    const nz = side(0, c[0], c[1]) * side(1, c[0], c[2]) - side(1, c[0], c[1]) * side(0, c[0], c[2])
    const end = Math.abs(nx) > Math.abs(ny) && Math.abs(nx) > Math.abs(nz)
    const across = Math.abs(ny) > Math.abs(nz) ? 2 : 1
    const shade = (end ? 0.82 : 1) * (s.work[k] === 0 ? 1 : 0.94)
    c.forEach((v, i) => {
      positions.set([p[v]!, p[v + 1]!, p[v + 2]!], n * 9 + i * 3)
      uvs.set(
        end ? [p[v + 1]! / ACROSS, p[v + 2]! / ACROSS] : [p[v]! / ALONG, p[v + across]! / ACROSS],
        n * 6 + i * 2,
      )
      colours.fill(shade, n * 9 + i * 3, n * 9 + i * 3 + 3)
    })
  })
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(positions, 3))
  g.setAttribute('uv', new BufferAttribute(uvs, 2))
  g.setAttribute('color', new BufferAttribute(colours, 3))
  g.computeVertexNormals()
  return g
}

export function creaseGeometry(s: MadeShape): BufferGeometry {
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(s.creases, 3))
  return g
}
