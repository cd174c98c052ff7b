/** What a step looks like: what is there by then, and what comes to it, drawn a little way off. */
import type { Model } from '../../model'
import { cross, hull, norm, plus, sizeOf, STILL, turnAt, vec3, type Vec3 } from '../../pieces'
import { turnedFrame } from '../../hardware'
import { drawView, type Solid } from '../../plans/hidden/lines'
import { PICTORIAL } from '../../plans/hidden/view'
import type { Kernel } from '../../solid'
import { instancesByKey } from '../wood'
import type { Move } from './index'

/** How far off what comes is drawn, as a share of the whole. */
const OFF = 0.3
const AIR = 0.04
const NOWHERE: Vec3 = [0, 0, 0]

export interface Shown {
  /** Keys of what is there, and what comes to it. */
  readonly there: readonly string[]
  readonly moves: readonly Move[]
  /** The way of the room that is down meanwhile; null where it stands as it will. */
  readonly lies: Vec3 | null
}

/** Paths of an SVG, with the view box that holds both; empty where nothing stands. */
export interface StepFigure {
  readonly box: string
  readonly there: string
  readonly coming: string
}

export function figureOfStep(model: Model, kernel: Kernel, { there, moves, lies }: Shown): StepFigure {
  const byKey = instancesByKey(model)
  const keys = [...there, ...moves.flatMap((m) => m.parts)]
  const all = hull(keys.flatMap((k) => byKey.get(k)?.grown ?? []))
  if (!all) return { box: '', there: '', coming: '' }
  const by = OFF * Math.max(...sizeOf(all))
  const way = new Map(moves.flatMap((m) => m.parts.map((k) => [k, m.way] as const)))
  const lay = lies ? layDown(lies) : STILL
  const solids = keys.flatMap((key): Array<Solid & { key: string }> => {
    const i = byKey.get(key)
    if (!i) return []
    const off = way.get(key) ?? NOWHERE
    const frame = {
      ...i.frame,
      origin: plus(
        i.frame.origin,
        vec3((k) => -by * off[k]),
      ),
    }
    return [{ key, shape: kernel.shape(model.recipe(i)), frame: turnedFrame(lay, frame) }]
  })
  const lines = (drawn: (key: string) => boolean) =>
    drawView(
      solids.map((s) => ({ ...s, undrawn: !drawn(s.key) })),
      PICTORIAL,
      { hidden: false },
    ).visible
  const [still, coming] = [lines((k) => !way.has(k)), lines((k) => way.has(k))]
  const us = [...still, ...coming].flatMap((s) => [s[0], s[2]])
  const vs = [...still, ...coming].flatMap((s) => [-s[1], -s[3]])
  if (us.length === 0) return { box: '', there: '', coming: '' }
  const [u, v] = [least(us), least(vs)]
  const [wide, high] = [-least(us.map((x) => -x)) - u, -least(vs.map((x) => -x)) - v]
  const pad = AIR * Math.max(wide, high)
  const n = (x: number) => x.toFixed(1)
  const path = (segments: typeof still) =>
    segments.map((s) => `M${n(s[0])} ${n(-s[1])}L${n(s[2])} ${n(-s[3])}`).join('')
  return {
    box: [u - pad, v - pad, wide + 2 * pad, high + 2 * pad].map(n).join(' '),
    there: path(still),
    coming: path(coming),
  }
}

const least = (all: readonly number[]): number => all.reduce((a, b) => Math.min(a, b), Infinity)

/** The turn that brings a level way of the room down. */
function layDown(lies: Vec3) {
  const k = cross(lies, [0, 0, -1])
  const long = norm(k)
  return long < 1e-6
    ? STILL
    : turnAt(
        [0, 0, 0],
        vec3((i) => k[i] / long),
        90,
      )
}
