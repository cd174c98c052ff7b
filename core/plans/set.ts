/** The whole set of sheets, made one after the other so that work on it can be shown and stopped. */
import { cutList, findAlike, type Alike, type CutRow } from '../cuts'
import { finishedSizes, woodBox } from '../finished'
import { hardwareList } from '../hardware'
import { shiftsApart } from '../joints/apart'
import type { Model } from '../model'
import { extentOf, type Place2 } from '../outline'
import { FACE_AT, type Box } from '../pieces'
import type { Instance } from '../resolve'
import { hashOf, recipeKey, type Kernel } from '../solid'
import { workKind } from '../work'
import { assemblySheet } from './assembly'
import { coverSheet, onCover } from './cover'
import { flatOf, patternSheets, type Flat } from './flat'
import { DrawnBefore, type Draft } from './draft'
import { inFrame, type Content } from './framed'
import type { Solid } from './hidden/lines'
import { editOf, inOrder } from './hand'
import { differentJoints, jointsPerSheet, jointsSheet } from './joints'
import { keptSheet } from './kept'
import { isFree, keysOf, pieceSheets, planOf, type PiecePlan } from './piece'
import { isPlain, plainSheet, TOGETHER } from './plain'
import type { Sheet } from './sheet'
import { stickSheets } from './stick'
import { rowsPerSheet, tableSheets } from './table'

/** A drawing of the set: the sheets it goes over. */
interface Part {
  /** What it is called, by each piece that it is of. */
  readonly keys: readonly string[]
  readonly count: number
  /** What is on its sheets, null now and then in between. */
  draw(): Iterable<Content | null>
}

/** Yields each sheet as it is done, and null now and then in between. */
export function* planWork(model: Model, kernel: Kernel, before = new DrawnBefore()): Generator<Sheet | null> {
  const all = findAlike(model)
  if (all.length === 0) return
  const solids = new Map<string, Solid>()
  for (const i of model.resolved.instances) {
    solids.set(i.key, { shape: kernel.shape(model.recipe(i)), frame: i.frame })
    yield null
  }
  const plain = all.filter((a) => isPlain(model, a))
  // One by itself has the whole sheet.
  const together = plain.length > 1 ? plain : []
  const pieces = yield* pieceParts(
    { model, kernel, before },
    all.filter((a) => !together.includes(a)),
    solids,
  )
  const { project } = model
  const parts = inOrder(
    [
      ...wholeParts({ model, kernel, before }, solids, all.length),
      ...pieces.drawings,
      plainPart(model, together),
      ...pieces.patterns,
      ...(project.settings.extras.includes('sticks') ? stickParts(model, all) : []),
    ].filter(({ count, keys }) => count > 0 && !editOf(project, keys)?.out),
    project.sheetOrder,
  )
  const of = parts.reduce((n, p) => n + p.count, 0)
  let next = 1
  for (const part of parts) {
    const { name = '' } = editOf(project, part.keys) ?? {}
    for (const content of part.draw())
      yield content && inFrame(project, content, part.keys, { n: next++, of, name })
  }
}

/** Each sheet, without pauses. */
export function* planSheets(model: Model, kernel: Kernel, before?: DrawnBefore): Generator<Sheet> {
  for (const sheet of planWork(model, kernel, before)) if (sheet) yield sheet
}

/** The cover, the whole from all sides, and the table where the cover has no room for it. */
function wholeParts(draft: Draft, solids: ReadonlyMap<string, Solid>, rows: number): Part[] {
  const { model, kernel } = draft
  const { instances } = model.resolved
  const standing = [...solids.values()]
  let known: readonly Box[] | null = null
  const boxes = () => (known ??= instances.map((i, n) => woodBox(model, i, standing[n]!.shape)))
  const finished = finishedSizes(model, kernel)
  const stands = instances.map((i) => [i.key, i.name, recipeKey(model.recipe(i)), i.frame])
  /** One sheet that follows from how all pieces stand, from the settings, and from more. */
  const one = (key: string, more: readonly unknown[], draw: () => Generator<undefined, Content>): Part => ({
    keys: [key],
    count: 1,
    draw: function* () {
      const { settings, revisions } = model.project
      const from = hashOf(
        JSON.stringify([key, stands, settings, model.resolved.style, revisions.length, more]),
      )
      const drawn = draft.before.wholes.get(from)
      if (drawn) {
        yield drawn
        return
      }
      for (const content of withPauses(draw())) {
        if (content) draft.before.wholes.keep(from, content)
        yield content
      }
    },
  })
  const { adjustments, additions, views } = model.project
  const ways = [...shiftsApart(model.resolved)]
  const kept = views.map((view) => one(`view ${view.id}`, [view, ways], () => keptSheet(draft, view)))
  const byHand = (sheet: string) =>
    [adjustments, additions].map((all) => all.filter((a) => a.sheet === sheet))
  // Of one piece its drawing tells all.
  if (instances.length === 1) return kept
  const list = cutList(model, finished).rows
  const marks = list.map((r) => r.mark)
  const joints = differentJoints(model, kernel)
  return [
    one('cover', [ways, list.map(told), hardwareList(model), byHand('cover')], () =>
      coverSheet(draft, standing, boxes(), list),
    ),
    one('assembly', [byHand('assembly'), marks, joints.map(({ joint }) => joint.id)], () =>
      assemblySheet(draft, standing, boxes()),
    ),
    ...onPages(joints, jointsPerSheet(model)).map((page, n) => {
      const key = n === 0 ? 'joints' : `joints ${n + 1}`
      return one(key, [page.map(({ joint, times }) => [joint, times]), byHand(key)], () =>
        jointsSheet(draft, page, key),
      )
    }),
    ...kept,
    {
      keys: ['table'],
      count: onCover(model, rows) ? 0 : Math.ceil(rows / rowsPerSheet(model)),
      draw: () => tableSheets(model, list),
    },
  ]
}

const onPages = <T>(all: readonly T[], per: number): T[][] =>
  Array.from({ length: Math.ceil(all.length / per) }, (_, n) => all.slice(n * per, (n + 1) * per))

/** What of a row of the cut list stands on the cover. */
const told = ({ stock, ...row }: CutRow) => ({ ...row, stock: stock?.stock.name })

/** The drawings of pieces that something is done to, and the patterns that they refer to. */
function* pieceParts(
  draft: Draft,
  alike: readonly Alike[],
  solids: ReadonlyMap<string, Solid>,
): Generator<null, { readonly drawings: readonly Part[]; readonly patterns: readonly Part[] }> {
  const { model, kernel, before } = draft
  const drawings: Part[] = []
  const patterns: Part[] = []
  for (const a of alike) {
    const full = patternOf(model, a, kernel)
    if (full.length > 0)
      patterns.push({
        keys: keysOf(a, 'pattern'),
        count: full.length,
        draw: () => full.map((bare) => ({ title: bare.title, detail: '', scale: '', marks: [], bare })),
      })
    const pattern = full.length > 0 ? a.mark : null
    const from = followsFrom(model, a, pattern)
    const plan =
      before.pieces.get(from) ??
      (yield* planning(planOf(draft, a, solids.get(a.instances[0]!.key)!.shape, pattern)))
    before.pieces.keep(from, plan)
    drawings.push({ keys: keysOf(a), count: plan.pages.length, draw: () => pieceSheets(model, a, plan) })
  }
  return { drawings, patterns }
}

/** A short text for all that the drawing of a piece follows from. */
function followsFrom(model: Model, alike: Alike, pattern: string | null): string {
  const { project, resolved } = model
  const [piece] = alike.instances as [Instance]
  const keys = keysOf(alike)
  const on = <T extends { readonly sheet: string }>(all: readonly T[]) =>
    all.filter((x) => keys.includes(x.sheet))
  const features = model.features(piece)
  const all = [
    keys,
    alike.instances.map((i) => model.features(i).map((f) => f.id)),
    features,
    features.map(({ step }) => step !== null && resolved.steps.get(step)?.step.options.repeat),
    recipeKey(model.recipe(piece)),
    alike.mirrored,
    piece.size,
    project.settings,
    resolved.style,
    project.revisions.length,
    on(project.adjustments),
    on(project.additions),
    pattern,
  ]
  return hashOf(JSON.stringify(all))
}

function* planning(work: Generator<undefined, PiecePlan>): Generator<null, PiecePlan> {
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
    yield null
  }
}

function plainPart(model: Model, together: readonly Alike[]): Part {
  const count = Math.ceil(together.length / TOGETHER)
  const most = Math.ceil(together.length / count)
  return {
    keys: ['plain'],
    count,
    draw: () =>
      Array.from({ length: count }, (_, n) => plainSheet(model, together.slice(n * most, (n + 1) * most))),
  }
}

/** A story stick of each piece that has places along it, to be laid along the wood. */
const stickParts = (model: Model, all: readonly Alike[]): Part[] =>
  all.flatMap((alike): Part[] => {
    const piece = alike.instances[0]!
    const at = new Set(
      model
        .features(piece)
        .flatMap((f) => workKind(f).dimensions(f.data))
        .flatMap(({ what, axis, to }) =>
          what === 'place' && axis === 0 ? [Math.round(to * 1e6) / 1e6] : [],
        ),
    )
    if (at.size === 0) return []
    const places = [...new Set([0, ...at, piece.length])].sort((a, b) => a - b)
    const title = `${alike.mark} ${alike.name}, story stick`
    const { paper } = model.project.settings
    const sheets = stickSheets({ title: `${title}, from end 1`, places }, paper, model.resolved.style)
    return [
      {
        keys: keysOf(alike, 'stick'),
        count: sheets.length,
        draw: () => sheets.map((bare) => ({ title, detail: '', scale: '', marks: [], bare })),
      },
    ]
  })

/** More sheets of one pattern are made for themselves. */
const MOST_TILES = 12

/** The pattern of a piece whose curves dimensions do not tell; none where it has no such. */
function patternOf(model: Model, { instances, mark, name }: Alike, kernel: Kernel): Sheet[] {
  const piece = instances[0]!
  const free = model.features(piece).find(isFree)
  if (!free) return []
  const face = workKind(free).shownOn(free.data)
  const flat = { ...flatOf(model, piece, face, kernel), name: `${mark} ${name}` }
  const { paper } = model.project.settings
  const made = patternSheets(flat, paper, model.resolved.style, FACE_AT[face].axis !== 0, curvesOf(flat))
  return 'why' in made || made.sheets.length > MOST_TILES
    ? []
    : made.sheets.map((sheet) => ({ ...sheet, title: `${mark} ${name}, pattern` }))
}

/** What stands about curves on a pattern, so that it can be laid on the wood; millimetres. */
const ABOUT = 20

/** As much of a piece as its curves are in; all of it, where it has none. */
function curvesOf({ layers, size }: Flat): readonly [Place2, Place2] {
  const curved = layers.flatMap((l) => l.paths.flatMap((p) => p.filter((s) => s.kind === 'curve')))
  if (curved.length === 0) return [[0, 0], size]
  const [low, high] = extentOf(curved)
  const [u1, v1] = low.map((x) => Math.max(0, x - ABOUT)) as [number, number]
  const [u2, v2] = high.map((x, i) => Math.min(size[i]!, x + ABOUT)) as [number, number]
  return [
    [u1, v1],
    [u2, v2],
  ]
}

function* withPauses(drawing: Generator<undefined, Content>): Generator<Content | null> {
  for (;;) {
    const step = drawing.next()
    yield step.done ? step.value : null
    if (step.done) return
  }
}
