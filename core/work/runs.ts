/** What kinds of work that go along the edges of a face share. */
import type { FaceName, Step } from '../document'
import type { Mm } from '../measure'
import { FACE_AT, faceAt, sayFace, unit, vec3, type Axis, type Frame, type Vec3 } from '../pieces'
import { theFace } from './feature'
import { waysOf } from './onface'
import { CannotMake, type OnSurface, type Wood } from './own'
import { sideAlong, toolInto, type Looks, type Run, type Vec2 } from './tool'

/** How a bit goes along the edges of one face. */
export interface Going extends Pick<Run, 'loops' | 'holes' | 'sharp' | 'corner' | 'off' | 'depth' | 'short'> {
  readonly face: FaceName
  /** The faces whose edges it goes along; all, when none is named. */
  readonly sides: readonly FaceName[]
  readonly profile: readonly Vec2[]
}

/** The six faces as seen on one of them: which way in its x and y each lies. */
const looksOf = (face: FaceName, sides: readonly FaceName[]): Looks[] => {
  const { along, across } = waysOf(face)
  return sides.flatMap((s): Looks[] => {
    const { axis, far } = FACE_AT[s]
    if (axis === along) return [far ? 'x+' : 'x-']
    return axis === across ? [far ? 'y+' : 'y-'] : []
  })
}

/** A face of wood of this size: x and y along its ways, z out of it. */
export function faceFrame(face: FaceName, size: Vec3): Frame {
  const { into, along, across } = waysOf(face)
  const { far } = FACE_AT[face]
  return {
    origin: vec3((i) => (i === into && far ? size[into] : 0)),
    x: unit(along),
    y: unit(across),
    z: vec3((i) => (i === into ? (far ? 1 : -1) : 0)),
  }
}

/** Sides that go into a joint: there the finished wood ends beyond its shoulder. */
export const hiddenSides = ({ shoulder, size }: Pick<Wood, 'shoulder' | 'size'>): FaceName[] =>
  ([0, 1, 2] as const).flatMap((axis: Axis) => [
    ...(shoulder.min[axis] > 1e-6 ? [faceAt(axis, false)] : []),
    ...(size[axis] - shoulder.max[axis] > 1e-6 ? [faceAt(axis, true)] : []),
  ])

/**
 * What a bit takes that goes so. What goes into joints is left alone unless it is named. `made`: the face is
 * a surface that earlier work has left, and not one of a piece.
 */
export const runOn = (going: Going, wood: Pick<Wood, 'shoulder' | 'size'>, made = false): Run => {
  const { face, sides, ...rest } = going
  const named = looksOf(face, sides)
  return {
    kind: 'run',
    frame: faceFrame(face, wood.size),
    ...rest,
    sides: named,
    spared: looksOf(face, hiddenSides(wood)).filter((l) => !named.includes(l)),
    // The plane of a surface that was made may come to wood elsewhere.
    ...(made && {
      within: [
        [0, 0],
        [wood.size[0], wood.size[1]],
      ] as const,
    }),
    among: null,
  }
}

export const runInto = (to: Frame, from: Frame, run: Run): Run => toolInto(to, from, run) as Run

/** The own face that a way points out of, or the other way. */
function faceToward(way: Vec3, forth: boolean): FaceName {
  const side = sideAlong(way)
  return faceAt((side >> 1) as Axis, (side % 2 === 1) === forth)
}

/** The face that a run lies on as a piece has it whose frame it is given in. */
export const faceUnder = ({ frame }: Run): FaceName => faceToward(frame.z, true)

/** "all round the face", "along edge 1 and end 2 of the back", "round the openings of the face". */
export function sayRun(run: Run): string {
  const on = theFace(faceUnder(run))
  if (run.sides.length > 0) {
    const names = run.sides.map((l) => sayFace(faceToward(run.frame[l[0] as 'x' | 'y'], l[1] === '+'))).sort()
    const said = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]
    return `along ${said} of ${on}`
  }
  return {
    all: `all round ${on}`,
    outside: `round the outside of ${on}`,
    inside: `round the openings of ${on}`,
  }[run.loops]
}

/** The step on a mirror image whose width has been turned over. */
export function imageOfRun(step: Step): Step {
  const turn = <T>(x: T): T =>
    JSON.parse(
      JSON.stringify(x).replace(/"edge([12])"/g, (_, n: string) => `"edge${n === '1' ? '2' : '1'}"`),
    ) as T
  return { ...step, at: turn(step.at) }
}

/** What is round has no outline of its own; its rims are edges of the flats that they lie on. */
export const noRim = (on: OnSurface, name: string): CannotMake =>
  new CannotMake(`No edges lie round ${on.says} of ${name}: choose the flat at the end of it`)

/** How many passes it takes to a depth with bites of at most so much. */
export const passesTo = (depth: Mm, bite: Mm): number => Math.max(1, Math.ceil(depth / bite - 1e-6))
