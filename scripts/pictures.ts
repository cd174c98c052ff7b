/** Draws the pictures that the demo projects come with. `npm run pictures`. */
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { readProject } from '../core/document'
import { modelOf } from '../core/model'
import { thumbnailOf } from '../core/plans'
import { loadKernel } from '../core/solid'

const kernel = await loadKernel()
mkdirSync('demo/pictures', { recursive: true })
for (const file of readdirSync('demo').filter((name) => name.endsWith('.json'))) {
  const read = readProject(readFileSync(`demo/${file}`, 'utf8'))
  if (!read.ok) throw new Error(`${file}: ${read.why}`)
  writeFileSync(`demo/pictures/${file.replace('.json', '.txt')}`, thumbnailOf(modelOf(read.project), kernel))
}
