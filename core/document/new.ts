import type { LengthUnit, LengthStyle } from '../measure'
import { FORMAT, VERSION, type Project, type Settings } from './schema'
import { NO_TITLES } from './sheets'

/** Sensible settings for a shop that works in inches or in millimetres. */
export function defaultSettings(unit: LengthUnit): Settings {
  return unit === 'in'
    ? {
        style: { unit: 'in', form: 'fraction', denominator: 64, places: 3 },
        fit: '0',
        kerf: '1/8',
        trim: '0',
        edgeTrim: '0',
        planing: '1/4',
        extraLength: '0',
        extraWidth: '0',
        paper: 'letter',
        projection: 'third',
        titles: NO_TITLES,
        manner: 'running',
        extras: [],
      }
    : {
        style: { unit: 'mm', form: 'decimal', places: 1 },
        fit: '0',
        kerf: '3.2',
        trim: '0',
        edgeTrim: '0',
        planing: '6',
        extraLength: '0',
        extraWidth: '0',
        paper: 'a4',
        projection: 'first',
        titles: NO_TITLES,
        manner: 'running',
        extras: [],
      }
}

export function newProject(id: string, name: string, unit: LengthUnit): Project {
  return {
    format: FORMAT,
    version: VERSION,
    id,
    name,
    settings: defaultSettings(unit),
    parameters: [],
    stock: [],
    boards: [],
    bits: [],
    pieces: [],
    groups: [],
    joints: [],
    hardware: [],
    views: [],
    pictures: [],
    limits: { off: [] },
    accepted: [],
    readings: [],
    sheets: [],
    sheetOrder: [],
    adjustments: [],
    additions: [],
    revisions: [],
    gone: {},
    setAside: [],
  }
}

/** The settings' way of writing lengths, as `formatLength` takes it. */
export const lengthStyle = (settings: Settings): LengthStyle => settings.style

/** The next free id with the given letter: p1, p2, … Ids of what was deleted are not given again. */
export function freeId(letter: string, taken: Iterable<string>): string {
  let most = 0
  for (const id of taken) {
    const n = id.startsWith(letter) ? Number(id.slice(letter.length)) : NaN
    if (Number.isInteger(n) && n > most) most = n
  }
  return `${letter}${most + 1}`
}

/** `name`, or `name 2`, `name 3`, … when it is taken. */
export function freeName(name: string, taken: Iterable<string>): string {
  const names = new Set(taken)
  if (!names.has(name)) return name
  const stem = name.replace(/ \d+$/, '').slice(0, 74)
  let n = 2
  while (names.has(`${stem} ${n}`)) n++
  return `${stem} ${n}`
}
