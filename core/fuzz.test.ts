import { readFileSync, readdirSync } from 'node:fs'
import { mulberry32 } from './cuts'
import { faultOfJob, faultOfProject, faultOfProjectData, fuzz, measured, type Json } from './testing/fuzz'
import { runs } from './testing/runs'

const projects = readdirSync('demo')
  .filter((f) => f.endsWith('.json'))
  .map((f) => measured(readFileSync(`demo/${f}`, 'utf8')))
const jobs: Json[] = [
  {
    kind: 'sheets',
    kerf: 3.2,
    trim: 10,
    stages: 2,
    firstCut: 'rip',
    seconds: 1,
    seed: 1,
    supply: [
      {
        id: 'ply',
        length: 2440,
        width: 1220,
        quantity: 2,
        price: 62,
        grain: false,
        defects: [{ x: 300, y: 80, length: 60, width: 40 }],
      },
    ],
    demand: [
      { id: 'side', length: 760, width: 300, quantity: 4, mayTurn: true },
      {
        id: 'heart',
        length: 100,
        width: 100,
        outline: [
          [0, 0],
          [100, 0],
          [50, 100],
        ],
      },
    ],
  },
  {
    kind: 'boards',
    kerf: 2.4,
    supply: [
      { id: 'a', length: 2400, width: 235 },
      { id: 'b', length: 1800, width: 140, quantity: 1 },
    ],
    demand: [
      { id: 'shelf', length: 775, width: 223, quantity: 4 },
      { id: 'rail', length: 500, width: 60, quantity: 9 },
    ],
  },
]

test('mutated projects are opened or refused, and nothing throws', () => {
  const { faults, tried } = fuzz(projects, runs(300), 20_261, faultOfProjectData)
  expect(tried).toBe(runs(300))
  expect(faults.slice(0, 3).map((f) => f.what)).toEqual([])
}, 300_000)

test('mutated layout jobs are answered or refused, and nothing throws', () => {
  expect(
    fuzz(jobs, runs(150), 20_262, faultOfJob)
      .faults.slice(0, 3)
      .map((f) => f.what),
  ).toEqual([])
}, 120_000)

test('bytes knocked out of a file leave a sentence or a project', () => {
  const text = readFileSync('demo/seed-cabinet.json', 'utf8')
  const random = mulberry32(7)
  for (let n = 0; n < 150; n++) {
    const from = Math.floor(random() * text.length)
    const to = from + 1 + Math.floor(random() * 40)
    const torn =
      text.slice(0, from) + (random() < 0.5 ? '' : String.fromCharCode(random() * 300)) + text.slice(to)
    expect(faultOfProject(torn)).toBeNull()
  }
}, 120_000)

test('the check itself finds what throws, takes long, or speaks raw', () => {
  const found = (faultOf: (d: Json) => string | null) => fuzz([{ a: 1 }], 1, 1, faultOf, 200).faults[0]?.what
  expect(
    found(() => {
      throw new Error('torn')
    }),
  ).toMatch(/threw Error: torn/)
  expect(
    found(() => {
      const from = process.cpuUsage()
      while (process.cpuUsage(from).user < 0.25e6);
      return null
    }),
  ).toMatch(/took \d{3} ms/)
  expect(found(() => null)).toBeUndefined()
  expect(faultOfJob({ kind: 'sheets', kerf: 'x', supply: [], demand: [] })).toBeNull()
})
