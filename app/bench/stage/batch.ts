/** Many boards in one call to the graphics card. */
import { BatchedMesh, BufferAttribute, BufferGeometry, Color, type Material } from 'three'
import type { MadeShape } from '../../../workers/model'
import { placeOf, samePlace, type Board } from './board'

/** A solid, or its mirror image, on the card, and how many boards show it. */
interface Held {
  readonly id: number
  used: number
}

const FIRST = { boards: 64, corners: 16_384 }

export class Batch {
  readonly mesh: BatchedMesh
  private boards = new Map<string, { readonly id: number; readonly board: Board; readonly solid: string }>()
  private readonly solids = new Map<string, Held>()

  constructor(material: Material) {
    this.mesh = new BatchedMesh(FIRST.boards, FIRST.corners, 0, material)
    this.mesh.frustumCulled = false
  }

  /** Shows these boards and no others; what is as before is left alone. */
  show(boards: readonly Board[]): void {
    const now = new Set(boards.map((b) => b.instance.key))
    for (const [key, { id, solid }] of this.boards)
      if (!now.has(key)) {
        this.mesh.deleteInstance(id)
        this.boards.delete(key)
        this.release(solid)
      }
    if (boards.length > this.mesh.maxInstanceCount) this.mesh.setInstanceCount(2 * boards.length)
    for (const board of boards) this.put(board)
    this.sweep()
    this.mesh.visible = boards.length > 0
  }

  private put(board: Board): void {
    const { instance, skin, colour } = board
    const old = this.boards.get(instance.key)
    if (old?.board.skin === skin && old.board.colour === colour && samePlace(old.board, board)) return
    const solid = `${skin.shape}${instance.flipped ? ' mirrored' : ''}`
    let id = old?.id
    if (old?.board.skin !== skin || old.solid !== solid) {
      const held = this.hold(solid, skin, instance.flipped)
      if (id === undefined) id = this.mesh.addInstance(held)
      else this.mesh.setGeometryIdAt(id, held)
      if (old) this.release(old.solid)
    }
    this.mesh.setMatrixAt(id!, placeOf(board))
    if (old?.board.colour !== colour) this.mesh.setColorAt(id!, new Color(colour))
    this.boards.set(instance.key, { id: id!, board, solid })
  }

  private hold(solid: string, skin: MadeShape, mirrored: boolean): number {
    let held = this.solids.get(solid)
    if (!held) {
      const corners = skin.work.length * 3
      if (this.mesh.unusedVertexCount < corners) this.sweep(true)
      if (this.mesh.unusedVertexCount < corners) {
        const all = this.mesh.geometry.getAttribute('position')?.count ?? FIRST.corners
        this.mesh.setGeometrySize(2 * all + corners, 0)
      }
      this.solids.set(solid, (held = { id: this.mesh.addGeometry(geometryOf(skin, mirrored)), used: 0 }))
    }
    held.used++
    return held.id
  }

  private release(solid: string): void {
    this.solids.get(solid)!.used--
  }

  /** Frees what no board shows. */
  private sweep(compact = false): void {
    for (const [solid, { id, used }] of this.solids)
      if (used === 0) {
        this.mesh.deleteGeometry(id)
        this.solids.delete(solid)
      }
    if (compact) this.mesh.optimize()
  }

  dispose(): void {
    this.mesh.dispose()
  }
}

/** `mirrored`: to be put in a frame of the other hand, which turns its triangles about. */
function geometryOf(skin: MadeShape, mirrored: boolean): BufferGeometry {
  const g = new BufferGeometry()
  const put = (name: string, values: Float32Array | Uint8Array, size: number) =>
    g.setAttribute(
      name,
      new BufferAttribute(mirrored ? turned(values, size) : values, size, values instanceof Uint8Array),
    )
  put('position', skin.positions, 3)
  put('normal', skin.normals, 3)
  put('uv', skin.uvs, 2)
  put('color', skin.shades, 3)
  return g
}

/** The second and third corner of each triangle swapped. */
function turned<T extends Float32Array | Uint8Array>(values: T, size: number): T {
  const out = values.slice() as T
  for (let k = 0; k < values.length; k += 3 * size) {
    out.copyWithin(k + size, k + 2 * size, k + 3 * size)
    for (let i = 0; i < size; i++) out[k + 2 * size + i] = values[k + size + i]!
  }
  return out
}
