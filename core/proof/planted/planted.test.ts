/**
 * Faults planted in sound demos: the check that is there for each finds it, without a flood. And changes
 * that are sound, of which nothing is said.
 */
import { readFileSync } from 'node:fs'
import { readProject, type Project } from '../../document'
import { Modeller, type Model } from '../../model'
import { drain, type Kernel } from '../../solid'
import { testKernel } from '../../testing/scenario'
import { assembliesOf } from '../assembly'
import { Proof, standing, type Finding } from '../index'
import { FAULTS } from './faults'
import { SOUND } from './sound'
import type { Spoils } from './spoil'

/** A fault may show in so many ways, and no more. */
const MOST = 3

interface Sound {
  readonly text: string
  readonly proof: Proof
  readonly modeller: Modeller
  readonly findings: readonly Finding[]
  readonly project: Project
  readonly model: Model
}
const known = new Map<string, Sound>()
let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const opened = (text: string): Project => {
  const read = readProject(text)
  if (!read.ok) throw new Error(read.why)
  expect(read.project.setAside).toEqual([])
  return read.project
}

function sound(demo: string): Sound {
  let found = known.get(demo)
  if (!found) {
    const text = readFileSync(`demo/${demo}.json`, 'utf8')
    const [modeller, proof, project] = [new Modeller(), new Proof(), opened(text)]
    const model = modeller.model(project)
    const findings = drain(proof.find(model, kernel))
    known.set(demo, (found = { text, modeller, proof, findings, project, model }))
  }
  return found
}

/** What is said of a project once it is changed, and was not before; notes left out. */
function newlySaid(demo: string, spoils: Spoils): Finding[] {
  const { text, modeller, proof, findings, project } = sound(demo)
  const draft = JSON.parse(text) as Parameters<Spoils>[0]
  spoils(draft)
  // Turning a lid with wooden knuckles takes longer than all else together, and none of this is about that.
  if (demo === 'tool-box') draft.limits.off.push('swing')
  const before = new Set(findings.map((f) => f.id))
  const after = opened(JSON.stringify(draft))
  return standing(drain(proof.find(modeller.model(after), kernel)), project).filter(
    (f) => f.level !== 'note' && !(before.has(f.id) && findings.some((b) => b.says === f.says)),
  )
}

test.each(FAULTS)('%s: %s', (demo, _, spoils, check) => {
  const fresh = newlySaid(demo, spoils)
  expect(fresh.flatMap((f) => [f.check, `${f.level} ${f.check}`])).toContain(check)
  expect(fresh.map((f) => f.says).slice(MOST)).toEqual([])
})

/** Of each demo every second one at once, as no two that follow each other may go together. */
const TOGETHER = [...new Set(SOUND.map(([demo]) => demo))].flatMap((demo) =>
  [0, 1].flatMap((odd) => {
    const some = SOUND.filter(([d]) => d === demo).filter((_, n) => n % 2 === odd)
    return some.length > 0 ? [[demo, some.map(([, what]) => what).join(', '), some] as const] : []
  }),
)
test.each(TOGETHER)('%s, %s: nothing to say', (demo, _, changes) => {
  const fresh = newlySaid(demo, (d) => changes.forEach(([, , does]) => does(d)))
  expect(fresh.map((f) => `${f.level} ${f.check}: ${f.says}`)).toEqual([])
})

test('there are a hundred of them, for most checks, and as many sound ones as makers make', () => {
  expect(FAULTS.length).toBeGreaterThanOrEqual(100)
  expect(SOUND.length).toBeGreaterThanOrEqual(29)
  expect(new Set(FAULTS.map(([, , , check]) => check.split(' ').at(-1))).size).toBeGreaterThanOrEqual(20)
})

const DEMOS = [...new Set(FAULTS.map(([demo]) => demo)), 'bee-hotel', 'seed-cabinets']
test.each(DEMOS)('%s has nothing to look at, and goes together', (demo) => {
  const { findings, model } = sound(demo)
  // What it has to say beside that was accepted, with a reason.
  expect(standing(findings, sound(demo).project).filter((f) => f.level !== 'note')).toEqual([])
  const joined = new Set(model.resolved.joints.flatMap((j) => j.joint.between.map((m) => m.piece)))
  const put = assembliesOf(model)
  for (const a of put) {
    expect(a.stuck).toEqual([])
    const all = [...a.first, ...a.steps.flatMap((s) => s.moves.flatMap((m) => m.parts))]
    expect(new Set(all)).toEqual(new Set(a.pieces))
  }
  const there = new Set(put.flatMap((a) => a.pieces.map((key) => key.split('#')[0])))
  for (const piece of joined) expect([piece, there.has(piece)]).toEqual([piece, true])
})
