/**
 * A kind of work that nothing knows of is found by its folder and its line in kinds.ts alone: on the rail,
 * in the palette, on the ticket, in the wood and on a sheet.
 */
import { jest } from '@jest/globals'
import { defineWork } from '../../../core/work/feature'
import * as real from '../../../core/work/kinds'
import { block as solid } from '../../../core/work/icon'
import { change, onFace } from '../../../core/document'

interface Knurl {
  readonly depth: number
  readonly size: readonly [number, number, number]
}

/** A band pressed all over the face, so deep. */
const knurl = defineWork<Knurl>({
  kind: 'knurl',
  name: () => 'knurl',
  shownOn: () => 'face',
  machine: () => 'lathe',
  cut: ({ depth, size: [x, y, z] }) => [
    { kind: 'box', min: [-1, -1, z - depth], max: [x + 1, y + 1, z + 1] },
  ],
  describe: ({ depth }) => ['Knurl ', { mm: depth }, ' deep'],
  callout: ({ depth }) => ['knurl ', { mm: depth }, ' deep'],
  dimensions: () => [],
  own: {
    title: 'Knurl',
    faces: ['face'],
    measures: { depth: { label: 'Depth of knurl' } },
    starts: () => ({ fields: { depth: '1' }, options: {} }),
    first: () => ['depth'],
    presets: [
      {
        id: 'knurl',
        name: 'Knurl',
        line: 'A grip on a face',
        drawer: 'shape',
        under: 'Form',
        picture: { wood: [solid([0, 0, 0], [20, 10, 10])], red: [] },
      },
    ],
    roles: [],
    resolve: ({ values }, { size }) => ({ depth: values.depth ?? 0, size }),
    carry: (k) => k,
    flats: () => [],
    mirrored: (at) => at,
  },
})

jest.unstable_mockModule('../../../core/work/kinds', () => ({ KINDS: [...real.KINDS, knurl] }))
const { PRESETS, ownWork, firstRows, workKind } = await import('../../../core/work')
const { modelOf } = await import('../../../core/model')
const { lookOver } = await import('../../../core/proof')
const { planSheets } = await import('../../../core/plans')
const { BENCH_COMMANDS, inDrawer } = await import('./commands')
const { block, make, testKernel } = await import('../../../core/testing/scenario')

test('on the rail and in the palette, by its name', () => {
  expect(inDrawer('shape').map((c) => c.entry!.name)).toContain('Knurl')
  expect(BENCH_COMMANDS.find((c) => c.says === 'Knurl')).toMatchObject({ id: 'place-knurl', writes: true })
  expect(PRESETS.at(-1)).toMatchObject({ id: 'knurl', kind: 'knurl' })
})

test('on the ticket, in the wood and on a sheet', async () => {
  const kernel = await testKernel()
  const own = ownWork('knurl')!
  const step = {
    id: 'w1',
    kind: 'knurl',
    off: false,
    at: onFace('face'),
    fields: { depth: '2' },
    options: {},
  }
  const project = make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 18]),
    change.addStep({ on: 'a', step }),
  ])
  const m = modelOf(project)
  const [piece] = m.resolved.instances
  expect(lookOver(m)).toEqual([])
  const [feature] = m.features(piece!)
  expect(workKind(feature!).describe(feature!.data, null)).toEqual(['Knurl ', { mm: 2 }, ' deep'])
  expect(firstRows(own, step).first.fields.map((f) => f.label)).toEqual(['Depth of knurl'])
  expect(kernel.shape(m.recipe(piece!)).volume).toBeCloseTo(300 * 100 * 16, 3)
  const texts = [...planSheets(m, kernel)].flatMap((s) =>
    s.marks.flatMap((x) => ('text' in x ? [x.text] : [])),
  )
  expect(texts.join('\n')).toMatch(/Knurl 2 deep/)
})
