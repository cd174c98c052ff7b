import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { cutList, cutListCsv, findAlike, layoutJobs, layoutSvg } from '../core/cuts'
import { hardwareCsv, hardwareList } from '../core/hardware'
import type { Model } from '../core/model'
import { formatLength } from '../core/measure'
import { planSheets, toSvg } from '../core/plans'
import { toPdf } from '../core/plans/pdf'
import { toStl, type Kernel } from '../core/solid'
import { nodeFonts } from './fonts'
import { solve } from './layout'

/** Writes everything a project gives into `dir`; gives the names of the files. */
export async function exportAll(model: Model, kernel: Kernel, dir: string): Promise<string[]> {
  mkdirSync(dir, { recursive: true })
  const written: string[] = []
  const put = (name: string, data: string | Uint8Array) => {
    writeFileSync(join(dir, name), data)
    written.push(name)
  }
  const say = (mm: number) => formatLength(mm, model.resolved.style).text

  put('cut-list.csv', cutListCsv(cutList(model), model))
  const hardware = hardwareList(model)
  if (hardware.length > 0) put('hardware.csv', hardwareCsv(hardware))
  for (const { stock, job } of layoutJobs(model)) {
    const answer = solve(job)
    const name = `layout-${plain(stock.stock.name)}`
    put(`${name}.json`, JSON.stringify({ stock: stock.stock.name, job, answer }, null, 2) + '\n')
    put(`${name}.svg`, layoutSvg(job, answer, say))
  }
  const sheets = [...planSheets(model, kernel)]
  if (sheets.length > 0) put('plans.pdf', await toPdf(sheets, nodeFonts(), model.project.name))
  sheets.forEach((sheet, i) => put(`plan-${String(i + 1).padStart(2, '0')}.svg`, toSvg(sheet)))
  for (const alike of findAlike(model))
    for (const i of alike.instances)
      put(`${alike.mark}-${plain(i.name)}.stl`, toStl(kernel.shape(model.recipe(i)), i.name, i.flipped))
  return written
}

/** A name as part of a file name. */
const plain = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[×⁄/]/g, 'x')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase() || 'piece'
