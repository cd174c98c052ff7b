/**
 * The triangles that face the viewer, as numbers in flat arrays: how far inside each of its sides a place on
 * the paper is, and how much nearer than a depth its plane is there, all linear. They stand in a tree of
 * boxes on the paper, each knowing its nearest depth, so that what lies beside or behind an edge is passed
 * over.
 */
import { Cover } from './cover'

/** Nearer by less than this is not in front, mm. */
const IN_FRONT = 1e-2
/** Beside a triangle by less than this still counts as behind it, mm. */
const BESIDE = 1e-3
/** Numbers a triangle has: three sides and a plane, three numbers each. */
const STRIDE = 12
/** Numbers a box has: left, lower, right, upper, nearest. */
const BOX = 5
/** Triangles that a leaf of the tree holds at most. */
const LEAF = 4
/** Of so many triangles, the largest one stands in the tree that is asked first. */
const LARGEST = 8

export class Occluders {
  private numbers = new Float64Array(STRIDE * 256)
  private boxes = new Float64Array(BOX * 256)
  private areas: number[] = []
  private trees: Tree[] = []
  private readonly cover = new Cover(1e-9)

  get count(): number {
    return this.areas.length
  }

  /** Takes in a triangle on the paper, anticlockwise: right, up and nearness of each corner. */
  add(
    ...[pu, pv, pd, qu, qv, qd, ru, rv, rd]: readonly [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ]
  ): void {
    const n = this.areas.length
    if (STRIDE * (n + 1) > this.numbers.length) {
      this.numbers = grown(this.numbers)
      this.boxes = grown(this.boxes)
    }
    let at = STRIDE * n
    const side = (su: number, sv: number, eu: number, ev: number) => {
      const length = Math.hypot(eu - su, ev - sv)
      const [x, y] = [-(ev - sv) / length, (eu - su) / length]
      this.numbers[at++] = x
      this.numbers[at++] = y
      this.numbers[at++] = BESIDE - x * su - y * sv
    }
    side(pu, pv, qu, qv)
    side(qu, qv, ru, rv)
    side(ru, rv, pu, pv)
    const [ux, uy, uz] = [qu - pu, qv - pv, qd - pd]
    const [vx, vy, vz] = [ru - pu, rv - pv, rd - pd]
    const turn = ux * vy - uy * vx
    const [across, up] = [(vy * uz - uy * vz) / turn, (ux * vz - vx * uz) / turn]
    this.numbers[at++] = across
    this.numbers[at++] = up
    this.numbers[at++] = pd - across * pu - up * pv - IN_FRONT
    // Its plane goes on over its sides, by as little as counts as behind it.
    const over = BESIDE * (Math.abs(across) + Math.abs(up)) * 2
    this.boxes.set(
      [
        Math.min(pu, qu, ru),
        Math.min(pv, qv, rv),
        Math.max(pu, qu, ru),
        Math.max(pv, qv, rv),
        Math.max(pd, qd, rd) - IN_FRONT + over,
      ],
      BOX * n,
    )
    this.areas.push(turn)
  }

  /** To be called once all are in, before anything is asked. */
  finish(): void {
    const order = [...this.areas.keys()].sort((a, b) => this.areas[b]! - this.areas[a]!)
    const large = Math.ceil(order.length / LARGEST)
    this.trees = [order.slice(0, large), order.slice(large)]
      .filter((part) => part.length > 0)
      .map((part) => new Tree(part, this.boxes))
  }

  /**
   * What of an edge triangles lie in front of, as shares of its length; the answer holds until the next is
   * asked for.
   */
  over(au: number, av: number, ad: number, bu: number, bv: number, bd: number): Cover {
    const { cover } = this
    cover.clear()
    for (const tree of this.trees)
      tree.search(
        Math.min(au, bu),
        Math.min(av, bv),
        Math.max(au, bu),
        Math.max(av, bv),
        Math.min(ad, bd),
        (k) => {
          this.test(STRIDE * k, au, av, ad, bu, bv, bd)
          return cover.full
        },
      )
    return cover
  }

  /** Adds the stretch that one triangle lies in front of. */
  private test(at: number, au: number, av: number, ad: number, bu: number, bv: number, bd: number): void {
    const m = this.numbers
    let t0 = 0
    let t1 = 1
    for (let i = 0; i < STRIDE; i += 3) {
      const [x, y, c] = [m[at + i]!, m[at + i + 1]!, m[at + i + 2]!]
      // The last of the four is the plane.
      const depth = i === 9
      const fa = x * au + y * av + c - (depth ? ad : 0)
      const fb = x * bu + y * bv + c - (depth ? bd : 0)
      const f0 = fa + (fb - fa) * t0
      const f1 = fa + (fb - fa) * t1
      if (f0 < 0 && f1 < 0) return
      if (f0 >= 0 && f1 >= 0) continue
      const t = fa / (fa - fb)
      if (f0 < 0) t0 = t > t0 ? t : t0
      else t1 = t < t1 ? t : t1
    }
    if (t1 - t0 > 1e-9) this.cover.add(t0, t1)
  }
}

function grown(numbers: Float64Array<ArrayBuffer>): Float64Array<ArrayBuffer> {
  const more = new Float64Array(2 * numbers.length)
  more.set(numbers)
  return more
}

/**
 * A tree of boxes over some of the triangles, in the order of their middles along a Z-curve, halved again and
 * again.
 */
class Tree {
  /** For each node a box; children of node n are 2n + 1 and 2n + 2 where the triangles are halved. */
  private readonly nodes: Float64Array
  private readonly stack = new Int32Array(3 * 64)

  private readonly order: Int32Array

  constructor(
    triangles: readonly number[],
    private readonly boxes: Float64Array,
  ) {
    const order = (this.order = alongCurve(triangles, boxes))
    let leaves = 1
    while (leaves * LEAF < order.length) leaves *= 2
    this.nodes = new Float64Array(BOX * 2 * leaves)
    this.build(0, 0, order.length)
  }

  private build(node: number, from: number, to: number): void {
    const box = this.nodes.subarray(BOX * node, BOX * node + BOX)
    box.set([Infinity, Infinity, -Infinity, -Infinity, -Infinity])
    for (let n = from; n < to; n++) {
      const at = BOX * this.order[n]!
      box[0] = Math.min(box[0]!, this.boxes[at]!)
      box[1] = Math.min(box[1]!, this.boxes[at + 1]!)
      for (let i = 2; i < BOX; i++) box[i] = Math.max(box[i]!, this.boxes[at + i]!)
    }
    if (to - from <= LEAF) return
    const half = (from + to) >> 1
    this.build(2 * node + 1, from, half)
    this.build(2 * node + 2, half, to)
  }

  /** Calls `see` for the triangles near a box that may be nearer than a depth, until it says that is all. */
  search(
    left: number,
    lower: number,
    right: number,
    upper: number,
    depth: number,
    see: (k: number) => boolean,
  ): void {
    const { nodes, stack, order } = this
    let top = 0
    stack[top++] = 0
    stack[top++] = 0
    stack[top++] = order.length
    while (top > 0) {
      const to = stack[--top]!
      const from = stack[--top]!
      const node = stack[--top]!
      const at = BOX * node
      if (
        nodes[at]! > right ||
        nodes[at + 1]! > upper ||
        nodes[at + 2]! < left ||
        nodes[at + 3]! < lower ||
        nodes[at + 4]! < depth
      )
        continue
      if (to - from <= LEAF) {
        for (let n = from; n < to; n++) if (see(order[n]!)) return
        continue
      }
      const half = (from + to) >> 1
      const [a, b] = [2 * node + 1, 2 * node + 2]
      // The nearer half is looked at first.
      const aFirst = nodes[BOX * a + 4]! >= nodes[BOX * b + 4]!
      stack[top++] = aFirst ? b : a
      stack[top++] = aFirst ? half : from
      stack[top++] = aFirst ? to : half
      stack[top++] = aFirst ? a : b
      stack[top++] = aFirst ? from : half
      stack[top++] = aFirst ? half : to
    }
  }
}

/** Cells that the paper is parted into along each side. */
const CELLS = 1 << 14
/** There are never more triangles than this: they would take gigabytes. */
const MOST = 2 ** 24

/** Triangles by where their middles are: those near each other on the paper stand near each other. */
function alongCurve(triangles: readonly number[], boxes: Float64Array): Int32Array {
  const middle = (k: number, axis: 0 | 1) => boxes[BOX * k + axis]! + boxes[BOX * k + axis + 2]!
  const low = [Infinity, Infinity]
  const high = [-Infinity, -Infinity]
  for (const k of triangles)
    for (const axis of [0, 1] as const) {
      low[axis] = Math.min(low[axis]!, middle(k, axis))
      high[axis] = Math.max(high[axis]!, middle(k, axis))
    }
  const cell = (k: number, axis: 0 | 1) =>
    Math.min(CELLS - 1, (CELLS * (middle(k, axis) - low[axis]!)) / (high[axis]! - low[axis]! || 1)) | 0
  // The place along the curve, and the triangle behind it, in one number.
  const keys = Float64Array.from(
    triangles,
    (k, n) => (spread(cell(k, 0)) + 2 * spread(cell(k, 1))) * MOST + (n % MOST),
  ).sort()
  return Int32Array.from(keys, (key) => triangles[key % MOST]!)
}

/** The bits of a number below 2¹⁴, each with a nought before it. */
function spread(n: number): number {
  let x = n
  x = (x | (x << 8)) & 0x00ff00ff
  x = (x | (x << 4)) & 0x0f0f0f0f
  x = (x | (x << 2)) & 0x33333333
  return (x | (x << 1)) & 0x55555555
}
