import { Ray, Vector3 } from 'three'
import { modelOf } from '../../../core/model'
import { apart, type Spot, type Vec3 } from '../../../core/pieces'
import type { Kernel } from '../../../core/solid'
import { block, make, testKernel } from '../../../core/testing/scenario'
import { shownOf } from '../../../core/testing/shown'
import { pick } from '../../store/open'
import { skinOf } from '../../../workers/skin'
import type { Board } from './board'
import { hitOf } from './pick'
import { pickedAt } from './picked'

let kernel: Kernel
beforeAll(async () => {
  kernel = await testKernel()
})

/** A post and a shelf that leans by 30° about its lower back corner, both standing somewhat apart. */
const project = make([
  ...block('a', 'up-left', [0, 18], [0, 300], [0, 700]),
  ...block('c', 'right-up', [100, 400], [0, 200], [300, 18], {
    tilts: [
      {
        at: {
          kind: 'edge',
          between: [
            { kind: 'face', face: 'back' },
            { kind: 'face', face: 'edge2' },
          ],
        },
        angle: '30deg',
      },
    ],
  }),
])
const SHIFT: Vec3 = [7, 0, 0]
function boards(): Board[] {
  const model = modelOf(project)
  return model.resolved.instances.map((instance, n) => ({
    instance,
    skin: { shape: n, ...skinOf(kernel.shape(model.recipe(instance))) },
    shift: SHIFT,
    colour: '#c0a070',
    chosen: false,
  }))
}
const at = (from: Vec3, to: Vec3) =>
  hitOf(new Ray(new Vector3(...from), new Vector3(...to).sub(new Vector3(...from)).normalize()), boards())!
/** A look from the left at a place on the post’s outside. */
const onPost = (y: number, z: number) => at([-500, y, z], [7, y, z])

function stored(of: 'face' | 'edge', y: number, z: number): string | undefined {
  let given: string | undefined
  const take = (text: string) => void (given = text)
  const wanted = { prompt: '', of }
  if (of === 'face') pick({ ...wanted, of }, take)
  else pick({ ...wanted, of }, take)
  pickedAt(onPost(y, z), wanted, shownOf(project), [], { reach: 5, even: 1 })?.take()
  return given
}
function spot(hit: ReturnType<typeof at>): [Spot, string] {
  let given: [Spot, string] | undefined
  const take = (found: Spot, says: string) => void (given = [found, says])
  const wanted = { prompt: '', of: 'spot' } as const
  pick(wanted, take)
  pickedAt(hit, wanted, shownOf(project), [], { reach: 5, even: 1 })!.take()
  return given!
}

test.each([
  [150, 690, '@a.left @a.top'],
  [150, 10, '@a.left @a.bottom'],
  [10, 350, '@a.left @a.front'],
  [295, 350, '@a.left @a.back'],
])('at %p, %p the edge nearest to the pointer is picked by the faces that meet there', (y, z, says) => {
  expect(stored('edge', y, z)).toBe(says)
})

test('a face is picked wherever it is met', () => {
  expect(stored('face', 299, 699)).toBe('@a.left')
})

test('to measure from, a corner draws the pointer first, then an edge, then the face', () => {
  expect(spot(onPost(298, 698))).toEqual([{ kind: 'point', at: [0, 300, 700] }, 'a corner of A'])
  const [edge, says] = spot(onPost(150, 697))
  expect(says).toBe('an edge of A')
  expect(edge.kind === 'line' && Math.abs(edge.along[1])).toBeCloseTo(1, 6)
  expect(edge.at[2]).toBeCloseTo(700, 3)
  const [face, called] = spot(onPost(150, 350))
  expect([face.kind, called]).toEqual(['plane', 'A·left'])
  // Where it stands, not where it is drawn apart.
  expect(face.at[0]).toBeCloseTo(0, 3)
})

test('a leaning face is measured as it leans', () => {
  const [face] = spot(at([300, 60, 900], [300, 60, 0]))
  const [side] = spot(onPost(150, 350))
  const level: Spot = { kind: 'plane', at: [0, 0, 0], normal: [0, 0, 1] }
  expect(apart(face, level).angle).toBeCloseTo(30, 3)
  expect(apart(face, side).angle).toBeCloseTo(90, 3)
})

test('an edge is not picked on a face that leans, for no measure can name it', () => {
  const hit = at([300, 60, 900], [300, 60, 0])
  const picking = { prompt: '', of: 'edge', take: () => undefined } as const
  expect(pickedAt(hit, picking, shownOf(project), [], { reach: 5, even: 1 })).toBeNull()
})
