/**
 * DXF text as strokes: lines, polylines with bulges, arcs, circles, ellipses, splines, and blocks of such.
 */
import DxfParser, { type IEntity, type IPoint } from 'dxf-parser'
import { straight, type Place2, type Segment } from '../../../outline'
import {
  after,
  at,
  counted,
  cubic,
  ended,
  Left,
  ovalPieces,
  SAME,
  turned,
  Unread,
  type Matrix,
  type Strokes,
} from './kind'
import { splinePieces, throughPlaces } from './spline'

/** Millimetres of a unit by its number ($INSUNITS). */
const UNITS: Readonly<Record<number, number>> = {
  1: 25.4,
  2: 304.8,
  4: 1,
  5: 10,
  6: 1000,
  8: 25.4e-6,
  9: 0.0254,
  10: 914.4,
  13: 1e-3,
  14: 100,
}
/** Blocks within blocks go no deeper, and no block stands in more rows and columns. */
const DEEP = 8
const ROWS = 200
/** And no more of them are looked into, with strokes in them or without. */
const MOST_BLOCKS = 20_000

/** What is told of entities of all kinds; each has some of it. */
interface DxfEntity extends IEntity {
  readonly vertices?: ReadonlyArray<IPoint & { readonly bulge?: number }>
  readonly shape?: boolean
  readonly center?: IPoint
  readonly radius?: number
  readonly startAngle?: number
  readonly endAngle?: number
  readonly majorAxisEndPoint?: IPoint
  readonly axisRatio?: number
  readonly controlPoints?: readonly IPoint[]
  readonly fitPoints?: readonly IPoint[]
  readonly knotValues?: readonly number[]
  readonly weights?: readonly number[]
  readonly degreeOfSplineCurve?: number
  readonly extrusionDirection?: IPoint
  readonly is3dPolyline?: boolean
  readonly name?: string
  readonly position?: IPoint
  readonly xScale?: number
  readonly yScale?: number
  readonly rotation?: number
  readonly columnCount?: number
  readonly rowCount?: number
  readonly columnSpacing?: number
  readonly rowSpacing?: number
}

const placeOf = (p: IPoint | undefined): Place2 => {
  if (!p) throw new Unread('an entity in it has no place')
  return [p.x, p.y ?? 0]
}
const circular = (c: IPoint | undefined, radius: number | undefined, from: number, to: number): Segment[] => {
  const r = radius ?? 0
  if (!(r > 0)) return []
  return ovalPieces({ centre: placeOf(c), u: [r, 0], v: [0, r], from, to })
}
const anticlockwise = (from = 0, to = 2 * Math.PI): readonly [number, number] => {
  const turn = to - from - 2 * Math.PI * Math.floor((to - from) / (2 * Math.PI))
  return [from, from + (turn < 1e-12 ? 2 * Math.PI : turn)]
}

/** A side of a polyline: straight, or an arc whose quarter turn has its bulge for a tangent. */
function side(from: Place2, to: Place2, bulge: number): Segment[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
  if (dx === 0 && dy === 0) return []
  if (Math.abs(bulge) < 1e-12) return [straight(from, to)]
  const off = (1 - bulge * bulge) / (4 * bulge)
  const centre: Place2 = [(from[0] + to[0]) / 2 - dy * off, (from[1] + to[1]) / 2 + dx * off]
  const radius = Math.hypot(from[0] - centre[0], from[1] - centre[1])
  return [{ kind: 'arc', from, to, centre, radius, sweep: 4 * Math.atan(bulge), of: '' }]
}

function polyline({ vertices = [], shape }: DxfEntity): Segment[] {
  const places = vertices.map(placeOf)
  return places.flatMap((p, k) => {
    const next = k + 1 < places.length ? places[k + 1]! : shape && places.length > 1 ? places[0]! : null
    return next ? side(p, next, vertices[k]!.bulge ?? 0) : []
  })
}

/** Entities that are strokes. */
const STROKES: Readonly<Record<string, (e: DxfEntity) => Segment[]>> = {
  LINE: ({ vertices = [] }) => {
    const [a, b] = [placeOf(vertices[0]), placeOf(vertices[1])]
    return a[0] === b[0] && a[1] === b[1] ? [] : [straight(a, b)]
  },
  LWPOLYLINE: polyline,
  POLYLINE: polyline,
  CIRCLE: (e) => circular(e.center, e.radius, 0, 2 * Math.PI),
  ARC: (e) => circular(e.center, e.radius, ...anticlockwise(e.startAngle, e.endAngle)),
  ELLIPSE: ({ center, majorAxisEndPoint, axisRatio = 1, startAngle, endAngle, extrusionDirection }) => {
    const u = placeOf(majorAxisEndPoint)
    const [from, to] = anticlockwise(startAngle, endAngle)
    if (Math.hypot(...u) === 0 || axisRatio === 0) return []
    // Its shorter axis is its extrusion across the longer: seen from behind it turns the other way.
    const k = axisRatio * ((extrusionDirection?.z ?? 1) < 0 ? -1 : 1)
    return ovalPieces({ centre: placeOf(center), u, v: [-u[1] * k, u[0] * k], from, to })
  },
  SPLINE: ({
    degreeOfSplineCurve: degree = 3,
    knotValues: knots = [],
    controlPoints = [],
    fitPoints = [],
    weights,
  }) =>
    controlPoints.length === 0
      ? throughPlaces(fitPoints.map(placeOf))
      : splinePieces({ degree, knots, points: controlPoints.map(placeOf), weights: weights ?? null }),
}
const NAMED: Readonly<Record<string, string>> = {
  TEXT: 'text',
  MTEXT: 'text',
  ATTDEF: 'text',
  ATTRIB: 'text',
  DIMENSION: 'dimension',
  POINT: 'point',
  SOLID: 'filled part',
  '3DFACE': 'face in space',
  IMAGE: 'picture',
}

function carried(s: Segment, m: Matrix): Segment[] {
  if (s.kind === 'line') return [straight(at(m, s.from), at(m, s.to))]
  if (s.kind === 'curve') return [cubic(at(m, s.from), at(m, s.leave), at(m, s.arrive), at(m, s.to))]
  const from = Math.atan2(s.from[1] - s.centre[1], s.from[0] - s.centre[0])
  const pieces = ovalPieces({
    centre: at(m, s.centre),
    u: turned(m, [s.radius, 0]),
    v: turned(m, [0, s.radius]),
    from,
    to: from + s.sweep,
  })
  return ended(pieces, at(m, s.from), at(m, s.to))
}

/** Kinds whose places lie in a plane of their own, square to their extrusion; those of others do not. */
const PLANAR = new Set(['LWPOLYLINE', 'POLYLINE', 'CIRCLE', 'ARC', 'INSERT'])

/** How an entity lies in the drawing: seen from behind, its x runs the other way; null where it slopes. */
function faced(e: DxfEntity): Matrix | null {
  const { x, y, z } = e.extrusionDirection ?? { x: 0, y: 0, z: 1 }
  const [a, b] = e.vertices ?? []
  const level = e.type !== 'LINE' || Math.abs((a?.z ?? 0) - (b?.z ?? 0)) < 1e-9
  if (!level || Math.abs(z) < (1 - 1e-9) * Math.hypot(x, y, z)) return null
  return z < 0 && PLANAR.has(e.type) && !e.is3dPolyline ? [-1, 0, 0, 1, 0, 0] : SAME
}

export function readDxf(text: string): Strokes {
  const read = parsed(text)
  const left = new Left()
  const segments: Segment[] = []
  let blocks = 0
  const walk = (entities: readonly IEntity[], m: Matrix, deep: number): void => {
    if (++blocks > MOST_BLOCKS)
      throw new Unread(`its blocks stand in it more than ${MOST_BLOCKS.toLocaleString('en')} times`)
    for (const e of entities as readonly DxfEntity[]) {
      if (e.visible === false || e.inPaperSpace) {
        left.put(e.inPaperSpace ? 'part of a paper layout' : 'hidden part')
        continue
      }
      const stroke = Object.hasOwn(STROKES, e.type) ? STROKES[e.type] : undefined
      const lies = stroke || e.type === 'INSERT' ? faced(e) : SAME
      if (!lies) {
        left.put('part that is not flat')
        continue
      }
      const here = after(m, lies)
      if (stroke) segments.push(...stroke(e).flatMap((s) => carried(s, here)))
      else if (e.type === 'INSERT') {
        const block =
          read.blocks && Object.hasOwn(read.blocks, e.name ?? '') ? read.blocks[e.name!] : undefined
        if (!block || deep >= DEEP) left.put('block that is not there')
        else
          for (const place of standsOf(e))
            walk(block.entities ?? [], after(after(here, place), away(block.position)), deep + 1)
      } else left.put(NAMED[e.type] ?? e.type)
      counted(segments)
    }
  }
  walk(read.entities ?? [], SAME, 0)
  const unit = UNITS[Number(read.header?.$INSUNITS)]
  return { segments, unit: unit ?? null, left: left.all }
}

const away = (p: IPoint | undefined): Matrix => [1, 0, 0, 1, -(p?.x ?? 0), -(p?.y ?? 0)]

/** Each place a block stands at. */
function standsOf(e: DxfEntity): Matrix[] {
  const turn = ((e.rotation ?? 0) * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const [sx, sy] = [e.xScale ?? 1, e.yScale ?? 1]
  const [x, y] = placeOf(e.position ?? { x: 0, y: 0, z: 0 })
  const count = (n: number | undefined) => Math.min(ROWS, Math.max(1, n ?? 1))
  return Array.from({ length: count(e.columnCount) }, (_, c) =>
    Array.from({ length: count(e.rowCount) }, (__, r): Matrix => {
      const [u, v] = [c * (e.columnSpacing ?? 0), r * (e.rowSpacing ?? 0)]
      return [cos * sx, sin * sx, -sin * sy, cos * sy, x + cos * u - sin * v, y + sin * u + cos * v]
    }),
  ).flat()
}

type Handler = InstanceType<Parameters<DxfParser['registerEntityHandler']>[0]>
type Scanner = Parameters<Handler['parseEntity']>[0]
type Group = Parameters<Handler['parseEntity']>[1]

/** What an entity says, group by group. */
class Groups {
  private readonly all: Group[] = []

  /** Up to the next entity; what is embedded in this one is left out. */
  constructor(scanner: Scanner) {
    let embedded = false
    for (let group = scanner.next(); group.code !== 0; group = scanner.next()) {
      embedded ||= group.code === 101
      if (!embedded) this.all.push(group)
    }
  }

  /** What stands by a code. */
  text = (code: number): string | undefined => this.all.findLast((g) => g.code === code)?.value as string
  number = (code: number): number | undefined => this.numbers(code).at(-1)
  numbers = (code: number): number[] => this.all.filter((g) => g.code === code).map((g) => Number(g.value))

  /** The places whose x stands by a code, each with the bulge that is told of it. */
  places(code: number): Array<IPoint & { bulge?: number }> {
    const out: Array<IPoint & { bulge?: number }> = []
    for (const { code: of, value } of this.all) {
      if (of === code) out.push({ x: Number(value), y: 0, z: 0 })
      const last = out.at(-1)
      if (last && of === code + 10) last.y = Number(value)
      if (last && of === code + 20) last.z = Number(value)
      if (last && of === 42) last.bulge = Number(value)
    }
    return out
  }
}

const radians = (degrees: number | undefined): number | undefined =>
  degrees === undefined ? undefined : (degrees * Math.PI) / 180

/**
 * What the parser itself reads of these leaves out what changes their size or place: weights, extrusions, all
 * corners before one with a code that is new to it.
 */
const OWN: Readonly<Record<string, (g: Groups) => Partial<DxfEntity>>> = {
  LINE: (g) => ({ vertices: [...g.places(10), ...g.places(11)] }),
  CIRCLE: (g) => ({ center: g.places(10)[0], radius: g.number(40) }),
  ARC: (g) => ({
    center: g.places(10)[0],
    radius: g.number(40),
    startAngle: radians(g.number(50)),
    endAngle: radians(g.number(51)),
  }),
  ELLIPSE: (g) => ({
    center: g.places(10)[0],
    majorAxisEndPoint: g.places(11)[0],
    axisRatio: g.number(40),
    startAngle: g.number(41),
    endAngle: g.number(42),
  }),
  LWPOLYLINE: (g) => ({ vertices: g.places(10), shape: ((g.number(70) ?? 0) & 1) === 1 }),
  SPLINE: (g) => ({
    controlPoints: g.places(10),
    fitPoints: g.places(11),
    knotValues: g.numbers(40),
    weights: g.numbers(41).length > 0 ? g.numbers(41) : undefined,
    degreeOfSplineCurve: g.number(71),
  }),
  INSERT: (g) => ({
    name: g.text(2),
    position: g.places(10)[0],
    xScale: g.number(41),
    yScale: g.number(42),
    rotation: g.number(50),
    columnCount: g.number(70),
    rowCount: g.number(71),
    columnSpacing: g.number(44),
    rowSpacing: g.number(45),
  }),
}

const handlers = Object.entries(OWN).map(
  ([type, told]) =>
    class {
      readonly ForEntityName = type

      parseEntity(scanner: Scanner): IEntity {
        const g = new Groups(scanner)
        return {
          type,
          ...told(g),
          visible: (g.number(60) ?? 0) === 0,
          inPaperSpace: (g.number(67) ?? 0) !== 0,
          extrusionDirection: { x: g.number(210) ?? 0, y: g.number(220) ?? 0, z: g.number(230) ?? 1 },
        } as unknown as IEntity
      }
    },
)

/** Codes that say nothing the parser knows, comments among them. */
const silent = (code: number): boolean =>
  (code > 149 && code < 160) || (code > 179 && code < 210) || (code > 239 && code < 270) || code === 999

/** Pairs of a code and what it says, each on its line; those that say nothing here are left out. */
function groupsOf(text: string): string {
  const lines = text.split(/\r\n|\r|\n/)
  const out: string[] = []
  for (let k = 0; k + 1 < lines.length; k += 2) {
    const code = Number(lines[k])
    if (lines[k]!.trim() === '' || !Number.isInteger(code) || code < -5 || code > 1071)
      throw new Unread(`it is damaged: there should be a group code in line ${k + 1}`)
    if (out.at(-2)?.trim() === '0' && out.at(-1)?.trim() === 'SECTION' && code !== 2)
      throw new Unread(`it is damaged: there should be the name of a section in line ${k + 2}`)
    if (!silent(code)) out.push(lines[k]!, lines[k + 1]!)
    if (code === 0 && lines[k + 1]!.trim() === 'EOF') break
  }
  return out.join('\n')
}

function parsed(text: string) {
  try {
    const parser = new DxfParser()
    for (const handler of handlers) parser.registerEntityHandler(handler as never)
    const read = parser.parseSync(groupsOf(text))
    if (!read) throw new Unread('it is empty')
    return read
  } catch (error) {
    if (error instanceof Unread) throw error
    // What the parser runs into says nothing to a maker.
    throw new Unread('it is damaged: its sections do not hold together')
  }
}
