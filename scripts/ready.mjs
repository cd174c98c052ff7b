/** What a fresh machine needs before anything runs: the packages of the lock file. Node alone runs this. */
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, writeFileSync, mkdirSync } from 'node:fs'
import { createHash } from 'node:crypto'

export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { stdio: 'inherit', ...options })
  if (done.error) console.error(`${command}: ${done.error.message}`)
  return done.status ?? 1
}

/** Installs the packages when they are absent or the lock file has changed. */
export function installPackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
  const mark = 'node_modules/.ergaton-lock'
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  // Not `npm ci`: it refuses a lock file whose optional packages for other platforms a registry does not
  // carry.
  const args = ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel', 'error']
  if (run('npm', args) !== 0) process.exit(1)
  mkdirSync('node_modules', { recursive: true })
  writeFileSync(mark, lock)
}

const has = (program) => spawnSync('sh', ['-c', `command -v ${program}`]).status === 0

/** The one without windows takes a quarter less of a processor for the same pages. */
const BROWSERS = ['chromium-headless-shell', 'chromium']

/** The browser that tests and screenshots use: CHROMIUM, or what is installed. */
export const browserPath = () =>
  process.env.CHROMIUM ?? `/usr/bin/${BROWSERS.find((name) => existsSync(`/usr/bin/${name}`)) ?? BROWSERS[0]}`

/** Installs the browser and the PDF reader that the browser tests use, where they are absent. */
export function installBrowser() {
  const missing = [
    [BROWSERS[0], BROWSERS[0]],
    ['pdftotext', 'poppler-utils'],
  ]
    .filter(([program]) => !has(program))
    .map(([, name]) => name)
  if (missing.length === 0) return
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const apt = (...args) =>
    run([...sudo, 'apt-get'][0], [...sudo, 'apt-get', ...args].slice(1), {
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  apt('update', '-q')
  const installed = apt('install', '-y', '-q', '--no-install-recommends', ...missing) === 0
  if (!installed && !(existsSync(browserPath()) && has('pdftotext'))) {
    console.error(`The browser tests need ${missing.join(' and ')}; install them and try again.`)
    process.exit(1)
  }
}
