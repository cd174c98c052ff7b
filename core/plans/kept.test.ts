import { change, execute, type SavedView, type Project } from '../document'
import { modelOf } from '../model'
import { block, make, testKernel } from '../testing/scenario'
import { planSheets } from './set'
import type { Mark, Pen } from './sheet'

const pair = make([
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('b', 'up-left', [482, 18], [0, 300], [0, 700]),
])
const view = (more: Partial<SavedView>): SavedView => ({
  id: 'v1',
  name: 'From the front',
  from: [250, -4000, 350],
  at: [250, 150, 350],
  hidden: [],
  apart: 0,
  section: null,
  ...more,
})
const kept = (project: Project, v: SavedView): Project => {
  const done = execute(project, change.keepView(v))
  if (!done.ok) throw new Error(done.why)
  return done.project
}
async function drawn(v: SavedView, pen: Pen = 'visible'): Promise<readonly Mark[]> {
  const sheets = [...planSheets(modelOf(kept(pair, v)), await testKernel())]
  expect(sheets.filter((s) => s.title === v.name)).toHaveLength(1)
  return sheets.find((s) => s.title === v.name)!.marks.filter((m) => m.kind !== 'text' && m.pen === pen)
}
const acrossOf = (marks: readonly Mark[]) => {
  const xs = marks.flatMap((m) => (m.kind === 'line' ? [m.x1, m.x2] : []))
  return [Math.min(...xs), Math.max(...xs)] as const
}
const upOf = (marks: readonly Mark[]) => {
  const ys = marks.flatMap((m) => (m.kind === 'line' ? [m.y1, m.y2] : []))
  return Math.max(...ys) - Math.min(...ys)
}

test('a kept view is a sheet: seen from where its eye is, true in its proportions', async () => {
  const marks = await drawn(view({}))
  const [left, right] = acrossOf(marks)
  // From the front the pair is 500 wide and 700 high.
  expect((right - left) / upOf(marks)).toBeCloseTo(500 / 700, 3)
})

test('what it hides is not drawn, and what stands apart is wider by as much', async () => {
  const all = await drawn(view({}))
  const one = await drawn(view({ hidden: ['b'] }))
  expect(one).toHaveLength(all.length / 2)
  const apart = await drawn(view({ apart: 1 }))
  const [left, right] = acrossOf(apart)
  // Each middle goes as far again from the middle of all: 241 mm to either side.
  expect((right - left) / upOf(apart)).toBeCloseTo((500 + 2 * 241) / 700, 3)
})

test('a section is drawn as the bench shows it, its cut faces hatched', async () => {
  const whole = await drawn(view({}))
  const hatching = await drawn(view({ section: { axis: 1, share: 0.5, beyond: false } }), 'hatch')
  const gone = await drawn(view({ section: { axis: 0, share: 0.5, beyond: true } }))
  expect(hatching.length).toBeGreaterThan(20)
  expect(await drawn(view({}), 'hatch')).toEqual([])
  // What lies beyond the middle is not there: of two boards one is left.
  expect(gone).toHaveLength(whole.length / 2)
})

test('an eye where it looks at is no view, and a name is one view’s', () => {
  const blind = execute(pair, change.keepView(view({ from: [250, 150, 350] })))
  expect(blind).toMatchObject({ ok: false })
  const two = kept(kept(pair, view({})), view({ id: 'v2' }))
  expect(two.views.map((v) => v.name)).toEqual(['From the front', 'From the front 2'])
  expect(execute(two, change.renameView({ id: 'v2', name: 'From the front' }))).toMatchObject({ ok: false })
  const one = execute(two, change.removeView({ id: 'v1' }))
  expect(one.ok && one.project.views.map((v) => v.id)).toEqual(['v2'])
})
