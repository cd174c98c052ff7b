/**
 * Mutated project files and layout jobs, from a seeded stream: whatever is in them, they are opened or
 * refused in a sentence, nothing throws, and nothing takes long.
 */
import { cutList, Job, layoutJobs, LayoutSearch, mulberry32, refuseShapes } from '../cuts'
import { cutListCsv } from '../cuts/csv'
import { change, execute, readProject, sayIssue, writeProject } from '../document'
import { openProject, resolveReport } from '../exchange'
import { hardwareList } from '../hardware'
import { modelOf, type Model } from '../model'
import { lookOver } from '../proof'
import { measuredOf, sizeSheet, takeovers } from '../proof/sizing'

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

/** What a damaged file or an unfriendly hand may put anywhere. */
export const ODD: readonly Json[] = [
  null,
  true,
  0,
  -1,
  1e9,
  1e308,
  0.1,
  '',
  ' ',
  'x'.repeat(500),
  '0',
  '-5',
  '1/',
  '1e9',
  '999999999999',
  '@p1.left',
  '@p1#999.right',
  '@p1.constructor',
  '@__proto__.left',
  'constructor',
  'toString',
  '__proto__',
  '((((((',
  '1/0',
  'sqrt(-1)',
  '@g1.right',
  'p1',
  'up-up',
  'end1',
  'across',
  [],
  {},
  [[]],
  { a: { b: { c: [1, 2, { d: null }] } } },
  { length: -1 },
  '\u0000',
  '😀',
  '360000deg',
  '1000000',
  '🪵·top',
  { kind: 'even', direction: 'up', count: '500', from: '0', to: '99999' },
  { kind: 'pitch', direction: 'up', count: '500', pitch: '1' },
  { kind: 'ring', direction: 'deep', count: '500', centre1: '0', centre2: '0', start: '0' },
]

/** All places in some data, as ways to get there. */
function places(
  data: Json,
  path: ReadonlyArray<string | number> = [],
): Array<ReadonlyArray<string | number>> {
  if (typeof data !== 'object' || data === null) return [path]
  const inner = Array.isArray(data)
    ? data.map((v, i) => [i, v] as const)
    : Object.entries(data).map(([k, v]) => [k, v] as const)
  return [path, ...inner.flatMap(([k, v]) => places(v, [...path, k]))]
}

function at(data: Json, path: ReadonlyArray<string | number>): Json {
  return path.reduce<Json>((d, k) => (d as Record<string | number, Json>)[k]!, data)
}

/** A copy of the data with some of its places replaced, removed, doubled, or swapped for one another. */
export function mutated(data: Json, random: () => number): Json {
  const copy = structuredClone(data)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const times = 1 + Math.floor(random() ** 3 * 12)
  for (let n = 0; n < times; n++) {
    const all = places(copy).filter((p) => p.length > 0 && p[0] !== 'format' && p[0] !== 'version')
    const path = pick(all)
    const parent = at(copy, path.slice(0, -1)) as Record<string | number, Json>
    const key = path.at(-1)!
    const how = random()
    if (how < 0.45) parent[key] = structuredClone(pick(ODD))
    else if (how < 0.6) parent[key] = structuredClone(at(copy, pick(all)))
    else if (how < 0.75 && Array.isArray(parent)) parent.push(structuredClone(parent[key as number]))
    else if (how < 0.9) {
      if (Array.isArray(parent)) parent.splice(key as number, 1)
      else delete parent[key]
    } else parent[key] = { [String(key)]: parent[key]!, more: 1 }
  }
  return copy
}

/** Words that only a programmer knows. */
export const RAW = new RegExp(
  '\\bundefined\\b|\\bNaN\\b|\\[object|Invalid input|expected \\w+, received|is not a function|' +
    'Cannot read|Maximum call',
)

/** What one mutated project did wrong; null when nothing. */
export function faultOfProject(text: string): string | null {
  const read = openProject(text)
  if (!read.ok) return RAW.test(read.why) ? `refused in a programmer’s words: ${read.why}` : null
  const { project } = read
  const said = project.setAside.map((s) => s.why)
  const again = readProject(writeProject(project))
  if (!again.ok || JSON.stringify(again.project) !== JSON.stringify(project))
    return 'it does not read back as it was opened'
  const model = modelOf(project)
  const problems = lookOver(model)
  const unfinished = problems.find((p) => p.id.startsWith('unfinished:'))
  if (unfinished) return unfinished.says
  said.push(...problems.map((p) => p.says))
  JSON.stringify(resolveReport(model))
  said.push(...sizesSaid(model))
  cutListCsv(cutList(model), model.resolved.style)
  hardwareList(model)
  for (const { job } of layoutJobs(model)) layOnce(job)
  const changed = execute(project, change.renameProject({ name: 'Changed' }))
  if (!changed.ok) return `it cannot be changed: ${changed.why}`
  const raw = said.find((s) => RAW.test(s))
  return raw ? `said in a programmer’s words: ${raw}` : null
}

/** What the size sheet says, and what each reading of it does. */
function sizesSaid(model: Model): string[] {
  const rows = sizeSheet(model)
  const byKey = new Map(model.resolved.instances.map((i) => [i.key, i]))
  return [
    ...rows.flatMap((r) => r.copies.flatMap((c) => c.lines.flatMap((l) => [l.label, l.text, l.because]))),
    ...measuredOf(rows, model).flatMap((m) => [
      m.verdict.touches,
      ...takeovers(byKey.get(m.key)!, m.what, m.text, m.mm, model).map((t) => t.says),
    ]),
  ]
}

/** A project with readings of its first pieces, some of them off, and with findings that were accepted. */
export function measured(text: string): Json {
  const read = openProject(text)
  if (!read.ok) throw new Error(read.why)
  const model = modelOf(read.project)
  const lines = sizeSheet(model).flatMap((r) =>
    r.copies.slice(0, 2).flatMap((c) => c.lines.map((l) => ({ c, l }))),
  )
  const readings = lines
    .slice(0, 30)
    .map(({ c, l }, n) => ({
      id: `r${n}`,
      piece: c.piece,
      copy: c.copy,
      what: l.what,
      value: `${(l.mm + (n % 3)).toFixed(2)}mm`,
      at: '2026-05-01T08:00:00.000Z',
    }))
  const accepted = ['sag:p1', 'wall:w1:w2'].map((finding, n) => ({
    id: `a${n}`,
    finding,
    says: 'Shelf sags',
    about: 'x',
    reason: 'As it should be',
  }))
  return { ...(JSON.parse(text) as Record<string, Json>), readings, accepted }
}

/** The same of a layout job. */
export function faultOfJob(data: unknown): string | null {
  const job = Job.safeParse(data)
  if (!job.success) {
    const says = sayIssue(job.error)
    return RAW.test(says) ? `refused in a programmer’s words: ${says}` : null
  }
  if (refuseShapes(job.data)) return null
  layOnce(job.data)
  return null
}

/** More pieces take longer to lay than all else that is tried. */
const MOST_LAID = 1500

function layOnce(job: Job): void {
  if (job.demand.reduce((n, d) => n + d.quantity, 0) > MOST_LAID) return
  const search = new LayoutSearch(job)
  search.round()
  search.answer(0)
}

export interface Fuzzed {
  readonly tried: number
  /** What went wrong, with what was tried. */
  readonly faults: ReadonlyArray<{ readonly what: string; readonly text: string }>
  /** The longest that one took, milliseconds of processor time. */
  readonly longest: number
}

/** Tries `count` of what `make` makes; `text` writes one down. None may take longer than `most` ms. */
export function tried<T>(
  count: number,
  make: (n: number) => T,
  faultOf: (made: T) => string | null,
  text: (made: T) => string,
  most = MOST_MS,
): Fuzzed {
  const faults: Array<{ what: string; text: string }> = []
  let longest = 0
  for (let n = 0; n < count; n++) {
    const made = make(n)
    const before = process.cpuUsage()
    let what: string | null
    try {
      what = faultOf(made)
    } catch (error) {
      what = `threw ${String((error as Error).stack ?? error)}`
    }
    const { user, system } = process.cpuUsage(before)
    longest = Math.max(longest, (user + system) / 1000)
    if ((user + system) / 1000 > most) what ??= `took ${Math.round((user + system) / 1000)} ms`
    if (what) faults.push({ what, text: text(made) })
  }
  return { tried: count, faults, longest }
}

/** Tries `count` mutations of the given data. */
export function fuzz(
  sources: readonly Json[],
  count: number,
  seed: number,
  faultOf: (mutation: Json) => string | null,
  most = MOST_MS,
): Fuzzed {
  const random = mulberry32(seed)
  return tried(count, (n) => mutated(sources[n % sources.length]!, random), faultOf, JSON.stringify, most)
}

/** No mutation of ordinary size takes longer, milliseconds of processor time. */
const MOST_MS = 2000

export const faultOfProjectData = (data: Json): string | null => faultOfProject(JSON.stringify(data))
export type { Json }
