import fc from 'fast-check'
import { MeshBasicMaterial, LineBasicMaterial, Matrix4, Ray, Vector3, type BufferAttribute } from 'three'
import { change, onFace } from '../../../core/document'
import { modelOf } from '../../../core/model'
import type { Vec3 } from '../../../core/pieces'
import { volumeOf } from '../../../core/pieces'
import type { Kernel } from '../../../core/solid'
import { block, join, make, testKernel } from '../../../core/testing/scenario'
import { roleAt } from '../../../core/work'
import { skinOf } from '../../../workers/skin'
import { Batch } from './batch'
import { placeOf, type Board } from './board'
import { Lines } from './lines'
import { flatAround, flatOn, hitOf, sideOf, surfaceAt } from './pick'
import { wallAt } from './wall'
import { runs } from '../../../core/testing/runs'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** Three boards: `a` and its mirrored twin stand, `c` is housed in `a`. */
function boardsOf(): Board[] {
  const model = modelOf(
    make([
      ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
      ...block('c', 'right-up', [18, 482], [0, 300], [300, 18]),
      change.mirrorPiece({ id: 't', of: 'a', name: 'Twin', direction: 'across', about: '250' }),
      join('housing', ['c.end1', 'a'], { depth: 6 }),
    ]),
  )
  const shapes = new Map<string, number>()
  return model.resolved.instances.map((instance): Board => {
    const recipe = model.recipe(instance)
    const key = JSON.stringify(recipe)
    if (!shapes.has(key)) shapes.set(key, shapes.size + 1)
    const skin = { shape: shapes.get(key)!, ...skinOf(kernel.shape(recipe)) }
    return { instance, skin, shift: [0, 0, 0], colour: '#c0a070', chosen: false }
  })
}
const called = (boards: readonly Board[], name: string): Board =>
  boards.find((b) => b.instance.name === name)!
const rayFrom = (from: Vec3, to: Vec3) =>
  new Ray(new Vector3(...from), new Vector3(...to).sub(new Vector3(...from)).normalize())

describe('the skin of a solid', () => {
  test('closes its volume, looks outwards, and has its edges', () => {
    const { instance, skin } = called(boardsOf(), 'C')
    let sixfold = 0
    for (let k = 0; k < skin.work.length; k++) {
      const [a, b, c] = [0, 3, 6].map((n) => new Vector3().fromArray(skin.positions, 9 * k + n))
      const normal = new Vector3().fromArray(skin.normals, 9 * k)
      sixfold += a!.dot(b!.clone().cross(c!))
      expect(normal.length()).toBeCloseTo(1, 5)
      expect(b!.sub(a!).cross(c!.sub(a!)).dot(normal)).toBeGreaterThan(0)
    }
    expect(sixfold / 6 / volumeOf({ min: [0, 0, 0], max: instance.size })).toBeCloseTo(1, 5)
    expect(skin.creases).toHaveLength(12 * 6)
  })
})

describe('what is under the pointer', () => {
  test('is the nearest board, and one of its six faces, on a mirror image too', () => {
    const boards = boardsOf()
    const left = hitOf(rayFrom([-500, 100, 100], [500, 100, 100]), boards)!
    expect([left.board.instance.name, sideOf(left)]).toEqual(['A', 'left'])
    const right = hitOf(rayFrom([900, 100, 100], [0, 100, 100]), boards)!
    expect([right.board.instance.name, sideOf(right)]).toEqual(['Twin', 'right'])
    expect(right.point[0]).toBeCloseTo(500, 3)
    expect(flatOn(right.board.instance, 'right').min[0]).toBe(500)
    const above = hitOf(rayFrom([250, 100, 900], [250, 100, 0]), boards)!
    expect([above.board.instance.name, sideOf(above)]).toEqual(['C', 'top'])
    expect(hitOf(rayFrom([250, -500, 900], [250, -400, 900]), boards)).toBeNull()
  })
  test('in the floor of a dado is work, and no face', () => {
    const { skin, instance } = called(boardsOf(), 'A')
    const alone = [called(boardsOf(), 'A')]
    const hit = hitOf(rayFrom([200, 100, 309], [0, 100, 309]), alone)!
    expect(hit.point[0]).toBeCloseTo(12, 3)
    expect(skin.work[hit.triangle]).toBe(1)
    expect(sideOf(hit)).toBeNull()
    expect(instance.flipped).toBe(false)
  })
  test.each([
    ['floor', [250, 20, 900]],
    ['wall1', [900, 150, 300]],
    ['wall2', [-400, 150, 300]],
  ] as const)('in a maker’s own channel is its %s, and all of that flat', (role, from) => {
    const step = {
      id: 'w1',
      kind: 'channel',
      at: onFace('face'),
      fields: { place: '100', width: '80', depth: '9' },
      options: { run: 'across' },
      off: false,
    }
    const model = modelOf(
      make([...block('a', 'right-up', [0, 500], [0, 300], [0, 18]), change.addStep({ on: 'a', step })]),
    )
    const instance = model.resolved.instances[0]!
    const skin = { shape: 1, ...skinOf(kernel.shape(model.recipe(instance))) }
    const to: Vec3 = role === 'floor' ? [140, 150, 9] : role === 'wall1' ? [100, 150, 13] : [180, 150, 13]
    const hit = hitOf(rayFrom(from, to), [
      { instance, skin, shift: [0, 0, 0] as Vec3, colour: '#fff', chosen: false },
    ])!
    const { at, normal } = surfaceAt(hit)
    const flat = flatAround(hit)
    expect(roleAt(model.features(instance)[0]!, at, normal)).toBe(role)
    expect(sideOf(hit)).toBeNull()
    let area = 0
    for (const k of flat) {
      const [a, b, c] = [0, 3, 6].map((n) => new Vector3().fromArray(skin.positions, 9 * k + n))
      area += b!.sub(a!).cross(c!.sub(a!)).length() / 2
    }
    expect(area).toBeCloseTo(role === 'floor' ? 80 * 300 : 9 * 300, 1)
  })
  test('is not what a section has cut away', () => {
    const boards = boardsOf()
    const ray = rayFrom([-500, 100, 309], [900, 100, 309])
    expect(hitOf(ray, boards)!.board.instance.name).toBe('A')
    expect(hitOf(ray, boards, (p) => p[0] >= 100)!.board.instance.name).toBe('Twin')
    expect(hitOf(ray, boards, (p) => p[2] >= 400)).toBeNull()
  })
  test('is said as if pieces did not stand apart', () => {
    const shifted = boardsOf().map((b) => ({ ...b, shift: [0, 0, 1000] as Vec3 }))
    const hit = hitOf(rayFrom([-500, 100, 1100], [500, 100, 1100]), shifted)!
    expect(hit.point[2]).toBeCloseTo(100, 3)
    expect(sideOf(hit)).toBe('left')
  })
})

/** Boards come, go, move and are cut otherwise, in any order. */
const showings = fc.array(
  fc.array(fc.record({ of: fc.nat(2), at: fc.nat(3), cut: fc.boolean() }), { maxLength: 3 }),
  { minLength: 1, maxLength: 8 },
)
function* shown(list: typeof showings extends fc.Arbitrary<infer T> ? T : never): Generator<Board[]> {
  const all = boardsOf()
  for (const some of list) {
    const boards = new Map<string, Board>()
    for (const { of, at, cut } of some) {
      const board = all[of]!
      const skin = cut ? board.skin : called(all, 'C').skin
      boards.set(board.instance.key, { ...board, skin, shift: [100 * at, 0, 0] })
    }
    yield [...boards.values()]
  }
}
const rounded = (numbers: Iterable<number>): string => Array.from(numbers, (n) => n.toFixed(2)).join()

/**
 * What the graphics card has of a list of numbers: it is told the whole of a new one, then what has changed.
 */
class Card {
  private of: BufferAttribute | null = null
  numbers = new Float32Array()
  upload(from: BufferAttribute): void {
    if (this.of !== from) this.numbers = Float32Array.from(from.array)
    else
      for (const { start, count } of from.updateRanges)
        this.numbers.set(from.array.slice(start, start + count), start)
    from.clearUpdateRanges()
    this.of = from
  }
}

test('all edges are drawn and no others, whatever came before, and however seldom a picture is made', () => {
  fc.assert(
    fc.property(showings, fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }), (list, pictures) => {
      const lines = new Lines(new LineBasicMaterial())
      const card = new Card()
      let n = 0
      for (const boards of shown(list)) {
        lines.show(boards)
        if (!pictures[n++]) continue
        const { geometry } = lines.object
        card.upload(geometry.getAttribute('position') as BufferAttribute)
        const drawn: string[] = []
        for (let k = 0; k < 3 * geometry.drawRange.count; k += 6) {
          const segment = card.numbers.slice(k, k + 6)
          if (segment.some((n, i) => i < 3 && n !== segment[i + 3])) drawn.push(rounded(segment))
        }
        const wanted = boards.flatMap((b) => {
          const place = placeOf(b)
          return Array.from({ length: b.skin.creases.length / 6 }, (_, k) =>
            rounded(
              [0, 3].flatMap((n) =>
                new Vector3()
                  .fromArray(b.skin.creases, 6 * k + n)
                  .applyMatrix4(place)
                  .toArray(),
              ),
            ),
          )
        })
        expect(drawn.sort()).toEqual(wanted.sort())
      }
    }),
    { numRuns: runs(60) },
  )
})

test('every board is on the card once, its own solid where it stands', () => {
  fc.assert(
    fc.property(showings, (list) => {
      const batch = new Batch(new MeshBasicMaterial())
      for (const boards of shown(list)) {
        batch.show(boards)
        expect(batch.mesh.instanceCount).toBe(boards.length)
        expect(batch.mesh.visible).toBe(boards.length > 0)
        const places = new Set<string>()
        for (let id = 0; id < 40; id++)
          try {
            const { count } = batch.mesh.getGeometryRangeAt(batch.mesh.getGeometryIdAt(id))
            places.add(`${count} ${rounded(batch.mesh.getMatrixAt(id, new Matrix4()).elements)}`)
          } catch {
            // No board has that number.
          }
        const wanted = boards.map((b) => `${3 * b.skin.work.length} ${rounded(placeOf(b).elements)}`)
        expect([...places].sort()).toEqual([...new Set(wanted)].sort())
      }
    }),
    { numRuns: runs(40) },
  )
})

describe('the wall that a section cuts through', () => {
  test('is the thinner way through the wood, wherever the place is in it; outside there is none', () => {
    const boards = boardsOf()
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (across, up) => {
          // Side A: 18 across, 700 up, cut across its depth in the middle; the shelf lies in it 6 deep.
          const at: Vec3 = [18 * across, 150, 700 * up]
          const wall = wallAt(boards, at, 1)!
          const inDado = at[2] > 300 && at[2] < 318
          const inShelf = inDado && at[0] > 12
          expect(wall.name).toBe(inShelf ? 'C' : 'A')
          // Of the shelf across its thickness, of the side across its own, thinner behind the shelf.
          expect(wall.thick).toBeCloseTo(inDado && !inShelf ? 12 : 18, 2)
        },
      ),
      {
        numRuns: runs(100),
        endOnFailure: true,
        examples: [
          [0.5, 305 / 700],
          [0.9, 305 / 700],
        ],
      },
    )
    expect(wallAt(boards, [250, 150, 100], 1)).toBeNull()
  })
})
