import fc from 'fast-check'
import type { LengthStyle } from '../measure'
import { exact } from './exact'

const inches: LengthStyle = { unit: 'in', form: 'fraction', denominator: 32 }
const metric: LengthStyle = { unit: 'mm', form: 'decimal', places: 1 }

test('decimals are told with as many places as they take', () => {
  expect(exact((9 + 1 / 32) * 25.4, inches)).toBe('9.03125 in')
  expect(exact((7 / 32) * 25.4, inches)).toBe('0.21875 in')
  expect(exact(214.875, metric)).toBe('214.875 mm')
  expect(exact(0.75 * 25.4, inches)).toBe('0.75 in')
  expect(exact(18, metric)).toBe('18 mm')
})

test('what no decimal is has the sign of what is rounded', () => {
  expect(exact(25.4 / 3, inches)).toBe('≈ 0.3333 in')
  expect(exact(100 / 3, metric)).toBe('≈ 33.333 mm')
})

test('without that sign it is the length, of any sixty-fourth', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 64 * 200 }), (n) => {
      const text = exact((n / 64) * 25.4, inches)
      expect(Number(text.replace(' in', ''))).toBe(n / 64)
    }),
  )
})
