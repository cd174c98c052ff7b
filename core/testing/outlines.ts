/** Outlines that tests saw: on a face, in millimetres along and across it. */
import { change, onFace, Outline, type Change, type FaceName, type Step } from '../document'

/** Straight sides round about some corners. */
export const corners = (...at: ReadonlyArray<readonly [number, number]>): Outline =>
  Outline.parse({
    points: Object.fromEntries(at.map((p, n) => [`p${n + 1}`, p])),
    edges: at.map((_, n) => ({
      id: `e${n + 1}`,
      kind: 'line',
      from: `p${n + 1}`,
      to: `p${((n + 1) % at.length) + 1}`,
    })),
  })

export const circle = (u: number, v: number, radius: number): Outline =>
  Outline.parse({
    points: { p1: [u, v], p2: [u + radius, v] },
    edges: [{ id: 'e1', kind: 'circle', centre: 'p1', rim: 'p2' }],
  })

export const sawnTo = (outline: Outline, face: FaceName = 'face', id = 'w1'): Step => ({
  id,
  kind: 'shape',
  off: false,
  at: onFace(face),
  fields: {},
  options: {},
  outline,
})

export const saw = (on: string, outline: Outline, face: FaceName = 'face'): Change =>
  change.addStep({ on, step: sawnTo(outline, face, `w${on}`) })
