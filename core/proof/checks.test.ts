/** Of each check: small models that must raise it, and near misses that must not. Millimetres. */
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/scenario'
import { step } from '../testing/proving'
import { run as changed } from '../testing/run'
import { cuts } from './cases/cuts'
import { standing } from './cases/standing'
import { fastened } from './cases/fastened'
import { figures } from './cases/figures'
import { held } from './cases/held'
import { laid } from './cases/laid'
import { meeting } from './cases/meeting'
import { wood } from './cases/wood'
import { CHECKS, findBy, proofOf, QUICK } from './index'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const CASES = [...meeting, ...cuts, ...standing, ...fastened, ...wood, ...figures, ...held, ...laid]

test.each(CASES)('%s: %s', (_, check, project, says) => {
  const model = modelOf(project())
  // The model itself is sound: its joints and its work are made.
  expect(model.refused.map((f) => f.says)).toEqual([])
  const quick = QUICK.find((c) => c.id === check)
  const found = (quick ? quick.look(model) : findBy(check, model, kernel)).map((f) => f.says)
  if (says === null) expect(found).toEqual([])
  else expect(found).toContainEqual(expect.stringMatching(says))
})

test('of two alike, work that takes nothing is told of both', () => {
  const both = make([
    ...['a', 'b'].flatMap((id, n) => [
      ...block(id, 'right-up', [0, 200], [100 * n, 60], [0, 60]),
      step(id, 'taper', 'face', { width1: '20', thickness1: '20', width3: '20', thickness3: '20' }),
      step(id, 'hollow', 'end1', { wall: '12' }),
    ]),
  ])
  expect(findBy('idle', modelOf(both), kernel).map((f) => f.piece)).toEqual(['a', 'b'])
})

test('what is offered to mend a finding mends it, and breaks nothing', () => {
  const mended = new Map<string, number>()
  for (const [, check, project, says] of CASES) {
    if (says === null) continue
    const before = project()
    const all = proofOf(modelOf(before), kernel)
    for (const f of all.filter((x) => x.check === check))
      for (const mend of f.mends ?? []) {
        const after = proofOf(modelOf(changed(before, ...mend.changes)), kernel)
        expect(after.map((x) => x.id)).not.toContain(f.id)
        const old = all.filter((x) => x.level === 'stop').map((x) => x.id)
        expect(after.filter((x) => x.level === 'stop' && !old.includes(x.id))).toEqual([])
        mended.set(check, (mended.get(check) ?? 0) + 1)
      }
  }
  for (const check of ['gap', 'fit', 'depths', 'movement', 'swapped', 'units'])
    expect([check, (mended.get(check) ?? 0) > 0]).toEqual([check, true])
})

test('each check of the wood has models that raise it, and near misses', () => {
  const told = (raises: boolean) => (id: string) =>
    CASES.filter(([, check, , says]) => check === id && (says !== null) === raises).length
  // These are among those of the numbers.
  const elsewhere = ['body', 'swing']
  for (const { id } of CHECKS) {
    if (elsewhere.includes(id)) continue
    expect([id, told(true)(id) >= 2, told(false)(id) >= 2]).toEqual([id, true, true])
  }
  expect(QUICK.length + CHECKS.length).toBeGreaterThanOrEqual(32)
})
