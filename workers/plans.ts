/** Draws plans away from the page, sheet by sheet, and sets them as PDF. */
import { expose, transfer } from 'comlink'
import type { Project } from '../core/document'
import { modelOf } from '../core/model'
import { drawView, PICTORIAL, planSheets, type Sheet } from '../core/plans'
import type { Pdf } from '../core/plans/pdf'
import { kernel } from './kernel'
import { breathe } from './slices'

let newest = 0

const worker = {
  /** Hands over each sheet as it is done; false when a newer revision came in between. */
  async sheets(revision: number, project: Project, take: (sheet: Sheet) => void): Promise<boolean> {
    newest = Math.max(newest, revision)
    const k = await kernel()
    for (const sheet of planSheets(modelOf(project), k)) {
      take(sheet)
      await breathe()
      if (revision < newest) return false
    }
    return true
  },

  /** Ends work on every revision up to this one. */
  stop(revision: number): void {
    newest = Math.max(newest, revision + 1)
  },

  async pdf(sheets: readonly Sheet[], title: string): Promise<Pdf> {
    const [{ toPdf }, { webFonts }] = await Promise.all([import('../core/plans/pdf'), import('./fonts')])
    const pdf = await toPdf(sheets, webFonts, title)
    return transfer(pdf, [pdf.data.buffer])
  },

  /** The visible lines of a pictorial view, as an SVG path with its view box; null for an empty project. */
  async picture(project: Project): Promise<{ path: string; box: string } | null> {
    const k = await kernel()
    const model = modelOf(project)
    const solids = model.resolved.instances.map((i) => ({ shape: k.shape(model.recipe(i)), frame: i.frame }))
    const { visible } = drawView(solids, PICTORIAL, { hidden: false })
    if (visible.length === 0) return null
    const [xs, ys] = [visible.flatMap((s) => [s[0], s[2]]), visible.flatMap((s) => [-s[1], -s[3]])]
    const [x, y] = [Math.min(...xs), Math.min(...ys)]
    const pad = 0.03 * Math.max(Math.max(...xs) - x, Math.max(...ys) - y)
    const n = (v: number) => v.toFixed(1)
    return {
      path: visible.map((s) => `M${n(s[0])} ${n(-s[1])}L${n(s[2])} ${n(-s[3])}`).join(''),
      box: [x - pad, y - pad, Math.max(...xs) - x + 2 * pad, Math.max(...ys) - y + 2 * pad].map(n).join(' '),
    }
  },
}

export type PlansWorker = typeof worker
expose(worker)
