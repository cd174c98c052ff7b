/** The outline that is drawn on the board: its piece, how it comes out, and how it is changed. */
import { useMemo } from 'react'
import { change, faceOf, type FaceName, type Outline, type Step } from '../../../core/document'
import {
  EMPTY,
  pathsOf,
  MIRROR,
  solveOutline,
  treatment,
  factKind,
  type Paths,
  type Place2,
  type Solved,
  type Values,
} from '../../../core/outline'
import { axesOf, FACE_AT, vec3, type Frame, type Vec3 } from '../../../core/pieces'
import { keyOf, pieceOf } from '../../../core/resolve'
import { run, useOpen } from '../../store/open'
import { sayRefusal } from '../../ui/refusal'
import { ownWork, waysOf } from '../../../core/work'
import { faceSize } from './face'

export interface Drawing {
  readonly step: Step
  /** The piece or group it is on. */
  readonly wood: { readonly id: string; readonly name: string; readonly key: string | null }
  readonly face: FaceName
  readonly frame: Frame
  /** Where the wood starts between shoulders, own frame. */
  readonly low: Vec3
  readonly size: Place2
  readonly outline: Outline
  readonly values: Values
  readonly solved: Solved
  readonly paths: Paths
  readonly locals: Readonly<Record<string, string>>
  /** Takes an outline as what it is from now on; `did` says what was done. */
  put(next: Outline, did: string): boolean
  /** How an outline would come out with the measures as they are, and some others. */
  solve(next: Outline, more?: Values): Solved
}

/**
 * What is drawn of a step; while it is being `drawn`, ends of a half are where they were put, not yet at its
 * mirror.
 */
export function useOutline(id: string, drawn = false): Drawing | null {
  const shown = useOpen((s) => s.shown)
  const chosen = useOpen((s) => s.chosen.at(-1))
  const project = useOpen((s) => s.project)
  const on = [...project.pieces.flatMap((p) => (p.kind === 'made' ? [p] : [])), ...project.groups].find((x) =>
    x.work.some((s) => s.id === id),
  )
  const step = on?.work.find((s) => s.id === id)
  const instance =
    on && 'stock' in on
      ? (shown.byKey.get(chosen && pieceOf(chosen) === on.id ? chosen : '') ??
        shown.byId.get(on.id)?.instances[0])
      : undefined
  const group = on && !('stock' in on) ? shown.groups.find((g) => g.id === on.id) : undefined
  const frame = instance?.frame ?? group?.frames[0]
  const low = instance?.shoulder.min ?? (group?.size ? NOWHERE : undefined)
  const high = instance?.shoulder.max ?? group?.size
  return useMemo(() => {
    const face = step && (ownWork(step.kind)?.drawnOn ?? faceOf(step.at))
    if (!on || !step || !face || !frame || !low || !high) return null
    const outline = step.outline ?? { ...EMPTY, mirror: ownWork(step.kind)?.drawsHalf ?? null }
    const values: Record<string, number> = {}
    for (const part of [...outline.facts, ...outline.corners].map((told) => told.id).concat(MIRROR)) {
      const result = shown.result(keyOf.step(step.id, part))
      if (result?.ok) values[part] = result.value as number
    }
    const size = faceSize(face, low, high)
    const seen = (next: Outline): Outline => (drawn ? { ...next, mirror: null } : next)
    const solve = (next: Outline, more: Values = {}) => solveOutline(seen(next), { ...values, ...more }, size)
    const solved = solve(outline)
    return {
      step,
      wood: { id: on.id, name: on.name, key: instance?.key ?? null },
      face,
      frame,
      low,
      size,
      outline,
      values,
      solved,
      solve,
      paths: pathsOf(seen(outline), solved, values, size),
      locals: {
        L: keyOf.shoulder(on.id, 'length'),
        W: keyOf.shoulder(on.id, 'width'),
        T: keyOf.shoulder(on.id, 'thickness'),
      },
      put: (next, did) => sayRefusal(run(change.setOutline({ id: step.id, outline: next, did }))),
    } satisfies Drawing
  }, [on, step, frame, low, high, shown, instance?.key, drawn])
}
const NOWHERE: Vec3 = [0, 0, 0]

/** Own axes of a face in the room, and the way it looks. */
export function faceAxes(frame: Frame, face: FaceName): { along: Vec3; across: Vec3; out: Vec3 } {
  const ways = axesOf(frame)
  const { along, across } = waysOf(face)
  const { axis, far } = FACE_AT[face]
  return { along: ways[along], across: ways[across], out: vec3((i) => ways[axis][i] * (far ? 1 : -1)) }
}

/** The kinds of measure that a fact or the treatment of a corner has; null for a relation. */
export const measureOf = (part: { readonly kind: string }): 'length' | 'angle' | null =>
  treatment(part.kind) ? 'length' : (factKind(part.kind)?.value ?? null)
