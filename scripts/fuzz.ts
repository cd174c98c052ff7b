/**
 * The long fuzzing: 2,000 mutated projects, 500 layout jobs, and 700 drawings of strangers, sound and
 * damaged. `npm run fuzz [-- SEED]`; exits 1 when one went wrong.
 */
import { mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { layoutJobs, mulberry32 } from '../core/cuts'
import { openProject } from '../core/exchange'
import { modelOf } from '../core/model'
import {
  faultOfJob,
  faultOfProjectData,
  fuzz,
  measured,
  tried,
  type Fuzzed,
  type Json,
} from '../core/testing/fuzz'
import { damaged, faultOfDamaged, faultOfStrange, strangeDxf, strangeSvg } from '../core/testing/strangers'

const seed = Number(process.argv[2] ?? Date.now() % 1e9)
const files = readdirSync('demo')
  .filter((f) => f.endsWith('.json'))
  .map((f) => readFileSync(`demo/${f}`, 'utf8'))
const jobs = files.flatMap((text) => {
  const read = openProject(text)
  return read.ok ? layoutJobs(modelOf(read.project)).map(({ job }) => job as unknown as Json) : []
})
const random = mulberry32(seed)
const strange = (n: number) => (n % 2 ? strangeSvg : strangeDxf)(random)
const RUNS: ReadonlyArray<readonly [name: string, run: () => Fuzzed]> = [
  ['projects', () => fuzz(files.map(measured), 2000, seed, faultOfProjectData)],
  ['layout jobs', () => fuzz(jobs, 500, seed, faultOfJob)],
  ['drawings', () => tried(350, strange, faultOfStrange, (s) => s.text)],
  [
    'damaged drawings',
    () =>
      tried(
        350,
        (n) => damaged(strange(n), random),
        faultOfDamaged,
        (s) => s.text,
      ),
  ],
]
let wrong = 0
for (const [name, run] of RUNS) {
  const { faults, longest, tried: count } = run()
  console.log(
    `${count} ${name}, seed ${seed}: ${faults.length} went wrong; the longest took ${Math.round(longest)} ms`,
  )
  mkdirSync('.cache/fuzz', { recursive: true })
  faults.slice(0, 20).forEach((f, n) => {
    const file = `.cache/fuzz/${name.replace(' ', '-')}-${seed}-${n}.txt`
    writeFileSync(file, f.text)
    console.log(`  ${f.what.split('\n').slice(0, 4).join('\n    ')}\n    kept as ${file}`)
  })
  wrong += faults.length
}
process.exitCode = wrong > 0 ? 1 : 0
