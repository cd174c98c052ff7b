import fc from 'fast-check'
import { copyOf, copyWithin, FIRST, nthCopy, ordinalOf, partsOf, standsHere, standsIn } from './copies'

const own = fc.oneof(fc.nat(5).map(nthCopy), fc.constantFrom('c1', 'c2', 'left'))
/** A way down from the outermost group, a copy for each. */
const way = fc.array(own, { minLength: 1, maxLength: 5 })

/** The path of the last thing of a way whose groups are g0, g1, … */
const pathOf = (copies: readonly string[]): string =>
  copies.reduce((above, copy, n) => (n === 0 ? copy : copyWithin(`g${n - 1}`, above, copy)), FIRST)

test('a path tells every way down from every other, and is put together from its parts', () => {
  fc.assert(
    fc.property(way, way, (a, b) => {
      expect(copyOf(partsOf(pathOf(a)))).toBe(pathOf(a))
      if (a.length === b.length) expect(pathOf(a) === pathOf(b)).toBe(a.join() === b.join())
    }),
  )
})

test('groups that do not come more than once leave a path as it is', () => {
  fc.assert(
    fc.property(way, fc.nat(4), (copies, at) => {
      const n = Math.min(at, copies.length)
      // One more group on the way, of which there is only the first.
      const named = (list: readonly string[], names: readonly string[]) =>
        list.reduce((above, copy, k) => (k === 0 ? copy : copyWithin(names[k - 1]!, above, copy)), FIRST)
      const names = copies.map((_, k) => `g${k}`)
      const more = named(
        [...copies.slice(0, n), FIRST, ...copies.slice(n)],
        [...names.slice(0, n), 'new', ...names.slice(n)],
      )
      if (n < copies.length) expect(more).toBe(named(copies, names))
    }),
  )
})

test('what stands in a copy of a group is told by the part of its path above', () => {
  fc.assert(
    fc.property(way, fc.nat(4), own, (copies, at, other) => {
      fc.pre(copies.length > 1)
      const n = at % (copies.length - 1)
      const above = new Set(copies.slice(0, n).map((_, k) => `g${k}`))
      const groupCopy = pathOf(copies.slice(0, n + 1))
      expect(standsIn(pathOf(copies), `g${n}`, groupCopy, above)).toBe(true)
      const beside = pathOf([...copies.slice(0, n), other])
      expect(standsIn(pathOf(copies), `g${n}`, beside, above)).toBe(other === copies[n])
    }),
  )
})

test('of what was parted one copy stands, of the rest all others', () => {
  const all = ['1', '2', '3', 'g1:c1', 'g1:c1/2']
  const rest = { except: ['2', 'g1:c1/2'], only: null }
  expect(all.filter((c) => standsHere(rest, c))).toEqual(['1', '3', 'g1:c1'])
  expect(all.filter((c) => standsHere({ except: [], only: '2' }, c))).toEqual(['2'])
})

test('an ordinal is told from a path through a group', () => {
  expect(['1', '12', 'g1:2', 'c1', 'g1:2/3'].map(ordinalOf)).toEqual([0, 11, null, null, null])
})
