import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import type { Config } from '@react-router/dev/config'

/** What is worth compressing; fonts and pictures are already. */
const TEXT = /\.(js|css|json|svg|txt|wasm|html)$/

/** Each file beside itself compressed, so that no request has to wait for it. */
function compress(folder: string): void {
  for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
    const file = join(folder, name)
    if (TEXT.test(name) && statSync(file).isFile())
      writeFileSync(`${file}.gz`, gzipSync(readFileSync(file), { level: 9 }))
  }
}

export default {
  appDirectory: 'app',
  ssr: true,
  routeDiscovery: { mode: 'initial' },
  buildEnd: () => compress('build/client'),
} satisfies Config
