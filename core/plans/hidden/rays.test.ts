/**
 * What is seen and what is hidden, asked by rays: from places on edges to the viewer, past every triangle
 * there is. It knows nothing of the paper.
 */
import { readFileSync } from 'node:fs'
import { readProject } from '../../document'
import { mulberry32 } from '../../cuts'
import { modelOf } from '../../model'
import { cross, dot, minus, norm, plus, toRoom, vec3, type Vec3 } from '../../pieces'
import { edgesOf } from '../../solid'
import { testKernel } from '../../testing/scenario'
import { drawView, type Drawn, type Solid } from './lines'
import type { Arc, Segment } from './merge'
import { FRONT, PICTORIAL, project, RIGHT, TOP, type View } from './view'

const kernel = await testKernel()

/** Places asked for on each drawing, and how far a drawn line may be from where it is; mm. */
const PLACES = 2000
const CHORD = 0.2
/** Nearer than this, something is at the place itself; farther than that, it is before it; mm. */
const [AT, BEFORE] = [0.005, 0.05]
/** A ray that passes a triangle's border nearer than that could go either way; mm. */
const EITHER = 0.05

function solidsOf(demo: string): Solid[] {
  const read = readProject(readFileSync(`demo/${demo}.json`, 'utf8'))
  if (!read.ok) throw new Error(read.why)
  const model = modelOf(read.project)
  return model.resolved.instances.map((i) => ({ shape: kernel.shape(model.recipe(i)), frame: i.frame }))
}
const cornersOf = ({ shape: { positions: p }, frame }: Solid): Vec3[] =>
  Array.from({ length: p.length / 3 }, (_, n) => toRoom(frame, [p[3 * n]!, p[3 * n + 1]!, p[3 * n + 2]!]))

type Seen = 'seen' | 'hidden' | 'either'

/** Whether the way from a place to the viewer is free. */
function seerOf(solids: readonly Solid[], toward: Vec3): (at: Vec3) => Seen {
  const walls = solids.flatMap((s) => {
    const corners = cornersOf(s)
    const { triangles: t } = s.shape
    return Array.from({ length: t.length / 3 }, (_, k) => {
      const a = corners[t[3 * k]!]!
      const [ab, ac] = [minus(corners[t[3 * k + 1]!]!, a), minus(corners[t[3 * k + 2]!]!, a)]
      const way = cross(toward, ac)
      const det = dot(ab, way)
      // As a share of how high it is at least, as the viewer sees it.
      const margin = (EITHER * Math.max(norm(ab), norm(ac), norm(minus(ab, ac)))) / Math.abs(det)
      return { a, ab, ac, way, det, margin }
    }).filter(({ det }) => Math.abs(det) > 1e-3)
  })
  return (at) => {
    let found: Seen = 'seen'
    for (const { a, ab, ac, way, det, margin } of walls) {
      const from = minus(at, a)
      const u = dot(from, way) / det
      if (u < -margin || u > 1 + margin) continue
      const across = cross(from, ab)
      const v = dot(toward, across) / det
      if (v < -margin || u + v > 1 + margin) continue
      const before = dot(ac, across) / det
      if (before < AT) continue
      if (before > BEFORE && u > margin && v > margin && u + v < 1 - margin) return 'hidden'
      found = 'either'
    }
    return found
  }
}

/** How far a place of the paper is from what is drawn. */
function offFrom(lines: readonly Segment[], arcs: readonly Arc[], [u, v]: readonly number[]): number {
  const off = ([a, b, c, d]: Segment) => {
    const [x, y] = [c - a, d - b]
    const t = Math.max(0, Math.min(1, ((u! - a) * x + (v! - b) * y) / (x * x + y * y || 1)))
    return Math.hypot(u! - a - t * x, v! - b - t * y)
  }
  const offArc = (arc: Arc) => {
    const angle = Math.atan2(v! - arc.v, u! - arc.u)
    const on = [-1, 0, 1, 2].some((n) => {
      const turned = angle + 2 * Math.PI * n
      return turned > arc.from - 1e-3 && turned < arc.to + 1e-3
    })
    return on ? Math.abs(Math.hypot(u! - arc.u, v! - arc.v) - arc.r) : Infinity
  }
  return Math.min(...lines.map(off), ...arcs.map(offArc), Infinity)
}

type Way = readonly [Vec3, Vec3]
const shared = ([a, b]: Way, t: number): Vec3 =>
  plus(
    a,
    vec3((k) => (b[k] - a[k]) * t),
  )

/** The edges that a view draws, in the room. */
const edgesIn = (solids: readonly Solid[], view: View): Way[] =>
  solids.flatMap((s) => {
    const corners = cornersOf(s)
    const inRoom = (n: Vec3) => minus(toRoom(s.frame, n), s.frame.origin)
    const faces = (n: Vec3) => dot(inRoom(n), view.toward) > 1e-9
    return edgesOf(s.shape)
      .filter((e) => e.sharp || faces(e.n1) !== faces(e.n2))
      .map((e): Way => [corners[e.a]!, corners[e.b]!])
  })

/** Places on them, on each as many as it is long; more than are asked for, as some could go either way. */
function placesOn(edges: readonly Way[]): Vec3[] {
  const long = edges.map(([a, b]) => Math.hypot(...minus(b, a)))
  const whole = long.reduce((sum, l) => sum + l, 0)
  const random = mulberry32(7)
  return Array.from({ length: 8 * PLACES }, () => {
    let at = random() * whole
    const n = long.findIndex((l) => (at -= l) < 0)
    return shared(edges[Math.max(0, n)]!, random())
  })
}

/** A drawing, and the places where it says otherwise than rays do, farther than the chord from an end. */
function wrongOn(solids: readonly Solid[], view: View, draw = drawView) {
  const { visible, hidden, arcs } = draw(solids, view, { hidden: true, arcs: true })
  const see = seerOf(solids, view.toward)
  const ends: Segment[] = [...visible, ...hidden].flatMap(([a, b, c, d]): Segment[] => [
    [a, b, a, b],
    [c, d, c, d],
  ])
  const edges = edgesIn(solids, view)
  const onPaper = edges.map((way): Segment => {
    const [[a, b], [c, d]] = [project(view, way[0]), project(view, way[1])]
    return [a, b, c, d]
  })
  /** Whether an edge that a ray may see from lies over or under a place. */
  const seenThere = ([u, v]: Vec3): boolean =>
    edges.some((way, n) => {
      const [a, b, c, d] = onPaper[n]!
      const [x, y] = [c - a, d - b]
      const t = Math.max(0, Math.min(1, ((u - a) * x + (v - b) * y) / (x * x + y * y || 1)))
      return Math.hypot(u - a - t * x, v - b - t * y) < CHORD && see(shared(way, t)) !== 'hidden'
    })
  let asked = 0
  const wrong = placesOn(edges).filter((at) => {
    if (asked === PLACES) return false
    const p = project(view, at)
    const says = offFrom(ends, [], p) <= CHORD ? 'either' : see(at)
    if (says === 'either') return false
    asked++
    const drawnSeen = offFrom(visible, arcs.visible, p) <= CHORD
    if (says === 'seen') return !drawnSeen
    return drawnSeen ? !seenThere(p) : offFrom(hidden, arcs.hidden, p) > CHORD
  })
  return { asked, wrong }
}

const VIEWS = { FRONT, TOP, RIGHT, PICTORIAL }
const CASES = ['cold-frame', 'glazed-lid'].flatMap((demo) =>
  Object.entries(VIEWS).map(([name, view]) => [demo, name, view] as const),
)
test.each(CASES)('%s, %s: places on its edges are drawn as rays see them', (demo, _, view) => {
  const { asked, wrong } = wrongOn(solidsOf(demo), view)
  expect(asked).toBe(PLACES)
  expect(wrong).toEqual([])
})

test('a drawing that leaves lines out, or draws what is behind as if it were seen, is found wrong', () => {
  const solids = solidsOf('seed-cabinet')
  const wrong = (spoil: (drawn: Drawn) => Partial<Drawn>) =>
    wrongOn(solids, PICTORIAL, (...given) => {
      const drawn = drawView(...given)
      return { ...drawn, ...spoil(drawn) }
    }).wrong.length
  expect(wrong(({ visible }) => ({ visible: visible.slice(5) }))).toBeGreaterThan(10)
  expect(wrong(({ hidden }) => ({ hidden: hidden.slice(5) }))).toBeGreaterThan(10)
  expect(wrong(({ visible, hidden }) => ({ visible: [...visible, ...hidden.slice(0, 5)] }))).toBeGreaterThan(
    10,
  )
})
