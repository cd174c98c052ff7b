import fc from 'fast-check'
import { edgeAt, change } from '../document'
import { modelOf, type Model } from '../model'
import { carried, dot, normalOf } from '../pieces'
import { type Kernel } from '../solid'
import {
  block,
  built,
  instance,
  join,
  make,
  sharedWood,
  stops,
  testKernel,
  volume,
} from '../testing/scenario'
import { close, mm } from '../testing/joinery'
import { saySettings, settingsOf, type SawCut } from '../work'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

describe('two boards at random tilts', () => {
  // Two planks, each leaning on its own about its lower edge, running to one corner: the sides of a hopper.
  const hopper = (a: number, b: number, t: number, over: number) => [
    ...block('a', 'right-front', [-400, 400 + over], [0, t], [0, 150], {
      tilts: [{ at: edgeAt('face', 'edge1'), angle: String(-a) }],
    }),
    ...block('b', 'back-right', [-t, t], [0, 400], [0, 150], {
      tilts: [{ at: edgeAt('face', 'edge1'), angle: String(-b) }],
    }),
    join('mitre', ['a.end2', 'b.end1']),
  ]
  const lean = fc.integer({ min: -400, max: 400 }).map((n) => n / 10)

  const cutsOf = (m: Model, key: string) =>
    m
      .features(instance(m, key))
      .filter((f) => f.kind === 'crosscut')
      .map((f) => f.data as SawCut)

  test('their cut faces coincide, and bisect the angle between the boards', () => {
    fc.assert(
      fc.property(lean, lean, mm(10, 25), mm(-15, 15), (a, b, t, over) => {
        const m = built(hopper(a, b, t, over))
        expect(stops(m)).toEqual([])
        const [one, two] = [instance(m, 'a#1'), instance(m, 'b#1')]
        const planes = [one, two].map((i) => {
          const [cut] = cutsOf(m, i.key)
          const normal = carried(i.frame, cut!.normal)
          return { normal, offset: cut!.offset + dot(normal, i.frame.origin) }
        })
        const [p, q] = planes as [(typeof planes)[0], (typeof planes)[0]]
        // One plane, seen from both sides: corners of the one cut lie on the other's, to a millionth.
        p.normal.forEach((n, i) => expect(q.normal[i]).toBeCloseTo(-n, 9))
        expect(Math.abs(p.offset + q.offset)).toBeLessThan(1e-6)
        const outer = [normalOf(one.frame, 'face'), normalOf(two.frame, 'face')]
        expect(Math.abs(dot(p.normal, outer[0]!) + dot(p.normal, outer[1]!))).toBeLessThan(1e-9)
        expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
      }),
      { numRuns: 60 },
    )
  })

  test('the settings given cut that plane', () => {
    fc.assert(
      fc.property(lean, lean, mm(10, 25), (a, b, t) => {
        const m = built(hopper(a, b, t, 0))
        for (const key of ['a#1', 'b#1']) {
          const [cut] = cutsOf(m, key)
          const { mitre, tilt } = settingsOf(cut!)
          const [c, s] = [(mitre * Math.PI) / 180, (tilt * Math.PI) / 180]
          // A blade turned by the mitre in the board's plane, then leaned from upright by the tilt.
          const out = cut!.face === 'end2' ? 1 : -1
          const blade = [out * Math.cos(s) * Math.cos(c), Math.cos(s) * Math.sin(c), Math.sin(s)]
          blade.forEach((n, i) => expect(n).toBeCloseTo(cut!.normal[i]!, 9))
        }
      }),
    )
  })

  test('in a row of boxes every corner is mitred once, with its own neighbour', () => {
    const box = make([
      ...block('a', 'right-front', [0, 100], [0, 12], [0, 90]),
      ...block('b', 'back-right', [88, 12], [0, 100], [0, 90]),
      join('mitre', ['a.end2', 'b.end1']),
      change.group({ id: 'g', name: 'Box', members: ['a', 'b'] }),
      change.setGroupRepeat({
        id: 'g',
        repeat: { kind: 'pitch', direction: 'across', count: '4', pitch: '100' },
      }),
    ])
    const m = modelOf(box)
    expect(stops(m)).toEqual([])
    for (const i of m.resolved.instances) expect(cutsOf(m, i.key)).toHaveLength(1)
    for (const i of m.resolved.instances) expect(i.length).toBeCloseTo(100, 9)
  })

  test('eight staves round an axis are bevelled at 22.5°, each to the next', () => {
    // A stave 60 wide whose outer face is tangent to the ring; its edges run into the neighbours'.
    const apothem = 100
    const m = built([
      ...block('a', 'up-right', [apothem - 15, 15], [-60, 120], [0, 200]),
      change.setRepeat({
        id: 'a',
        repeat: { kind: 'ring', direction: 'up', count: '8', centre1: '0', centre2: '0', start: '0deg' },
      }),
      join('mitre', ['a.edge2', 'a.edge1']),
    ])
    expect(stops(m)).toEqual([])
    const width = 2 * apothem * Math.tan(Math.PI / 8)
    for (const i of m.resolved.instances) {
      expect(i.width).toBeCloseTo(width, 9)
      expect(cutsOf(m, i.key).map((c) => saySettings(c))).toEqual(
        Array(2).fill('blade 22.5° from square (67.5° from the board)'),
      )
    }
    // The staves close the ring: together they are the ring between two octagons.
    const octagon = (r: number) => 8 * r * r * Math.tan(Math.PI / 8)
    const wood = m.resolved.instances.reduce((n, i) => n + volume(m, i.key, kernel), 0)
    close(wood, 200 * (octagon(apothem) - octagon(apothem - 15)))
    expect(sharedWood(m, kernel)).toBeLessThan(1e-3)
  })

  test('a square frame is cut at 45° in both readings, a square case with the blade at 45°', () => {
    const frame = built([
      ...block('a', 'right-front', [0, 300], [0, 20], [0, 60]),
      ...block('b', 'up-front', [240, 60], [0, 20], [0, 400]),
      join('mitre', ['a.end2', 'b.end1']),
    ])
    expect(saySettings(cutsOf(frame, 'a#1')[0]!)).toBe('mitre 45° from square (45° from the edge)')
    const box = built([
      ...block('a', 'right-front', [0, 300], [0, 20], [0, 60]),
      ...block('b', 'back-right', [280, 20], [0, 200], [0, 60]),
      join('mitre', ['a.end2', 'b.end1']),
    ])
    expect(saySettings(cutsOf(box, 'b#1')[0]!)).toBe('blade 45° from square (45° from the board)')
  })
})
