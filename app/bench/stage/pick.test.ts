import { modelOf } from '../../../core/model'
import { skinOf } from '../../../workers/skin'
import { surfacesOf } from '../../../core/work/seats'
import { testKernel } from '../../../core/testing/scenario'
import { channelled } from '../../../core/testing/proving'
import type { Board } from './board'
import { trianglesOn } from './pick'

/** A dado of 30 by 6 across a board of 300 by 100 by 18. */
async function grooved() {
  const model = modelOf(channelled(['face', 'across', { place: '50', width: '30', depth: '6' }]))
  const kernel = await testKernel()
  const [instance] = model.resolved.instances
  const skin = { shape: 1, ...skinOf(kernel.shape(model.recipe(instance!))) }
  const board: Board = { instance: instance!, skin, shift: [0, 0, 0], colour: '#fff', chosen: false }
  return { board, surfaces: surfacesOf(model.features(instance!), instance!, model.resolved) }
}

/** Square millimetres of some triangles. */
function areaOf({ skin }: Board, triangles: readonly number[]): number {
  return triangles.reduce((sum, t) => {
    const [a, b, c] = [0, 3, 6].map((n) => [...skin.positions.subarray(9 * t + n, 9 * t + n + 3)])
    const [u, v] = [b!, c!].map((p) => p.map((x, i) => x - a![i]!))
    const cross = [0, 1, 2].map(
      (i) => u![(i + 1) % 3]! * v![(i + 2) % 3]! - u![(i + 2) % 3]! * v![(i + 1) % 3]!,
    )
    return sum + Math.hypot(...cross) / 2
  }, 0)
}

test('a surface that is named is lit as far as it goes, and nothing else', async () => {
  const { board, surfaces } = await grooved()
  const lit = (surface: Parameters<typeof trianglesOn>[1]) => areaOf(board, trianglesOn(board, surface))
  expect(lit('face')).toBeCloseTo((300 - 30) * 100, 3)
  expect(lit('back')).toBeCloseTo(300 * 100, 3)
  expect(lit('end1')).toBeCloseTo(100 * 18, 3)
  expect(lit('edge2')).toBeCloseTo(300 * 18 - 30 * 6, 3)
  const made = (says: string) => surfaces.find((s) => s.says.includes(says))!.surface
  expect(lit(made('floor'))).toBeCloseTo(30 * 100, 3)
  expect(lit(made('wall'))).toBeCloseTo(6 * 100, 3)
})
