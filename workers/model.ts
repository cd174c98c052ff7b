/**
 * The modelling worker. It keeps the document as its changes come in, and gives back what follows from it:
 * what screens show, the shapes of pieces, and what is wrong with them, kept from one revision to the next. A
 * newer revision ends work on an older one.
 */
import { expose, transfer } from 'comlink'
import {
  cutList,
  diametersOf,
  layoutJobs,
  saySizes,
  shapedIn,
  type CutList,
  type FinishedSizes,
  type StockJob,
} from '../core/cuts'
import {
  change,
  freeId,
  newProject,
  pastedInto,
  replay,
  type Clip,
  type Joint,
  type Project,
} from '../core/document'
import { hardwareList, swingSteps, type HardwareRow } from '../core/hardware'
import type { ContactGroup } from '../core/joints'
import { shiftsApart } from '../core/joints/apart'
import {
  firstAt,
  jointsAt,
  jointSheet,
  offersOf,
  openContacts,
  proposedAt,
  type JointSheet,
  type Offer,
  type Proposed,
  type Typed,
} from '../core/joints/offers'
import { formatLength, marked } from '../core/measure'
import { Modeller, type Model } from '../core/model'
import type { Vec3 } from '../core/pieces'
import type { Finding, Proof } from '../core/proof'
import type { Assembly } from '../core/proof/assembly'
import type { Shown, StepFigure } from '../core/proof/assembly/figure'
import type { Panel, ShelfReport } from '../core/proof/year'
import type { Follow } from '../core/proof/sizing/follows'
import type { SizeRow } from '../core/proof/sizing/lines'
import type { Takeover } from '../core/proof/sizing/takeover'
import type { Measured } from '../core/proof/sizing/measured'
import type { ReadyInput, Built } from '../core/ready/build'
import type { Sheet } from '../core/plans'
import type { Because, NodeKey, ResolvedLimits, MeasureFault } from '../core/resolve'
import type { ModelUpdate } from '../core/shown'
import { ModelPublisher } from '../core/shown/publisher'
import type { Weight } from '../core/weight'
import { markOfRecipe, setAsideIn, without } from '../core/aside'
import { tooSlow } from '../core/proof/slow'
import { kernel } from './kernel'
import { skinOf, type Skin } from './skin'
import { yieldToMessages, inSlices } from './slices'

export interface MadeShape extends Skin {
  /** The number of the solid. */
  readonly shape: number
}

/** The document as a whole, or what has changed of it since the revision that was told before. */
export type Change =
  | { readonly project: Project }
  | { readonly since: number; readonly patches: Parameters<typeof replay>[1] }

/** Where a number comes from, or why there is none; `deeper` says which of its parts can be asked further. */
export interface Story {
  readonly because: Because | undefined
  readonly slip: MeasureFault | undefined
  readonly deeper: readonly boolean[]
}

/** What has to be bought and cut. */
export interface CutsReport {
  readonly list: CutList
  readonly jobs: readonly StockJob[]
  readonly hardware: readonly HardwareRow[]
}

export interface Weighed extends Weight {
  /** The names of what was not weighed: it takes too long to shape. */
  readonly without: readonly string[]
}
export interface SizesReport {
  readonly rows: readonly SizeRow[]
  readonly measured: readonly Measured[]
}
export interface TakeoverReport extends Takeover {
  /** Why it cannot be; null where it can. */
  readonly why: string | null
  readonly follows: readonly Follow[]
}
export interface SeasonsReport {
  readonly panels: readonly Panel[]
  readonly shelves: readonly ShelfReport[]
  readonly limits: ResolvedLimits
}

export type ReadyReport = Built & { readonly drawn: string | null }

let newest = 0
/** The marks of recipes whose solids take too long. */
let leftOut: readonly string[] = []
/** The model without those. */
const shapely = (): Model => without(current(), setAsideIn(current(), leftOut))
let told = { revision: -1, project: null as Project | null }
let modeller = new Modeller()
/** Of what is not in the document: from one key to the next little of it changes. */
let previewer = new Modeller()
/** Its code comes once the bench stands. */
let proof: Proof | null = null
const proving = () => import('../core/proof')
/** What carries changes out, which is only needed for what is tried. */
const commands = () => import('../core/document/commands')
const sizing = () => import('../core/proof/sizing')
let publisher = new ModelPublisher()
/** The revision that was shown last. */
let shown = -1
let made: { readonly of: Project; readonly model: Model } | null = null
/** The model of what was told last, worked out once. */
function current(): Model {
  const project = told.project!
  if (made?.of !== project) made = { of: project, model: modeller.model(project) }
  return made.model
}

/** How large pieces come out; not of what takes too long to shape. */
async function sizesOfWood(model: Model): Promise<FinishedSizes> {
  const [{ finishedSizes }, k] = await Promise.all([import('../core/finished'), kernel()])
  const slow = setAsideIn(model, leftOut)
  const finished = finishedSizes(model, k)
  return (i) => (slow.includes(i) ? null : finished(i))
}

/** The contacts that can be offered between pieces, found once for a model. */
let open: { readonly of: Model; readonly pieces: readonly string[]; readonly groups: ContactGroup[] } | null =
  null
function contactsOf(pieces: readonly string[]): readonly ContactGroup[] {
  const of = current()
  if (open?.of !== of || open.pieces !== pieces)
    open = { of, pieces, groups: openContacts(of.resolved, new Set(pieces), of.sawn) }
  return open.groups
}
/** A group of contacts between the pieces that were asked about last. */
const groupOf = (key: string): ContactGroup | undefined =>
  contactsOf(open?.pieces ?? []).find((g) => g.key === key)

/** The angle of first contact, and what meets what; null when it opens all the way. */
export interface SwingReport {
  readonly angle: number | null
  readonly moved: string
  readonly met: string
}

const worker = {
  /**
   * Takes in a revision of the document; false when what it was told before is not what this goes on from.
   * Pieces whose recipes have the marks in `aside` are not weighed or swung: their solids take too long.
   */
  tell(revision: number, change: Change, aside: readonly string[] = []): boolean {
    leftOut = aside
    newest = Math.max(newest, revision)
    if ('project' in change) {
      if (told.project?.id !== change.project.id) {
        modeller = new Modeller()
        previewer = new Modeller()
        proof = null
        shown = -1
      }
      told = { revision, project: change.project }
      return true
    }
    if (!told.project || told.revision !== change.since) return false
    told = { revision, project: replay(told.project, change.patches) }
    return true
  },

  /**
   * What there is to show that was not shown at the revision `since`; −1 for nothing. Null when a newer
   * revision was told.
   */
  show(revision: number, since: number): ModelUpdate | null {
    if (revision !== told.revision) return null
    if (since !== shown || since < 0) publisher = new ModelPublisher()
    shown = revision
    return publisher.publish(current())
  },

  /**
   * The shapes of these numbers, handed over a few at a time, but for those that are set aside by their
   * marks; `at` hears which is begun, as it may take long. Gives the marks of those that were left out;
   * null when what was shown last is another revision, or a newer one came in between.
   */
  async shape(
    revision: number,
    shapes: readonly number[],
    take: (made: MadeShape[]) => void,
    at: (shape: number, mark: string) => void = () => undefined,
    aside: readonly string[] = [],
  ): Promise<readonly string[] | null> {
    const k = await kernel()
    if (revision !== shown || revision < newest) return null
    let batch: MadeShape[] = []
    const left: string[] = []
    let begun = false
    let since = performance.now()
    const hand = () => {
      const buffers = batch.flatMap((m) =>
        [m.positions, m.normals, m.uvs, m.shades, m.work, m.creases].map((a) => a.buffer),
      )
      if (batch.length) take(transfer(batch, buffers))
      batch = []
    }
    for (const shape of shapes) {
      const recipe = publisher.recipe(shape)
      if (!recipe) continue
      const mark = markOfRecipe(recipe)
      if (aside.includes(mark)) {
        left.push(mark)
        continue
      }
      if (!k.has(recipe)) {
        at(shape, mark)
        // The first is on its way before anything long begins.
        if (!begun) await yieldToMessages()
        begun = true
        if (revision < newest) return null
      }
      batch.push({ shape, ...skinOf(k.shape(recipe)) })
      if (performance.now() - since < 30) continue
      hand()
      await yieldToMessages()
      if (revision < newest) return null
      since = performance.now()
    }
    hand()
    return left
  },

  /** How large a piece comes out, where it is shaped smaller than its blank: "⌀ 94 × 20". */
  async comesOut(key: string): Promise<string | null> {
    const model = current()
    const finished = await sizesOfWood(model)
    const i = model.resolved.instances.find((x) => x.key === key)
    const size = i && finished(i)
    if (!size || shapedIn([i.length, i.width, i.thickness], size).length === 0) return null
    return saySizes(size, diametersOf(model, i, size), (mm) => marked(formatLength(mm, model.resolved.style)))
  },

  /** What these instances weigh, or all of them. */
  async weigh(keys: readonly string[] | null): Promise<Weighed> {
    const [{ weigh }, k] = await Promise.all([import('../core/weight'), kernel()])
    const wanted = keys && new Set(keys)
    const asked = current().resolved.instances.filter((i) => !wanted || wanted.has(i.key))
    const slow = setAsideIn(current(), leftOut)
    const weighed = asked.filter((i) => !slow.includes(i))
    const without = asked.filter((i) => slow.includes(i)).map((i) => i.name)
    return { ...weigh(current(), k, weighed), without }
  },

  /**
   * Everything that is wrong with a revision; null when it was stopped. `tell` hears what is looked for, now
   * and then. Pieces that are set aside by their marks are told as such, and checks of these titles as not
   * done.
   */
  async check(
    revision: number,
    tell?: (title: string) => void,
    aside: readonly string[] = [],
    skip: readonly string[] = [],
  ): Promise<readonly Finding[] | null> {
    const [k, { Proof }] = await Promise.all([kernel(), proving()])
    if (revision !== told.revision || revision < newest) return null
    proof ??= new Proof()
    let [last, since] = ['', 0]
    function* telling(search: Generator<{ title: string }, Finding[]>): Generator<undefined, Finding[]> {
      try {
        for (;;) {
          const step = search.next()
          if (step.done) return step.value
          const now = performance.now()
          // Again now and then, so that whoever waits knows that it goes on.
          if (step.value.title !== last || now - since > 1000) {
            ;[last, since] = [step.value.title, now]
            tell?.(last)
          }
          yield
        }
      } finally {
        search.return([])
      }
    }
    const slow = setAsideIn(current(), aside)
    const found = await inSlices(
      telling(proof.find(without(current(), slow), k, skip)),
      () => revision < newest,
    )
    return found && [...slow.map((i) => tooSlow(i)), ...found]
  },

  /** All that can be looked for. */
  checks: async () => (await proving()).ALL.map(({ id, title, why }) => ({ id, title, why })),

  /** Every dimension, and what the shop has measured of it. */
  async sizes(): Promise<SizesReport> {
    const { measuredOf, sizeSheet } = await sizing()
    const model = current()
    const rows = sizeSheet(model, await sizesOfWood(model))
    return { rows, measured: measuredOf(rows, model) }
  },

  /** What a reading can be taken for, each with all that would follow. */
  async takeovers(reading: string): Promise<TakeoverReport[]> {
    const [{ followsFrom, takeovers }, { execute }] = await Promise.all([sizing(), commands()])
    const model = current()
    const r = model.project.readings.find((x) => x.id === reading)
    const i = r && model.resolved.instances.find((x) => x.piece === r.piece && x.copy === r.copy)
    const mm = r && model.resolved.readings.get(r.id)
    if (!r || !i || mm === undefined) return []
    return takeovers(i, r.what, r.value, mm, model).map((t) => {
      const done = execute(model.project, t.changes)
      if (!done.ok) return { ...t, why: done.why, follows: [] }
      return { ...t, why: null, follows: followsFrom(model, previewer.model(done.project)) }
    })
  },

  /** In which order all goes together. */
  assemblies: async (): Promise<Assembly[]> =>
    (await import('../core/proof/assembly')).assembliesOf(current()),

  /** A step of it; pieces that take too long to shape are left out. */
  async step(shown: Shown): Promise<StepFigure> {
    const [{ figureOfStep }, k] = await Promise.all([import('../core/proof/assembly/figure'), kernel()])
    return figureOfStep(shapely(), k, shown)
  },

  /** What moves with the seasons, and what sags. */
  async seasons(): Promise<SeasonsReport> {
    const { panelsIn, shelvesIn } = await import('../core/proof/seasons')
    const model = current()
    return { panels: panelsIn(model), shelves: shelvesIn(model), limits: model.resolved.limits }
  },

  /** The findings, the size sheet, or what was accepted, on paper. */
  async paper(
    what: 'report' | 'sizes' | 'accepted',
    findings: readonly Finding[],
  ): Promise<readonly Sheet[]> {
    const model = current()
    if (what === 'sizes')
      return (await import('../core/proof/paper/sizes')).sizeSheets(model, await sizesOfWood(model))
    if (what === 'accepted')
      return (await import('../core/proof/paper/accepted')).acceptedSheets(model.project, findings)
    const { reportSheets } = await import('../core/proof/paper/report')
    return reportSheets(model.project, findings, (await proving()).offTitles(model.project))
  },

  /** The findings as plain data. */
  async report(findings: readonly Finding[]): Promise<string> {
    const { findingsReport } = await import('../core/proof/report')
    return JSON.stringify(findingsReport(current(), findings), null, 2) + '\n'
  },

  /** How far a hinge opens before something meets; null while that is not settled, or when it was stopped. */
  async swing(id: string): Promise<SwingReport | null> {
    const k = await kernel()
    const { revision, project } = told
    const hinge = project?.hardware.find((h) => h.id === id)
    if (hinge?.kind !== 'hinge') return null
    const swing = await inSlices(swingSteps(shapely(), hinge, k), () => revision < newest)
    return swing && { angle: swing.angle, moved: swing.moved?.name ?? '', met: swing.met?.name ?? '' }
  },

  /** Where a number comes from; of a finished size, that of the n-th copy, from 1. */
  because(key: NodeKey, copy: number): Story {
    const { resolved } = current()
    const because = resolved.because(key, copy)
    return {
      because,
      slip: resolved.slip(key),
      deeper: because
        ? because.parts.map(
            (p) => p.key !== null && p.key !== key && (resolved.because(p.key)?.parts.length ?? 0) > 0,
          )
        : [],
    }
  },

  /** How far each instance goes when pieces stand wholly apart. */
  apart: (): ReadonlyMap<string, Vec3> => shiftsApart(current().resolved),

  /** What can be joined, between these pieces when there are two or more. */
  offers(pieces: readonly string[]): Offer[] {
    return offersOf(contactsOf(pieces), current().resolved)
  },

  /**
   * A joint as it would be made at contacts that were offered; null when they are no more, or it cannot be.
   */
  propose(offer: string, kind: string, typed: Typed): Proposed | null {
    const group = groupOf(offer)
    return group ? proposedAt(group, kind, typed, current().resolved) : null
  },

  /** A drawing of the first of these joints, its pieces apart; null where there is nothing to draw. */
  async drawn(offer: string, kind: string, typed: Typed): Promise<string | null> {
    const [group, project] = [groupOf(offer), told.project!]
    const first = group && firstAt(group, kind, typed, current().resolved)
    if (!first) return null
    const id = freeId(
      'j',
      project.joints.map((j) => j.id),
    )
    const joint = { ...first.joint, id }
    const { execute } = await commands()
    const done = execute(project, change.addJoints({ joints: [joint] }))
    if (!done.ok) return null
    const { jointFigure } = await import('../core/plans')
    return jointFigure(previewer.model(done.project), await kernel(), joint, first.contact)
  },

  /** The joints of that kind at contacts that were offered, but for the pairs that are left out. */
  joints(offer: string, kind: string, typed: Typed, left: readonly string[]): Array<Omit<Joint, 'id'>> {
    const group = groupOf(offer)
    return group ? jointsAt(group, kind, typed, new Set(left), current().resolved) : []
  },

  /** Ready work as it would be put in, with a drawing of it; or why it cannot be. */
  async ready(kind: string, asked: ReadyInput): Promise<ReadyReport> {
    const project = told.project!
    const [{ readyKind }, { buildReady }, { thumbnailOf }, { execute }] = await Promise.all([
      import('../core/ready'),
      import('../core/ready/build'),
      import('../core/plans'),
      commands(),
    ])
    const built = buildReady(project, readyKind(kind)!, asked, (p) => previewer.model(p))
    if ('why' in built) return { ...built, drawn: null }
    const done = execute(project, built.changes)
    if (!done.ok) return { why: done.why, drawn: null }
    const before = new Set(project.pieces.map((p) => p.id))
    const drawn = thumbnailOf(previewer.model(done.project), await kernel(), {
      of: (i) => !before.has(i.piece),
    })
    return { ...built, drawn }
  },

  /** A drawing of what was kept, as it would be by itself; null where there is nothing to draw. */
  async clip(clip: Clip): Promise<string | null> {
    const [{ thumbnailOf }, { execute }] = await Promise.all([import('../core/plans'), commands()])
    const empty = newProject('clip', 'Clip', clip.unit)
    const pasted = pastedInto(clip, empty)
    const done = 'why' in pasted ? null : execute(empty, change.paste(pasted))
    return done?.ok ? thumbnailOf(previewer.model(done.project), await kernel(), {}) : null
  },

  jointSheet: (id: string): JointSheet | null => jointSheet(id, current().resolved),

  async cuts(): Promise<CutsReport> {
    const model = current()
    const finished = await sizesOfWood(model)
    const list = cutList(model, finished)
    return { list, jobs: layoutJobs(model, list), hardware: hardwareList(model) }
  },

  /** Ends work on every revision up to this one. */
  stop(revision: number): void {
    newest = Math.max(newest, revision + 1)
  },
}

export type ModelWorker = typeof worker
expose(worker)
