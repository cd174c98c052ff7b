import { readFileSync } from 'node:fs'
import { openProject } from '../core/exchange'
import { modelOf } from '../core/model'
import { loadKernel, recipeKey } from '../core/solid'
const k = await loadKernel()
const read = openProject(readFileSync(process.argv[2]!, 'utf8'))
if (!read.ok) throw new Error(read.why)
console.log(read.project.setAside.map(s=>s.where+s.why))
const t = performance.now()
const m = modelOf(read.project)
console.log('model', performance.now() - t)
const only = process.argv[3]
for (const i of m.resolved.instances) {
  if (only && !i.key.startsWith(only)) continue
  const t0 = performance.now()
  const r = m.recipe(i)
  const t1 = performance.now()
  const key = recipeKey(r)
  const t2 = performance.now()
  const s = k.shape(r)
  console.log(i.name, 'recipe', (t1-t0).toFixed(0), 'key', (t2 - t1).toFixed(0), key.length, 'shape', (performance.now() - t2).toFixed(0), s.triangles.length/3, s.volume.toFixed(3), m.features(i).map(f=>f.kind).join())
}
console.log('total', performance.now() - t)
