import fc from 'fast-check'
import { execute, type Project } from '../document'
import { modelOf } from '../model'
import { minus, normalOf, type Vec3 } from '../pieces'
import { at, casework, joined } from '../testing/joinery'
import { block, make, stock } from '../testing/scenario'
import { shiftsApart } from './apart'

const shiftsOf = (project: Project) => {
  const found = shiftsApart(modelOf(project).resolved)
  return (piece: string): Vec3 => found.get(`${piece}#1`)!
}
const near = (found: Vec3, wanted: Vec3, within: number) =>
  found.forEach((v, i) => expect(Math.abs(v - wanted[i]!)).toBeLessThan(within))

test('sides leave their shelves along the dados, and the shelves stay in line', () => {
  const shift = shiftsOf(casework)
  // Half of the longest extent, 450 mm, a little less for keeping in line across.
  near(minus(shift('s0'), shift('l')), [450, 0, 0], 30)
  near(minus(shift('r'), shift('s0')), [450, 0, 0], 30)
  for (const n of [0, 1, 2]) {
    expect(shift(`s${n}`)[2]).toBeCloseTo(shift('l')[2], 6)
    near(shift(`s${n}`), shift('s1'), 1e-6)
  }
})

test('a back leaves its rabbets backwards', () => {
  const shift = shiftsOf(casework)
  near(minus(shift('back'), shift('s1')), [0, 450, 0], 30)
})

test('pieces that nothing joins go from the middle of all', () => {
  const shift = shiftsOf(
    make([
      stock('any', 18),
      ...block('l', 'up-left', [0, 18], [0, 300], [0, 900]),
      ...block('r', 'up-left', [582, 18], [0, 300], [0, 900]),
    ]),
  )
  expect(shift('l')).toEqual([-291, 0, 0])
  expect(shift('r')).toEqual([291, 0, 0])
})

test('what stands inside and is joined to nothing comes out where it is nearest to the outside', () => {
  const done = execute(casework, block('box', 'right-up', [60, 400], [0, 200], [200, 60]))
  if (!done.ok) throw new Error(done.why)
  expect(shiftsOf(done.project)('box')).toEqual([0, -450, 0])
})

test('pins leave between the tails through the face of the tail board', () => {
  const corner = (tails: 'guest' | 'host') =>
    shiftsOf(
      make([
        stock('any', 18),
        ...block('front', 'right-front', [0, 400], [0, 18], [0, 100]),
        ...block('side', 'back-left', [0, 18], [18, 300], [0, 100]),
        joined([
          {
            kind: 'dovetail',
            between: [at('side', 'end1'), at('front', 'end1')],
            fields: { pin: '8' },
            options: { tails },
          },
        ]),
      ]),
    )
  const away = (tails: 'guest' | 'host') => {
    const shift = corner(tails)
    return minus(shift('side'), shift('front')).map(Math.sign)
  }
  // Tails on the side: the front is drawn off lengthwise; else the side goes straight back.
  expect(away('guest')).toEqual([-1, 0, 0])
  expect(away('host')).toEqual([0, 1, 0])
})

test('in a chain of joints each guest leaves its host straight, by half of the longest extent', () => {
  const lengths = fc.array(fc.integer({ min: 40, max: 400 }), { minLength: 2, maxLength: 7 })
  fc.assert(
    fc.property(lengths, (long) => {
      let from = 0
      const blocks = long.flatMap((length, n) => {
        const made = block(`p${n}`, 'right-up', [from, length], [0, 80], [0, 18])
        from += length
        return made
      })
      const project = make([
        stock('any', 18),
        ...blocks,
        joined(
          long
            .slice(1)
            .map((_, n) => ({ kind: 'butt', between: [at(`p${n + 1}`, 'end1'), at(`p${n}`, 'end2')] })),
        ),
      ])
      const shift = shiftsOf(project)
      const { byId } = modelOf(project).resolved
      for (let n = 1; n < long.length; n++) {
        const way = normalOf(byId.get(`p${n}`)!.instances[0]!.frame, 'end2')
        near(minus(shift(`p${n}`), shift(`p${n - 1}`)), [(from / 2) * way[0], 0, 0], 1e-3)
      }
    }),
    { numRuns: 30 },
  )
})

test('nothing goes anywhere when there is nothing', () => {
  expect(shiftsApart(modelOf(make([])).resolved).size).toBe(0)
})
