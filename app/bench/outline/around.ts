/** What lies round an outline on its face: other work, and what stands beside. */
import { AXES, FACE_AT, toOwn, vec3, type Vec3 } from '../../../core/pieces'
import type { Shown } from '../../../core/shown'
import type { Place2 } from '../../../core/outline'
import { holesOf, toolMouth, toolTraced, waysOf, workKind } from '../../../core/work'
import type { Drawing } from './useOutline'

/** Faint things on the board, in places of the face. */
export interface Surroundings {
  /** What other work takes of the face. */
  readonly loops: readonly (readonly Place2[])[]
  readonly circles: ReadonlyArray<{ readonly at: Place2; readonly radius: number }>
  /** Boxes of pieces that touch the wood, with their names. */
  readonly boxes: ReadonlyArray<{ readonly low: Place2; readonly high: Place2; readonly name: string }>
  /** Corners of other work, that of an earlier outline too. */
  readonly spots: ReadonlyArray<{ readonly at: Place2; readonly says: string }>
  readonly lines: ReadonlyArray<{ readonly way: 0 | 1; readonly at: number; readonly says: string }>
}

/** As many neighbours as help more than they hide. */
const MOST_BOXES = 12
/** What has more corners than this was not drawn by a maker: it has none to be in line with. */
const MOST_CORNERS = 40

export function surroundingsOf(
  drawing: Pick<Drawing, 'wood' | 'face' | 'frame' | 'low' | 'size'> & {
    readonly step: { readonly id: string }
  },
  shown: Shown,
): Surroundings {
  const { wood, face, frame, low, step, size } = drawing
  if (!wood.key) return { loops: [], circles: [], boxes: [], spots: [], lines: [] }
  const { along, across } = waysOf(face)
  const onFace = (p: Vec3): Place2 => [p[along] - low[along], p[across] - low[across]]
  const holes = shown
    .features(wood.key)
    .flatMap((f) => (f.step === step.id ? [] : (holesOf(f) ?? [])))
    .filter((b) => FACE_AT[b.face].axis === FACE_AT[face].axis)
  const circles = holes.flatMap((b) => b.at.map((p) => ({ at: onFace(p), radius: b.diameter / 2 })))
  const own = shown.byKey.get(wood.key)!
  const boxes = shown.instances.flatMap((other) => {
    if (other.key === wood.key || !meet(own.grown, other.grown)) return []
    const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((k) =>
      onFace(
        toOwn(
          frame,
          vec3((i) => ((k >> i) & 1 ? other.grown.max[i] : other.grown.min[i])),
        ),
      ),
    )
    const least = (i: 0 | 1) => Math.min(...corners.map((c) => c[i]))
    const most = (i: 0 | 1) => Math.max(...corners.map((c) => c[i]))
    return [{ low: [least(0), least(1)] as const, high: [most(0), most(1)] as const, name: other.name }]
  })
  const { axis, far } = FACE_AT[face]
  const surface = far ? own.size[axis] : 0
  const tools = shown
    .features(wood.key)
    .filter((f) => f.step !== step.id)
    .flatMap((f) => workKind(f).cut(f.data))
  const loops = tools.flatMap((tool) => toolMouth(tool, axis, surface)).map((loop) => loop.map(onFace))
  const [u, v] = AXES.filter((i) => i !== axis)
  const near = (p: Place2) => ([0, 1] as const).every((i) => p[i] > -size[i] && p[i] < 2 * size[i])
  const spots = tools
    .flatMap((tool) => toolTraced(tool, axis)?.loops ?? [])
    .filter((loop) => loop.length > 1 && loop.length <= MOST_CORNERS)
    .flatMap((loop) => loop.map((s) => onFace(vec3((i) => (i === u ? s.from[0] : i === v ? s.from[1] : 0)))))
    .filter(near)
    .map((at) => ({ at, says: 'at a corner of other work' }))
  const shownBoxes = boxes.slice(0, MOST_BOXES)
  const lines = [
    ...circles.flatMap(({ at }) =>
      ([0, 1] as const).map((way) => ({ way, at: at[way], says: 'in line with a hole' })),
    ),
    ...spots.flatMap(({ at }) =>
      ([0, 1] as const).map((way) => ({ way, at: at[way], says: 'in line with other work' })),
    ),
    ...shownBoxes.flatMap((b) =>
      ([0, 1] as const).flatMap((way) =>
        [b.low[way], b.high[way]]
          .filter((at) => at > -size[way] && at < 2 * size[way])
          .map((at) => ({ way, at, says: `in line with ${b.name}` })),
      ),
    ),
  ]
  return { loops, circles, boxes: shownBoxes, spots, lines }
}

const meet = (a: { min: Vec3; max: Vec3 }, b: { min: Vec3; max: Vec3 }): boolean =>
  AXES.every((i) => a.min[i] < b.max[i] + 0.1 && b.min[i] < a.max[i] + 0.1)
