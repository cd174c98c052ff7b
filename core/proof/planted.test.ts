/**
 * Faults planted in sound demos: one measure is spoilt, and the check that is there for it finds it, without
 * a flood.
 */
import { readFileSync } from 'node:fs'
import { change, execute, readProject, type Change, type Project } from '../document'
import { Modeller, type Model } from '../model'
import { drain, type Kernel } from '../solid'
import { testKernel } from '../testing/bench'
import { assembliesOf } from './assembly'
import { Proof, type Finding } from './index'

/** A fault may show in so many ways, and no more. */
const MOST = 3

const fact = (
  id: string,
  direction: 'across' | 'deep' | 'up',
  fact: 'start' | 'end' | 'centre' | 'size',
  text: string,
) => change.setFact({ id, direction, fact, text })
const ofJoint = (id: string, field: string, value: string) =>
  change.setJointField({ ids: [id], field, value })
const ofStep = (id: string, field: string, value: string) => change.setStepField({ id, field, value })

type Fault = readonly [demo: string, what: string, spoils: Change, check: string]

const FAULTS: readonly Fault[] = [
  ['seed-cabinet', 'a dado deeper than half', ofJoint('j3', 'depth', '9/16'), 'depths'],
  ['seed-cabinet', 'a dado through the side', ofJoint('j5', 'depth', '1'), 'work'],
  ['seed-cabinet', 'a pressed joint', ofJoint('j3', 'fit', '-1/16'), 'fit'],
  ['seed-cabinet', 'a loose joint', ofJoint('j3', 'fit', '3/32'), 'fit'],
  ['seed-cabinet', 'a kick board up into the bottom', fact('p7', 'up', 'end', '@p4.top'), 'clash'],
  [
    'seed-cabinet',
    'a cabinet that no board is long enough for',
    change.setParameter({ id: 'HEIGHT', expression: '210' }),
    'stock',
  ],
  [
    'seed-cabinet',
    'a shelf measure that refers to nothing',
    fact('p5', 'across', 'end', '@p99.left'),
    'measure',
  ],
  ['seed-cabinet', 'a wide cabinet', change.setParameter({ id: 'WIDTH', expression: '48' }), 'sag'],
  [
    'seed-cabinet',
    'a kick of millimetres',
    change.setParameter({ id: 'KICK', expression: '3.5mm' }),
    'walls',
  ],
  ['seed-cabinet', 'a kick board off its stop', ofJoint('j9', 'depth', '0'), 'work'],
  ['seed-cabinet', 'a negative kerf', change.setSettings({ kerf: '-1/8' }), 'settings'],

  ['seed-packet-drawers', 'a back with no groove', ofJoint('j5', 'depth', '0'), 'work'],
  ['seed-packet-drawers', 'a back grooved too deep', ofJoint('j5', 'depth', '7'), 'depths'],
  [
    'seed-packet-drawers',
    'a drawer higher than its case',
    change.setParameter({ id: 'DRAWER', expression: '92' }),
    'measure',
  ],
  [
    'seed-packet-drawers',
    'a bottom of the drawer at its edge',
    fact('p10', 'up', 'start', '@g1.bottom + 1'),
    'walls',
  ],
  [
    'seed-packet-drawers',
    'a bottom let in too far',
    change.setParameter({ id: 'BOTTOM', expression: '7' }),
    'depths',
  ],
  ['seed-packet-drawers', 'a divider that stands too high', fact('p12', 'up', 'size', '75'), 'clash'],
  ['seed-packet-drawers', 'a pin of nothing', ofJoint('j6', 'pin', '0'), 'work'],
  ['seed-packet-drawers', 'a loose bottom', ofJoint('j10', 'fit', '2'), 'fit'],

  ['cold-frame', 'screws that meet in the corner', ofJoint('j11', 'inset', '1 1/4'), 'fasteners'],
  ['cold-frame', 'screws that come out of the post', ofJoint('j7', 'length', '2 1/2'), 'work'],
  ['cold-frame', 'screws that do not reach', ofJoint('j7', 'length', '3/4'), 'work'],
  [
    'cold-frame',
    'a lid that opens further than it can',
    change.setHardware({ id: 'h1', limit: '-200deg' }),
    'swing',
  ],
  ['cold-frame', 'a drip groove through the lid', ofStep('w1', 'depth', '3/4'), 'work'],
  ['cold-frame', 'a drip groove by the edge', ofStep('w1', 'place', '1/32'), 'walls'],
  ['cold-frame', 'a drip groove too deep', ofStep('w1', 'depth', '11/16'), 'depths'],
  ['cold-frame', 'a front board that stops short', fact('p4', 'across', 'end', '35.21'), 'gap'],
  ['cold-frame', 'a lid typed in millimetres', fact('p6', 'deep', 'size', '559'), 'stock'],

  ['glazed-lid', 'dowels that come out of the rail', ofJoint('j1', 'into', '3 1/2'), 'work'],
  ['glazed-lid', 'dowels in each other', ofJoint('j1', 'inset', '1 17/32'), 'walls'],
  ['glazed-lid', 'a rabbet through the frame', ofStep('w1', 'depth', '1'), 'runs'],

  ['potting-stool', 'a foot ring too wide for its legs', fact('p3', 'across', 'size', '300'), 'work'],
  [
    'potting-stool',
    'a seat wider than the sheet',
    change.setParameter({ id: 'SEAT', expression: '1400' }),
    'stock',
  ],
  ['potting-stool', 'tabs longer than the leg is wide', ofJoint('j1', 'length', '130'), 'work'],

  ['tool-box', 'a bottom grooved through', ofJoint('j7', 'depth', '12'), 'work'],
  ['tool-box', 'a bottom grooved deep', ofJoint('j7', 'depth', '9'), 'depths'],
  ['tool-box', 'a rope hole at the top edge', ofStep('w2', 'across', '3'), 'walls'],
  ['tool-box', 'a pin as thick as its knuckle', ofJoint('j9', 'pin', '12'), 'work'],
  ['tool-box', 'a bottom at the lower edge', fact('p5', 'up', 'start', '1'), 'walls'],

  ['dibber-rest', 'holes that come through', ofStep('w4', 'depth', '3 3/4'), 'work'],
  ['dibber-rest', 'holes in each other', change.setParameter({ id: 'APART', expression: '1' }), 'bores'],
  ['dibber-rest', 'a slot through the block', ofStep('w5', 'depth', '3 7/16'), 'depths'],
]

/** Parameters by name, where a fault spoils one: the ids are the demo’s own. */
const NAMES: Readonly<Record<string, string>> = {
  HEIGHT: 'height',
  WIDTH: 'width',
  KICK: 'kick',
  DRAWER: 'drawer',
  BOTTOM: 'bottom_in',
  APART: 'apart',
  SEAT: 'seat',
}

interface Sound {
  readonly project: Project
  readonly modeller: Modeller
  readonly proof: Proof
  readonly findings: readonly Finding[]
  readonly model: Model
}
const known = new Map<string, Sound>()
let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

function sound(demo: string): Sound {
  let found = known.get(demo)
  if (!found) {
    const read = readProject(readFileSync(`demo/${demo}.json`, 'utf8'))
    if (!read.ok) throw new Error(read.why)
    const [modeller, proof] = [new Modeller(), new Proof()]
    const model = modeller.model(read.project)
    const findings = drain(proof.find(model, kernel))
    known.set(demo, (found = { project: read.project, modeller, proof, findings, model }))
  }
  return found
}

function spoilt(project: Project, spoils: Change): Project {
  const payload = spoils.payload as { id?: string }
  const name = payload.id === undefined ? undefined : NAMES[payload.id]
  const id = project.parameters.find((p) => p.name === name)?.id
  const done = execute(project, id ? { ...spoils, payload: { ...payload, id } } : spoils)
  if (!done.ok) throw new Error(done.why)
  return done.project
}

test.each(FAULTS)('%s: %s', (demo, _, spoils, check) => {
  const { project, modeller, proof, findings } = sound(demo)
  const before = new Set(findings.map((f) => `${f.id} ${f.says}`))
  const after = drain(proof.find(modeller.model(spoilt(project, spoils)), kernel))
  const fresh = after.filter((f) => f.level !== 'note' && !before.has(`${f.id} ${f.says}`))
  expect(fresh.map((f) => f.check)).toContain(check)
  expect(fresh.map((f) => f.says).slice(MOST)).toEqual([])
})

test('there are forty of them, for most checks', () => {
  expect(FAULTS.length).toBeGreaterThanOrEqual(40)
  expect(new Set(FAULTS.map(([, , , check]) => check)).size).toBeGreaterThanOrEqual(13)
})

const DEMOS = [...new Set(FAULTS.map(([demo]) => demo)), 'bee-hotel', 'seed-cabinets']
test.each(DEMOS)('%s has nothing to stop for, and goes together', (demo) => {
  const { findings, model } = sound(demo)
  expect(findings.filter((f) => f.level === 'stop')).toEqual([])
  const joined = new Set(model.resolved.joints.flatMap((j) => j.joint.between.map((m) => m.piece)))
  const put = assembliesOf(model)
  for (const a of put) {
    expect(a.stuck).toEqual([])
    const all = [...a.first, ...a.steps.flatMap((s) => s.flatMap((m) => m.parts))]
    expect(new Set(all)).toEqual(new Set(a.pieces))
  }
  const there = new Set(put.flatMap((a) => a.pieces.map((key) => key.split('#')[0])))
  for (const piece of joined) expect([piece, there.has(piece)]).toEqual([piece, true])
})
