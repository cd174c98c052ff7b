/** What drawings are told of every kind of work there is. */
import { readdirSync, readFileSync } from 'node:fs'
import { openProject } from '../exchange'
import { modelOf } from '../model'
import { LOPSIDED } from '../testing/lopsided'
import { step } from '../testing/proving'
import { block, make } from '../testing/scenario'
import { workKind, type Feature } from './index'
import { KINDS } from './kinds'

/** They go along or round what is there, or lie at a corner or an end, and are told by that and how large. */
const PLACELESS = ['ease', 'rout', 'thread', 'hollow', 'panel', 'bend', 'notch']

const projects = [
  make([
    ...block('a', 'right-up', [0, 300], [0, 90], [0, 20]),
    step('a', 'rip', 'edge1', { taper: '5', place: '10' }),
  ]),
  ...Object.values(LOPSIDED).map((changes) => make(changes)),
  ...readdirSync('demo')
    .filter((f) => f.endsWith('.json'))
    .map((f) => {
      const read = openProject(readFileSync(`demo/${f}`, 'utf8'))
      if (!read.ok) throw new Error(read.why)
      return read.project
    }),
]
const found = new Map<string, Feature[]>()
for (const project of projects) {
  const model = modelOf(project)
  for (const i of model.resolved.instances)
    for (const f of model.features(i)) found.set(f.kind, [...(found.get(f.kind) ?? []), f])
}
const kinds = KINDS.map((k) => k.kind)

test('every kind is in the demos or among the joints', () => {
  expect(kinds.filter((kind) => !found.has(kind))).toEqual([])
})

test('every kind is called out, and says how large it is or where', () => {
  const silent = kinds.filter((kind) =>
    (found.get(kind) ?? []).some((f) => workKind(f).callout(f.data).length === 0),
  )
  expect(silent).toEqual([])
  const bare = kinds.filter((kind) =>
    (found.get(kind) ?? []).every((f) => {
      const { dimensions, angles, arcs, diameters, callout } = workKind(f)
      const figures = callout(f.data).some((part) => typeof part !== 'string')
      const told = [dimensions(f.data), angles?.(f.data), arcs?.(f.data), diameters?.(f.data)]
      return !figures && told.every((all) => (all?.length ?? 0) === 0)
    }),
  )
  expect(bare).toEqual([])
})

test('every kind that is put somewhere tells where', () => {
  const lost = kinds.filter((kind) =>
    (found.get(kind) ?? []).every(
      (f) =>
        !workKind(f)
          .dimensions(f.data)
          .some((d) => d.what === 'place'),
    ),
  )
  expect(lost.sort()).toEqual(PLACELESS.sort())
})
