import { existsSync, mkdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { cutList, findAlike, layoutJobs, layoutSvg } from '../core/cuts'
import { cutListCsv } from '../core/cuts/csv'
import { drawingFormat, DRAWING_FORMATS, flatsOf } from '../core/exchange/drawings'
import { flatOf } from '../core/plans/flat'
import { FILE_CHORD, SOLID_FORMATS, solidFormat, standingIn } from '../core/exchange/solids'
import { finishedSizes } from '../core/finished'
import { hardwareList } from '../core/hardware'
import { hardwareCsv } from '../core/hardware/csv'
import type { Model } from '../core/model'
import type { Instance } from '../core/resolve'
import { formatLength } from '../core/measure'
import { planSheets, toSvg } from '../core/plans'
import { acceptedSheets } from '../core/proof/paper/accepted'
import { sizeSheets } from '../core/proof/paper/sizes'
import { findingsReport } from '../core/proof/report'
import { toDxf } from '../core/plans/dxf'
import { toPdf } from '../core/plans/pdf'
import { toStl, type Kernel } from '../core/solid'
import { nodeFonts } from './fonts'
import { solve } from './layout'
import { proven } from './proven'
import type { Voice } from './voice'

/** What plans are written as. */
export const PLAN_FORMATS: readonly string[] = ['pdf', 'svg', 'dxf', 'png']
/** Those that are written where nothing else is asked for: pictures take long. */
const USUAL: readonly string[] = ['pdf', 'svg', 'dxf']

/** Writes everything a project gives into `dir`, all of it or nothing; gives the names of the files. */
export async function exportAll(
  model: Model,
  kernel: Kernel,
  dir: string,
  voice: Voice,
  plans: readonly string[] = USUAL,
): Promise<string[]> {
  // First, so that nobody waits for what then has no place.
  makeFolder(resolve(dir))
  const written = new Map<string, string | Uint8Array>()
  const put = (name: string, data: string | Uint8Array) => void written.set(name, data)
  const say = (mm: number) => formatLength(mm, model.resolved.style).text

  const finished = finishedSizes(model, kernel)
  put('cut-list.csv', cutListCsv(cutList(model, finished), model.resolved.style))
  const hardware = hardwareList(model)
  if (hardware.length > 0) put('hardware.csv', hardwareCsv(hardware))
  const layouts = new FileNames()
  for (const { stock, job } of layoutJobs(model)) {
    voice.at(`laying out ${stock.stock.name}`)
    const answer = solve(job)
    const name = layouts.free(`layout-${plain(stock.stock.name, 'stock')}`)
    put(`${name}.json`, JSON.stringify({ stock: stock.stock.name, job, answer }, null, 2) + '\n')
    put(`${name}.svg`, layoutSvg(job, answer, say))
  }
  const findings = proven(model, kernel, voice)
  put('findings.json', JSON.stringify(findingsReport(model, findings), null, 2) + '\n')
  voice.at('drawing the plans')
  const sheets = [...planSheets(model, kernel), ...acceptedSheets(model.project, findings)]
  const sized = sizeSheets(model, finished)
  if (sheets.length > 0 && plans.includes('pdf')) {
    const { data, missing } = await toPdf(sheets, nodeFonts(), model.project.name)
    put('plans.pdf', data)
    if (missing.length > 0) voice.err(`plans.pdf: no font has ${missing.join(' ')}; a sign stands for each\n`)
  }
  if (sized.length > 0) put('sizes.pdf', (await toPdf(sized, nodeFonts(), model.project.name)).data)
  for (const [i, sheet] of sheets.entries()) {
    const name = `plan-${String(i + 1).padStart(2, '0')}`
    if (plans.includes('svg')) put(`${name}.svg`, toSvg(sheet))
    if (plans.includes('dxf')) put(`${name}.dxf`, await toDxf(sheet))
    if (plans.includes('png')) put(`${name}.png`, await (await import('./png')).toPng(sheet))
  }
  const solids = new FileNames()
  const fine = kernel.finer(FILE_CHORD)
  try {
    for (const alike of findAlike(model))
      for (const i of alike.instances) {
        const name = solids.free(`${alike.mark}-${plain(i.name, 'piece')}`)
        put(`${name}.stl`, toStl(fine.shape(model.recipe(i)), i.name, i.flipped))
      }
  } finally {
    fine.close()
  }
  writeWhole(new Map([...written].map(([name, data]) => [join(dir, name), data])))
  return [...written.keys()]
}

/** The formats for others, solids and flat. */
export const FORMATS: readonly string[] = [...SOLID_FORMATS, ...DRAWING_FORMATS].map((f) => f.id)

/**
 * All there is in one file for others, or one piece of it: as it stands, or flat, as it is cut out. What
 * lines cannot tell is said.
 */
export async function writeFor(
  format: string,
  model: Model,
  kernel: Kernel,
  path: string,
  piece: Instance | null,
  voice: Voice,
): Promise<void> {
  const solid = solidFormat(format)
  if (solid) {
    const pieces = piece ? [piece] : model.resolved.instances
    return writeOne(path, await solid.write(standingIn(model, kernel, pieces), model.project.name))
  }
  const flat = piece ? flatOf(model, piece, 'face', kernel) : flatsOf(model, kernel)
  writeOne(path, await drawingFormat(format)!.write(flat))
  if (flat.left.length > 0) voice.err(`Lines cannot tell, and are not in it: ${flat.left.join(', ')}\n`)
}

/** Each beside its place first, all moved there once they are whole: a full disk leaves what was there. */
function writeWhole(files: ReadonlyMap<string, string | Uint8Array>): void {
  const beside = (path: string) => `${path}.part`
  let at = ''
  try {
    for (const [path, data] of files) writeFileSync(beside((at = path)), data)
    for (const path of files.keys()) renameSync(beside((at = path)), path)
  } catch (error) {
    for (const path of files.keys())
      try {
        rmSync(beside(path), { force: true, recursive: true })
      } catch {
        // Where nothing can be written, nothing was.
      }
    throw Object.assign(error as Error, { path: at })
  }
}

/** What is no plain file, such as a device, is written to as it is. */
export function writeOne(path: string, data: string | Uint8Array): void {
  const device = existsSync(path) && !statSync(path).isFile() && !statSync(path).isDirectory()
  if (!device) return writeWhole(new Map([[path, data]]))
  try {
    writeFileSync(path, data)
  } catch (error) {
    throw Object.assign(error as Error, { path })
  }
}

/** A folder with all that it is in. Not by one call: where none can be made, that one may never end. */
function makeFolder(dir: string): void {
  if (existsSync(dir)) {
    if (!statSync(dir).isDirectory()) throw Object.assign(new Error(dir), { code: 'ENOTDIR', path: dir })
    return
  }
  if (dirname(dir) !== dir) makeFolder(dirname(dir))
  mkdirSync(dir)
}

/** Names for files, each given once: a second of the same name gets a number. */
export class FileNames {
  private readonly taken = new Set<string>()

  free(name: string): string {
    let found = name
    for (let n = 2; this.taken.has(found.toLowerCase()); n++) found = `${name}-${n}`
    this.taken.add(found.toLowerCase())
    return found
  }
}

/** A name as part of a file name; fractions are spelled out, so that ¼ is not 1 and 4. */
export const plain = (name: string, otherwise: string): string =>
  name
    .normalize('NFKD')
    .replace(/[×]/g, 'x')
    .replace(/[⁄/]/g, '_')
    .replace(/[^\p{L}\p{N}_]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 80)
    .toLowerCase() || otherwise
