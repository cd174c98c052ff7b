import DxfParser from 'dxf-parser'
import { modelOf } from '../model'
import { step } from '../testing/proving'
import { block, make, testKernel } from '../testing/scenario'
import { toDxf } from './dxf'
import { planSheets } from './index'

test('read back, a sheet has its lines as long, its arcs as arcs, and its texts', async () => {
  const project = make([
    ...block('a', 'right-up', [0, 300], [0, 100], [0, 20]),
    step('a', 'bore', 'face', { along: '50', across: '40', diameter: '12' }),
    step('a', 'saw', 'face', { length: '30', rise: '30' }, { shape: 'round', side: 'high', corner: 'far' }),
  ])
  const [sheet] = [...planSheets(modelOf(project), await testKernel())]
  const read = new DxfParser().parseSync(await toDxf(sheet!))!
  const of = (type: string) =>
    read.entities.filter((e) => e.type === type) as never as Array<{
      layer: string
      vertices: Array<{ x: number; y: number }>
      radius: number
      startAngle: number
      endAngle: number
      center: { x: number; y: number }
      text: string
    }>
  const lines = sheet!.marks.filter((m) => m.kind === 'line')
  const long = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(b.x - a.x, b.y - a.y)
  const found = of('LINE')
  expect(found).toHaveLength(lines.length)
  lines.forEach((m, n) => {
    const [a, b] = found[n]!.vertices as [{ x: number; y: number }, { x: number; y: number }]
    expect(long(a, b)).toBeCloseTo(Math.hypot(m.x2 - m.x1, m.y2 - m.y1), 4)
    expect([a.x, a.y]).toEqual([expect.closeTo(m.x1, 4), expect.closeTo(sheet!.height - m.y1, 4)])
    expect(found[n]!.layer).toBe(m.pen)
  })
  const arcs = sheet!.marks.filter((m) => m.kind === 'arc')
  const whole = arcs.filter((m) => m.to - m.from > 359.9)
  expect(of('CIRCLE').map((c) => c.radius)).toEqual(whole.map((m) => expect.closeTo(m.r, 4)))
  const parts = arcs.filter((m) => m.to - m.from <= 359.9)
  expect(parts.length).toBeGreaterThan(0)
  of('ARC').forEach((a, n) => {
    const m = parts[n]!
    expect([a.radius, a.center.x]).toEqual([expect.closeTo(m.r, 4), expect.closeTo(m.x, 4)])
    const sweep = (a.endAngle - a.startAngle + 4 * Math.PI) % (2 * Math.PI)
    expect((sweep * 180) / Math.PI).toBeCloseTo(m.to - m.from, 3)
  })
  expect(of('TEXT').map((t) => t.text)).toEqual(
    sheet!.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : [])),
  )
})
