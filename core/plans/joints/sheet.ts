/** Each different joint cut open, in a ring, at a larger scale, with what is cut for it. */
import { jointKind } from '../../joints'
import { formatLength, marked } from '../../measure'
import type { Model } from '../../model'
import { mainAxis } from '../../pieces'
import { bareName } from '../../resolve'
import { workKind } from '../../work'
import { ring, segmentWithin, within } from '../additions/detail'
import type { Draft } from '../draft'
import { drawnMarks, type Placed } from '../drawn'
import { shorten } from '../frame'
import { drawingAreaOf, type Content } from '../framed'
import { handOn, moved, type Hand } from '../hand'
import { project } from '../hidden/view'
import { grown, wrapped, type Rooms } from '../leaders'
import { sayPlain } from '../piece/told'
import { scalesFrom } from '../scale'
import { hatching, hatchMarks } from '../section'
import { asPart, boundsOf, line, SMALL, TEXT, write, type Bounds, type Mark, type Text } from '../sheet'
import { onPaper, type PlacedView } from '../spots'
import { cutFor, openedAt, type JointShown } from './shown'

/** Two rows of three on a small sheet. */
const CELL = { wide: 80, high: 66 } as const
const SAID = 5
const HATCH = 1.6

const gridOn = ({ x1, y1, x2, y2 }: Bounds) => ({
  columns: Math.max(1, Math.floor((x2 - x1) / CELL.wide)),
  rows: Math.max(1, Math.floor((y2 - y1) / CELL.high)),
})

/** So many stand on a sheet. */
export const jointsPerSheet = (model: Model): number => {
  const { columns, rows } = gridOn(drawingAreaOf(model.project))
  return columns * rows
}

/** Yields now and then while it draws. */
export function* jointsSheet(
  draft: Draft,
  shown: readonly JointShown[],
  key: string,
): Generator<undefined, Content> {
  const { model } = draft
  const area = drawingAreaOf(model.project)
  const hand = handOn(model.project, [key])
  const { columns, rows } = gridOn(area)
  const used = Math.min(columns, shown.length)
  const deep = Math.min(rows, Math.ceil(shown.length / used))
  const [wide, high] = [(area.x2 - area.x1) / used, (area.y2 - area.y1) / deep]
  const marks: Mark[] = []
  for (const [n, joint] of shown.entries()) {
    const { kind, id } = joint.joint
    const touch = hand.touch({
      kind: 'picture',
      key: `joint ${id}`,
      says: `Detail ${joint.n}, ${jointKind(kind)!.title.toLowerCase()}`,
    })
    if (touch.hidden) continue
    const [dx, dy] = touch.by ?? [0, 0]
    const [x1, y1] = [area.x1 + (n % used) * wide + dx, area.y1 + Math.floor(n / used) * high + dy]
    const cell = yield* jointCell(draft, joint, { x1, y1, x2: x1 + wide, y2: y1 + high })
    marks.push(...asPart(`joint ${id}`, cell))
  }
  return {
    title: 'Joints',
    detail: 'Details of joints, cut open',
    scale: 'as said',
    marks,
    items: hand.itemsOn(marks, true),
  }
}

function* jointCell(
  { model, kernel, before: { lines } }: Draft,
  joint: JointShown,
  { x1, y1, x2, y2 }: Bounds,
): Generator<undefined, Mark[]> {
  const { unit: lengths } = model.project.settings.style
  const { at, view, radius } = joint
  const texts = saidOf(model, joint).flatMap((text) => wrapped(text, x2 - x1 - 10))
  const said = 8 + texts.length * SAID
  const room = Math.min(x2 - x1 - 12, y2 - y1 - said - 8) / 2
  const [scale] = scalesFrom(lengths, true, (s) => radius * s <= room, 1)
  const s = scale!.factor
  const open = openedAt(model, kernel, joint)
  const [u, v] = project(view, at)
  const put: Placed = {
    outline: { u1: u - radius, u2: u + radius, v1: v - radius, v2: v + radius },
    x: (x1 + x2) / 2 - radius * s,
    y: y1 + said + 3 + room + radius * s,
    scale: s,
  }
  const drawn = yield* lines.drawing(
    open.map((o) => o.solid),
    view,
    { hidden: false, arcs: true },
  )
  const hatched = hatching(open, view, HATCH / s).flatMap((h) => segmentWithin(h, [u, v], radius))
  return [
    write(x1 + 4, y1 + 6, shorten(`Detail ${joint.n}, ${scale!.says}`, TEXT, x2 - x1 - 6)),
    ...texts.map((text, n) => write(x1 + 4, y1 + 11 + n * SAID, text, { size: SMALL })),
    ...drawnMarks(within(drawn, [u, v], radius), put),
    ...hatchMarks(hatched, put),
    ring(put.x + radius * s, put.y - radius * s, radius * s),
  ]
}

/** "Housing, Shelf and Left side, 4 ×", and what is cut for it. */
function saidOf(model: Model, shown: JointShown): string[] {
  const { joint, guest, host, times } = shown
  const say = (mm: number) => marked(formatLength(mm, model.resolved.style))
  const works = cutFor(model, shown).flatMap(({ i, works: all }) =>
    all.map((f) => `${bareName(i.name)}: ${sayPlain(workKind(f).callout(f.data), say)}`),
  )
  const count = times > 1 ? `, ${times} ×` : ''
  const title = `${jointKind(joint.kind)!.title}, ${bareName(guest.name)} and ${bareName(host.name)}${count}`
  return [title, ...new Set(works)].slice(0, MOST)
}
const MOST = 5

/** Where from a ring its number may stand. */
const WAYS = [45, 135, 225, 315, 0, 90, 180, 270].map((d) => (d * Math.PI) / 180)

/** Rings round joints on the views of the whole, with the numbers of their details. */
export function jointRings(
  joints: readonly JointShown[],
  views: readonly PlacedView[],
  { texts, ink }: Pick<Rooms, 'texts' | 'ink'>,
  hand: Hand,
): Mark[] {
  return joints.flatMap(({ n, joint, at, radius, view: seen }): Mark[] => {
    const same = views.find((v) => mainAxis(v.view.toward) === mainAxis(seen.toward)) ?? views[0]
    if (!same) return []
    const key = `ring ${joint.id}`
    const touch = hand.touch({ kind: 'mark', key, says: `Ring of detail ${n}` })
    if (touch.hidden) return []
    const [u, v] = project(same.view, at)
    const { x, y } = onPaper(same, [u, v])
    const r = Math.max(2, radius * same.at.scale)
    const placed = WAYS.map((t): Mark[] => {
      const [cos, sin] = [Math.cos(t), Math.sin(t)]
      const [out, end] = [r, r + 3]
      const anchor = cos < -0.1 ? 'end' : cos > 0.1 ? 'start' : 'middle'
      return [
        line(x + out * cos, y - out * sin, x + end * cos, y - end * sin, 'dimension'),
        write(x + (end + 0.6) * cos, y - (end + 1.8) * sin + 1.2, String(n), { anchor }),
      ]
    }).find((m) => ink.free(grown(boundsOf(m[1] as Text), 0.4)))
    if (!placed) return []
    const marks = asPart(key, [ring(x, y, r), ...placed])
    const by = touch.by
    const drawn = by ? marks.map((m) => moved(m, by)) : marks
    ink.draw(drawn)
    texts.take(boundsOf(drawn.at(-1) as Text))
    return drawn
  })
}
