/**
 * The long fuzzing: 2,000 mutated projects and 500 layout jobs. `npm run fuzz [-- SEED]`; exits 1 when one
 * went wrong.
 */
import { mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { faultOfJob, faultOfProjectData, fuzz, type Json } from '../core/testing/fuzz'
import { layoutJobs } from '../core/cuts'
import { openProject } from '../core/exchange'
import { modelOf } from '../core/model'

const seed = Number(process.argv[2] ?? Date.now() % 1e9)
const files = readdirSync('demo')
  .filter((f) => f.endsWith('.json'))
  .map((f) => readFileSync(`demo/${f}`, 'utf8'))
const jobs = files.flatMap((text) => {
  const read = openProject(text)
  return read.ok ? layoutJobs(modelOf(read.project)).map(({ job }) => job as unknown as Json) : []
})
let wrong = 0
for (const [name, sources, count, faultOf] of [
  ['projects', files.map((t) => JSON.parse(t) as Json), 2000, faultOfProjectData],
  ['layout jobs', jobs, 500, faultOfJob],
] as const) {
  const { faults, longest, tried } = fuzz(sources, count, seed, faultOf)
  console.log(
    `${tried} mutated ${name}, seed ${seed}: ${faults.length} went wrong; the longest took ` +
      `${Math.round(longest)} ms`,
  )
  mkdirSync('.cache/fuzz', { recursive: true })
  faults.slice(0, 20).forEach((f, n) => {
    const file = `.cache/fuzz/${name.replace(' ', '-')}-${seed}-${n}.json`
    writeFileSync(file, f.text)
    console.log(`  ${f.what.split('\n').slice(0, 4).join('\n    ')}\n    kept as ${file}`)
  })
  wrong += faults.length
}
process.exitCode = wrong > 0 ? 1 : 0
