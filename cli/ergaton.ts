/** The command line. Exit codes: 0 fine; 1 wrong input, with a sentence on standard error; 2 something had no place. */
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { Job } from '../core/cuts'
import { sayIssue, type Project } from '../core/document'
import { findClashes, openProject, resolveReport } from '../core/exchange'
import { findSwings } from '../core/hardware'
import { modelOf } from '../core/model'
import { loadKernel } from '../core/solid'
import { exportAll } from './export'
import { solve } from './layout'

class WrongInput extends Error {}

const USAGE = `ergaton resolve FILE             pieces, finished sizes, spans and where they come from, as JSON
ergaton check FILE               what is wrong with a project; exit 1 when something is
ergaton layout JOB               a board or sheet layout from a job file, as JSON
ergaton export FILE --out DIR    cut list, layouts, plans and an STL of each piece
`

function readText(file: string | undefined): string {
  if (!file) throw new WrongInput(`Say which file:\n${USAGE}`)
  try {
    return readFileSync(file, 'utf8')
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    throw new WrongInput(code === 'ENOENT' ? `There is no file ${file}` : `${file} cannot be read (${code})`)
  }
}

function readProjectFile(file: string | undefined): Project {
  const read = openProject(readText(file))
  if (!read.ok) throw new WrongInput(`${file}: ${read.why}`)
  for (const s of read.setAside) process.stderr.write(`${file}: ${s.where} was set aside: ${s.why}\n`)
  return read.project
}

function readJob(file: string | undefined): Job {
  let data: unknown
  try {
    data = JSON.parse(readText(file))
  } catch (error) {
    if (error instanceof WrongInput) throw error
    throw new WrongInput(`${file}: this is not JSON`)
  }
  const job = Job.safeParse(data)
  if (!job.success) throw new WrongInput(`${file}: ${sayIssue(job.error)}`)
  if (job.data.kind === 'shapes')
    throw new WrongInput(`${file}: kind: shapes are not laid out yet; use boards or sheets`)
  return job.data
}

const print = (data: unknown) => void process.stdout.write(JSON.stringify(data, null, 2) + '\n')

const COMMANDS: Readonly<
  Record<string, (file: string | undefined, out: string | undefined) => Promise<number>>
> = {
  resolve: async (file) => {
    print(resolveReport(modelOf(readProjectFile(file))))
    return 0
  },
  check: async (file) => {
    const model = modelOf(readProjectFile(file))
    const kernel = await loadKernel()
    const problems = [...model.problems, ...findClashes(model, kernel), ...findSwings(model, kernel)]
    for (const p of problems) process.stdout.write(`${p.level}: ${p.says}\n`)
    const stops = problems.filter((p) => p.level === 'stop').length
    if (stops > 0)
      throw new WrongInput(
        `${stops} ${stops === 1 ? 'thing' : 'things'} must be put right before wood is cut`,
      )
    if (problems.length === 0) process.stdout.write('Nothing wrong found\n')
    return 0
  },
  layout: async (file) => {
    const answer = solve(readJob(file))
    print(answer)
    return answer.unplaced.length > 0 ? 2 : 0
  },
  export: async (file, out) => {
    if (!out) throw new WrongInput('Say where to: --out DIR')
    const model = modelOf(readProjectFile(file))
    for (const p of model.problems.filter((p) => p.level === 'stop'))
      process.stderr.write(`stop: ${p.says}\n`)
    const written = await exportAll(model, await loadKernel(), out)
    process.stdout.write(written.map((name) => name + '\n').join(''))
    return 0
  },
}

async function main(): Promise<number> {
  try {
    const { positionals, values } = parseArgs({
      allowPositionals: true,
      options: { out: { type: 'string' }, help: { type: 'boolean' } },
    })
    const [name, file] = positionals
    const command = name === undefined ? undefined : COMMANDS[name]
    if (values.help) {
      process.stdout.write(USAGE)
      return 0
    }
    if (!command) throw new WrongInput(name ? `There is no command ${name}\n${USAGE}` : USAGE)
    return await command(file, values.out)
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException
    if (
      error instanceof WrongInput ||
      code?.startsWith('ERR_PARSE_ARGS') ||
      code === 'EACCES' ||
      code === 'ENOTDIR' ||
      code === 'EEXIST' ||
      code === 'ENOSPC'
    ) {
      process.stderr.write(`${message.trimEnd()}\n`)
      return 1
    }
    throw error
  }
}

process.exitCode = await main()
