/** glTF 2.0 in one binary file: each piece a node with its name and colour; metres, y up. */
import type { SolidFormat } from './kind'

const METRE = 1000

/** As light is added up (IEC 61966-2-1). */
const linear = (byte: number): number => {
  const c = byte / 255
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
}
const colourOf = (hex: string): [number, number, number, number] => {
  const [r, g, b] = [1, 3, 5].map((k) => linear(Number.parseInt(hex.slice(k, k + 2), 16))) as [
    number,
    number,
    number,
  ]
  return [r, g, b, 1]
}

export const glb: SolidFormat = {
  id: 'glb',
  title: 'glTF',
  type: 'model/gltf-binary',
  says: 'for looking at: each piece with its name and colour',
  write: async (solids, title) => {
    const { Document, WebIO } = await import('@gltf-transform/core')
    const doc = new Document()
    doc.getRoot().getAsset().generator = 'Ergaton'
    const buffer = doc.createBuffer()
    const scene = doc.createScene(title)
    const materials = new Map<string, ReturnType<typeof doc.createMaterial>>()
    for (const { name, colour, positions: p, triangles } of solids) {
      let material = materials.get(colour)
      if (!material) {
        material = doc.createMaterial(colour).setBaseColorFactor(colourOf(colour)).setRoughnessFactor(0.8)
        materials.set(colour, material.setMetallicFactor(0))
      }
      const turned = new Float32Array(p.length)
      for (let k = 0; k < p.length; k += 3)
        turned.set([p[k]! / METRE, p[k + 2]! / METRE, -p[k + 1]! / METRE], k)
      const primitive = doc
        .createPrimitive()
        .setAttribute('POSITION', doc.createAccessor().setType('VEC3').setArray(turned).setBuffer(buffer))
        .setIndices(
          doc.createAccessor().setType('SCALAR').setArray(new Uint32Array(triangles)).setBuffer(buffer),
        )
        .setMaterial(material)
      scene.addChild(doc.createNode(name).setMesh(doc.createMesh(name).addPrimitive(primitive)))
    }
    return new WebIO().writeBinary(doc)
  },
}
