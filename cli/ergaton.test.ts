import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { verify, type Answer, Job } from '../core/cuts'

const dir = mkdtempSync(join(tmpdir(), 'ergaton-'))
const demo = 'demo/seed-cabinet.json'
function ergaton(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('npx', ['tsx', 'cli/ergaton.ts', ...args], {
    encoding: 'utf8',
  })
  return { status, stdout, stderr: stderr.replace(/^npm warn.*\n/gm, '') }
}
const file = (name: string, data: unknown): string => {
  const path = join(dir, name)
  writeFileSync(path, typeof data === 'string' ? data : JSON.stringify(data))
  return path
}

test('resolve gives every piece with its sizes, spans and reasons', () => {
  const { status, stdout } = ergaton('resolve', demo)
  expect(status).toBe(0)
  const report = JSON.parse(stdout) as { pieces: Array<{ name: string }> }
  expect(report.pieces.find((p) => p.name === 'Shelf #2')).toMatchObject({
    finished: { length: { mm: 774.7, text: '30 1/2' } },
    because: {
      length:
        'Shelf · length 30 1/2 = Right side·left 30 3/4 − Left side·right 3/4 + 1/4 into Left side + 1/4 into Right side',
    },
  })
})

test('check is content with the demo, and says what is wrong elsewhere', () => {
  expect(ergaton('check', demo)).toMatchObject({ status: 0, stdout: 'Nothing wrong found\n' })
  const broken = readFileSync(demo, 'utf8').replace('"@p1.front + 1 1/2"', '"@p1.front - 1/"')
  const { status, stdout, stderr } = ergaton('check', file('broken.json', broken))
  expect(status).toBe(1)
  expect(stdout).toContain('stop: Kick board · deep start: The fraction has no lower number')
  expect(stderr).toContain('must be put right before wood is cut')
  // Without the joints of the top, it runs into nothing; without the back's setback, two pieces share wood.
  const clash = readFileSync(demo, 'utf8').replace(
    '"deep": {\n          "start": "@p1.front + 1/4",\n          "end": "@p6.front"',
    '"deep": {\n          "start": "@p1.front + 1/4",\n          "end": "@p1.back"',
  )
  expect(ergaton('check', file('clash.json', clash)).stdout).toMatch(/stop: Shelf #1 and Back share wood/)
})

test('layout answers a job soundly, exits 2 when something has no place', () => {
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
  const { status, stdout } = ergaton('layout', file('job.json', job))
  const answer = JSON.parse(stdout) as Answer
  expect(status).toBe(2)
  expect(answer.unplaced).toEqual([{ demand: 'long', quantity: 1, why: 'longer than any board' }])
  expect(verify(Job.parse(job), answer)).toEqual([])
  expect(answer).toMatchObject({ cost: 62, lowerBoundBoards: 1 })
})

test('export writes what the shop needs', () => {
  const out = join(dir, 'out')
  expect(ergaton('export', demo, '--out', out).status).toBe(0)
  const names = readdirSync(out)
  expect(names.filter((n) => n.endsWith('.stl'))).toHaveLength(10)
  for (const name of ['cut-list.csv', 'plans.pdf', 'layout-1x10-pine.json', 'layout-1x10-pine.svg'])
    expect(names).toContain(name)
  const stl = readFileSync(join(out, 'B-top.stl'))
  expect(stl.length).toBe(84 + 50 * stl.readUInt32LE(80))
})

test.each<[string, string[], RegExp]>([
  ['no file', ['resolve', 'nowhere.json'], /There is no file nowhere.json/],
  ['no command', ['saw', demo], /There is no command saw/],
  ['not a project', ['check', 'package.json'], /not made by Ergaton/],
  [
    'a job that is wrong',
    ['layout', file('bad.json', { kind: 'sheets', kerf: -1, supply: [], demand: [] })],
    /bad.json: kerf: /,
  ],
  ['a job that is no JSON', ['layout', file('no.json', '{')], /this is not JSON/],
  ['nowhere to export to', ['export', demo], /--out DIR/],
])('%s: exit 1 and a sentence', (_, args, says) => {
  const { status, stderr } = ergaton(...args)
  expect(status).toBe(1)
  expect(stderr).toMatch(says)
  expect(stderr).not.toMatch(/\bat .*\.ts:/)
})
