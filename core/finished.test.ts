import { readFileSync } from 'node:fs'
import { cutList } from './cuts'
import { change, edgeAt, onFace, Outline, readProject } from './document'
import { finishedSizes, woodBox } from './finished'
import { modelOf, type Model } from './model'
import type { Kernel } from './solid'
import { measuredOf, sizeSheet, takeovers } from './proof/sizing'
import { run } from './testing/run'
import { block, instance, make, testKernel } from './testing/scenario'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const comesOut = (model: Model, key: string) => finishedSizes(model, kernel)(instance(model, key))

const disc = (radius: string) =>
  make([
    ...block('a', 'right-up', [0, 300], [0, 300], [0, 18]),
    change.addStep({
      on: 'a',
      step: {
        id: 'w1',
        kind: 'shape',
        off: false,
        at: onFace('face'),
        fields: {},
        options: {},
        outline: Outline.parse({
          points: { p1: [150, 150], p2: [200, 150] },
          edges: [{ id: 'e1', kind: 'circle', centre: 'p1', rim: 'p2' }],
          facts: [
            { id: 'f1', kind: 'place', of: ['p1'], way: 'along', from: 'near', value: '150.3' },
            { id: 'f2', kind: 'place', of: ['p1'], way: 'across', from: 'near', value: '149.9' },
            { id: 'f3', kind: 'radius', of: ['e1'], value: radius },
          ],
        }),
      },
    }),
  ])

test('a disc is as large as it is sawn, not as its blank, and is cut from that', () => {
  const model = modelOf(disc('50.05'))
  const size = comesOut(model, 'a#1')
  ;[100.1, 100.1, 18].forEach((mm, i) => expect(size[i]).toBeCloseTo(mm, 9))
  const [row] = cutList(model, finishedSizes(model, kernel)).rows
  expect(row).toMatchObject({ shaped: ['length', 'width'], roughThickness: 18, round: ['length', 'width'] })
  expect([row!.length, row!.width, row!.thickness].map((n) => n.toFixed(6))).toEqual([
    '100.100000',
    '100.100000',
    '18.000000',
  ])
  expect(row!.roughLength).toBeGreaterThanOrEqual(300)
})

test('the size sheet measures the blank first, then the wood as it comes out, a diameter once', () => {
  const model = modelOf(
    run(
      disc('50.05'),
      change.measure(reading('width', '300')),
      change.measure(reading('finished length', '98')),
    ),
  )
  const [row] = sizeSheet(model, finishedSizes(model, kernel))
  expect(row!.size).toBe('⌀ 100.1 × 18')
  expect(row!.copies[0]!.lines.slice(0, 4).map((l) => [l.label, l.text, l.because])).toEqual([
    ['Blank, width', '300', '300'],
    ['Blank, length', '300', '300'],
    ['Thickness', '18', '18'],
    ['Diameter', '100.1', 'Shaped from 300'],
  ])
  expect(measuredOf([row!], model).map((m) => [m.what, m.verdict.within])).toEqual([
    ['width', true],
    ['finished length', false],
  ])
  expect(takeovers(instance(model, 'a#1'), 'finished length', '98', 98, model)).toEqual([])
})

const reading = (what: string, value: string) => ({
  ...{ piece: 'a', copy: '1', what, value },
  at: '2026-05-01T08:00:00.000Z',
})

test('what is as large as its blank is told as that, to the last digit', () => {
  for (const name of ['seed-cabinet', 'cold-frame', 'seed-packet-drawers']) {
    const read = readProject(readFileSync(`demo/${name}.json`, 'utf8'))
    if (!read.ok) throw new Error(read.why)
    const model = modelOf(read.project)
    for (const i of model.resolved.instances) {
      const size = finishedSizes(model, kernel)(i)
      size.forEach((mm, k) => expect(mm).toBeLessThanOrEqual(i.size[k]!))
    }
    const [plain, out] = [cutList(model), cutList(model, finishedSizes(model, kernel))]
    out.rows.forEach(
      (r, n) => r.shaped.length > 0 || expect(r).toEqual({ ...plain.rows[n]!, length: r.length }),
    )
  }
})

test('a wheel that is turned is told by what is left of its block', () => {
  const read = readProject(readFileSync('demo/barrow-wheel.json', 'utf8'))
  if (!read.ok) throw new Error(read.why)
  const model = modelOf(read.project)
  const sizes = new Map(model.resolved.instances.map((i) => [i.name, comesOut(model, i.key)]))
  const rows = cutList(model, finishedSizes(model, kernel)).rows
  expect(rows.find((r) => r.name === 'Axle pin')!.round).toEqual(['width', 'thickness'])
  expect(rows.find((r) => r.name.startsWith('Barrow'))?.round ?? []).toEqual([])
  // Turned from 60 × 60, and a crank about two axes.
  expect(sizes.get('Axle pin')!.map((mm) => mm.toFixed(9))).toEqual([
    '150.000000000',
    '50.000000000',
    '50.000000000',
  ])
  expect(sizes.get('Crank')!.map((mm) => mm.toFixed(9))).toEqual([
    '155.000000000',
    '56.000000000',
    '56.000000000',
  ])
})

test('the room box of wood that is sawn, and of wood that leans, is that of what is left', () => {
  const model = modelOf(disc('50.05'))
  const i = instance(model, 'a#1')
  const { min, max } = woodBox(model, i, kernel.shape(model.recipe(i)))
  expect([min[0], max[0], min[1], max[1]].map((n) => n.toFixed(9))).toEqual(
    [100.25, 200.35, 99.85, 199.95].map((n) => n.toFixed(9)),
  )
  const leans = { at: edgeAt('back', 'end1'), angle: '30' }
  const shelf = modelOf(make(block('a', 'right-up', [0, 200], [0, 100], [0, 18], { tilts: [leans] })))
  const s = instance(shelf, 'a#1')
  const box = woodBox(shelf, s, kernel.shape(shelf.recipe(s)))
  box.max.forEach((mm, k) => expect(mm).toBeCloseTo(s.grown.max[k]!, 4))
})
