/** What is written is read back by readers that are not ours: as large, by its names, in its colours. */
import { readFileSync } from 'node:fs'
import { XMLParser } from 'fast-xml-parser'
import { strFromU8, unzipSync } from 'fflate'
import { BufferGeometry, Mesh, Vector3, type MeshStandardMaterial } from 'three'
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js'
import { STLLoader } from 'three/addons/loaders/STLLoader.js'
import { openProject } from '../open'
import { modelOf, type Model } from '../../model'
import type { Kernel } from '../../solid'
import { testKernel } from '../../testing/bench'
import { solidFormat, SOLID_FORMATS, standingIn } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const load = (demo: string): Model => {
  const read = openProject(readFileSync(`demo/${demo}.json`, 'utf8'))
  if (!read.ok) throw new Error(read.why)
  return modelOf(read.project)
}
const wanted = (m: Model) =>
  m.resolved.instances.map((i) => ({ name: i.name, volume: kernel.shape(m.recipe(i)).volume }))
const sum = (all: ReadonlyArray<{ volume: number }>) => all.reduce((n, { volume }) => n + volume, 0)
const written = (m: Model, id: string) => solidFormat(id)!.write(standingIn(m, kernel), 'Larkmoor')

/** By the divergence theorem; less than nothing for a surface that is inside out. */
function volumeOf(geometry: BufferGeometry): number {
  const flat = geometry.index ? geometry.toNonIndexed() : geometry
  const at = flat.getAttribute('position')
  const corner = (k: number) => new Vector3().fromBufferAttribute(at, k)
  let volume = 0
  for (let k = 0; k < at.count; k += 3) volume += corner(k).dot(corner(k + 1).cross(corner(k + 2))) / 6
  return volume
}

// With mirror images, turned and hollowed pieces, and slants.
const DEMOS = ['seed-cabinets', 'barrow-wheel', 'seed-hopper', 'cold-frame']

test.each(DEMOS)('%s as STL has the volume of all its pieces, no surface inside out', async (demo) => {
  const m = load(demo)
  const data = await written(m, 'stl')
  const geometry = new STLLoader().parse(data.buffer as ArrayBuffer)
  expect(volumeOf(geometry) / sum(wanted(m))).toBeCloseTo(1, 4)
})

test.each(DEMOS)('%s as 3MF has each piece by its name, with its volume and a colour', async (demo) => {
  const m = load(demo)
  const files = unzipSync(await written(m, '3mf'))
  expect(Object.keys(files)).toEqual(['[Content_Types].xml', '_rels/.rels', '3D/3dmodel.model'])
  const list = new Set(['object', 'vertex', 'triangle', 'base', 'item'])
  const { model } = new XMLParser({ ignoreAttributes: false, isArray: (name) => list.has(name) }).parse(
    strFromU8(files['3D/3dmodel.model']!),
  ) as {
    model: {
      '@_unit': string
      resources: { object: any[]; basematerials: { base: any[] } }
      build: { item: any[] }
    }
  }
  expect(model['@_unit']).toBe('millimeter')
  const read = model.resources.object.map((o) => {
    const v = o.mesh.vertices.vertex.map((p: any) => ['x', 'y', 'z'].map((a) => Number(p[`@_${a}`])))
    const volume = o.mesh.triangles.triangle.reduce((n: number, t: any) => {
      const [a, b, c] = ['v1', 'v2', 'v3'].map((k) => new Vector3(...v[Number(t[`@_${k}`])]))
      return n + a!.dot(b!.cross(c!)) / 6
    }, 0)
    return { name: o['@_name'] as string, volume }
  })
  expect(read.map((r) => r.name)).toEqual(wanted(m).map((w) => w.name))
  read.forEach((r, n) => expect(r.volume / wanted(m)[n]!.volume).toBeCloseTo(1, 4))
  expect(model.build.item).toHaveLength(read.length)
  for (const b of model.resources.basematerials.base) expect(b['@_displaycolor']).toMatch(/^#[0-9A-F]{8}$/)
})

test.each(DEMOS)('%s as glTF stands upright in metres, each piece by its name', async (demo) => {
  const m = load(demo)
  const data = await written(m, 'glb')
  const { scene } = await new GLTFLoader().parseAsync(data.buffer as ArrayBuffer, '')
  const meshes: Mesh[] = []
  scene.traverse((o) => void (o instanceof Mesh && meshes.push(o)))
  const all = wanted(m)
  expect(meshes).toHaveLength(all.length)
  meshes.forEach((mesh, n) => {
    // Readers may write a blank otherwise in a name.
    expect(mesh.name.replace(/[_ #]/g, '')).toContain(all[n]!.name.replace(/[_ #]/g, ''))
    expect((volumeOf(mesh.geometry as BufferGeometry) * 1e9) / all[n]!.volume).toBeCloseTo(1, 3)
    expect((mesh.material as MeshStandardMaterial).color.getHex()).not.toBe(0xffffff)
  })
  const high = Math.max(...m.resolved.instances.map((i) => i.box.max[2]))
  const top = Math.max(
    ...meshes.map(
      (x) => ((x.geometry as BufferGeometry).computeBoundingBox(), x.geometry.boundingBox!.max.y),
    ),
  )
  if (demo !== 'cold-frame') expect(top * 1000).toBeCloseTo(high, 0)
})

test('a name with signs of XML in it comes back as it was', async () => {
  const m = load('bee-hotel')
  const solids = standingIn(m, kernel).map((s) => ({ ...s, name: 'Door <A> & "B"' }))
  const files = unzipSync(await solidFormat('3mf')!.write(solids, 'a < b & c'))
  const { model } = new XMLParser({ ignoreAttributes: false }).parse(
    strFromU8(files['3D/3dmodel.model']!),
  ) as { model: { metadata: { '#text': string }; resources: { object: Array<{ '@_name': string }> } } }
  expect(model.metadata['#text']).toBe('a < b & c')
  expect(model.resources.object[0]!['@_name']).toBe('Door <A> & "B"')
  expect(new Set(SOLID_FORMATS.map((f) => f.id)).size).toBe(SOLID_FORMATS.length)
})
