/** Angles as they are drawn: of slopes, of leaning holes, beside the wood where there is no room in it. */
import { modelOf } from '../../model'
import { step } from '../../testing/proving'
import { block, make, testKernel } from '../../testing/scenario'
import { planSheets, type Sheet } from '../index'
import type { ArcMark, Text } from '../sheet'

const kernel = await testKernel()
const sheetOf = (work: ReturnType<typeof step>): Sheet =>
  [...planSheets(modelOf(make([...block('a', 'right-up', [0, 300], [0, 60], [0, 40]), work])), kernel)].find(
    (s) => s.title === 'A A',
  )!
const anglesOn = (s: Sheet) => {
  const marks = s.marks.filter((m) => m.part?.startsWith('angle '))
  return {
    said: marks.filter((m): m is Text => m.kind === 'text').map((m) => m.text),
    drawn: marks.filter((m): m is ArcMark => m.kind === 'arc').map((m) => m.to - m.from),
  }
}

test('a leaning hole has its angle from square to the face', () => {
  const { said, drawn } = anglesOn(
    sheetOf(
      step('a', 'bore', 'face', { along: '90', across: '30', diameter: '8', depth: '25', leanAlong: '12.5' }),
    ),
  )
  expect(said).toEqual(['12.5°'])
  expect(drawn[0]).toBeCloseTo(12.5, 6)
})

test('a taper says in brackets how its sides slope, which follows from its sections', () => {
  const taper = { width1: '60', width3: '20' }
  const { said, drawn } = anglesOn(sheetOf(step('a', 'taper', 'face', taper)))
  const wanted = (Math.atan2(20, 300) * 180) / Math.PI
  expect(said).toEqual([`(${wanted.toFixed(2)}°)`])
  expect(drawn[0]).toBeCloseTo(wanted, 4)
})
