import type { Shape } from './kernel'

/**
 * A shape as a binary STL file, millimetres, own frame; that of a mirror image is turned over into a
 * right-handed one.
 */
export function toStl(shape: Shape, name: string, mirrored = false): Uint8Array {
  const { positions: p, triangles: t } = shape
  const wide = mirrored ? p.reduce((most, v, n) => (n % 3 === 1 ? Math.max(most, v) : most), 0) : 0
  const at = (k: number, c: number, i: number): number => {
    const v = p[3 * t[3 * k + (mirrored ? 2 - c : c)]! + i]!
    return mirrored && i === 1 ? wide - v : v
  }
  const out = new DataView(new ArrayBuffer(84 + (t.length / 3) * 50))
  const header = new TextEncoder().encode(`Ergaton ${name}`).subarray(0, 79)
  header.forEach((byte, i) => out.setUint8(i, byte))
  out.setUint32(80, t.length / 3, true)
  for (let k = 0; k < t.length / 3; k++) {
    // The normal is left at nought, which readers take as "work it out from the corners".
    for (let c = 0; c < 3; c++)
      for (let i = 0; i < 3; i++) out.setFloat32(84 + k * 50 + 12 + c * 12 + i * 4, at(k, c, i), true)
  }
  return new Uint8Array(out.buffer)
}
