/**
 * Reads a project file. A document always opens as far as it is sound: what cannot be used is set aside and listed.
 */
import { z } from 'zod'
import { migrate } from './migrations'
import { defaultSettings } from './new'
import {
  FORMAT, Group, Hardware, Id, Joint, MeasuredBoard, Name, Parameter, Piece, Settings, Stock, VERSION, type Project,
} from './schema' // prettier-ignore

export interface SetAside {
  /** Where in the file, in words: "piece 3, Shelf". */
  readonly where: string
  readonly why: string
  readonly what: unknown
}

export type Reading =
  | { readonly ok: true; readonly project: Project; readonly setAside: readonly SetAside[] }
  | { readonly ok: false; readonly why: string }

/** No project comes near this; what does is not one. */
export const LARGEST_FILE = 20_000_000

/** Reads the text of a project file. */
export function readProject(text: string): Reading {
  if (text.length > LARGEST_FILE)
    return {
      ok: false,
      why: `This file has ${Math.round(text.length / 1e6)} MB; a project has a few at most. It was left alone`,
    }
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch {
    const whole = text.trimEnd()
    const cut = whole.startsWith('{') && !whole.endsWith('}') && whole.includes(FORMAT)
    return {
      ok: false,
      why: cut
        ? 'This project file stops in the middle; fetch it again from where it came from'
        : 'This is not a project file: it does not read as JSON',
    }
  }
  return readData(data)
}

/** Reads a project from parsed JSON. */
export function readData(data: unknown): Reading {
  if (!isRecord(data) || data.format !== FORMAT)
    return { ok: false, why: 'This file was not made by Ergaton' }
  if (typeof data.version !== 'number')
    return { ok: false, why: 'This project file does not say its version' }
  if (data.version > VERSION)
    return {
      ok: false,
      why: `This project was saved by a newer Ergaton (file version ${data.version}; this one reads up to ${VERSION})`,
    }
  return { ok: true, ...sound(migrate(data)) }
}

function sound(data: Record<string, unknown>): { project: Project; setAside: SetAside[] } {
  const setAside: SetAside[] = []

  function list<S extends z.ZodType<{ id: string }>>(
    key: string,
    one: string,
    schema: S,
    most: number,
  ): z.infer<S>[] {
    const given = data[key]
    if (!Array.isArray(given)) {
      if (given !== undefined) setAside.push({ where: key, why: 'not a list', what: given })
      return []
    }
    const ids = new Set<string>()
    const kept: z.infer<S>[] = []
    given.forEach((item: unknown, i) => {
      const read = schema.safeParse(item)
      const name = isRecord(item) && typeof item.name === 'string' ? `, ${item.name}` : ''
      const where = `${one} ${i + 1}${name}`
      if (!read.success) setAside.push({ where, why: sayIssue(read.error), what: item })
      else if (ids.has(read.data.id))
        setAside.push({ where, why: `its id ${read.data.id} is taken`, what: item })
      else if (kept.length >= most) setAside.push({ where, why: `more than ${most}`, what: item })
      else {
        ids.add(read.data.id)
        kept.push(read.data)
      }
    })
    return kept
  }

  function single<S extends z.ZodType>(key: string, schema: S, otherwise: z.infer<S>): z.infer<S> {
    const read = schema.safeParse(data[key])
    if (read.success) return read.data
    setAside.push({ where: key, why: sayIssue(read.error), what: data[key] })
    return otherwise
  }

  const inches = JSON.stringify(data.settings ?? '').includes('"in"')
  const project: Project = {
    format: FORMAT,
    version: VERSION,
    id: single('id', Id, 'project'),
    name: single('name', Name, 'Project'),
    settings: single('settings', Settings, defaultSettings(inches ? 'in' : 'mm')),
    parameters: list('parameters', 'measure', Parameter, 500),
    stock: list('stock', 'stock', Stock, 500),
    boards: list('boards', 'measured board', MeasuredBoard, 500),
    pieces: list('pieces', 'piece', Piece, 2000),
    groups: list('groups', 'group', Group, 500),
    joints: list('joints', 'joint', Joint, 5000),
    hardware: list('hardware', 'hardware', Hardware, 500),
    gone: single('gone', z.record(Id, z.string()).default({}), {}),
  }
  setAsideUnheld(project, setAside)
  return { project, setAside }
}

/** Joints need their pieces, twins their originals, members their group, and names must tell pieces apart. */
function setAsideUnheld(project: Project, setAside: SetAside[]): void {
  const names = new Set<string>()
  for (const piece of [...project.pieces, ...project.groups]) {
    for (let n = 2; names.has(piece.name); n++)
      piece.name = `${piece.name.replace(/ \d+$/, '').slice(0, 74)} ${n}`
    names.add(piece.name)
  }
  const drop = <T extends { id: string }>(list: T[], what: string, why: (item: T) => string | null): T[] =>
    list.filter((item) => {
      const reason = why(item)
      if (reason) setAside.push({ where: `${what} ${item.id}`, why: reason, what: item })
      return reason === null
    })
  loosen(project, setAside)
  project.pieces = drop(project.pieces, 'piece', (p) =>
    p.kind === 'twin' && !project.pieces.some((q) => q.id === p.of && q.kind === 'made')
      ? `its original ${p.of} is not there`
      : null,
  )
  const ids = new Set(project.pieces.map((p) => p.id))
  project.joints = drop(project.joints, 'joint', (j) => {
    const missing = j.between.find((m) => !ids.has(m.piece))
    return missing ? `its piece ${missing.piece} is not there` : null
  })
  const held = new Set([...ids, ...project.groups.map((g) => g.id)])
  project.hardware = drop(project.hardware, 'hardware', (h) => {
    const missing = [h.on, ...(h.kind === 'hinge' ? h.moves : [])].find((id) => id !== null && !held.has(id))
    return missing ? `its piece ${missing} is not there` : null
  })
}

/** What says it is in a group that is not there, or in a circle of groups, stands by itself. */
function loosen(project: Project, setAside: SetAside[]): void {
  const groups = new Map(project.groups.map((g) => [g.id, g]))
  for (const item of [...project.groups, ...project.pieces]) {
    if (item.group === null) continue
    let up = groups.get(item.group)
    for (let n = 0; up && up !== item && up.group !== null && n < project.groups.length; n++)
      up = groups.get(up.group)
    if (up && up !== item && up.group === null) continue
    setAside.push({
      where: `the group of ${item.name}`,
      why: up ? 'it goes round in a circle' : 'it is not there',
      what: item.group,
    })
    item.group = null
  }
}

/** The first thing wrong, as a sentence with its place. */
export function sayIssue(error: z.ZodError): string {
  const issue = error.issues[0]
  if (!issue) return 'not as it should be'
  const place = issue.path.length ? `${issue.path.join('.')}: ` : ''
  return place + issue.message
}

export const isRecord = (x: unknown): x is Record<string, unknown> =>
  typeof x === 'object' && x !== null && !Array.isArray(x)

/** The text of a project file, with a steady order of keys. */
export const writeProject = (project: Project): string => JSON.stringify(project, null, 2) + '\n'
