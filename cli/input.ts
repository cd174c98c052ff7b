/** What the command line is given: files, standard input, and what it says of them. */
import { readFileSync } from 'node:fs'
import { Job, refuseShapes } from '../core/cuts'
import { isRecord, sayAside, sayIssue, type Change, type Project } from '../core/document'
import { openProject } from '../core/exchange'
import type { Voice } from './voice'

/** The maker's mistake, in a sentence; ends the command with 1. */
export class WrongInput extends Error {}

export function readText(file: string): string {
  try {
    // `-` is standard input.
    return readFileSync(file === '-' ? 0 : file, 'utf8').replace(/^\uFEFF/, '')
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    if (file === '-') throw new WrongInput('Nothing came from standard input')
    if (code === 'ENOENT') throw new WrongInput(`There is no file ${file}`)
    throw new WrongInput(code === 'EISDIR' ? `${file} is a folder` : `${file} cannot be read (${code})`)
  }
}

/** A project as far as it is sound; each part that is not is said on standard error. */
export function readProjectFile(file: string, voice: Voice): Project {
  const read = openProject(readText(file))
  if (!read.ok) throw new WrongInput(`${sayFile(file)}: ${read.why}`)
  for (const says of sayAside(read.project)) voice.err(`${sayFile(file)}: set aside: ${says}\n`)
  return read.project
}

export function readJob(file: string): Job {
  let data: unknown
  try {
    data = JSON.parse(readText(file))
  } catch (error) {
    if (error instanceof WrongInput) throw error
    throw new WrongInput(`${sayFile(file)}: this is not JSON`)
  }
  const job = Job.safeParse(data)
  if (!job.success) throw new WrongInput(`${sayFile(file)}: ${sayIssue(job.error)}`)
  const refused = refuseShapes(job.data)
  if (refused) throw new WrongInput(`${sayFile(file)}: ${refused}`)
  return job.data
}

/** One change as it is given: its command, and what that needs. */
export function readChange(text: string): Change {
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch {
    throw new WrongInput(`This change is not JSON: ${text.slice(0, 80)}`)
  }
  const { command, payload } = isRecord(data) ? data : {}
  if (typeof command !== 'string' || payload === undefined)
    throw new WrongInput('A change has a command and a payload')
  return { command, payload }
}

const sayFile = (file: string): string => (file === '-' ? 'standard input' : file)
