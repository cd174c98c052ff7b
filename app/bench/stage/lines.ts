/** The edges of many boards in one call to the graphics card. */
import { BufferAttribute, BufferGeometry, LineSegments, type Material } from 'three'
import { placeOf, samePlace, type Board } from './board'

/** The stretch of the list that a board's edges have, in numbers; what they do not fill is nothing to see. */
interface Written {
  readonly board: Board
  readonly at: number
  readonly room: number
}

/** What is kept free after a board's edges, so that it can be cut a little otherwise in the same place. */
const roomFor = (board: Board): number => 6 * Math.ceil((board.skin.creases.length * 1.25) / 6 + 16)

export class Lines {
  readonly object: LineSegments
  private places = new BufferAttribute(new Float32Array(3 * 4096), 3)
  private written = new Map<string, Written>()
  private end = 0
  private wasted = 0

  constructor(material: Material) {
    this.object = new LineSegments(new BufferGeometry(), material)
    this.object.geometry.setAttribute('position', this.places)
    this.object.frustumCulled = false
  }

  /** Shows the edges of these boards and no others; what is as before is left alone. */
  show(boards: readonly Board[]): void {
    const now = new Set(boards.map((b) => b.instance.key))
    for (const [key, was] of this.written) if (!now.has(key)) this.clear(key, was)
    const free = () => this.places.array.length - this.end
    const wanted = boards.filter((b) => !this.fits(b)).reduce((n, b) => n + roomFor(b), 0)
    if (wanted > free() || this.wasted > this.end / 2) this.renew(boards)
    for (const board of boards) this.put(board)
    if (this.places.updateRanges.length > 0) this.places.needsUpdate = true
    this.object.geometry.setDrawRange(0, this.end / 3)
    this.object.visible = boards.length > 0
  }

  private fits(board: Board): boolean {
    const was = this.written.get(board.instance.key)
    return was !== undefined && board.skin.creases.length <= was.room
  }

  private put(board: Board): void {
    const { key } = board.instance
    const old = this.written.get(key)
    if (old?.board.skin === board.skin && samePlace(old.board, board)) return
    if (old && !this.fits(board)) this.clear(key, old)
    const room = this.written.get(key)?.room ?? roomFor(board)
    const at = this.written.get(key)?.at ?? this.end
    if (at === this.end) this.end += room
    const into = this.places.array as Float32Array
    write(board, into, at)
    into.fill(0, at + board.skin.creases.length, at + room)
    this.places.addUpdateRange(at, room)
    this.written.set(key, { board, at, room })
  }

  private clear(key: string, { at, room }: Written): void {
    this.places.array.fill(0, at, at + room)
    this.places.addUpdateRange(at, room)
    this.written.delete(key)
    this.wasted += room
  }

  /** A fresh list with room to grow, all to be written. */
  private renew(boards: readonly Board[]): void {
    const length = 2 * boards.reduce((n, b) => n + roomFor(b), 0)
    this.object.geometry.dispose()
    this.places = new BufferAttribute(new Float32Array(length), 3)
    this.object.geometry.setAttribute('position', this.places)
    this.written.clear()
    this.end = this.wasted = 0
  }

  dispose(): void {
    this.object.geometry.dispose()
  }
}

/** Puts the edges of a board into a list, as they stand in the room: pairs of places. */
export function write(board: Board, into: Float32Array, at: number): void {
  const m = placeOf(board).elements
  const { creases } = board.skin
  for (let k = 0; k < creases.length; k += 3) {
    const [x, y, z] = [creases[k]!, creases[k + 1]!, creases[k + 2]!]
    for (let i = 0; i < 3; i++) into[at + k + i] = m[i]! * x + m[4 + i]! * y + m[8 + i]! * z + m[12 + i]!
  }
}
