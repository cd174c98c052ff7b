/**
 * Reads a project file. A document always opens as far as it is sound: what cannot be used is set aside, raw,
 * in the document itself. The reader never throws, whatever it is given.
 */
import * as z from 'zod'
import { Aside, MOST_ASIDE } from './aside'
import { isDataTooDeep, isTooDeep } from './depth'
import { findBrokenReferences, outside, sayStep, stepsIn } from './brokenReferences'
import { LIST_NAMES, LISTS, sayEntry, type ListName } from './lists'
import { migrate } from './migrations'
import { isRecord } from './record'
import { defaultSettings } from './new'
import { MOST_NAME } from './ids'
import {
  FORMAT,
  GoneId,
  Id,
  Limits,
  Name,
  Settings,
  SetAside,
  SheetKey,
  Step,
  VERSION,
  type Project,
} from './schema'
import { sayIssue } from './words'

export type Reading =
  | { readonly ok: true; readonly project: Project }
  | { readonly ok: false; readonly why: string }

/** No project comes near this; what does is not one. */
export const LARGEST_FILE = 20_000_000

/** So many beyond those that there may be are looked at, lest a file of nothing else stand still. */
const MOST_LOOKED = 20_000

const SheetOrder = z.array(SheetKey).max(5000)

const refuse = (why: string): Reading => ({ ok: false, why })

/** Reads the text of a project file. */
export function readProject(text: string): Reading {
  if (text.length > LARGEST_FILE)
    return refuse(
      `This file has ${Math.round(text.length / 1e6)} MB; a project has a few at most. It was left alone`,
    )
  // A mark that some editors put before the text is no part of it.
  const own = text.startsWith('\uFEFF') ? text.slice(1) : text
  if (isTooDeep(own)) return refuse('This file is nested deeper than any project is. It was left alone')
  let data: unknown
  try {
    data = JSON.parse(own)
  } catch {
    const whole = own.trimEnd()
    const cut = whole.startsWith('{') && !whole.endsWith('}') && whole.includes(FORMAT)
    return refuse(
      cut
        ? 'This project file stops in the middle; fetch it again from where it came from'
        : 'This is not a project file: it does not read as JSON',
    )
  }
  return readData(data)
}

/** Reads a project from parsed JSON. */
export function readData(data: unknown): Reading {
  if (!isRecord(data) || data.format !== FORMAT) return refuse('This file was not made by Ergaton')
  const { version } = data
  if (typeof version !== 'number') return refuse('This project file does not say its version')
  if (version > VERSION)
    return refuse(
      `This project was saved by a newer Ergaton (file version ${version}; this one reads up to ${VERSION})`,
    )
  if (!Number.isInteger(version) || version < 1)
    return refuse(`This project file says it has version ${version}, which there never was`)
  if (isDataTooDeep(data))
    return refuse('This project is nested deeper than any project is. It was left alone')
  return { ok: true, project: sound(migrate(data)) }
}

const KNOWN = new Set([
  'format',
  'version',
  'id',
  'name',
  'settings',
  'limits',
  'gone',
  'setAside',
  'sheetOrder',
  ...LIST_NAMES,
])

function sound(data: Record<string, unknown>): Project {
  const { before, rest } = asideBefore(data.setAside)
  const aside = new Aside(before)
  for (const item of rest)
    aside.put('other', 'what was set aside before', 'not to be read, or there twice', item)
  for (const key of Object.keys(data))
    if (!KNOWN.has(key)) aside.put('other', `“${key.slice(0, 40)}”`, 'no part of a project', data[key])
  if (data.setAside !== undefined && !Array.isArray(data.setAside))
    aside.put('other', 'what was set aside', 'not a list', data.setAside)

  function list<L extends ListName>(key: L): Project[L] {
    const given = data[key]
    if (!Array.isArray(given)) {
      if (given !== undefined) aside.put('other', key, 'not a list', given)
      return []
    }
    const { schema, most } = LISTS[key]
    const kept: unknown[] = []
    const over: unknown[] = []
    ;(given as unknown[]).slice(0, most + MOST_LOOKED).forEach((item, i) => {
      const where = sayEntry(key, i, item)
      const called = shortened(item, where, aside)
      const whole = schema.safeParse(called)
      const read = whole.success ? whole : schema.safeParse(withSoundWork(called, where, aside))
      if (!read.success) aside.put(key, where, sayIssue(read.error), item)
      else if (kept.length >= most) over.push(item)
      else kept.push(read.data)
    })
    const unlooked = Math.max(0, given.length - most - MOST_LOOKED)
    if (over.length > 0) aside.putAll(over, key, `a project has ${most.toLocaleString('en')} of them at most`)
    if (unlooked > 0) aside.putAll(given.slice(-unlooked) as unknown[], key, 'so many were not looked at')
    return kept as Project[L]
  }

  const named = shortened(data, 'the project', aside)
  function single<S extends z.ZodType>(key: string, schema: S, otherwise: z.infer<S>): z.infer<S> {
    const read = schema.safeParse(named[key])
    if (read.success) return read.data
    aside.put('other', key, sayIssue(read.error), data[key])
    return otherwise
  }

  const project: Project = {
    format: FORMAT,
    version: VERSION,
    id: single('id', Id, 'project'),
    name: single('name', Name, 'Project'),
    settings: settingsOf(data.settings, aside),
    parameters: list('parameters'),
    stock: list('stock'),
    boards: list('boards'),
    bits: list('bits'),
    pieces: list('pieces'),
    groups: list('groups'),
    joints: list('joints'),
    hardware: list('hardware'),
    views: list('views'),
    pictures: list('pictures'),
    limits: data.limits === undefined ? { off: [] } : single('limits', Limits, { off: [] }),
    accepted: list('accepted'),
    readings: list('readings'),
    sheets: list('sheets'),
    sheetOrder: data.sheetOrder === undefined ? [] : single('sheetOrder', SheetOrder, []),
    adjustments: list('adjustments'),
    additions: list('additions'),
    revisions: list('revisions'),
    gone: goneOf(data.gone, aside),
    setAside: [],
  }
  hold(project, aside)
  project.setAside = aside.all()
  return project
}

/** With a name that is only too long cut to what one may have; the whole of it is kept aside. */
function shortened<T>(item: T, where: string, aside: Aside): T {
  if (!isRecord(item) || typeof item.name !== 'string') return item
  const name = item.name.trim()
  if (name.length <= MOST_NAME) return item
  aside.put('other', where, `its name of ${name.length} letters was cut to ${MOST_NAME}`, name)
  return { ...item, name: `${name.slice(0, MOST_NAME - 1).trimEnd()}…` }
}

/** Without the steps that do not read, which are set aside each by itself: the wood they are on stays. */
function withSoundWork<T>(item: T, where: string, aside: Aside): T {
  if (!isRecord(item) || !Array.isArray(item.work)) return item
  const work = (item.work as unknown[]).filter((step, n) => {
    const read = Step.safeParse(step)
    if (!read.success)
      aside.put('work', `step ${n + 1} of ${where}`, sayIssue(read.error), { on: item.id, step })
    return read.success
  })
  return { ...item, work }
}

/** What the file already carries along, and what of that list cannot be carried so again. */
function asideBefore(given: unknown): { before: SetAside[]; rest: unknown[] } {
  const before = new Map<string, SetAside>()
  const rest: unknown[] = []
  for (const item of (Array.isArray(given) ? given : []) as unknown[]) {
    const read = rest.length < MOST_LOOKED && before.size < MOST_ASIDE ? SetAside.safeParse(item) : null
    if (read?.success && !before.has(read.data.id)) before.set(read.data.id, read.data)
    else rest.push(item)
  }
  return { before: [...before.values()], rest }
}

/** Each setting by itself: one that does not read leaves the others as they are. */
function settingsOf(given: unknown, aside: Aside): Settings {
  const inches = JSON.stringify(given ?? '').includes('"in"')
  const settings: Record<string, unknown> = { ...defaultSettings(inches ? 'in' : 'mm') }
  if (!isRecord(given)) {
    aside.put(
      'other',
      'settings',
      given === undefined ? 'is missing' : 'is not an object with fields',
      given ?? null,
    )
    return settings as Settings
  }
  for (const [key, value] of Object.entries(given)) {
    const schema = (Settings.shape as Record<string, z.ZodType>)[key]
    const read = Object.hasOwn(Settings.shape, key) ? schema!.safeParse(value) : null
    if (read?.success) settings[key] = read.data
    else
      aside.put(
        'settings',
        `settings · ${key.slice(0, 40)}`,
        read ? sayIssue(read.error) : 'no such setting',
        { [key]: value },
      )
  }
  for (const [key, schema] of Object.entries(Settings.shape))
    if (!Object.hasOwn(given, key) && !schema.safeParse(undefined).success)
      aside.put('settings', `settings · ${key}`, 'is missing', null)
  return settings as Settings
}

function goneOf(given: unknown, aside: Aside): Project['gone'] {
  if (given === undefined) return {}
  if (!isRecord(given)) {
    aside.put('other', 'gone', 'is not an object with fields', given)
    return {}
  }
  return Object.fromEntries(
    Object.entries(given).filter(([id, name]) => {
      const fits = GoneId.safeParse(id).success && typeof name === 'string'
      if (!fits)
        aside.put('other', `the name of what is gone, ${id.slice(0, 40)}`, 'is not text', { [id]: name })
      return fits
    }),
  ) as Project['gone']
}

/** Sets aside steps whose id is taken; what they are on stays. */
function holdSteps(project: Project, aside: Aside): void {
  const ids = new Set(LIST_NAMES.flatMap((list) => project[list].map((e) => e.id)))
  for (const { entry, step } of stepsIn(project)) {
    if (!ids.has(step.id)) {
      ids.add(step.id)
      continue
    }
    aside.put('work', sayStep(step, entry), `its id ${step.id} is taken`, { on: entry.id, step })
    entry.work = entry.work.filter((s) => s !== step)
  }
}

/** Sets aside what does not hold, and then what hung on that. */
function hold(project: Project, aside: Aside): void {
  holdSteps(project, aside)
  const names = new Set<string>()
  for (const piece of [...project.pieces, ...project.groups]) {
    for (let n = 2; names.has(piece.name); n++)
      piece.name = `${piece.name.replace(/ \d+$/, '').slice(0, 74)} ${n}`
    names.add(piece.name)
  }
  for (const { entry, circle } of outside(project)) {
    // A circle is opened once its first group stands by itself.
    if (!outside(project).some((o) => o.entry === entry)) continue
    aside.put('other', `the group of ${entry.name}`, circle ? 'a circular reference' : 'it is not there', {
      id: entry.id,
      group: entry.group,
    })
    entry.group = null
  }
  for (
    let unheld = findBrokenReferences(project);
    unheld.length > 0;
    unheld = findBrokenReferences(project)
  ) {
    const gone = new Set(unheld.map((u) => u.entry))
    for (const { list, entry, why } of unheld) {
      const at = (project[list] as unknown[]).indexOf(entry)
      aside.put(list, sayEntry(list, at, entry), why, entry)
    }
    for (const list of LIST_NAMES)
      (project as Record<ListName, unknown[]>)[list] = (project[list] as unknown[]).filter(
        (e) => !gone.has(e as never),
      )
    for (const { entry } of outside(project)) {
      aside.put('other', `the group of ${entry.name}`, 'it is not there', {
        id: entry.id,
        group: entry.group,
      })
      entry.group = null
    }
  }
}

/** The text of a project file, with a steady order of keys. */
export const writeProject = (project: Project): string => JSON.stringify(project, null, 2) + '\n'
