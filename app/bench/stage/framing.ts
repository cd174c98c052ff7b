/** How a box is brought into the picture. */
import { Vector3 } from 'three'
import { cornersOf, type Box } from '../../../core/pieces'

/**
 * How far off the eye must be for every corner of the box to be in the picture, with a little air. `tan` is
 * that of half the angle of view upright, `aspect` the width of the picture by its height.
 */
export function distanceFor(box: Box, centre: Vector3, toward: Vector3, tan: number, aspect: number): number {
  const right = new Vector3(0, 0, 1).cross(toward).normalize()
  const up = toward.clone().cross(right)
  const far = cornersOf(box).map((corner) => {
    const p = new Vector3(...corner).sub(centre)
    const needs = Math.max(Math.abs(p.dot(right)) / (tan * aspect), Math.abs(p.dot(up)) / tan)
    return p.dot(toward) + needs * 1.12
  })
  return Math.max(100, ...far)
}
