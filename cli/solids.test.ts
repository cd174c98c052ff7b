/** What is written is read back by readers that are not ours: as large, by its names, in its colours. */
import { readdirSync, readFileSync } from 'node:fs'
import { XMLParser } from 'fast-xml-parser'
import { strFromU8, unzipSync } from 'fflate'
import { BufferGeometry, Mesh, Vector3, type MeshStandardMaterial } from 'three'
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js'
import { STLLoader } from 'three/addons/loaders/STLLoader.js'
import { openProject } from '../core/exchange'
import { modelOf, type Model } from '../core/model'
import type { Bore } from '../core/work'
import type { Kernel } from '../core/solid'
import { testKernel } from '../core/testing/scenario'
import { strictFaults } from '../core/testing/strict'
import { FILE_CHORD, solidFormat, SOLID_FORMATS, standingIn } from '../core/exchange/solids'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** What is the same for each test of a demo, made once. */
const once = <T>(make: (of: string) => T) => {
  const made = new Map<string, T>()
  return (of: string): T => {
    if (!made.has(of)) made.set(of, make(of))
    return made.get(of)!
  }
}
const load = once((demo): Model => {
  const read = openProject(readFileSync(`demo/${demo}.json`, 'utf8'))
  if (!read.ok) throw new Error(read.why)
  return modelOf(read.project)
})
const wanted = once((demo) => {
  const [m, fine] = [load(demo), kernel.finer(FILE_CHORD)]
  return m.resolved.instances.map((i) => ({ name: i.name, volume: fine.shape(m.recipe(i)).volume }))
})
const standing = once((demo) => standingIn(load(demo), kernel))
const sum = (all: ReadonlyArray<{ volume: number }>) => all.reduce((n, { volume }) => n + volume, 0)
const written = (demo: string, id: string) => solidFormat(id)!.write(standing(demo), 'Larkmoor')

/** By the divergence theorem; less than nothing for a surface that is inside out. */
function volumeOf(geometry: BufferGeometry): number {
  const flat = geometry.index ? geometry.toNonIndexed() : geometry
  const at = flat.getAttribute('position')
  const corner = (k: number) => new Vector3().fromBufferAttribute(at, k)
  let volume = 0
  for (let k = 0; k < at.count; k += 3) volume += corner(k).dot(corner(k + 1).cross(corner(k + 2))) / 6
  return volume
}

/** Of a 3MF model, as a reader of XML has it. */
interface Model3mf {
  readonly model: {
    readonly '@_unit': string
    readonly metadata: { readonly '#text': string }
    readonly resources: {
      readonly object: ReadonlyArray<{
        readonly '@_name': string
        readonly mesh: {
          readonly vertices: { readonly vertex: ReadonlyArray<Record<'@_x' | '@_y' | '@_z', string>> }
          readonly triangles: { readonly triangle: ReadonlyArray<Record<'@_v1' | '@_v2' | '@_v3', string>> }
        }
      }>
      readonly basematerials: { readonly base: ReadonlyArray<{ readonly '@_displaycolor': string }> }
    }
    readonly build: { readonly item: readonly unknown[] }
  }
}
const LISTS = new Set(['object', 'vertex', 'triangle', 'base', 'item'])
const parsed = (file: Uint8Array): Model3mf =>
  new XMLParser({ ignoreAttributes: false, isArray: (name) => LISTS.has(name) }).parse(
    strFromU8(file),
  ) as Model3mf

// With mirror images, turned and hollowed pieces, and slants.
const DEMOS = ['seed-cabinets', 'barrow-wheel', 'seed-hopper', 'cold-frame']

test.each(DEMOS)('%s as STL has the volume of all its pieces, no surface inside out', async (demo) => {
  const data = await written(demo, 'stl')
  const geometry = new STLLoader().parse(data.buffer as ArrayBuffer)
  expect(volumeOf(geometry) / sum(wanted(demo))).toBeCloseTo(1, 4)
})

test.each(DEMOS)('%s as 3MF has each piece by its name, with its volume and a colour', async (demo) => {
  const files = unzipSync(await written(demo, '3mf'))
  expect(Object.keys(files)).toEqual(['[Content_Types].xml', '_rels/.rels', '3D/3dmodel.model'])
  const { model } = parsed(files['3D/3dmodel.model']!)
  expect(model['@_unit']).toBe('millimeter')
  const read = model.resources.object.map(({ '@_name': name, mesh }) => {
    const corners = mesh.vertices.vertex.map((p) => new Vector3(+p['@_x'], +p['@_y'], +p['@_z']))
    const volume = mesh.triangles.triangle.reduce((n, t) => {
      const [a, b, c] = [t['@_v1'], t['@_v2'], t['@_v3']].map((k) => corners[+k]!)
      return n + a!.dot(b!.clone().cross(c!)) / 6
    }, 0)
    return { name, volume }
  })
  expect(read.map((r) => r.name)).toEqual(wanted(demo).map((w) => w.name))
  read.forEach((r, n) => expect(r.volume / wanted(demo)[n]!.volume).toBeCloseTo(1, 4))
  expect(model.build.item).toHaveLength(read.length)
  for (const b of model.resources.basematerials.base) expect(b['@_displaycolor']).toMatch(/^#[0-9A-F]{8}$/)
})

test.each(DEMOS)('%s as glTF stands upright in metres, each piece by its name', async (demo) => {
  const m = load(demo)
  const data = await written(demo, 'glb')
  const { scene } = await new GLTFLoader().parseAsync(data.buffer as ArrayBuffer, '')
  const meshes: Array<Mesh<BufferGeometry, MeshStandardMaterial>> = []
  scene.traverse((o) => {
    if (o instanceof Mesh) meshes.push(o as Mesh<BufferGeometry, MeshStandardMaterial>)
  })
  const all = wanted(demo)
  expect(meshes).toHaveLength(all.length)
  meshes.forEach((mesh, n) => {
    // Readers may write a blank otherwise in a name.
    expect(mesh.name.replace(/[_ #]/g, '')).toContain(all[n]!.name.replace(/[_ #]/g, ''))
    expect((volumeOf(mesh.geometry) * 1e9) / all[n]!.volume).toBeCloseTo(1, 3)
    expect(mesh.material.color.getHex()).not.toBe(0xffffff)
  })
  const high = Math.max(...m.resolved.instances.map((i) => i.box.max[2]))
  const tops = meshes.map(({ geometry }) => {
    geometry.computeBoundingBox()
    return geometry.boundingBox!.max.y
  })
  const top = Math.max(...tops)
  if (demo !== 'cold-frame') expect(top * 1000).toBeCloseTo(high, 0)
})

test('each piece of each demo is closed for a strict reader, as it stands in the room', () => {
  for (const demo of readdirSync('demo').flatMap((f) => /^(.*)\.json$/.exec(f)?.[1] ?? [])) {
    for (const solid of standing(demo)) expect([solid.name, strictFaults(solid)]).toEqual([solid.name, []])
  }
})

test('a name with signs of XML in it comes back as it was', async () => {
  const solids = standing('seed-cabinets').map((s) => ({ ...s, name: 'Door <A> & "B"' }))
  const files = unzipSync(await solidFormat('3mf')!.write(solids, 'a < b & c'))
  const { model } = parsed(files['3D/3dmodel.model']!)
  expect(model.metadata['#text']).toBe('a < b & c')
  expect(model.resources.object[0]!['@_name']).toBe('Door <A> & "B"')
  expect(new Set(SOLID_FORMATS.map((f) => f.id)).size).toBe(SOLID_FORMATS.length)
})

test('what is round is told to a hundredth in files: the bore of a wheel, arcs of a plaque', () => {
  for (const demo of ['barrow-wheel', 'heron-plaque']) {
    const m = load(demo)
    const fine = kernel.finer(FILE_CHORD)
    for (const i of m.resolved.instances) {
      const shape = fine.shape(m.recipe(i))
      for (const f of m.features(i)) {
        if (f.kind !== 'bore') continue
        const { at, diameter } = f.data as Bore
        const [x, y, z] = at[0]!
        const rim = Array.from({ length: shape.positions.length / 3 }, (_, k) =>
          shape.positions.subarray(3 * k, 3 * k + 3),
        )
          .filter(
            (p) =>
              Math.abs(p[2]! - z) < 1e-3 && Math.abs(Math.hypot(p[0]! - x, p[1]! - y) - diameter / 2) < 0.02,
          )
          .map((p) => Math.atan2(p[1]! - y, p[0]! - x))
          .sort((a, b) => a - b)
        if (rim.length < 12) continue
        const gaps = rim.map((a, k) => (rim[(k + 1) % rim.length]! - a + 4 * Math.PI) % (2 * Math.PI))
        for (const gap of gaps)
          expect((diameter / 2) * (1 - Math.cos(gap / 2))).toBeLessThanOrEqual(FILE_CHORD + 1e-4)
      }
      expect(shape.volume / kernel.shape(m.recipe(i)).volume).toBeCloseTo(1, 4)
      if (demo === 'heron-plaque')
        expect(shape.triangles.length).toBeGreaterThan(1.5 * kernel.shape(m.recipe(i)).triangles.length)
    }
  }
})
