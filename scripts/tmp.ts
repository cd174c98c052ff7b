import { readdirSync, readFileSync } from 'node:fs'
import { openProject } from '../core/exchange'
import { modelOf } from '../core/model'
import { proofOf } from '../core/proof'
import { loadKernel } from '../core/solid'
const k = await loadKernel()
for (const f of readdirSync('demo').filter((f) => f.endsWith('.json'))) {
  const read = openProject(readFileSync(`demo/${f}`, 'utf8'))
  if (!read.ok) throw new Error(f)
  const m = modelOf(read.project)
  for (const p of proofOf(m, k)) console.log(f, p.check, p.level, p.says, '|', p.why)
}
