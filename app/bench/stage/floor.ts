import { BufferAttribute, BufferGeometry, LineBasicMaterial, LineSegments, type Scene } from 'three'
import type { Box } from '../../../core/pieces'

/** A grid on the floor round what stands there. */
export class Floor {
  private lines: LineSegments | null = null
  private readonly material = new LineBasicMaterial({ color: 0x9a9488, transparent: true, opacity: 0.45 })

  constructor(private readonly scene: Scene) {}

  /** Its lines so far apart, round a box; none for null. Says whether anything has changed. */
  show(step: number | null, { min, max }: Box): boolean {
    if (step === null && !this.lines) return false
    if (this.lines) this.scene.remove(this.lines)
    this.lines?.geometry.dispose()
    this.lines = null
    if (step === null) return true
    const wide = Math.max(max[0] - min[0], max[1] - min[1]) + 12 * step
    // No more lines than the eye tells apart.
    const every = step * ([1, 2, 4, 12, 24].find((n) => wide / (step * n) <= 60) ?? 24)
    const places: number[] = []
    const [left, front] = [min[0], min[1]].map((v) => Math.floor((v - 6 * step) / every) * every)
    const [right, back] = [max[0], max[1]].map((v) => Math.ceil((v + 6 * step) / every) * every)
    for (let x = left!; x <= right!; x += every) places.push(x, front!, 0, x, back!, 0)
    for (let y = front!; y <= back!; y += every) places.push(left!, y, 0, right!, y, 0)
    const geometry = new BufferGeometry()
    geometry.setAttribute('position', new BufferAttribute(new Float32Array(places), 3))
    this.scene.add((this.lines = new LineSegments(geometry, this.material)))
    return true
  }

  dispose(): void {
    this.lines?.geometry.dispose()
    this.material.dispose()
  }
}
