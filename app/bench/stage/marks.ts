import { BoxGeometry, InstancedMesh, Matrix4, Quaternion, Vector3, type Material, type Scene } from 'three'
import { sizeOf, type Box } from '../../../core/pieces'
import type { Stroke } from './picked'

/** Room boxes and strokes that are shown over all else. */
export class Marks {
  private mesh: InstancedMesh

  constructor(
    private readonly scene: Scene,
    private readonly material: Material,
  ) {
    this.mesh = this.fresh(16)
  }

  private fresh(room: number): InstancedMesh {
    const mesh = new InstancedMesh(new BoxGeometry(), this.material, room)
    mesh.renderOrder = 4
    mesh.frustumCulled = false
    mesh.count = 0
    this.scene.add(mesh)
    return mesh
  }

  /** `thick` is how thick a stroke is there. Says whether anything has changed. */
  show(boxes: readonly Box[], strokes: readonly Stroke[], thick: (s: Stroke) => number): boolean {
    const count = boxes.length + strokes.length
    if (count === 0 && this.mesh.count === 0) return false
    if (count > this.mesh.instanceMatrix.count) {
      this.scene.remove(this.mesh)
      this.dispose()
      this.mesh = this.fresh(2 * count)
    }
    boxes.forEach((box, n) => this.mesh.setMatrixAt(n, filling(box)))
    strokes.forEach((s, n) => this.mesh.setMatrixAt(boxes.length + n, along(s, thick(s))))
    this.mesh.count = count
    this.mesh.instanceMatrix.needsUpdate = true
    return true
  }

  dispose(): void {
    this.mesh.geometry.dispose()
    this.mesh.dispose()
  }
}

/** The unit cube as a box, which is seen even where it has no depth. */
export function filling(box: Box): Matrix4 {
  const size = sizeOf(box).map((s) => Math.max(s, 0.4)) as [number, number, number]
  const at = box.min.map((v, i) => v + (box.max[i]! - v) / 2) as [number, number, number]
  return new Matrix4().makeScale(...size).setPosition(...at)
}

/** The unit cube as a stroke of this thickness; a cube where its ends are one. */
function along({ from, to }: Stroke, thick: number): Matrix4 {
  const [a, b] = [new Vector3(...from), new Vector3(...to)]
  const turn = new Quaternion().setFromUnitVectors(new Vector3(1, 0, 0), b.clone().sub(a).normalize())
  const size = new Vector3(a.distanceTo(b) + thick, thick, thick)
  return new Matrix4().compose(a.add(b).multiplyScalar(0.5), turn, size)
}
