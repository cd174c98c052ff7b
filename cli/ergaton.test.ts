import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, openSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { verify, type Answer, Job } from '../core/cuts'
import { readProject } from '../core/document'
import { modelOf } from '../core/model'
import { proofOf } from '../core/proof'
import { FindingsReport } from '../core/proof/report'
import { testKernel } from '../core/testing/scenario'
import { FileNames, plain } from './export'
import { run } from './run'
import { Still } from './still'

const dir = mkdtempSync(join(tmpdir(), 'ergaton-'))
const demo = 'demo/seed-cabinet.json'
/** The command line within this process. */
async function ergaton(...args: string[]) {
  let [stdout, stderr] = ['', '']
  const at: string[] = []
  const status = await run(args, {
    out: (t) => void (stdout += t),
    err: (t) => void (stderr += t),
    at: (what) => void at.push(what),
  })
  return { status, stdout, stderr, at }
}
beforeAll(() => {
  const build = 'node_modules/vite/bin/vite.js build -c benchmark/vite.config.ts --outDir .cache/cli --ssr'
  const built = spawnSync('node', [...build.split(' '), 'cli/ergaton.ts'], { encoding: 'utf8' })
  if (built.status !== 0) throw new Error(built.stderr)
})
/** As a program of its own, with something on standard input; `before` is what the shell does first. */
function program(input: string, args: string, before = '') {
  const { status, stdout, stderr } = spawnSync(
    'bash',
    ['-c', `${before} node .cache/cli/ergaton.js ${args}`],
    { encoding: 'utf8', input },
  )
  return { status, stdout, stderr }
}
const sound = (text: string) => {
  const read = readProject(text)
  if (!read.ok) throw new Error(read.why)
  return read.project
}
const file = (name: string, data: unknown): string => {
  const path = join(dir, name)
  writeFileSync(path, typeof data === 'string' ? data : JSON.stringify(data))
  return path
}

test('resolve gives every piece with its sizes, spans and reasons', async () => {
  const { status, stdout } = await ergaton('resolve', demo)
  expect(status).toBe(0)
  const report = JSON.parse(stdout) as { pieces: Array<{ name: string }> }
  expect(report.pieces.find((p) => p.name === 'Shelf #2')).toMatchObject({
    finished: { length: { mm: 774.7, text: '30 1/2' } },
    because: {
      length:
        'Shelf · length 30 1/2 = Right side·left 30 3/4 − Left side·right 3/4 + 1/4 into Left side + ' +
        '1/4 into Right side',
    },
  })
})

test('long work says what it is at, though nothing else can be done meanwhile', async () => {
  const { at } = await ergaton('check', demo)
  expect(at[0]).toBe('shaping Left side')
  expect(at.at(-1)).toMatch(/^checking: /)
  const said = file('still.txt', '')
  const still = new Still(openSync(said, 'w'), 30)
  const done = new Int32Array(new SharedArrayBuffer(4))
  still.at('shaping the 3⁄4 rail')
  // Nothing else is done in this thread.
  Atomics.wait(done, 0, 0, 600)
  still.at('checking: gaps')
  Atomics.wait(done, 0, 0, 300)
  const lines = readFileSync(said, 'utf8').trim().split('\n')
  expect([lines[0], lines.at(-1)]).toEqual(['Still shaping the 3⁄4 rail', 'Still checking: gaps'])
  await still.end()
})

test('check is content with the demo, and says what is wrong elsewhere', async () => {
  expect(await ergaton('check', demo)).toMatchObject({ status: 0, stdout: 'Nothing wrong found\n' })
  const broken = readFileSync(demo, 'utf8').replace('"@p1.front + 1 1/2"', '"@p1.front - 1/"')
  const { status, stdout, stderr } = await ergaton('check', file('broken.json', broken))
  expect(status).toBe(3)
  expect(stdout).toContain('stop: Kick board · deep start: The fraction has no lower number')
  expect(stderr).toContain('must be fixed before wood is cut')
  // Without the joints of the top, it runs into nothing; without the back's setback, two pieces share wood.
  const clash = readFileSync(demo, 'utf8').replace(
    '"deep": {\n          "start": "@p1.front + 1/4",\n          "end": "@p6.front"',
    '"deep": {\n          "start": "@p1.front + 1/4",\n          "end": "@p1.back"',
  )
  expect((await ergaton('check', file('clash.json', clash))).stdout).toMatch(
    /stop: Shelf #1 and Back share wood/,
  )
})

test('check gives the same findings as data, and exits 3 only for what was not accepted', async () => {
  const rows = readFileSync('demo/cold-frame.json', 'utf8').replaceAll('"inset": "2"', '"inset": "1 1/4"')
  const plain = await ergaton('check', file('meets.json', rows))
  expect(plain.status).toBe(3)
  const { status, stdout } = await ergaton('check', file('meets.json', rows), '--json')
  expect(status).toBe(3)
  const report = FindingsReport.parse(JSON.parse(stdout))
  for (const f of report.findings) expect(plain.stdout).toContain(`${f.level}: ${f.says} [${f.id}]`)
  const stops = report.findings.filter((f) => f.level === 'stop')
  expect(stops.map((f) => f.check)).toEqual(['fasteners'])
  // The mark of what it is about is the program’s own: it is taken from what the screen would write.
  const project = JSON.parse(rows) as Record<string, unknown>
  const found = proofOf(modelOf(sound(rows)), await testKernel()).filter((f) => f.level === 'stop')
  project.accepted = found.map((f, n) => ({
    id: `a${n + 1}`,
    finding: f.id,
    says: f.says,
    about: f.about,
    reason: 'The screws are short there',
  }))
  const accepted = await ergaton('check', file('accepted.json', project))
  expect(accepted.status).toBe(0)
  expect(accepted.stdout).toMatch(/^accepted: Pilot hole/m)
})

test('layout answers a job soundly, exits 2 when something has no place', async () => {
  const job = {
    kind: 'sheets',
    kerf: 3.2,
    trim: 10,
    seconds: 1,
    supply: [{ id: 'ply', length: 2440, width: 1220, quantity: null, price: 62 }],
    demand: [
      { id: 'side', length: 760, width: 300, quantity: 8 },
      { id: 'long', length: 2500, width: 50 },
    ],
  }
  const { status, stdout } = await ergaton('layout', file('job.json', job))
  const answer = JSON.parse(stdout) as Answer
  expect(status).toBe(2)
  expect(answer.unplaced).toEqual([{ demand: 'long', quantity: 1, why: 'longer than any board' }])
  expect(verify(Job.parse(job), answer)).toEqual([])
  expect(answer).toMatchObject({ cost: 62, lowerBoundBoards: 1 })
})

test('export writes what the shop needs', async () => {
  const out = join(dir, 'out')
  expect((await ergaton('export', demo, '--out', out, '--plans', 'pdf,png')).status).toBe(0)
  const names = readdirSync(out)
  // Letter at 300 dots to the inch, and no plans but as they are wanted.
  const png = readFileSync(join(out, 'plan-01.png'))
  expect([png.toString('latin1', 1, 4), png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([
    'PNG',
    3300,
    2550,
  ])
  expect(names.filter((n) => /\.(svg|dxf)$/.test(n) && n.startsWith('plan'))).toEqual([])
  expect(names.filter((n) => n.endsWith('.stl'))).toHaveLength(10)
  for (const name of ['cut-list.csv', 'plans.pdf', 'layout-1x10-pine.json', 'layout-1x10-pine.svg'])
    expect(names).toContain(name)
  const stl = readFileSync(join(out, 'B-top.stl'))
  expect(stl.length).toBe(84 + 50 * stl.readUInt32LE(80))
})

test('export as one format writes all solids into one file', async () => {
  for (const [format, begins] of [
    ['stl', 'Ergaton Seed cabinet'],
    ['3mf', 'PK'],
    ['glb', 'glTF'],
  ] as const) {
    const out = join(dir, `all.${format}`)
    const { status, stdout } = await ergaton('export', demo, '--as', format, '--out', out)
    expect([status, stdout]).toEqual([0, `${out}\n`])
    expect(readFileSync(out).subarray(0, begins.length).toString('latin1')).toBe(begins)
  }
})

describe('a damaged project', () => {
  const torn = (edit: (p: Record<string, Array<Record<string, unknown>>>) => void): string => {
    const data = JSON.parse(readFileSync(demo, 'utf8')) as Record<string, Array<Record<string, unknown>>>
    edit(data)
    return file('torn.json', data)
  }
  test('is checked to every fault, in a maker’s words, and exits 3', async () => {
    const path = torn((p) => {
      p.pieces![0]!.facing = 'up-up'
      p.pieces![6]!.stock = 3
      p.joints![2]!.fields = { depth: 5 }
    })
    const { status, stderr } = await ergaton('check', path)
    expect(status).toBe(3)
    expect(stderr).toMatch(/piece 1, Left side: facing: there is no such facing/)
    expect(stderr).toMatch(/piece 7, Kick board: stock is not text in quotation marks/)
    expect(stderr).not.toMatch(/Invalid input|expected \w+, received/)
    expect(stderr).toMatch(/things must be fixed before wood is cut/)
  })
  test('whose stock is not there says so, and exits 3', async () => {
    const path = torn((p) => {
      p.stock = []
    })
    const { status, stdout } = await ergaton('check', path)
    expect(status).toBe(3)
    expect(stdout).toMatch(
      /stop: Left side is made of a stock that is not on the rack; also in Right side, Top, .* more/,
    )
  })
})

test('stocks and pieces whose names read alike as files keep a file each', async () => {
  const names = new FileNames()
  const all = ['1×4 pine', '¼ pine', '1/4 pine', '1x4 pine', '?', '!', 'SIDE', 'side'].map((n) =>
    names.free(plain(n, 'piece')),
  )
  expect(new Set(all.map((n) => n.toLowerCase())).size).toBe(all.length)
  expect(all.slice(0, 2)).toEqual(['1x4-pine', '1_4-pine'])
  const data = JSON.parse(readFileSync(demo, 'utf8')) as {
    stock: Array<{ name: string }>
    settings: { kerf: unknown }
  }
  const stock = data.stock.map((s, i) => ({ ...s, name: ['¼ pine', '1/4 pine'][i] ?? s.name }))
  const out = join(dir, 'alike')
  // One setting is torn besides: what is sound is exported all the same, and the code says that something is
  // not.
  data.settings.kerf = 3
  const { status, stderr } = await ergaton('export', file('alike.json', { ...data, stock }), '--out', out)
  expect(status).toBe(1)
  expect(stderr).toMatch(/The files are written, but 1 thing must be fixed/)
  expect(readdirSync(out)).toContain('cut-list.csv')
  expect(readdirSync(out).filter((n) => /^layout-1_4-pine.*json$/.test(n))).toHaveLength(2)
})

test('a file that cannot be written whole is not written, and what was there stays', async () => {
  const out = join(dir, 'full')
  mkdirSync(out)
  writeFileSync(join(out, 'plans.pdf'), 'as it was')
  // No file may be larger than 14 kB, as on a disk that fills up in the middle of one.
  const limited = program('', `export ${demo} --out ${out}`, 'ulimit -f 14;')
  expect(limited.status).toBe(1)
  expect(limited.stderr).toMatch(/plans.pdf would be too large; what was there before is as it was/)
  expect(readFileSync(join(out, 'plans.pdf'), 'utf8')).toBe('as it was')
  expect(readdirSync(out).filter((n) => n.endsWith('.part'))).toEqual([])
})

test.each<[what: string, args: string[], says: RegExp]>([
  ['a folder where none can be', ['export', demo, '--out', '/proc/x/y'], /^\/proc\/x cannot be made/],
  [
    'a file where a folder should be',
    ['export', demo, '--out', `${process.cwd()}/package.json`],
    /package.json is not a folder/,
  ],
  [
    'a folder that is missing',
    ['export', demo, '--as', 'dxf', '--out', join(dir, 'no/x.dxf')],
    /no\/x.dxf cannot/,
  ],
  [
    'a device that is full',
    ['export', demo, '--as', 'dxf', '--out', '/dev/full'],
    /^\/dev\/full has no room left/,
  ],
  [
    'a folder in place of a file',
    ['change', demo, '--do', '{"command":"rename-project","payload":{"name":"Shed"}}', '--out', dir],
    /is a folder/,
  ],
])('%s is said in a sentence, and nothing is half written', async (_, args, says) => {
  const before = readdirSync(dir)
  const { status, stdout, stderr } = await ergaton(...args)
  expect({ status, stdout, lines: stderr.trim().split('\n').length }).toEqual({
    status: 1,
    stdout: '',
    lines: 1,
  })
  expect(stderr).toMatch(says)
  expect(readdirSync(dir)).toEqual(before)
})

test('what is given out to a full device or to nobody ends in a sentence or in silence', () => {
  const full = program('', `resolve ${demo} > /dev/full`)
  expect(full).toMatchObject({ status: 1, stderr: 'The output could not be written completely (ENOSPC)\n' })
  expect(program('', `resolve ${demo} | head -1`)).toMatchObject({ status: 0, stderr: '' })
})

test('change makes changes and writes the project, or says why not and leaves what was there', async () => {
  const step = {
    id: 'w1',
    kind: 'channel',
    at: { kind: 'face', face: 'back' },
    fields: { width: '1/2', depth: '1/4' },
  }
  const add = JSON.stringify({ command: 'add-step', payload: { on: 'p1', step } })
  const deeper = JSON.stringify({
    command: 'set-step-field',
    payload: { id: 'w1', field: 'depth', value: '3/8' },
  })
  const out = join(dir, 'changed.json')
  expect(await ergaton('change', demo, '--do', add, '--do', deeper, '--out', out)).toMatchObject({
    status: 0,
    stdout: '',
    stderr: 'Add channel to Left side\n',
  })
  const { stdout } = await ergaton('resolve', out)
  // The twin has it too.
  expect(stdout.match(/Rabbet 1\/2 wide, 3\/8 deep along end 1, on the back/g)).toHaveLength(2)
  const before = readFileSync(out, 'utf8')
  const wrong = JSON.stringify({
    command: 'add-step',
    payload: { on: 'p1', step: { ...step, id: 'w2', kind: 'whittle' } },
  })
  for (const [asked, says] of [
    [wrong, 'there is no work called whittle; nothing was changed\n'],
    [add, /the id w1 of its work is taken; nothing was changed/],
    ['{', 'This change is not JSON: {\n'],
    ['{"command":3}', 'A change has a command and a payload\n'],
  ] as const) {
    const done = await ergaton('change', out, '--do', asked, '--out', out)
    expect(done).toMatchObject({ status: 1, stdout: '' })
    expect(done.stderr).toEqual(typeof says === 'string' ? says : expect.stringMatching(says))
    expect(readFileSync(out, 'utf8')).toBe(before)
  }
  expect((await ergaton('change', demo)).stderr).toBe('Missing: --do CHANGE\n')
  expect((await ergaton('check', demo, '--do', add)).stderr).toBe('check takes no --do\n')
})

test('- is standard input, with a byte-order mark or without', async () => {
  const text = readFileSync(demo, 'utf8')
  expect(program('\uFEFF' + text, 'check -')).toMatchObject({ status: 0, stdout: 'Nothing wrong found\n' })
  expect(program('{', 'layout -')).toEqual({
    status: 1,
    stdout: '',
    stderr: 'standard input: this is not JSON\n',
  })
})

test.each<[string, string[], RegExp]>([
  ['no file', ['resolve', 'nowhere.json'], /There is no file nowhere.json/],
  ['no command', ['saw', demo], /There is no command saw/],
  ['not a project', ['check', 'package.json'], /not made by Ergaton/],
  [
    'a job that is wrong',
    ['layout', file('bad.json', { kind: 'sheets', kerf: -1, supply: [], demand: [] })],
    /bad.json: kerf is smaller than 0/,
  ],
  ['a job that is no JSON', ['layout', file('no.json', '{')], /this is not JSON/],
  ['nowhere to export to', ['export', demo], /--out DIR/],
  [
    'a format there is not',
    ['export', demo, '--as', 'obj', '--out', 'x'],
    /no format obj; there are stl, 3mf, glb, dxf, svg/,
  ],
  ['a command of the prototype', ['constructor', demo], /There is no command constructor/],
  ['more than one file', ['check', demo, demo], /takes one file; demo.* is too much/],
  ['an --out where there is none', ['check', demo, '--out', 'x'], /check takes no --out/],
  ['a folder for a file', ['check', 'demo'], /demo is a folder/],
  [
    'a job of shapes',
    [
      'layout',
      file('heart.json', {
        kind: 'sheets',
        kerf: 3,
        supply: [],
        demand: [
          {
            id: 'heart',
            length: 9,
            width: 9,
            outline: [
              [0, 0],
              [9, 0],
              [5, 9],
            ],
          },
        ],
      }),
    ],
    /heart: an outline cannot be laid out yet/,
  ],
  [
    'a nest of brackets',
    [
      'check',
      file(
        'nest.json',
        `{"format":"ergaton-project","version":2,"a":${'['.repeat(3000)}${']'.repeat(3000)}}`,
      ),
    ],
    /nested deeper/,
  ],
])('%s: exit 1 and a sentence', async (_, args, says) => {
  const { status, stderr } = await ergaton(...args)
  expect(status).toBe(1)
  expect(stderr).toMatch(says)
  expect(stderr).not.toMatch(/\bat .*\.ts:/)
})
