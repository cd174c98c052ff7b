import type { Shape } from './kernel'
import { welded, type Surface } from './weld'

/** Surfaces as one binary STL file, millimetres. */
export function binaryStl(surfaces: readonly Surface[], title: string): Uint8Array {
  const count = surfaces.reduce((n, s) => n + s.triangles.length / 3, 0)
  const out = new DataView(new ArrayBuffer(84 + count * 50))
  // A header that begins with "solid" would be taken for a text file.
  const header = new TextEncoder().encode(`Ergaton ${title}`).subarray(0, 79)
  header.forEach((byte, i) => out.setUint8(i, byte))
  out.setUint32(80, count, true)
  let at = 84
  for (const { positions: p, triangles: t } of surfaces)
    for (let k = 0; k < t.length; k += 3, at += 50)
      // The normal is left at nought, which readers take as "work it out from the corners".
      for (let c = 0; c < 3; c++)
        for (let i = 0; i < 3; i++) out.setFloat32(at + 12 + c * 12 + i * 4, p[3 * t[k + c]! + i]!, true)
  return new Uint8Array(out.buffer)
}

/** The other way round: what was outside is outside of its mirror image. */
export const turnedOver = (triangles: Uint32Array): Uint32Array =>
  triangles.map((_, k) => triangles[k - (k % 3) + (2 - (k % 3))]!)

/**
 * A shape as a binary STL file, millimetres, own frame; that of a mirror image is turned over into a
 * right-handed one.
 */
export function toStl(shape: Shape, name: string, mirrored = false): Uint8Array {
  if (!mirrored) return binaryStl([welded(shape)], name)
  const wide = shape.positions.reduce((most, v, n) => (n % 3 === 1 ? Math.max(most, v) : most), 0)
  const positions = shape.positions.map((v, n) => (n % 3 === 1 ? wide - v : v))
  return binaryStl([welded({ positions, triangles: turnedOver(shape.triangles) })], name)
}
