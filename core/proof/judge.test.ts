/** Accepting, lapsing, mending, switching off; what is given out as data. */
import { change, execute, readProject, writeProject, type Change, type Project } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, make, testKernel } from '../testing/scenario'
import { ownDado } from '../testing/proving'
import { run } from '../testing/run'
import { judged, proofOf, standing } from './index'
import { findingsReport, FindingsReport } from './report'
import { acceptedSheets } from './paper/accepted'
import { reportSheets } from './paper/report'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

const short = (): Project =>
  make([
    ...block('a', 'up-right', [0, 18], [0, 240], [0, 700]),
    ...block('b', 'right-up', [19, 300], [0, 240], [300, 18]),
    ...block('c', 'right-up', [0, 300], [400, 240], [0, 18]),
  ])
const look = (project: Project) => proofOf(modelOf(project), kernel)
const gapOf = (project: Project) => look(project).find((f) => f.check === 'gap')!
const accepting = (project: Project): Change => {
  const { id, says, about } = gapOf(project)
  return change.accept({ finding: id, says, about, reason: 'A card goes between' })
}
const texts = (sheets: ReturnType<typeof reportSheets>) =>
  sheets.flatMap((s) => s.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []))).join(' ')

test('what is accepted stands no more, is in the file, and on the plans', () => {
  const kept = run(short(), accepting(short()))
  const read = readProject(writeProject(kept))
  if (!read.ok) throw new Error(read.why)
  const found = look(read.project)
  expect(judged(found, read.project).find((j) => j.finding.check === 'gap')!.accepted!.reason).toBe(
    'A card goes between',
  )
  expect(standing(found, read.project).some((f) => f.check === 'gap')).toBe(false)
  expect(texts(acceptedSheets(read.project, found))).toMatch(/B stops 1 short of A.*A card goes between/)
  expect(acceptedSheets(short(), look(short()))).toEqual([])
})

test('it holds while other things change, and lapses when what it is about does', () => {
  const kept = run(short(), accepting(short()))
  const still = (project: Project) => !standing(look(project), project).some((f) => f.check === 'gap')
  expect(still(run(kept, change.setFact({ id: 'c', direction: 'across', fact: 'start', text: '20' })))).toBe(
    true,
  )
  expect(
    still(run(kept, change.setFact({ id: 'b', direction: 'across', fact: 'start', text: '19.2' }))),
  ).toBe(false)
  expect(still(run(kept, change.setFact({ id: 'b', direction: 'across', fact: 'size', text: '310' })))).toBe(
    false,
  )
  expect(still(run(kept, change.setFact({ id: 'a', direction: 'up', fact: 'size', text: '710' })))).toBe(
    false,
  )
  const moved = ['a', 'b'].map((id) => change.setFact({ id, direction: 'deep', fact: 'start', text: '5' }))
  expect(still(run(kept, ...moved))).toBe(true)
})

test('accepting again takes the later reason, and it can be taken back', () => {
  const kept = run(short(), accepting(short()))
  const { id, says, about } = gapOf(short())
  const later = run(kept, change.accept({ finding: id, says, about, reason: 'Felt' }))
  expect(later.accepted.map((a) => a.reason)).toEqual(['Felt'])
  expect(run(later, change.reject({ id: later.accepted[0]!.id })).accepted).toEqual([])
  expect(execute(short(), change.reject({ id: 'a9' }))).toMatchObject({ ok: false })
  expect(execute(short(), change.accept({ finding: id, says, about, reason: '  ' }))).toMatchObject({
    ok: false,
  })
})

test('a mend says its figures, and mends', () => {
  const [mend] = gapOf(short()).mends!
  expect(mend!.says).toBe('Let B start at A·right: 300 across becomes 301')
  const mended = run(short(), ...mend!.changes)
  expect(look(mended).filter((f) => f.check === 'gap')).toEqual([])
  expect(modelOf(mended).resolved.byId.get('b')!.instances[0]!.length).toBeCloseTo(301, 9)
})

test('a dado too narrow is mended by the piece that stands in it, not by another as thick', () => {
  const narrow = ownDado('17')
  const { says, changes } = look(narrow).find((f) => f.check === 'fit')!.mends![0]!
  expect(says).toBe('Make it as wide as C is thick, at that place: 17 becomes 18')
  expect(changes[0]!.payload).toMatchObject({ field: 'width', value: '@c.thickness' })
  expect(look(run(narrow, ...changes)).filter((f) => f.check === 'fit')).toEqual([])
})

test('a dado that is told by a radius is moved and widened to its shelf', () => {
  const narrow = ownDado('17', 'r 150.25')
  const { changes } = look(narrow).find((f) => f.check === 'fit')!.mends![0]!
  expect(changes.map((c) => (c.payload as { value: string }).value)).toContain('r 150')
  expect(look(run(narrow, ...changes)).filter((f) => f.check === 'fit')).toEqual([])
})

test('a check that is switched off looks no more, and the report says so', () => {
  const off = run(short(), change.switchCheck({ check: 'gap', on: false }))
  expect(look(off).some((f) => f.check === 'gap')).toBe(false)
  expect(texts(reportSheets(off, look(off), ['Small gaps']))).toMatch(/Checks switched off.*Small gaps/)
  expect(look(run(off, change.switchCheck({ check: 'gap', on: true }))).some((f) => f.check === 'gap')).toBe(
    true,
  )
})

test('the report is what its schema says, and counts what stands', () => {
  const clashing = run(short(), change.setFact({ id: 'c', direction: 'deep', fact: 'start', text: '100' }))
  const report = findingsReport(modelOf(clashing), look(clashing))
  expect(FindingsReport.safeParse(JSON.parse(JSON.stringify(report))).success).toBe(true)
  expect(report.counts.stop).toBeGreaterThan(0)
  expect(report.findings[0]!.level).toBe('stop')
  const kept = run(short(), accepting(short()))
  const before = findingsReport(modelOf(short()), look(short()))
  const after = findingsReport(modelOf(kept), look(kept))
  expect(after.counts.look).toBe(before.counts.look - 1)
  expect(after.findings.find((f) => f.check === 'gap')!.accepted).toBe('A card goes between')
})
