import fc from 'fast-check'
import { toSvg, type Mark } from './index'
import { pathOf } from './sheet'

describe('marks of a sheet', () => {
  test('an arc goes from where it starts to where it ends, the short way or the long', () => {
    const arc = { kind: 'arc', x: 10, y: 20, r: 5, pen: 'visible' } as const
    expect(pathOf([{ ...arc, from: 0, to: 90 }], 'visible')).toBe(
      'M15 20A5 5 0 0 0 13.536 16.464A5 5 0 0 0 10 15',
    )
    expect(pathOf([{ ...arc, from: 0, to: 360 }], 'visible')).toBe('M15 20A5 5 0 0 0 5 20A5 5 0 0 0 15 20')
    expect(pathOf([{ ...arc, from: 0, to: 360 }], 'hidden')).toBe('')
    const svg = toSvg({ title: 'x', width: 30, height: 30, marks: [{ ...arc, from: 90, to: 270 }] })
    expect(svg).toContain('<path data-layer="visible" d="M10 15A5 5 0 0 0 5 20A5 5 0 0 0 10 25" fill="none"')
  })
  test('a path goes from corner to corner, straight or round, and back where it is closed', () => {
    const corners = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 5 },
    ]
    const path = (more: object) =>
      pathOf([{ kind: 'path', corners, closed: false, pen: 'visible', ...more }], 'visible')
    expect(path({})).toBe('M0 0L10 0L10 5')
    expect(path({ closed: true })).toBe('M0 0L10 0L10 5Z')
    expect(path({ corners: [] })).toBe('')
    // Half a circle over the chord, then back by three quarters of one: its chord is √2 of the radius.
    const round = [
      { x: 0, y: 10, bulge: 1 },
      { x: 10, y: 10, bulge: -Math.tan((270 / 4) * (Math.PI / 180)) },
    ]
    expect(path({ corners: round, closed: true })).toBe('M0 10A5 5 0 0 0 10 10A7.071 7.071 0 1 1 0 10')
  })
  test('a path bends as an arc does that goes the same way', () => {
    const turn = fc.double({ min: 1, max: 350, noNaN: true })
    fc.assert(
      fc.property(turn, turn, fc.double({ min: 1, max: 90, noNaN: true }), (from, angle, r) => {
        const at = (degrees: number) => {
          const t = (degrees * Math.PI) / 180
          return { x: 100 + r * Math.cos(t), y: 100 - r * Math.sin(t) }
        }
        const corners = [{ ...at(from), bulge: Math.tan((angle * Math.PI) / 720) }, at(from + angle)]
        const numbers = (mark: Mark) =>
          pathOf([mark], 'visible')
            .match(/[-.\d]+/g)!
            .map(Number)
        const [mx, my, rx, , , large, sweep, x, y] = numbers({
          kind: 'path',
          corners,
          closed: false,
          pen: 'visible',
        })
        const arc = numbers({ kind: 'arc', x: 100, y: 100, r, from, to: from + angle, pen: 'visible' })
        const near = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(2e-3)
        near(mx!, arc[0]!)
        near(my!, arc[1]!)
        near(rx!, r)
        near(x!, arc.at(-2)!)
        near(y!, arc.at(-1)!)
        expect([large, sweep]).toEqual([angle > 180 ? 1 : 0, 0])
      }),
    )
  })
})
