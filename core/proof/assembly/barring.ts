/** Which pieces bar each other along a way: by what they are let into, and by where they stand. */
import type { Joint, Project } from '../../document'
import { jointKind } from '../../joints'
import { wayApart } from '../../joints/apart'
import type { Model } from '../../model'
import {
  AXES,
  axesOf,
  carried,
  cross,
  dot,
  faceAt,
  minus,
  negated,
  norm,
  normalOf,
  overlap,
  toRoom,
  vec3,
  type Vec3,
} from '../../pieces'
import type { Instance } from '../../resolve'
import { boxInto, toolBulk, workKind, type Feature } from '../../work'
import { blankOf, opensAt } from '../wood'
import type { AssemblyMove } from './order'
import { partAtOnce, type Pair } from './together'

const ALONG = 1 - 1e-6
const SKIN = 0.05

/** How two pieces that are joined may part: the first of them, seen from the second. */
interface Parting {
  /** Ways that are open; null where work hinders none. */
  readonly open: readonly Vec3[] | null
  /** They come together at slanted faces, whose boxes tell nothing: no way against this one. */
  readonly slanted: Vec3 | null
}

const joints = new WeakMap<Project, ReadonlyMap<string, Joint>>()
function jointsOf(project: Project): ReadonlyMap<string, Joint> {
  let found = joints.get(project)
  if (!found) joints.set(project, (found = new Map(project.joints.map((j) => [j.id, j]))))
  return found
}

export class Bars {
  private readonly partings = new Map<string, Parting>()
  /** The ways that joints bring. */
  readonly ways: Vec3[] = []

  constructor(
    private readonly all: readonly Instance[],
    private readonly model: Model,
  ) {
    const at = new Map(all.map((i, n) => [i.key, n]))
    for (const i of all) if (!i.square) this.ways.push(...axesOf(i.frame))
    for (const [n, i] of all.entries())
      for (const f of model.features(i)) {
        const m = f.partner ? at.get(f.partner.key) : undefined
        if (m === undefined || f.joint === null || this.partings.has(`${n}|${m}`)) continue
        const parting = this.partingOf(n, m)
        this.partings.set(`${n}|${m}`, parting)
        this.partings.set(`${m}|${n}`, turned(parting))
        this.ways.push(...(parting.open ?? []), ...(parting.slanted ? [parting.slanted] : []))
      }
  }

  bars(n: number, m: number, way: Vec3): boolean {
    const parting = this.partings.get(`${n}|${m}`)
    if (parting?.open) return !parting.open.some((open) => dot(open, way) > ALONG)
    const [a, b] = [this.all[n]!, this.all[m]!]
    if (parting?.slanted) return dot(parting.slanted, way) < -1e-6
    return sweptHits(a, b, way)
  }

  /** Each part with the way it goes when all move at once; those that stay are no part of it. */
  atOnce(left: readonly number[]): readonly AssemblyMove[] | null {
    const place = new Map(left.map((n, k) => [n, k]))
    const pairs: Pair[] = []
    for (const [key, { open, slanted }] of this.partings) {
      const [n, m] = key.split('|').map(Number) as [number, number]
      const way = open?.[0] ?? slanted
      if (n < m && way && place.has(n) && place.has(m))
        pairs.push({ n: place.get(n)!, m: place.get(m)!, way })
      if (n < m && open?.length === 0 && place.has(n) && place.has(m)) return null
    }
    const speeds = pairs.length > 0 ? partAtOnce(left.length, pairs) : null
    if (!speeds) return null
    const parts: Array<{ parts: number[]; speed: Vec3 }> = []
    for (const [k, speed] of speeds.entries()) {
      const same = parts.find((p) => norm(minus(p.speed, speed)) < 1e-2)
      if (same) same.parts.push(left[k]!)
      else parts.push({ parts: [left[k]!], speed })
    }
    const hits = parts.some((a) =>
      parts.some((b) => {
        const way = minus(a.speed, b.speed)
        const long = norm(way)
        return (
          long > 1e-2 &&
          a.parts.some((n) =>
            b.parts.some(
              (m) =>
                !this.partings.has(`${n}|${m}`) &&
                sweptHits(
                  this.all[n]!,
                  this.all[m]!,
                  vec3((k) => way[k] / long),
                ),
            ),
          )
        )
      }),
    )
    if (parts.length < 2 || hits) return null
    return parts.map(({ parts, speed }) => {
      const long = norm(speed)
      return { parts, way: vec3((k) => (long > 1e-2 ? speed[k] / long : 0)) }
    })
  }

  private partingOf(n: number, m: number): Parting {
    const [a, b] = [this.all[n]!, this.all[m]!]
    const mine = this.between(a, b)
    const yours = this.between(b, a)
    let open: readonly Vec3[] | null = null
    let slanted: Vec3 | null = null
    const take = (ways: readonly Vec3[]) => {
      open = open === null ? ways : open.filter((o) => ways.some((w) => dot(w, o) > ALONG))
    }
    for (const f of yours) {
      const ways = this.leaves(f, b, a, () => this.wayOf(f, a, b))
      if (ways === 'any') slanted = this.wayOf(f, a, b)
      else if (ways) take(ways)
    }
    for (const f of mine) {
      const ways = this.leaves(f, a, b, () => negated(this.wayOf(f, a, b)))
      if (ways === 'any') slanted = this.wayOf(f, a, b)
      else if (ways) take(ways.map(negated))
    }
    return { open, slanted: open === null ? slanted : null }
  }

  /** What joints with another have made of a piece, but for what is put in when the two are together. */
  private between(on: Instance, other: Instance): readonly Feature[] {
    return this.model.features(on).filter((f) => {
      if (f.partner?.key !== other.key || f.joint === null || workKind(f).together) return false
      const kind = jointKind(this.joint(f)?.kind ?? '')
      return kind !== undefined && kind.later !== 'all'
    })
  }

  private readonly joint = (f: Feature): Joint | undefined => jointsOf(this.model.project).get(f.joint ?? '')

  /** The way in which the first leaves the second by the joint that has made this. */
  private wayOf(f: Feature, a: Instance, b: Instance): Vec3 {
    const joint = this.joint(f)!
    const guest = joint.between[0]!.piece === a.piece
    return guest ? wayApart(joint, a, b) : negated(wayApart(joint, b, a))
  }

  /**
   * The ways in which another piece that stands in a piece of work can leave it; any, where it only lies
   * against it or is not in it at all.
   */
  private leaves(
    f: Feature,
    on: Instance,
    other: Instance,
    joined: () => Vec3,
  ): readonly Vec3[] | 'any' | null {
    const tools = workKind(f).cut(f.data)
    if (tools.every((t) => t.kind === 'plane')) return 'any'
    const bodies = tools.map(toolBulk)
    if (bodies.some((b) => b === null)) return [joined()]
    // Pins that are put in later bar nothing, nor does what is drilled into the corners of a slot.
    const loose = jointKind(this.joint(f)!.kind)!.later === 'pins' || bodies.some((b) => 'box' in b!)
    const room = boxInto(on.frame, other.frame, blankOf(other))
    let open: readonly Vec3[] | null = null
    for (const body of bodies) {
      let ways: Vec3[]
      if ('rod' in body!) {
        if (loose) continue
        ways = [unitIn(on, minus(body.rod.from, body.rod.to))]
      } else {
        const { box } = body!
        // What is cut clear for a bit, and nothing stands in, bars nothing.
        if (room && !overlap(room, box, SKIN)) continue
        ways = AXES.flatMap((axis) =>
          [false, true]
            .filter((far) => opensAt(box, on.size, axis, far))
            .map((far) => normalOf(on.frame, faceAt(axis, far))),
        )
      }
      open = open === null ? ways : open.filter((o) => ways.some((w) => dot(w, o) > ALONG))
    }
    return open
  }
}

const turned = ({ open, slanted }: Parting): Parting => ({
  open: open && open.map(negated),
  slanted: slanted && negated(slanted),
})

const unitIn = (i: Instance, v: Vec3): Vec3 => {
  const long = norm(v)
  return carried(
    i.frame,
    vec3((k) => v[k] / long),
  )
}

/**
 * Whether a piece, moved along a way as far as it likes, runs into another: both as the boxes between their
 * shoulders. They share room at some time exactly when on all separating axes they do at that time
 * (Gottschalk 1996); each axis gives a stretch of time. What shares room from the start is let alone.
 */
export function sweptHits(a: Instance, b: Instance, way: Vec3): boolean {
  const [ca, cb] = [centreOf(a), centreOf(b)]
  const [xa, xb] = [axesOf(a.frame), axesOf(b.frame)]
  const apart = minus(cb, ca)
  const square = a.square && b.square
  const tries = square ? xa : [...xa, ...xb, ...xa.flatMap((u) => xb.map((v) => cross(u, v)))]
  let [from, to] = [-Infinity, Infinity]
  for (const axis of tries) {
    const long = norm(axis)
    if (long < 1e-6) continue
    const reach = (extentAlong(a, xa, axis) + extentAlong(b, xb, axis)) / long - SKIN
    const off = dot(apart, axis) / long
    const speed = dot(way, axis) / long
    if (Math.abs(speed) < 1e-9) {
      if (Math.abs(off) >= reach) return false
      continue
    }
    const [t1, t2] = [(off - reach) / speed, (off + reach) / speed]
    from = Math.max(from, Math.min(t1, t2))
    to = Math.min(to, Math.max(t1, t2))
  }
  return from < to && from > -SKIN
}

const centreOf = (i: Instance): Vec3 =>
  toRoom(
    i.frame,
    vec3((k) => (i.shoulder.min[k] + i.shoulder.max[k]) / 2),
  )
const extentAlong = (i: Instance, axes: readonly Vec3[], axis: Vec3): number =>
  AXES.reduce<number>(
    (sum, k) => sum + (Math.abs(dot(axes[k]!, axis)) * (i.shoulder.max[k] - i.shoulder.min[k])) / 2,
    0,
  )
