/** Binary STL, millimetres: triangles alone, without names or colours. */
import type { SolidFormat } from './kind'

export const stl: SolidFormat = {
  id: 'stl',
  title: 'STL',
  type: 'model/stl',
  says: 'the surface alone, in millimetres',
  write: (solids, title) => {
    const count = solids.reduce((n, s) => n + s.triangles.length / 3, 0)
    const out = new DataView(new ArrayBuffer(84 + count * 50))
    // A header that begins with "solid" would be taken for a text file.
    const header = new TextEncoder().encode(`Ergaton ${title}`).subarray(0, 79)
    header.forEach((byte, i) => out.setUint8(i, byte))
    out.setUint32(80, count, true)
    let at = 84
    for (const { positions, triangles } of solids)
      for (let k = 0; k < triangles.length; k += 3, at += 50)
        // The normal is left at nought, which readers take as "work it out from the corners".
        for (let c = 0; c < 3; c++)
          for (let i = 0; i < 3; i++)
            out.setFloat32(at + 12 + c * 12 + i * 4, positions[3 * triangles[k + c]! + i]!, true)
    return Promise.resolve(new Uint8Array(out.buffer))
  },
}
