/**
 * The commands of the command line. Exit codes: 0 fine; 1 wrong input, with a sentence on standard error; 2
 * something had no place; 3 something must be fixed before wood is cut.
 */
import { parseArgs } from 'node:util'
import { execute, writeProject } from '../core/document'
import { faultsOf, resolveReport } from '../core/exchange'
import { modelOf } from '../core/model'
import { lookOver } from '../core/proof'
import { findingsReport } from '../core/proof/report'
import { loadKernel } from '../core/solid'
import { exportAll, FORMATS, PLAN_FORMATS, writeFor, writeOne } from './export'
import { readChange, readJob, readProjectFile, WrongInput } from './input'
import { solve } from './layout'
import { proven } from './proven'
import type { Voice } from './voice'

const USAGE = `\
ergaton resolve FILE             pieces, finished sizes, spans and where they come from, as JSON
ergaton check FILE [--json]      must fix, look at and notes; exit 3 when something must be fixed.
                                 --json gives it as data (docs/findings.schema.json)
ergaton layout JOB               a board or sheet layout from a job file, as JSON
ergaton export FILE --out DIR [--plans pdf,svg,dxf,png]
                                 cut list, layouts, plans, size sheet, findings and an STL of each piece
ergaton export FILE --as FORMAT --out FILE [--piece NAME]
                                 the whole project, or one piece, for others: its solids in place
                                 (stl, 3mf, glb) or flat, as it is cut out (dxf, svg)
ergaton change FILE --do CHANGE  the project after changes, as a file: to standard output or --out FILE.
                                 A change is its command and what that needs, as JSON:
                                 '{"command": "remove-step", "payload": {"id": "w1"}}'
FILE and JOB may be - for standard input.
`

const asJson = (data: unknown): string => JSON.stringify(data, null, 2) + '\n'
const things = (n: number): string => (n === 1 ? '1 thing' : `${n} things`)

interface Given {
  readonly out?: string | undefined
  readonly do?: readonly string[] | undefined
  readonly json?: boolean | undefined
  readonly as?: string | undefined
  readonly piece?: string | undefined
  readonly plans?: string | undefined
}

type Command = (file: string, given: Given, voice: Voice) => Promise<number>

const COMMANDS: ReadonlyMap<string, Command> = new Map<string, Command>([
  [
    'resolve',
    async (file, _, voice) => {
      voice.out(asJson(resolveReport(modelOf(readProjectFile(file, voice)))))
      return 0
    },
  ],
  [
    'check',
    async (file, { json }, voice) => {
      const project = readProjectFile(file, voice)
      const model = modelOf(project)
      const report = findingsReport(model, proven(model, await loadKernel(), voice))
      if (json) voice.out(asJson(report))
      else {
        for (const f of report.findings)
          voice.out(`${f.accepted === null ? f.level : 'accepted'}: ${f.says} [${f.id}]\n`)
        if (report.findings.length === 0) voice.out('Nothing wrong found\n')
        if (report.off.length > 0) voice.out(`Checks switched off: ${report.off.join(', ')}\n`)
      }
      const stops = report.counts.stop
      if (stops > 0) voice.err(`${things(stops)} must be fixed before wood is cut\n`)
      return stops > 0 ? 3 : 0
    },
  ],
  [
    'layout',
    async (file, _, voice) => {
      const answer = solve(readJob(file))
      voice.out(asJson(answer))
      return answer.unplaced.length > 0 ? 2 : 0
    },
  ],
  [
    'export',
    async (file, { out: dir, as, piece: name, plans }, voice) => {
      if (!dir) throw new WrongInput(`Missing: --out ${as === undefined ? 'DIR' : 'FILE'}`)
      if (as !== undefined && !FORMATS.includes(as))
        throw new WrongInput(`There is no format ${as}; there are ${FORMATS.join(', ')}`)
      if (name !== undefined && as === undefined) throw new WrongInput('--piece needs --as')
      if (plans !== undefined && as !== undefined) throw new WrongInput('--plans goes without --as')
      const wanted = plans?.split(',')
      const odd = wanted?.find((format) => !PLAN_FORMATS.includes(format))
      if (odd !== undefined)
        throw new WrongInput(
          `Plans are not written as ${odd || 'nothing'}; there are ${PLAN_FORMATS.join(', ')}`,
        )
      const project = readProjectFile(file, voice)
      const model = modelOf(project)
      const piece = name === undefined ? null : model.resolved.instances.find((i) => i.name === name)
      if (piece === undefined) throw new WrongInput(`There is no piece called ${name}`)
      const stops = lookOver(model).filter((p) => p.level === 'stop')
      for (const p of stops) voice.err(`stop: ${p.says}\n`)
      const kernel = await loadKernel()
      if (as !== undefined) await writeFor(as, model, kernel, dir, piece, voice)
      const written = as !== undefined ? [dir] : await exportAll(model, kernel, dir, voice, wanted)
      voice.out(written.map((name) => name + '\n').join(''))
      if (stops.length > 0)
        throw new WrongInput(
          `The files are written, but ${things(stops.length)} must be fixed before wood is cut`,
        )
      return 0
    },
  ],
  [
    'change',
    async (file, { out, do: asked = [] }, voice) => {
      const changes = asked.map(readChange)
      if (changes.length === 0) throw new WrongInput('Missing: --do CHANGE')
      const project = readProjectFile(file, voice)
      const done = execute(project, changes)
      if (!done.ok) throw new WrongInput(`${done.why}; nothing was changed`)
      const fault = faultsOf(done.project)[0]
      if (fault) throw new WrongInput(`${fault}; nothing was changed`)
      const text = writeProject(done.project)
      if (out === undefined) voice.out(text)
      else writeOne(out, text)
      voice.err(`${done.says}\n`)
      return 0
    },
  ],
])

const EXTRAS: Readonly<Record<string, readonly string[]>> = {
  check: ['json'],
  export: ['out', 'as', 'piece', 'plans'],
  change: ['out', 'do'],
}

/** What the system says of a file or folder that it does not let us use. */
const DENIED: Readonly<Record<string, string>> = {
  EACCES: 'may not be written',
  EPERM: 'may not be written',
  ENOENT: 'cannot be made: a folder on the way to it is not there',
  ENAMETOOLONG: 'has a name that is too long',
  ELOOP: 'goes round in a circle of links',
  EISDIR: 'is a folder',
  ENOTDIR: 'is not a folder',
  EEXIST: 'is not a folder',
  ENOSPC: 'has no room left',
  EROFS: 'cannot be written',
  EFBIG: 'would be too large',
}

/** Runs one command; gives its exit code. */
export async function run(args: readonly string[], voice: Voice): Promise<number> {
  try {
    const { positionals, values } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        out: { type: 'string' },
        do: { type: 'string', multiple: true },
        json: { type: 'boolean' },
        as: { type: 'string' },
        piece: { type: 'string' },
        plans: { type: 'string' },
        help: { type: 'boolean' },
      },
    })
    const [name, file, ...more] = positionals
    if (values.help) {
      voice.out(USAGE)
      return 0
    }
    const command = name === undefined ? undefined : COMMANDS.get(name)
    if (!command) throw new WrongInput(name === undefined ? USAGE : `There is no command ${name}\n${USAGE}`)
    if (file === undefined) throw new WrongInput(`Missing file:\n${USAGE}`)
    if (more.length > 0) throw new WrongInput(`${name} takes one file; ${more.join(' ')} is too much`)
    for (const extra of ['out', 'do', 'json', 'as', 'piece', 'plans'] as const)
      if (values[extra] !== undefined && !EXTRAS[name!]?.includes(extra))
        throw new WrongInput(`${name} takes no --${extra}`)
    return await command(file, values, voice)
  } catch (error) {
    const { code, message, path, syscall } = error as NodeJS.ErrnoException
    const denied =
      code !== undefined && Object.hasOwn(DENIED, code)
        ? DENIED[code]
        : syscall !== undefined && path !== undefined
          ? `could not be written (${code})`
          : undefined
    const says =
      error instanceof WrongInput || code?.startsWith('ERR_PARSE_ARGS')
        ? message
        : denied
          ? `${path ?? 'The folder'} ${denied}; what was there before is as it was`
          : null
    if (says === null) throw error
    voice.err(`${says.trimEnd()}\n`)
    return 1
  }
}
