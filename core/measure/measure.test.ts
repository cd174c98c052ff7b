import fc from 'fast-check'
import {
  coerce,
  drawnText,
  evaluate,
  formatLength,
  lengthOf,
  MeasureError,
  measuresIn,
  negatedText,
  numberOf,
  parse,
  print,
  sayReading,
  shifted,
  stepped,
  toShown,
  toStored,
  type Expr,
  type LengthStyle,
  type LengthUnit,
  type MeasureKind,
  type Scope,
} from './index'

const scope = (unit: LengthUnit): Scope => ({
  unit,
  name: (name) =>
    new Map([
      ['W', lengthOf(863.6)],
      ['ply', lengthOf(18)],
      ['count', numberOf(4)],
    ]).get(name),
  ref: (ref) => (ref.id === 'p7' && ref.property === 'right' ? lengthOf(19.05) : undefined),
})

const read = (text: string, kind: MeasureKind = 'length', unit: LengthUnit = 'in'): number =>
  coerce(evaluate(parse(text), scope(unit)), kind, unit, { at: 0, end: text.length })

const slip = (text: string, kind: MeasureKind = 'length', unit: LengthUnit = 'in'): MeasureError => {
  try {
    read(text, kind, unit)
  } catch (error) {
    if (error instanceof MeasureError) return error
    throw error
  }
  throw new Error(`${text} was accepted`)
}

describe('what a length field reads', () => {
  test.each([
    ['3/4', 0.75],
    ['1 1/2', 1.5],
    ['1-1/2', 1.5],
    ['5 1/2"', 5.5],
    [`2' 3-1/4"`, 27.25],
    ['2ft 3in', 27],
    [`2'-3"`, 27],
    [`2' 3`, 27],
    [`2' - 3`, 21],
    ['19mm', 19 / 25.4],
    ['1.9cm', 19 / 25.4],
    ['1m', 1000 / 25.4],
    ['0.75', 0.75],
    ['.75', 0.75],
    ['7.25 - 2 1/2', 4.75],
    ['W - 1 1/2', 32.5],
    ['W/2', 17],
    ['W/3/4', 34 / 12],
    ['W/1 1/2', 34 / 1.5],
    ['W/(1/2)', 68],
    ['2*(1 + 1/2)', 3],
    ['½', 0.5],
    ['1½', 1.5],
    ['3 ¾″', 3.75],
    ['2 × 3', 6],
    ['-3/4', -0.75],
    ['10-1/2', 10.5],
    ['10 - 1/2', 9.5],
    ['10 -1/2', 9.5],
    ['3/4-1/2', 0.25],
    ['sqrt(W*W)', 34],
    ['max(1, W, 2)', 34],
    ['min(1 in, 30mm)', 1],
    ['abs(-2)', 2],
    ['roundto(1.3, 1/16)', 1.3125],
    ['W * sin(30)', 17],
    ['W * cos(60°)', 17],
    ['W * tan(45deg)', 34],
    ['@p7.right + 1/4', 1],
    ['W * count', 136],
    ['W/ply*1in', 863.6 / 18],
    ['W/2-1/4', 16.75],
    ['10/4-1/8', 2.375],
    ['2*3-1/2', 5.5],
    ['5 + 2-1/4', 6.75],
    ['(2-1/4)*2', 4.5],
    ['max(1-1/2, 1)', 1.5],
    ['W - 2-½', 31.5],
    [`W - 2' 3-1/4"`, 6.75],
    ['W/2 1/4', 34 / 2.25],
    ['24*tan(45)', 24],
    ['24*tan(atan(1/4))', 6],
    ['24*tan(atan(6, 24))', 6],
    ['24*tan(atan(W/4, W))', 6],
    ['1,5', 1.5],
    ['12,7 mm + 1', 1.5],
    ['(0,25 + 1)*2', 2.5],
    ['max(1,5)', 5],
    ['count*2', 8],
    ['24/count', 6],
    ['24 / 3/4', 32],
    ['3/4 / 1/2', 1.5],
    ['24÷3/4', 32],
    ['24/3/4', 2],
    ['W / 3/4', 34 / 0.75],
    ['r 3/8', 0.75],
    ['-(r 5)', -10],
    ['-r 5', -10],
    ['r 5 + 3', 16],
    ['(r 5) + 3', 13],
    ['3 + r 5 + 1', 14],
    ['W - r 1-1/2', 31],
    ['max(r 2, d 3)', 4],
    ['2 * (d 5)', 10],
    ['r (W/2)', 34],
  ])('%s', (text, inches) => expect(read(text)).toBeCloseTo(inches * 25.4, 9))

  test('a bare number is in the project unit', () => {
    expect(read('19', 'length', 'mm')).toBe(19)
    expect(read('19')).toBeCloseTo(482.6)
    expect(read('ply + 2', 'length', 'mm')).toBe(20)
  })
  test('a round size takes a radius or a diameter and gives the diameter', () => {
    expect(read('r 3/8')).toBeCloseTo(19.05)
    expect(read('d 3/4')).toBeCloseTo(19.05)
    expect(read('3/4')).toBeCloseTo(19.05)
  })
  test('counts are whole', () => {
    expect(read('count + 1', 'count')).toBe(5)
    expect(slip('2.5', 'count').message).toMatch(/whole number/)
    expect(slip('0', 'count').message).toMatch(/whole number/)
  })
})

describe('slips are sentences with a place', () => {
  test.each([
    ['1 1/', /no lower number/, 3, 4],
    ['3kg', /“kg” is not a unit/, 1, 3],
    ['W + count', /a length and a plain number cannot be added/, 0, 9],
    ['W * W', /an area, and a length is needed/, 0, 5],
    ['W / W', /a plain number, and a length/, 0, 5],
    ['', /Type a dimension/, 0, 0],
    ['1 +', /missing at the end/, 3, 3],
    ['(1', /not closed/, 0, 1],
    ['1)', /no place/, 1, 2],
    ['1/0', /0 below the line/, 2, 3],
    ['W / (1 - 1)', /divides by zero/, 4, 11],
    ['1,500', /with a point/, 1, 2],
    ['1,5,2', /with a point/, 1, 2],
    ['2 W', /“W” is not a unit/, 2, 3],
    ['shelf', /Nothing is called “shelf”/, 0, 5],
    ['@p9.right', /not there any more/, 0, 9],
    ['sqrt(W)', /square root of a length/, 0, 7],
    ['sin(W)', /needs an angle/, 0, 6],
    ['foo(1)', /no function “foo”/, 0, 3],
    ['roundto(1)', /takes a value and a step/, 0, 10],
    ['1 ; 2', /“;” has no place/, 2, 3],
    ['* 2', /missing before “\*”/, 0, 1],
    ['constructor', /Nothing is called “constructor”/, 0, 11],
    ['2 toString', /“toString” is not a unit/, 2, 10],
    ['24/W', /a length to the power -1/, 0, 4],
    ['(1) (2)', /side by side/, 4, 5],
    ['('.repeat(100) + '1', /Too many brackets/, 60, 61],
    ['9'.repeat(50), /too large/, 0, 50],
  ])('%s', (text, says, at, end) => {
    const error = slip(text)
    expect(error.message).toMatch(says)
    expect([error.at, error.end]).toEqual([at, end])
  })
})

describe('a writing that could mean two things', () => {
  test.each([
    ['W/2-1/4', 'W / 2 - 1/4'],
    ['2-1/4', '2 1/4'],
    ['5 + 2-½', '5 + 2 - 1/2'],
    ['r 1-1/2', 'r 1 1/2'],
    ['24 / 3/4', '24 / (3/4)'],
    ['3/4 / 1/2', '3/4 / (1/2)'],
    ['24/3/4', '24/3 / 4'],
    ['W/3/4', 'W / 3 / 4'],
    ['r 5 + 3', 'r (5 + 3)'],
  ])('%s says how it was read', (text, as) => expect(sayReading(text)).toBe(as))
  test.each([
    'W - 1/2',
    '2 1/4',
    'W/2 - 1/4',
    '10/4-1/8',
    '2mm-1/4',
    '3-2',
    '24/(3/4)',
    '3/4 / 2',
    'r (5+3)',
  ])('%s says nothing', (text) => expect(sayReading(text)).toBeNull())
  test('what is said reads as the same, and says no more', () => {
    const n = fc.integer({ min: 1, max: 40 })
    const signs = fc.constantFrom('+', '-', '*', '/', ' + ', ' - ')
    fc.assert(
      fc.property(
        fc.array(fc.tuple(n, n, signs), { minLength: 1, maxLength: 4 }),
        fc.boolean(),
        (terms, tight) => {
          const text = terms
            .map(([a, b, sign], i) => `${i > 0 ? sign : ''}${a}${tight ? '-' : ' '}${b}/8`)
            .join('')
          const as = sayReading(text)
          if (!tight) return expect(as).toBeNull()
          expect(read(as!)).toBeCloseTo(read(text), 6)
          expect(sayReading(as!)).toBeNull()
        },
      ),
    )
  })
})

const style = fc.oneof(
  fc
    .constantFrom(8, 16, 32, 64)
    .map((denominator): LengthStyle => ({ unit: 'in', form: 'fraction', denominator: denominator as 8 })),
  fc.integer({ min: 0, max: 5 }).map((places): LengthStyle => ({ unit: 'in', form: 'decimal', places })),
  fc.integer({ min: 0, max: 4 }).map((places): LengthStyle => ({ unit: 'mm', form: 'decimal', places })),
)
const step = (s: LengthStyle): number =>
  s.form === 'fraction' ? 25.4 / s.denominator : (s.unit === 'in' ? 25.4 : 1) * 10 ** -s.places

test('a formatted length reads back within the precision, and exactly when it says so', () => {
  fc.assert(
    fc.property(style, fc.double({ min: -20000, max: 20000, noNaN: true }), (s, mm) => {
      const written = formatLength(mm, s)
      const back = read(written.text, 'length', s.unit)
      expect(Math.abs(back - mm)).toBeLessThanOrEqual(step(s) / 2 + 1e-6)
      if (written.exact) expect(Math.abs(back - mm)).toBeLessThanOrEqual(1e-6)
    }),
  )
})
test('fractions come reduced and say when they were rounded', () => {
  const s: LengthStyle = { unit: 'in', form: 'fraction', denominator: 64 }
  expect(formatLength(33.25 * 25.4, s)).toMatchObject({
    text: '33 1/4',
    exact: true,
    whole: '33',
    fraction: [1, 4],
  })
  expect(formatLength(18, s)).toMatchObject({ text: '45/64', exact: false })
  expect(formatLength(-0.0001, s)).toMatchObject({ text: '0', negative: false, exact: false })
})

test('what was drawn is written in the project’s rounding where that is as good, and in its own unit', () => {
  const inches: LengthStyle = { unit: 'in', form: 'fraction', denominator: 64 }
  const mm: LengthStyle = { unit: 'mm', form: 'decimal', places: 1 }
  expect(drawnText(33.25 * 25.4 + 0.0009, inches)).toBe('33 1/4')
  expect(drawnText(33.331945, inches)).toBe('1.3122813in')
  expect(drawnText(41.2004, mm)).toBe('41.2')
  expect(drawnText(41.2345, mm)).toBe('41.2345mm')
  const styles = [inches, mm, { unit: 'in', form: 'decimal', places: 3 } as const]
  fc.assert(
    fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), fc.constantFrom(...styles), (drawn, style) => {
      const text = drawnText(drawn, style)
      expect(text).not.toContain(style.unit === 'in' ? 'mm' : 'in')
      expect(Math.abs(read(text, 'length', style.unit) - drawn)).toBeLessThan(0.0011)
    }),
  )
})

const digits = fc.nat(99).map(String)
const bits = fc.oneof(
  digits.map((whole) => ({ whole })),
  fc.tuple(digits, fc.integer({ min: 1, max: 64 }).map(String)).map((over) => ({ over })),
  fc
    .tuple(digits, digits, fc.integer({ min: 1, max: 64 }).map(String))
    .map(([whole, a, b]) => ({ whole, over: [a, b] as const })),
  fc.tuple(digits, digits).map(([a, b]) => ({ whole: `${a}.${b}` })),
)
const place = { at: 0, end: 0 }
const expr = fc.letrec<{ any: Expr }>((tie) => ({
  any: fc.oneof(
    { depthSize: 'small' },
    fc
      .tuple(bits, fc.constantFrom(undefined, 'mm', 'in', 'ft', 'deg'))
      .map(([d, unit]): Expr => ({ kind: 'literal', digits: d, ...(unit ? { unit } : {}), ...place })),
    fc.tuple(bits, bits).map(([feet, inches]): Expr => ({ kind: 'feet', feet, inches, ...place })),
    fc.constantFrom('W', 'ply', 'été', 'a_1').map((name): Expr => ({ kind: 'name', name, ...place })),
    fc
      .constantFrom({ id: 'p7', property: 'right' }, { id: 'p7', copy: 'g1:c2/2', property: 'top' })
      .map((ref): Expr => ({ kind: 'ref', ref, ...place })),
    fc
      .tuple(fc.constantFrom('+', '-'), tie('any'))
      .map(([sign, arg]): Expr => ({ kind: 'sign', sign: sign as '+', arg, ...place })),
    fc
      .tuple(fc.constantFrom('+', '-', '*', '/'), tie('any'), tie('any'))
      .map(([op, left, right]): Expr => ({ kind: 'binary', op: op as '+', left, right, ...place })),
    fc
      .array(tie('any'), { minLength: 1, maxLength: 3 })
      .map((args): Expr => ({ kind: 'call', fn: 'max', args, ...place })),
    fc
      .tuple(fc.constantFrom('r', 'd'), tie('any'))
      .map(([by, arg]): Expr => ({ kind: 'round', by: by as 'r', arg, ...place })),
  ),
})).any
const bareExpr = (e: Expr): unknown =>
  JSON.parse(JSON.stringify(e, (key, value: unknown) => (key === 'at' || key === 'end' ? undefined : value)))

test('a printed expression reads back the same', () => {
  fc.assert(
    fc.property(expr, (e) => {
      expect(bareExpr(parse(print(e)))).toEqual(bareExpr(e))
    }),
    { numRuns: 1000 },
  )
})

describe('every measure that reads can be edited as text', () => {
  const free = (text: string, unit: LengthUnit) => {
    try {
      return read(text, 'length', unit)
    } catch (error) {
      if (error instanceof MeasureError) return null
      throw error
    }
  }
  const by = fc.integer({ min: -400, max: 400 }).map((n) => n / 8)
  test('shifted, stepped, negated, bracketed, printed and read again', () => {
    let tried = 0
    fc.assert(
      fc.property(
        expr.map((e) => print(e)),
        style,
        by,
        (text, s, more) => {
          const value = free(text, s.unit)
          if (value === null || Math.abs(value) > 1e6 || text.length > 300) return
          tried++
          const near = (edited: string, to: number) =>
            expect(Math.abs(read(edited, 'length', s.unit) - to)).toBeLessThan(
              1e-5 * Math.max(1, Math.abs(to)),
            )
          near(shifted(text, more, value, s), value + more)
          near(stepped(text, more, value, 'length', s), value + more)
          near(negatedText(text), -value)
          near(`(${text})`, value)
          near(print(parse(text)), value)
          expect(negatedText(negatedText(text))).toBe(text)
          // Whoever shifts it on and on has no sum that grows.
          const once = shifted(text, more, value, s)
          expect(shifted(once, 1, value + more, s).length).toBeLessThanOrEqual(once.length + 14)
        },
      ),
      { numRuns: 3000 },
    )
    expect(tried).toBeGreaterThan(300)
  })
  const MM: LengthStyle = { unit: 'mm', form: 'decimal', places: 1 }
  test.each([
    ['r 149.5', 1, 'r 150'],
    ['r W/2', -4, 'r W/2 - 2'],
    ['(r W + 1)', 4, '(r W + 3)'],
    ['d 3', 2, 'd 5'],
    ['-r 5', 1, '-r 5 + 1'],
    ['r 1', -4, 'r (-1)'],
    ['W - r 5', 1, 'W - r 5 + 1'],
  ])('%s shifted by %d is %s', (text, by, to) =>
    expect(shifted(text, by, read(text, 'length', 'mm'), MM)).toBe(to),
  )
  test('a radius is stepped as a number too', () => {
    const once = stepped('r 1', 1, 2, 'number', MM)
    expect(once).toBe('r 1.5')
    expect(read(once, 'number')).toBe(3)
    expect(stepped('count - 2', 1, 2, 'count', MM)).toBe('count - 1')
  })
})

test('nonsense never throws anything but our error, and points inside the text', () => {
  const scrap = fc
    .array(
      fc.constantFrom(
        ...`0 1 9 . / - + * ( ) , ' " ° in mm kg W @p7.right @ # · sqrt( r d ½ × ; é`.split(' '),
        ' ',
      ),
      { maxLength: 14 },
    )
    .map((a) => a.join(''))
  fc.assert(
    fc.property(fc.oneof(scrap, fc.string({ unit: 'grapheme', maxLength: 40 })), (text) => {
      try {
        read(text)
      } catch (error) {
        expect(error).toBeInstanceOf(MeasureError)
        const { at, end } = error as MeasureError
        expect(at >= 0 && at <= end && end <= Math.max(text.length, at)).toBe(true)
      }
    }),
    { numRuns: 2000 },
  )
})

describe('names', () => {
  const copies = (id: string) => (id === 'p3' ? ['1', 'g1:c2/4'] : [])
  const naming = {
    names: [
      { name: 'Side', id: 'p1' },
      { name: 'Side left', id: 'p2' },
      { name: 'Shelf', id: 'p3' },
    ],
    copies,
  }
  const names: Record<string, string> = { p1: 'Side', p2: 'Side left', p3: 'Shelf' }
  const shown = (stored: string) =>
    toShown(
      stored,
      (r) => `${names[r.id]}${r.copy ? ` #${copies(r.id).indexOf(r.copy) + 1}` : ''}·${r.property}`,
    )

  test('names become ids and ids names', () => {
    expect(toStored('Side left·right + 1/4', naming)).toBe('@p2.right + 1/4')
    expect(toStored('Side left.right + .25', naming)).toBe('@p2.right + .25')
    expect(toStored('Shelf #2.top - Side.left', naming)).toBe('@p3#g1:c2/4.top - @p1.left')
    expect(toStored('Shelf #2·top - Side · left', naming)).toBe('@p3#g1:c2/4.top - @p1.left')
    expect(shown('@p2.right + 1/4')).toBe('Side left·right + 1/4')
    expect(shown('@p3#g1:c2/4.top')).toBe('Shelf #2·top')
    expect(() => toStored('Shelf #3·top', naming)).toThrow('There is no Shelf #3; there are 2')
    expect(() => toStored('Side #1·top', naming)).toThrow('There is no Side #1; there are 0')
  })
  test('two things of one name are not guessed between', () => {
    const twice = {
      names: [
        { name: 'Shelf', id: 'p1' },
        { name: 'Shelf', id: 'p2' },
      ],
    }
    expect(() => toStored('Shelf·top', twice)).toThrow(/More than one thing is called “Shelf”/)
  })
})

describe('names of pieces in measures', () => {
  // Names that hold each other, and signs of arithmetic.
  const names = ['Side', 'Side 2', 'Left side', 'Shelf - top', 'A+B', 'Rail (front)', '1×4', 'max'].map(
    (name, i) => ({ name, id: `p${i}` }),
  )
  const nameOf = (id: string) => names.find((n) => n.id === id)!.name
  const shown = (stored: string) =>
    toShown(stored, (r) => `${nameOf(r.id)}${r.copy === undefined ? '' : ` #${r.copy}`}·${r.property}`)
  const copies = Array.from({ length: 30 }, (_, n) => String(n + 1))
  const ref = fc
    .tuple(
      fc.constantFrom(...names),
      fc.option(fc.integer({ min: 1, max: 30 })),
      fc.constantFrom('left', 'top', 'length', 'edge1'),
    )
    .map(([n, i, property]) => `@${n.id}${i === null ? '' : `#${i}`}.${property}`)
  test('are kept by their ids and read back the same, whatever stands round them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(ref, fc.constantFrom(' + ', ' - ', '*', '/')), { minLength: 1, maxLength: 5 }),
        (list) => {
          const stored = list.map(([r, op], i) => (i === 0 ? r : op + r)).join('')
          expect(toStored(shown(stored), { names, copies: () => copies })).toBe(stored)
        },
      ),
    )
  })
  test('the longest that fits is meant', () => {
    expect(toStored('Side 2·left + Side·left', { names })).toBe('@p1.left + @p0.left')
    expect(toStored('Shelf - top·left', { names })).toBe('@p3.left')
  })
  test('two of one name are asked about', () => {
    expect(() =>
      toStored('Twin·left', {
        names: [
          { name: 'Twin', id: 'a' },
          { name: 'Twin', id: 'b' },
        ],
      }),
    ).toThrow(/More than one thing is called “Twin”/)
  })
})

test('a list of measures is parted at semicolons and at commas that are no decimal commas', () => {
  expect(measuresIn('96, 120,144in')).toEqual(['96', '120,144in'])
  expect(measuresIn('2440,5')).toEqual(['2440,5'])
  expect(measuresIn('2440,5; 3000 ;')).toEqual(['2440,5', '3000'])
  expect(measuresIn('max(1, 2), 8ft,10ft')).toEqual(['max(1, 2)', '8ft', '10ft'])
})
