/**
 * Everything that must hold, one after the other, on a fresh machine too. Ends with the line `N passed, N
 * failed`.
 */
import { spawn } from 'node:child_process'
import { readFileSync, rmSync, mkdirSync } from 'node:fs'
import { installBrowser, installPackages, run } from './ready.mjs'

installPackages()
installBrowser()
rmSync('.cache/results', { recursive: true, force: true })
mkdirSync('.cache/results', { recursive: true })

let passed = 0
let failed = 0
const count = (p, f) => {
  passed += p
  failed += f
}
/** How long each part took, seconds. */
const times = []
const timed = (name, since) => times.push(`${name} ${Math.round((performance.now() - since) / 1000)} s`)
const title = (name) => console.log(`\n== ${name}`)

function check(name, script) {
  title(name)
  const since = performance.now()
  const ok = run('npm', ['run', '-s', script]) === 0
  timed(name, since)
  count(ok ? 1 : 0, ok ? 0 : 1)
  return ok
}

function counted(name, args, env, read, file) {
  title(name)
  const since = performance.now()
  const status = run('npm', ['run', '-s', ...args], { env: { ...process.env, ...env } })
  timed(name, since)
  try {
    const [p, f] = read(JSON.parse(readFileSync(file, 'utf8')))
    count(p, f)
    // A runner that fails without failing a test has failed all the same.
    if (status !== 0 && f === 0) count(0, 1)
  } catch {
    count(0, 1)
  }
}

/** Those that use a processor each and leave nothing behind, beside each other; told one after the other. */
async function checkTogether(...checks) {
  const since = performance.now()
  const all = checks.map(
    ([name, command, ...args]) =>
      new Promise((done) => {
        const child = spawn(command, args)
        const said = []
        for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => said.push(part))
        child.on('error', (error) => said.push(Buffer.from(`${command}: ${error.message}\n`)))
        child.on('close', (status) => done({ name, said: Buffer.concat(said), ok: status === 0 }))
      }),
  )
  for (const each of all) {
    const { name, said, ok } = await each
    title(name)
    process.stdout.write(said)
    count(ok ? 1 : 0, ok ? 0 : 1)
  }
  timed('Checks of the source', since)
}

await checkTogether(
  ['Types, lint and formatting', 'npm', 'run', '-s', 'lint'],
  ['Import rules and dead code', 'npm', 'run', '-s', 'rules'],
)
counted(
  'Unit tests',
  ['unit', '--', '--json', '--outputFile=.cache/results/unit.json'],
  {},
  (r) => [r.numPassedTests, r.numFailedTests + (r.numRuntimeErrorTestSuites ?? 0)],
  '.cache/results/unit.json',
)
if (check('Build', 'build'))
  counted(
    'Browser tests',
    ['e2e'],
    { PLAYWRIGHT_JSON_OUTPUT_NAME: '.cache/results/e2e.json' },
    (r) => [r.stats.expected + r.stats.flaky, r.stats.unexpected],
    '.cache/results/e2e.json',
  )
else count(0, 1)

console.log(`\n${times.join(', ')}`)
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
