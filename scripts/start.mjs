/** Installs what is missing, builds when the sources are newer than the build, and serves the application. */
import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { installPackages, run } from './ready.mjs'

const SOURCES = [
  'app',
  'core',
  'server',
  'workers',
  'demo',
  'public',
  'package-lock.json',
  'vite.config.ts',
  'react-router.config.ts',
]

function newest(path) {
  const s = statSync(path)
  return s.isDirectory()
    ? Math.max(s.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))))
    : s.mtimeMs
}

installPackages()
const built = 'build/server/index.js'
if (!existsSync(built) || SOURCES.some((path) => newest(path) > statSync(built).mtimeMs)) {
  console.log('Building Ergaton…')
  if (run('npx', ['react-router', 'build', '--logLevel', 'error']) !== 0) process.exit(1)
}
process.exit(run('node', ['server/main.mjs'], { env: { ...process.env, NODE_ENV: 'production' } }))
