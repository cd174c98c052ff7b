/**
 * Pieces with steps in any order, on faces and on what earlier steps have left, against a brute force that
 * knows only how the steps are defined: whether a place of the wood is taken, for places in an even grid.
 */
import fc from 'fast-check'
import { change, onFace, type Made, type Step } from '../document'
import { modelOf } from '../model'
import type { Kernel } from '../solid'
import { block, instance, make, testKernel, volume } from '../testing/scenario'
import { runs } from '../testing/runs'
import type { Mm } from '../measure'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

type Place = readonly [Mm, Mm, Mm]
type Size = Place
/** A step, and whether it takes a place of the piece, from which others have taken theirs before. */
interface Defined {
  readonly step: Step
  readonly takes: (gone: (p: Place) => boolean) => (p: Place) => boolean
}
const FACES = ['face', 'back', 'edge1', 'edge2', 'end1', 'end2'] as const
type Face = (typeof FACES)[number]
const AT: Record<Face, readonly [axis: 0 | 1 | 2, far: boolean]> = {
  end1: [0, false],
  end2: [0, true],
  edge1: [1, false],
  edge2: [1, true],
  back: [2, false],
  face: [2, true],
}

/** How deep below a face a place lies, and where it is along that and across it. */
function on(face: Face, size: Size, p: Place): readonly [down: Mm, u: Mm, v: Mm] {
  const [axis, far] = AT[face]
  const [u, v] = [0, 1, 2].filter((i) => i !== axis) as [0 | 1 | 2, 0 | 1 | 2]
  return [far ? size[axis] - p[axis] : p[axis], p[u], p[v]]
}
const sidesOf = (face: Face, size: Size): readonly [deep: Mm, long: Mm, wide: Mm] => {
  const [axis] = AT[face]
  const [u, v] = [0, 1, 2].filter((i) => i !== axis) as [0 | 1 | 2, 0 | 1 | 2]
  return [size[axis], size[u], size[v]]
}
/** The place so deep below a face. */
function below(face: Face, size: Size, down: Mm, u: Mm, v: Mm): Place {
  const [axis, far] = AT[face]
  const [i, j] = [0, 1, 2].filter((k) => k !== axis) as [0 | 1 | 2, 0 | 1 | 2]
  const p: [Mm, Mm, Mm] = [0, 0, 0]
  p[axis] = far ? size[axis] - down : down
  p[i] = u
  p[j] = v
  return p
}
const FINE = 0.5

/** How far below a level of a face the highest wood lies in a rectangle: what is sunk there rests on it. */
function highest(
  face: Face,
  size: Size,
  level: Mm,
  [u, v, l, w]: readonly [Mm, Mm, Mm, Mm],
  gone: (p: Place) => boolean,
): Mm {
  const [deep, long, wide] = sidesOf(face, size)
  let least = Infinity
  for (let x = Math.max(0, u - l / 2) + FINE / 2; x < Math.min(long, u + l / 2); x += FINE)
    for (let y = Math.max(0, v - w / 2) + FINE / 2; y < Math.min(wide, v + w / 2); y += FINE)
      for (let z = level + FINE / 2; z < Math.min(deep, level + least); z += FINE)
        if (!gone(below(face, size, z, x, y))) {
          least = Math.min(least, z - level - FINE / 2)
          break
        }
  return least === Infinity ? 0 : least
}

const made = (id: string, kind: string, at: Step['at'], fields: Record<string, Mm>, options = {}): Step => ({
  id,
  kind,
  off: false,
  at,
  fields: Object.fromEntries(Object.entries(fields).map(([k, n]) => [k, String(n)])),
  options,
})

interface Drawn {
  readonly kind: 'hole' | 'recess' | 'channel' | 'floor' | 'slope' | 'row'
  readonly face: Face
  /** Shares of what there is room for. */
  readonly shares: readonly [number, number, number, number]
}
const share = fc.integer({ min: 1, max: 9 }).map((n) => n / 10)
const drawn: fc.Arbitrary<Drawn> = fc.record({
  kind: fc.constantFrom('hole', 'recess', 'channel', 'floor', 'slope', 'row'),
  face: fc.constantFrom(...FACES),
  shares: fc.tuple(share, share, share, share),
})
const round = (n: Mm) => Math.max(1, Math.round(n))

/** What a drawing is as steps of the program, and by itself: holes at once with what they stand on. */
function definedAs({ kind, face, shares: [a, b, c, d] }: Drawn, id: string, size: Size): Defined[] {
  const [deep, long, wide] = sidesOf(face, size)
  const depth = round((deep / 3) * c)
  const sunk = (u: Mm, v: Mm, l: Mm, w: Mm, down: Mm): Defined => ({
    step: made(`${id}r`, 'recess', onFace(face), { along: u, across: v, length: l, width: w, depth: down }),
    takes: (gone) => {
      const level = highest(face, size, 0, [u, v, l, w], gone)
      return (p) => {
        const [z, x, y] = on(face, size, p)
        return z < level + down && Math.abs(x - u) < l / 2 && Math.abs(y - v) < w / 2
      }
    },
  })
  const [u, v] = [round(long * a), round(wide * b)]
  if (kind === 'recess') return [sunk(u, v, round((long / 2) * d), round((wide / 2) * c), depth)]
  if (kind === 'channel') {
    const [place, width] = [round(long * a * 0.8), round((long / 5) * d)]
    const step = made(`${id}c`, 'channel', onFace(face), { place, width, depth }, { run: 'across' })
    const takes: Defined['takes'] = (gone) => {
      const level = highest(face, size, 0, [place + width / 2, wide / 2, width, wide], gone)
      return (p) => {
        const [z, x] = on(face, size, p)
        return z < level + depth && x > place && x < place + width
      }
    }
    return [{ step, takes }]
  }
  if (kind === 'slope') {
    // A mitre at the far end, so much of the length at edge 2.
    const [place, mitre] = [round((size[0] / 4) * a), Math.round(40 * b)]
    const step = made(`${id}s`, 'crosscut', onFace('end2'), { place, mitre })
    const takes = () => (p: Place) => p[0] > size[0] - place - p[1] * Math.tan((mitre * Math.PI) / 180)
    return [{ step, takes }]
  }
  const hole = (at: Step['at'], fields: Record<string, Mm>, more: Record<string, string> = {}): Step =>
    made(`${id}h`, 'bore', at, fields, { tip: 'flat', ...more })
  const r = round(4 + 4 * d)
  if (kind === 'hole') {
    const takes = () => (p: Place) => {
      const [, x, y] = on(face, size, p)
      return Math.hypot(x - u, y - v) < r
    }
    // Right through, so that it does not matter where it begins.
    return [{ step: hole(onFace(face), { diameter: 2 * r, along: u, across: v }), takes }]
  }
  if (kind === 'row') {
    const pitch = 2 * r + 2
    const fields = { diameter: 2 * r, along: u, across: v, countAlong: 3, pitchAlong: pitch }
    const takes = () => (p: Place) => {
      const [, x, y] = on(face, size, p)
      return [0, 1, 2].some((n) => Math.hypot(x - u - n * pitch, y - v) < r)
    }
    return long - u > 2 * pitch + r ? [{ step: hole(onFace(face), fields, { pattern: 'row' }), takes }] : []
  }
  // A recess with a recess in its floor, told from the sides of that.
  const [l, w] = [round(long / 3), round(wide / 2)]
  const plain = sunk(round(long / 2), round(wide / 2), l, w, depth)
  let floorAt = depth
  const outer: Defined = {
    ...plain,
    takes: (gone) => {
      floorAt = depth + highest(face, size, 0, [round(long / 2), round(wide / 2), l, w], gone)
      return plain.takes(gone)
    },
  }
  const floor: Made = { kind: 'made', step: `${id}r`, role: 'floor' }
  const [il, iw, more] = [round((l / 2) * a), round((w / 2) * b), round((deep / 4) * c)]
  const inner = made(`${id}i`, 'recess', floor, {
    along: l / 2,
    across: w / 2,
    length: il,
    width: iw,
    depth: more,
  })
  const [left, near] = [Math.round(long / 2) - l / 2, Math.round(wide / 2) - w / 2]
  return [
    outer,
    {
      step: inner,
      takes: (gone) => {
        const level = highest(face, size, floorAt, [left + l / 2, near + w / 2, il, iw], gone)
        const [from, to] = [floorAt + level - 1, floorAt + level + more]
        return (p) => {
          const [z, x, y] = on(face, size, p)
          return (
            z > from && z < to && Math.abs(x - left - l / 2) < il / 2 && Math.abs(y - near - w / 2) < iw / 2
          )
        }
      },
    },
  ]
}

/** Between places of the grid, millimetres. */
const GRID = 0.9

test('what is left is what the steps do not take, wherever they are put and in whatever order', () => {
  const whole = fc.record({
    size: fc.tuple(
      fc.integer({ min: 90, max: 140 }),
      fc.integer({ min: 40, max: 70 }),
      fc.integer({ min: 16, max: 30 }),
    ),
    all: fc.array(drawn, { minLength: 3, maxLength: 12 }),
  })
  let told = 0
  fc.assert(
    fc.property(whole, ({ size, all }) => {
      const defined = all.flatMap((x, n) => definedAs(x, `w${n}`, size))
      const project = (steps: readonly Defined[]) =>
        make([
          ...block('a', 'right-up', [0, size[0]], [0, size[1]], [0, size[2]]),
          ...steps.map(({ step }) => change.addStep({ on: 'a', step })),
        ])
      // What finds no wood, or would come through, is refused: the others are made.
      const refused = new Set(modelOf(project(defined)).refused.map((p) => p.step))
      const kept = defined.filter(({ step }) => !refused.has(step.id))
      const model = modelOf(project(kept))
      if (model.refused.length > 0) return
      told++
      const taken = kept.reduce<Array<(p: Place) => boolean>>((before, { takes }) => {
        const gone = (p: Place) => before.some((t) => t(p))
        return [...before, takes(gone)]
      }, [])
      /** The share of places that nothing takes. */
      const left = (grid: number): number => {
        const counts = size.map((n) => Math.round(n / grid)) as unknown as Size
        let all = 0
        for (let i = 0; i < counts[0]; i++)
          for (let j = 0; j < counts[1]; j++)
            for (let k = 0; k < counts[2]; k++) {
              const p: Place = [
                ((i + 0.5) * size[0]) / counts[0],
                ((j + 0.5) * size[1]) / counts[1],
                ((k + 0.5) * size[2]) / counts[2],
              ]
              if (!taken.some((t) => t(p))) all++
            }
        return all / (counts[0] * counts[1] * counts[2])
      }
      const found = volume(model, 'a#1', kernel) / (size[0] * size[1] * size[2])
      // Half a cell on each side of what is cut, at most; where much is, it is looked at more finely.
      if (Math.abs(found - left(GRID)) > 0.012) expect(found).toBeCloseTo(left(GRID / 3), 2)
      expect(instance(model, 'a#1').size).toEqual(size.map((n) => expect.closeTo(n, 9)))
    }),
    { numRuns: runs(60), endOnFailure: true },
  )
  expect(told).toBeGreaterThan(runs(60) / 2)
}, 240_000)
