import { shifted, stepped } from '../../../core/measure'
import fc from 'fast-check'
import { change, execute, type Change, type MadePiece, type Project, type Span } from '../../../core/document'
import { modelOf } from '../../../core/model'
import { overlap, type Axis } from '../../../core/pieces'
import { tryMeasure } from '../../../core/resolve'
import { block, make } from '../../../core/testing/scenario'
import { shownOf } from '../../../core/testing/shown'
import { setAgainst, type Against } from '../tools/against/against'
import { clearOf, hang } from './hang'
import { nameFor } from './names'
import { splitSize } from '../tools/board/size'
import { snapAlong } from './snap'
import { movedBy, movedTo, runTo, stretched } from './spans'
import { between, heldOf, landing, moveChanges, pullChanges, thingsFor, thingsIn } from './targets'
import { runs } from '../../../core/testing/runs'

/** Two posts, a shelf that runs from the one to the other, and a block that stands free. */
const SHELF = (up: Span): Change =>
  change.addPiece({
    kind: 'made',
    id: 's',
    name: 'Shelf',
    stock: 'any',
    facing: 'right-up',
    spans: { across: { start: '@a.right', end: '@b.left' }, deep: { start: '0', size: '300' }, up },
  })
const bench = make([
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('b', 'up-left', [482, 18], [0, 300], [0, 700]),
  SHELF({ start: '200' }),
  ...block('c', 'up-left', [900, 18], [40, 200], [0, 500]),
])
const after = (project: Project, changes: Change | Change[]): Project => {
  const done = execute(project, changes)
  if (!done.ok) throw new Error(done.why)
  return done.project
}
const boxOf = (project: Project, id: string) => modelOf(project).resolved.byId.get(id)!.instances[0]!.box
const MM = { unit: 'mm', form: 'decimal', places: 1 } as const
const value = (text: string) => {
  const found = tryMeasure(shownOf(bench), text, 'length')
  if (!found.ok) throw new Error(`${text}: ${found.slip.message}`)
  return found.value
}

test('a measure that is shifted comes to so much more, and keeps what it refers to', () => {
  const figure = fc.integer({ min: -4000, max: 4000 }).map((n) => n / 8)
  const texts = fc.oneof(
    figure.map(String),
    fc.tuple(figure, figure).map(([a, b]) => `${a}/2 + ${Math.abs(b)}`),
    figure.map((n) => `@a.right ${n < 0 ? '-' : '+'} ${Math.abs(n)}`),
    figure.map((n) => `(@a.right + @b.left)*2 - ${Math.abs(n)} * -2`),
    fc.constantFrom('@a.right', '@b.left/2', 'max(3, 4)', '3 - 2 1/2', '2*3', '7 * -2'),
  )
  fc.assert(
    fc.property(texts, figure, figure, (text, one, two) => {
      const once = shifted(text, one, value(text), MM)
      const twice = shifted(once, two, value(once), MM)
      expect(value(once)).toBeCloseTo(value(text) + one, 6)
      expect(value(twice)).toBeCloseTo(value(text) + one + two, 6)
      expect(twice.includes('@a')).toBe(text.includes('@a'))
      // However often it is dragged, it does not grow.
      const more = shifted(twice, 0.125, value(twice), MM)
      expect(more.length).toBeLessThanOrEqual(Math.max(once.length, twice.length) + 10)
    }),
  )
})

test.each(['number', 'angle', 'length'] as const)(
  'a %s is stepped by so much, whatever it is written as',
  (kind) => {
    const unit = kind === 'angle' ? 'deg' : ''
    const now = (text: string) => {
      const found = tryMeasure(shownOf(bench), text, kind)
      if (!found.ok) throw new Error(`${text}: ${found.slip.message}`)
      return found.value
    }
    const texts = fc.oneof(
      fc.nat(90).map((n) => `${n}${unit}`),
      fc.tuple(fc.nat(40), fc.nat(40)).map(([a, b]) => `max(${a}${unit}, ${b}${unit})`),
    )
    fc.assert(
      fc.property(texts, fc.integer({ min: -40, max: 40 }), fc.nat(9), (text, one, two) => {
        const once = stepped(text, one, now(text), kind, MM)
        const twice = stepped(once, two, now(once), kind, MM)
        expect(now(twice)).toBeCloseTo(now(text) + one + two, 6)
      }),
    )
    expect(stepped(`8${unit}`, -1, 8, kind, MM)).toBe(kind === 'angle' ? '7deg' : '7')
  },
)

test('the last figure of a reference is what a drag changes', () => {
  expect(shifted('@a.right + 2', 3, 20, MM)).toBe('@a.right + 5')
  expect(shifted('@a.right + 2', -5, 20, MM)).toBe('@a.right - 3')
  expect(shifted('@a.right + 2', -2, 20, MM)).toBe('@a.right')
  expect(shifted('@a.right', 4, 18, MM)).toBe('@a.right + 4')
  const INCH = { unit: 'in', form: 'fraction', denominator: 64, places: 3 } as const
  expect(shifted('@a.right + 1/2', 25.4 / 4, 100, INCH)).toBe('@a.right + 3/4')
})

test('what is moved keeps its size, what is pulled keeps its other side, in every manner of facts', () => {
  const place = fc.integer({ min: -300, max: 300 })
  const size = fc.integer({ min: 20, max: 300 })
  const span = fc
    .tuple(place, size, fc.constantFrom('se', 'ss', 'es', 'cs'))
    .map(([at, long, how]) => ({
      now: { start: at, size: long },
      span: {
        se: { start: String(at), end: String(at + long) },
        ss: { start: String(at), size: String(long) },
        es: { end: String(at + long), size: String(long) },
        cs: { centre: String(at + long / 2), size: String(long) },
      }[how],
    }))
  const comes = (facts: Span) => {
    const p = after(bench, change.setSpan({ id: 'c', direction: 'deep', span: facts }))
    const { min, max } = boxOf(p, 'c')
    return [min[1], max[1]]
  }
  fc.assert(
    fc.property(span, place, fc.constantFrom('start', 'end'), ({ now, span: facts }, by, side) => {
      const [low, high] = [now.start, now.start + now.size]
      expect(comes(movedBy(facts, by, now, MM))).toEqual([low + by, high + by])
      const [a, b] = comes(movedTo(facts, side, '500', now, MM))
      expect([a, b]).toEqual(side === 'start' ? [500, 500 + now.size] : [500 - now.size, 500])
      const out = side === 'end' ? Math.abs(by) : -Math.abs(by)
      expect(comes(stretched(facts, side, out, now, MM))).toEqual(
        side === 'end' ? [low, high + out] : [low + out, high],
      )
      const far = side === 'end' ? '1000' : '-1000'
      expect(comes(runTo(facts, side, far, now, MM))).toEqual(side === 'end' ? [low, 1000] : [-1000, high])
    }),
    { numRuns: runs(30) },
  )
})

test('a face draws what is dragged past it, in the words of the ticket; else it goes by even steps', () => {
  const shown = shownOf(bench)
  const held = heldOf(shown, ['c#1'])!
  const things = thingsFor(shown, held, 0)
  const near = landing(shown, held, 0, -396, null, things, 6, 5)
  expect(near).toMatchObject({ by: -400, snap: { text: '@b.right', side: 'start' } })
  const moved = after(bench, moveChanges(shown, held, 0, near.by, near.snap))
  expect(moved.pieces.find((p) => p.id === 'c')).toMatchObject({
    spans: { across: { start: '@b.right', size: '18' } },
  })
  expect(boxOf(moved, 'c').min[0]).toBe(500)
  // It follows the post from now on.
  const on = after(moved, change.setFact({ id: 'b', direction: 'across', fact: 'start', text: '600' }))
  expect(boxOf(on, 'c').min[0]).toBe(618)
  expect(landing(shown, held, 0, -322, null, things, 6, 5)).toEqual({ by: -320, snap: null })
  const pulled = landing(shown, held, 2, 197, 'end', thingsFor(shown, held, 2), 6, 5)
  expect(pulled).toMatchObject({ by: 200, snap: { text: '@a.top', side: 'end' } })
  const long = after(bench, pullChanges(shown, held, 2, 'end', pulled.by, pulled.snap))
  expect([boxOf(long, 'c').min[2], boxOf(long, 'c').max[2]]).toEqual([0, 700])
})

test('what hangs on a piece carries it nowhere', () => {
  const shown = shownOf(bench)
  const names = (id: string, axis: Axis) =>
    thingsFor(shown, heldOf(shown, [`${id}#1`])!, axis).map((t) => t.ref)
  expect(names('a', 0)).toEqual(['b', 'c'])
  expect(names('a', 2)).toEqual(['b', 's', 'c'])
  expect(names('c', 0)).toEqual(['a', 'b', 's'])
})

test('a drag anywhere leaves nothing inside out: sizes stay, no measure reads itself', () => {
  const shown = shownOf(bench)
  const far = fc.integer({ min: -900, max: 900 })
  fc.assert(
    fc.property(fc.constantFrom('a', 'b', 'c', 's'), fc.constantFrom(0, 1, 2), far, (id, axis, by) => {
      const held = heldOf(shown, [`${id}#1`])!
      const landed = landing(shown, held, axis, by, null, thingsFor(shown, held, axis), 9, 1)
      const p = after(bench, moveChanges(shown, held, axis, landed.by, landed.snap))
      const [before, now] = [boxOf(bench, id), boxOf(p, id)]
      expect(now.min[axis]).toBeCloseTo(before.min[axis] + landed.by, 6)
      expect(now.max[axis] - now.min[axis]).toBeCloseTo(before.max[axis] - before.min[axis], 6)
      // Others may be squeezed to nothing; that is theirs to say.
      expect(modelOf(p).resolved.failures.filter((f) => f.owner.id === id)).toEqual([])
    }),
    { numRuns: runs(40) },
  )
})

test('set against: flush, off and run up to, and refused where it cannot be', () => {
  const shown = shownOf(bench)
  const put = (more: Partial<Against>) => {
    const found = setAgainst(shown, {
      mine: '@c.left',
      that: '@b.right',
      manner: 'flush',
      offset: '',
      ...more,
    })
    if ('why' in found) return found.why
    const { min, max } = boxOf(after(bench, found), 'c')
    return [min, max]
  }
  expect(put({})).toEqual([
    [500, 40, 0],
    [518, 240, 500],
  ])
  expect(put({ manner: 'off', offset: '30' })).toMatchObject([{ 0: 530 }, { 0: 548 }])
  expect(put({ mine: '@c.right', that: '@a.left', manner: 'off', offset: '30' })).toMatchObject([
    { 0: -48 },
    { 0: -30 },
  ])
  expect(put({ mine: '@c.top', that: '@a.top', manner: 'run' })).toMatchObject([{ 2: 0 }, { 2: 700 }])
  expect(put({ that: '@b.top' })).toContain('square to each other')
  expect(put({ that: '@c.right' })).toContain('against itself')
  expect(put({ mine: '@a.right', that: '@s.left' })).toContain('follows from A')
  expect(put({ mine: '' })).toContain('Pick a face of the piece')
})

test('a shelf is offered the floor and the ceiling it stands between', () => {
  const cased = after(bench, [
    ...block('f', 'right-up', [0, 500], [0, 300], [-18, 18]),
    ...block('t', 'right-up', [0, 500], [0, 300], [700, 18]),
  ])
  const shown = shownOf(cased)
  const shelf = cased.pieces.find((p) => p.id === 's')!
  expect(between(shown, shelf as MadePiece, 'up')).toEqual({ from: '@f.top', to: '@t.bottom' })
})

test('boxes that only touch share no room', () => {
  const box = (x: number) => ({ min: [x, 0, 0], max: [x + 10, 10, 10] }) as const
  expect(overlap(box(0), box(10))).toBeNull()
  expect(overlap(box(0), box(9))).not.toBeNull()
  expect(snapAlong(0, { start: 3, size: 5 }, [], 2)).toBeNull()
  expect(snapAlong(2, { start: 1, size: 5 }, [], 2)).toMatchObject({ at: 0, text: '0', says: 'the floor' })
})

test('a board that hangs at the pointer lies against the face under it, in the words of the ticket', () => {
  const shown = shownOf(bench)
  const thing = thingsIn(shown).find((t) => t.ref === 'b')!
  const face = { thing, side: 'right' } as const
  const there = hang(shown, [18, 200, 500], { point: [500, 104, 254], face }, 8, 10)
  expect(there).toMatchObject({
    box: { min: [500, 0, 0] },
    starts: { across: { start: '@b.right' }, deep: { start: '0' }, up: { start: '0' } },
    inside: null,
  })
  const free = hang(shown, [18, 200, 500], { point: [500, 171, 400], face }, 8, 10)
  expect(free.starts).toEqual({ across: { start: '@b.right' }, deep: { start: '70' }, up: { start: '150' } })
  // From the other side it ends at the face; where there is wood already, it says whose.
  const under = { point: [900, 140, 250], face: { thing: thingsIn(shown)[3]!, side: 'left' } } as const
  const left = hang(shown, [18, 200, 500], under, 8, 10)
  expect(left).toMatchObject({ box: { max: { 0: 900 } }, starts: { across: { end: '@c.left' } } })
  expect(hang(shown, [600, 200, 18], { point: [250, 100, 0], face: null }, 8, 10).inside).toBe('A')
})

test('it is put down clear of all wood wherever it may hang, and where nobody says', () => {
  const shown = shownOf(bench)
  const long = fc.integer({ min: 5, max: 900 })
  const size = fc.tuple(long, long, long)
  const boxes = shown.instances.map((i) => i.box)
  fc.assert(
    fc.property(size, fc.integer({ min: -200, max: 1200 }), (own, x) => {
      const down = clearOf(shown, own)
      expect(down.inside).toBeNull()
      expect(boxes.some((b) => overlap(b, down.box, 0.05))).toBe(false)
      const hung = hang(shown, own, { point: [x, 100, 0], face: null }, 8, 10)
      expect(hung.inside === null).toBe(!boxes.some((b) => overlap(b, hung.box, 0.05)))
    }),
  )
})

test('what a board is called follows from how and where it stands', () => {
  const all = { min: [0, 0, 0], max: [800, 250, 1000] } as const
  const name = (stance: string, at: [number, number, number], size: [number, number, number] = [0, 0, 0]) =>
    nameFor(stance, at, size, all)
  expect(nameFor('up-left', [], [18, 250, 900], null)).toBe('Left side')
  expect(name('up-left', [9, 125, 500])).toBe('Left side')
  expect(name('up-right', [791, 125, 500])).toBe('Right side')
  expect(name('up-left', [400, 125, 500])).toBe('Upright')
  expect(name('right-up', [400, 125, 991])).toBe('Top')
  expect(name('right-up', [400, 125, 500])).toBe('Shelf')
  expect(name('right-up', [400, 125, 9])).toBe('Bottom')
  expect(name('right-front', [400, 247, 500], [800, 6, 1000])).toBe('Back')
  expect(name('right-front', [400, 20, 40], [800, 18, 80])).toBe('Kick board')
  expect(name('right-front', [400, 9, 980], [800, 18, 50])).toBe('Rail')
  expect(name('up-front', [20, 9, 500], [40, 18, 1000])).toBe('Stile')
  // On edge: a side or a front that is high, else a runner or a rail.
  expect(nameFor('back-left', [], [18, 600, 280], null)).toBe('Left side')
  expect(nameFor('back-left', [], [18, 600, 40], null)).toBe('Runner')
  expect(name('back-left', [9, 125, 400], [18, 250, 800])).toBe('Left side')
  expect(name('back-left', [791, 125, 400], [18, 250, 800])).toBe('Right side')
  expect(name('back-left', [400, 125, 400], [18, 250, 800])).toBe('Partition')
  expect(name('back-left', [400, 125, 400], [18, 250, 60])).toBe('Runner')
  expect(name('right-front', [400, 9, 400], [800, 18, 700])).toBe('Front')
})

test.each([
  ['41 x 9 1/4', '41', '9 1/4'],
  ['41x9', '41', '9'],
  ['W × 9', 'W', '9'],
  ['3 1/2" x .5', '3 1/2"', '.5'],
  ['max(3, 4)', 'max(3, 4)', null],
  ['max(3, 4) + 2', 'max(3, 4) + 2', null],
  ['36', '36', null],
])('%s is a length, and a width where there is one', (text, length, width) => {
  expect(splitSize(text)).toEqual([length, width])
})
