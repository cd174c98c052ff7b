/** Where a board that hangs at the pointer would stand: against the face under it, clear of all wood. */
import { measureText } from '../../../core/measure'
import type { MadePiece } from '../../../core/document'
import {
  DIRECTION_OF,
  overlap,
  sideAt,
  vec3,
  type Axis,
  type Box,
  type RoomSide,
  type Vec3,
} from '../../../core/pieces'
import type { Shown } from '../../../core/shown'
import { snapAlong, type Thing } from './snap'
import { thingsIn } from './targets'

/** What boxes may share and only touch, millimetres. */
const HAIR = 0.05

export interface Hung {
  readonly box: Box
  /** Where it starts or ends in each direction, in the words of the ticket. */
  readonly starts: MadePiece['spans']
  /** The piece that it would stand in; null where it is clear. */
  readonly inside: string | null
}

/** What is under the pointer: a face and the place on it, or a place on the floor. */
export interface Under {
  readonly point: Vec3
  readonly face: { readonly thing: Thing; readonly side: RoomSide } | null
}

/** `size` is its room box; `reach` how near a face draws it, `step` what it goes by else, millimetres. */
export function hang(shown: Shown, size: Vec3, { point, face }: Under, reach: number, step: number): Hung {
  const things = thingsIn(shown)
  const starts: Record<string, MadePiece['spans']['up']> = {}
  const place = (axis: Axis): number => {
    const direction = DIRECTION_OF[axis]!
    if (face && sideAt(face.side).axis === axis) {
      const { far } = sideAt(face.side)
      const { box, ref } = face.thing
      starts[direction] = { [far ? 'start' : 'end']: `@${ref}.${face.side}` }
      return far ? box.max[axis] : box.min[axis] - size[axis]
    }
    if (!face && axis === 2) {
      starts[direction] = { start: '0' }
      return 0
    }
    const start = point[axis] - size[axis] / 2
    const snap = snapAlong(axis, { start, size: size[axis] }, things, reach)
    if (snap) {
      starts[direction] = { [snap.side]: snap.text }
      return snap.at - { start: 0, end: size[axis], centre: size[axis] / 2 }[snap.side]
    }
    const even = Math.round(start / step) * step
    starts[direction] = { start: measureText(even, shown.style) }
    return even
  }
  const min = vec3(place)
  const box = { min, max: vec3((i) => min[i] + size[i]) }
  const inside = shown.instances.find((i) => overlap(box, i.box, HAIR))
  return { box, starts: starts as MadePiece['spans'], inside: inside?.name ?? null }
}

/** Where a board stands that is put down without being shown a place: where it is clear of all others. */
export function clearOf(shown: Shown, size: Vec3): Hung {
  const under = (x: number): Hung => {
    const box = { min: vec3((i) => (i === 0 ? x : 0)), max: vec3((i) => size[i] + (i === 0 ? x : 0)) }
    const start = (mm: number) => ({ start: mm === 0 ? '0' : measureText(mm, shown.style) })
    const inside = shown.instances.find((i) => overlap(box, i.box, HAIR))
    return { box, starts: { across: start(x), deep: start(0), up: start(0) }, inside: inside?.name ?? null }
  }
  const first = under(0)
  if (first.inside === null) return first
  const gap = shown.style.unit === 'in' ? 50.8 : 50
  const right = Math.max(...shown.instances.map((i) => i.grown.max[0]))
  const step = shown.style.unit === 'in' ? 25.4 : 10
  return under(Math.ceil((right + gap) / step) * step)
}
