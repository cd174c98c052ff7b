/** Draws plans away from the page, sheet by sheet, and sets them as PDF. */
import { expose, transfer } from 'comlink'
import type { FaceName, Project } from '../core/document'
import type { Drawn, Reading } from '../core/exchange/drawings/read'
import { setAsideIn, without } from '../core/aside'
import { Modeller, modelOf } from '../core/model'
import { FACE_AT } from '../core/pieces'
import { DrawnBefore, thumbnailOf, planWork, type Sheet } from '../core/plans'
import { hashOf } from '../core/solid'
import type { Pdf } from '../core/plans/pdf'
import { kernel } from './kernel'
import { yieldToMessages, SLICE } from './slices'

let newest = 0
/** What was modelled and drawn before: most of it stays from one change to the next. */
const modeller = new Modeller()
const before = new DrawnBefore()

/** A sheet under its number; without it where it is the same as the one that was handed over under that. */
export interface Handed {
  readonly stamp: number
  readonly sheet: Sheet | null
}
// No number of a worker that was ended before.
let stamps = Math.floor(performance.timeOrigin) * 1000
/** The sheets that were handed over last, by what is on them. */
let handed = new Map<string, number>()

const worker = {
  /**
   * Hands over each sheet as it is done, without pieces that are set aside by their marks; false when it was
   * stopped, or a newer revision came, in between. Of sheets that `known` has only their numbers.
   */
  async sheets(
    revision: number,
    project: Project,
    take: (sheet: Handed) => void | Promise<void>,
    aside: readonly string[] = [],
    known: readonly number[] = [],
  ): Promise<boolean> {
    newest = Math.max(newest, revision)
    const k = await kernel()
    let since = performance.now()
    const model = modeller.model(project)
    const there = new Set(known)
    const now = new Map<string, number>()
    for (const sheet of planWork(without(model, setAsideIn(model, aside)), k, before)) {
      if (sheet) {
        const drawn = hashOf(JSON.stringify(sheet))
        const stamp = handed.get(drawn) ?? ++stamps
        now.set(drawn, stamp)
        // All have come before it is said that this is all.
        await take({ stamp, sheet: there.has(stamp) ? null : sheet })
      } else if (performance.now() - since < SLICE) continue
      await yieldToMessages()
      if (revision < newest) return false
      since = performance.now()
    }
    handed = now
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

  /** Solids as a file for others: all pieces, or that of one key. */
  async solids(project: Project, format: string, key: string | null): Promise<Uint8Array> {
    const { solidFormat, standingIn } = await import('../core/exchange/solids')
    const model = modelOf(project)
    const { instances } = model.resolved
    const pieces = key === null ? instances : instances.filter((i) => i.key === key)
    const data = await solidFormat(format)!.write(standingIn(model, await kernel(), pieces), project.name)
    return transfer(data, [data.buffer])
  },

  /** What is cut out flat as a file for others, and what is not in it: all pieces, or that of one key. */
  async flat(
    project: Project,
    format: string,
    key: string | null,
    face: FaceName,
  ): Promise<{ text: string; left: readonly string[] }> {
    const [{ drawingFormat, flatsOf }, { flatOf }] = await Promise.all([
      import('../core/exchange/drawings'),
      import('../core/plans/flat'),
    ])
    const model = modelOf(project)
    const k = await kernel()
    const one = model.resolved.instances.find((i) => i.key === key)
    const flat = one ? flatOf(model, one, face, k) : flatsOf(model, k, face)
    return { text: await drawingFormat(format)!.write(flat), left: flat.left }
  },

  /** A pattern of one piece at full size, and what is not in it; else why there is none, in a sentence. */
  async pattern(
    project: Project,
    key: string,
    face: FaceName,
  ): Promise<{ readonly pdf: Pdf | null; readonly left: readonly string[]; readonly why: string }> {
    const { flatOf, patternSheets } = await import('../core/plans/flat')
    const model = modelOf(project)
    const one = model.resolved.instances.find((i) => i.key === key)
    if (!one) return { pdf: null, left: [], why: 'That piece was deleted' }
    const flat = flatOf(model, one, face, await kernel())
    const made = patternSheets(flat, project.settings.paper, model.resolved.style, FACE_AT[face].axis !== 0)
    if ('why' in made) return { pdf: null, left: [], why: made.why }
    return { pdf: await worker.pdf(made.sheets, `${one.name}, pattern`), left: flat.left, why: '' }
  },

  /** The strokes of a drawing that others have made. */
  async readDrawing(bytes: Uint8Array, name: string): Promise<Reading<Drawn>> {
    const { readDrawing } = await import('../core/exchange/drawings/read')
    return readDrawing(bytes, name)
  },

  /** A small drawing of a project, as `box|path`; empty for an empty project. */
  async picture(project: Project): Promise<string> {
    return thumbnailOf(modelOf(project), await kernel())
  },
}

export type PlansWorker = typeof worker
expose(worker)
