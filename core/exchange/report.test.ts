import { readFileSync, readdirSync } from 'node:fs'
import { edgeAt, change } from '../document'
import { modelOf } from '../model'
import { toRoom, type Frame, type Vec3 } from '../pieces'
import { block, grouped, join, make } from '../testing/scenario'
import { openProject, resolveReport } from './index'

interface Reported {
  readonly id: string
  readonly name: string
  readonly mirrored?: true
  readonly frame?: Frame
  readonly finished: Record<'length' | 'width' | 'thickness', { mm: number; text: string }>
  readonly spans: Record<'across' | 'deep' | 'up', { start: number; end: number; size: number }>
  readonly because: Record<string, string>
  readonly work: string[]
}
const told = (project: Parameters<typeof modelOf>[0]) =>
  (resolveReport(modelOf(project)) as unknown as { pieces: Reported[] }).pieces

test.each(readdirSync('demo').filter((f) => f.endsWith('.json')))(
  'what resolve prints of %s agrees with itself',
  (file) => {
    const read = openProject(readFileSync(`demo/${file}`, 'utf8'))
    if (!read.ok) throw new Error(read.why)
    const pieces = told(read.project)
    expect(pieces.length).toBeGreaterThan(0)
    expect(new Set(pieces.map((p) => p.id)).size).toBe(pieces.length)
    for (const p of pieces) {
      for (const d of ['across', 'deep', 'up'] as const)
        expect(p.spans[d].end - p.spans[d].start).toBeCloseTo(p.spans[d].size, 5)
      for (const size of ['length', 'width', 'thickness'] as const) {
        expect(p.finished[size].mm).toBeGreaterThan(0)
        // The story of a size begins with its own name and value.
        expect(p.because[size]).toContain(`· ${size} `)
        expect(p.because[size]).toContain(p.finished[size].text)
      }
      for (const sentence of p.work) expect(sentence).not.toMatch(/undefined|NaN|\[object/)
    }
  },
)

test('a piece that leans tells its frame, and its box is round the wood that stands in it', () => {
  const [a] = told(
    make(
      block('a', 'right-up', [0, 300], [0, 60], [100, 18], {
        tilts: [{ at: edgeAt('face', 'edge1'), angle: '20' }],
      }),
    ),
  )
  const { length, width, thickness } = a!.finished
  const corners = [0, length.mm].flatMap((x) =>
    [0, width.mm].flatMap((y) => [0, thickness.mm].map((z): Vec3 => toRoom(a!.frame!, [x, y, z]))),
  )
  ;(['across', 'deep', 'up'] as const).forEach((d, i) => {
    expect(Math.min(...corners.map((c) => c[i]!))).toBeCloseTo(a!.spans[d].start, 4)
    expect(Math.max(...corners.map((c) => c[i]!))).toBeCloseTo(a!.spans[d].end, 4)
  })
})

test('a mirror image says that it is one, and the rest in the words of its original', () => {
  const project = make([
    ...block('a', 'right-front', [0, 300], [50, 20], [100, 90]),
    ...block('b', 'up-left', [300, 40], [20, 70], [0, 260]),
    join('tenon', ['a.end2', 'b'], { length: 25, thickness: 6, offset: 3, shoulder: 5 }),
  ])
  const [one, two] = told(grouped(project, { kind: 'mirrored', direction: 'across', about: '900' })).filter(
    (p) => p.name.startsWith('A'),
  )
  expect([one!.mirrored, two!.mirrored]).toEqual([undefined, true])
  const words = (p: Reported) => p.work.map((w) => w.replace(/ — .*/, ''))
  expect(words(two!)).toEqual(words(one!))
  expect(two!.finished).toEqual(one!.finished)
  expect(two!.spans.across.start).toBeCloseTo(1800 - one!.spans.across.end, 6)
})

test('copies that differ tell a story each', () => {
  const row = make([
    ...block('a', 'up-front', [0, 60], [0, 20], [0, 400]),
    change.setRepeat({ id: 'a', repeat: { kind: 'pitch', direction: 'across', count: '2', pitch: '240' } }),
    ...block('b', 'right-up', [-50, 700], [-10, 60], [420, 18], {
      tilts: [{ at: edgeAt('back', 'end1'), angle: '-8' }],
    }),
    join('trim', ['a.end2', 'b.back']),
  ])
  const posts = told(row).filter((p) => p.name.startsWith('A'))
  expect(posts).toHaveLength(2)
  expect(posts[1]!.finished.length.mm - posts[0]!.finished.length.mm).toBeCloseTo(
    240 * Math.tan((8 * Math.PI) / 180),
    5,
  )
  expect(posts[1]!.because.length).not.toBe(posts[0]!.because.length)
})
