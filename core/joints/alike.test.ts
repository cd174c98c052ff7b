/** The joint on a mirror image: it follows, its lack of following is told, and marks last. */
import { readFileSync } from 'node:fs'
import { findAlike } from '../cuts'
import { change, readProject, type Project } from '../document'
import { modelOf } from '../model'
import { lookOver } from '../proof'
import { run } from '../testing/run'
import { alikeTo, imageOf } from './alike'

const demo = (name: string): Project => {
  const read = readProject(readFileSync(`demo/${name}.json`, 'utf8'))
  if (!read.ok) throw new Error(read.why)
  return read.project
}
const images = (p: Project) => Object.fromEntries(p.joints.map((j) => [j.id, imageOf(j, p)?.id ?? null]))

test('each joint of a pair has its image, those across the middle have none', () => {
  expect(images(demo('seed-cabinet'))).toMatchObject({ j1: 'j2', j2: 'j1', j5: 'j6', j10: 'j9' })
  // The back is let into four sides at once, the bottom into both sides of its drawer.
  expect(images(demo('seed-packet-drawers'))).toMatchObject({
    j1: 'j2',
    j3: 'j4',
    j6: 'j7',
    j5: null,
    j10: null,
    j15: null,
  })
  expect(images(demo('cold-frame'))).toMatchObject({
    j1: null,
    j2: 'j4',
    j3: 'j5',
    j7: 'j8',
    j13: 'j14',
    j6: null,
  })
  expect(Object.values(images(demo('tool-box'))).every((i) => i === null)).toBe(true)
})

test('changed alone it is told, and either way of making them alike mends it', () => {
  const before = demo('seed-cabinet')
  const changed = run(before, change.setJointField({ ids: ['j5'], field: 'depth', value: '5/16' }))
  const told = (p: Project) => lookOver(modelOf(p)).filter((f) => f.id.startsWith('twins:'))
  expect(told(before)).toEqual([])
  const [found, ...more] = told(changed)
  expect(more).toEqual([])
  expect(found!.says).toMatch(/Shelf and Left side .* Shelf and Right side/)
  for (const mend of found!.mends!) {
    const mended = run(changed, ...mend.changes)
    expect(told(mended)).toEqual([])
    const depths = ['j5', 'j6'].map((id) => mended.joints.find((j) => j.id === id)!.fields.depth)
    expect(depths[0]).toBe(depths[1])
  }
  expect(
    alikeTo(
      changed.joints.find((j) => j.id === 'j5')!,
      changed.joints,
    ),
  ).toEqual(['j5'])
})

test('a twin that comes to differ takes a mark after its original, and all others keep theirs', () => {
  const before = demo('seed-cabinet')
  const marks = (p: Project) => Object.fromEntries(findAlike(modelOf(p)).map((a) => [a.name, a.mark]))
  const was = marks(before)
  const is = marks(run(before, change.setJointField({ ids: ['j5'], field: 'depth', value: '5/16' })))
  expect(was['Left side, Right side']).toBe('A')
  expect([is['Left side'], is['Right side']]).toEqual(['A', 'A2'])
  for (const [name, mark] of Object.entries(was))
    if (name in is) expect([name, is[name]]).toEqual([name, mark])
})
