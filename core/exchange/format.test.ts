import { readFileSync } from 'node:fs'
import * as z from 'zod'
import { Job } from '../cuts'
import {
  Accepted,
  Hardware,
  Joint,
  Limits,
  Measurement,
  Place,
  Placement,
  Project,
  Repeat,
  Step,
  Tilt,
  Addition,
  Adjustment,
  Revision,
} from '../document'
import { jointFault, JOINTS } from '../joints'
import { OWN_KINDS, stepFault } from '../work'
import { FACINGS, sideOfFace } from '../pieces'
import { FindingsReport } from '../proof/report'

const doc = (name: string) => readFileSync(new URL(`../../docs/${name}`, import.meta.url), 'utf8')
const example = (name: string): unknown[] => {
  const found = new RegExp('```json ' + name + '\\n([\\s\\S]*?)```').exec(doc('format.md'))
  return JSON.parse(found?.[1] ?? 'null') as unknown[]
}

test.each<[string, z.ZodType]>([
  ['places', Place],
  ['tilts', Tilt],
  ['repeats', Repeat],
  ['placements', Placement],
  ['hardware', Hardware],
  ['accepted', Accepted],
  ['readings', Measurement],
  ['adjustments', Adjustment],
  ['additions', Addition],
  ['revisions', Revision],
])('the examples of %s are read', (name, schema) => {
  expect(example(name).length).toBeGreaterThan(0)
  for (const item of example(name)) expect(schema.safeParse(item).error).toBeUndefined()
})

test('there is a sound example of every kind of joint', () => {
  const joints = example('joints').map((j) => Joint.parse(j))
  expect(joints.map(jointFault)).toEqual(joints.map(() => null))
  expect([...new Set(joints.map((j) => j.kind))].sort()).toEqual(JOINTS.map((k) => k.kind).sort())
})

test('there is a sound example of every kind of work that a maker puts on', () => {
  const work = example('work').map((s) => Step.parse(s))
  expect(work.map(stepFault)).toEqual(work.map(() => null))
  expect(work.map((s) => s.kind).sort()).toEqual(OWN_KINDS.map((k) => k.kind).sort())
  for (const { roles, measures } of OWN_KINDS)
    for (const name of [...roles, ...Object.keys(measures)]) expect(doc('format.md')).toContain(`\`${name}\``)
})

test('what stands of the files of findings is so', () => {
  for (const name of [...Object.keys(Limits.shape), 'mends', 'level'])
    expect(doc('format.md')).toContain(`\`${name}\``)
})

test('the table of facings is that of the program', () => {
  for (const f of FACINGS) {
    const sides = (['end1', 'edge1', 'edge2', 'face', 'back'] as const).map((face) => sideOfFace(f, face))
    expect(doc('format.md')).toContain(`| \`${f.id}\` | ${f.name} | ${sides.join(' | ')} |`)
  }
})

test('the JSON Schemas are those of the program', () => {
  const written = (name: string) => JSON.parse(doc(`${name}.schema.json`)) as unknown
  expect(written('project')).toEqual(z.toJSONSchema(Project, { io: 'input' }))
  expect(written('layout-job')).toEqual(z.toJSONSchema(Job, { io: 'input' }))
  expect(written('findings')).toEqual(z.toJSONSchema(FindingsReport, { io: 'input' }))
  expect(JSON.stringify(written('joint'))).toContain('haunchWidth')
  expect(JSON.stringify(written('work'))).toContain('mitre')
})
