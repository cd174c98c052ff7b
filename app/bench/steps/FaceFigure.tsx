/**
 * The face that a step is on, from the side it is worked from, with the step's dimensions on it: a press on
 * one goes to its field, a press on an end has it measured from there.
 */
import { useId } from 'react'
import { change, faceOf, type Step } from '../../../core/document'
import { cornersOf } from '../../../core/outline'
import { AXES, FACE_AT, faceAt, sayFace, type Axis } from '../../../core/pieces'
import { sayLength, type Instance } from '../../../core/resolve'
import type { Shown } from '../../../core/shown'
import {
  ownWork,
  seenAs,
  toolTraced,
  workKind,
  type Datum,
  type Dimension,
  type Feature,
  type Standing,
} from '../../../core/work'
import { run, useOpen } from '../../store/open'
import { drawnFractions, inWords } from '../../ui/fractions'
import { sayRefusal } from '../../ui/refusal'
import { blockUnder } from '../tools/place/onsurface'

const [WIDE, HIGH] = [288, 132]
const ROOM = { left: 46, right: 42, top: 10, bottom: 46 }
/** How near the sides of what is round are to it, millimetres. */
const CHORD = 0.3
const RED = { fill: 'var(--pencil)', fillOpacity: 0.28, stroke: 'var(--pencil)' } as const
/** What is shorter on paper than so many pixels has its figure beside it. */
const SMALL = 26

interface Props {
  readonly feature: Feature
  readonly step: Step
  readonly on: Pick<Instance, 'size'>
  /** It is on a surface that earlier work has left, not on one of the six faces. */
  readonly made?: boolean
  /** Goes to the field of a dimension that was pressed. */
  readonly onField: (name: string) => void
}

/** The options that say from where a place is measured, as kinds of work call them. */
const fromOf = (step: Step, field: string): string | null => {
  const names = ownWork(step.kind)!.options.map((o) => o.name)
  return [`${field}From`, 'from'].find((n) => names.includes(n)) ?? null
}

/** The dimensions of a step along its face; none for what runs along edges. */
const flatOf = (feature: Feature, step: Step): readonly Dimension[] => {
  const kind = workKind(feature)
  const { axis: into } = FACE_AT[faceOf(step.at) ?? kind.shownOn(feature.data)]
  return kind.dimensions(feature.data).filter((d) => d.axis !== into)
}
/** A step as it is told: on a made surface, with that as the face of a block. */
export function seenOn(feature: Feature, step: Step, on: Instance, shown: Shown): Omit<Props, 'onField'> {
  const { on: surface } = feature.data as Standing<unknown>
  const block = blockUnder(step, on, shown, surface?.round?.turn ?? 0)
  if (!block) return { feature, step, on }
  return {
    feature: { ...feature, data: surface?.told ?? feature.data },
    step: seenAs(step),
    on: block,
    made: true,
  }
}

/** What is told by an outline has its drawing on the board. */
export const drawsFace = (feature: Feature, step: Step): boolean =>
  !ownWork(step.kind)?.outlined?.(step.options) && flatOf(feature, step).length > 0

export function FaceFigure({ feature, step, on, made = false, onField }: Props) {
  const shown = useOpen((s) => s.shown)
  const readOnly = useOpen((s) => s.readOnly)
  const kind = workKind(feature)
  const own = ownWork(step.kind)!
  const face = faceOf(step.at) ?? kind.shownOn(feature.data)
  const { axis: into } = FACE_AT[face]
  const [u, v] = AXES.filter((i) => i !== into) as [Axis, Axis]
  const flat = flatOf(feature, step)
  const scale = Math.min(
    (WIDE - ROOM.left - ROOM.right) / on.size[u],
    (HIGH - ROOM.top - ROOM.bottom) / on.size[v],
  )
  // A long board is drawn shorter than it is, so that its width can be read.
  const tall = Math.min(Math.max(on.size[v] * scale, 56), HIGH - ROOM.top - ROOM.bottom)
  const long = Math.max(on.size[u] * scale, 60)
  const x0 = ROOM.left + (WIDE - ROOM.left - ROOM.right - long) / 2
  const y0 = ROOM.top
  const x = (mm: number) => x0 + (mm / on.size[u]) * long
  const y = (mm: number) => y0 + tall - (mm / on.size[v]) * tall
  const first = (axis: Axis, what: Dimension['what'][]) =>
    flat.find((d) => d.axis === axis && what.includes(d.what))
  const [wu, wv] = ([u, v] as const).map((a) => first(a, ['width', 'length']) ?? first(a, ['depth']))
  const [pu, pv] = ([u, v] as const).map((a) => first(a, ['place']))
  const span = (w: Dimension | undefined, p: Dimension | undefined, size: number): [number, number] =>
    w ? [Math.min(w.from, w.to), Math.max(w.from, w.to)] : p ? [p.to, p.to] : [0, size]
  const [ua, ub] = span(wu, pu, on.size[u])
  const [va, vb] = span(wv, pv, on.size[v])
  const rounds = (own.mates?.(feature.data) ?? [])
    .filter((m) => !m.section)
    .map(({ at, diameter }) => {
      const [wide, high] = [(diameter * long) / on.size[u] / 2, (diameter * tall) / on.size[v] / 2]
      return [at[u], at[v], Math.max(2, wide), Math.max(2, high)] as const
    })
  const taken = rounds.length > 0 ? [] : kind.cut(feature.data).map((tool) => toolTraced(tool, into))
  /** What each tool takes as it is seen on the face; null where one of them cannot be seen so. */
  const seen = taken.some((t) => t === null)
    ? null
    : taken.map((t) =>
        [...t!.loops, ...(t!.spared ?? [])]
          .map((loop) => {
            const corners = loop.flatMap((s) => cornersOf(s, CHORD))
            return `M${corners.map(([a, b]) => `${x(a).toFixed(1)} ${y(b).toFixed(1)}`).join('L')}Z`
          })
          .join(''),
      )
  const clip = useId()
  const fieldOf = (d: Dimension): string | undefined => {
    const name = d.what === 'place' ? own.placedBy?.(step, d.axis)?.field : d.what
    return own.fieldsFor(step).find((f) => f.name === name)?.name
  }
  /** Has the place be measured from an end; null where the kind leaves no choice. */
  const measureFrom = (axis: Axis, end: Datum): (() => void) | null => {
    const by = own.placedBy?.(step, axis)
    const option = by && fromOf(step, by.field)
    if (!option || readOnly) return null
    return () => sayRefusal(run(change.setStepOption({ id: step.id, option, value: end })))
  }
  const line = (d: Dimension, row: number) => {
    const across = d.axis === v
    const [a, b] = across ? [y(d.from), y(d.to)] : [x(d.from), x(d.to)]
    const says = sayLength(shown, Math.abs(d.to - d.from))
    const at = across ? x0 - 9 - row * 12 : y0 + tall + 16 + row * 14
    const middle = (a + b) / 2
    const wide = Math.abs(b - a) >= SMALL
    const field = readOnly ? undefined : fieldOf(d)
    return (
      <g
        key={`${d.axis} ${d.what} ${d.from}`}
        {...(field && {
          role: 'button',
          tabIndex: -1,
          'aria-label': `${d.what} ${inWords(says)}: edit`,
          className: 'cursor-pointer',
          onClick: () => onField(field),
        })}
      >
        <path
          d={
            across
              ? `M${at} ${a}V${b}M${at - 3} ${a}h6M${at - 3} ${b}h6`
              : `M${a} ${at}H${b}M${a} ${at - 3}v6M${b} ${at - 3}v6`
          }
          stroke="var(--quiet)"
          fill="none"
        />
        <text
          x={across ? at - 4 : wide ? middle : Math.max(a, b) + 4}
          y={across ? middle + 4 : at - 2}
          textAnchor={across ? 'end' : wide ? 'middle' : 'start'}
          className="measure"
          fontSize={12}
          fill="var(--ink)"
          stroke="var(--stage)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {drawnFractions(says, 12)}
        </text>
      </g>
    )
  }
  const ends = [
    { axis: u, end: 'near', x: x0 - 2, y: HIGH - 3, anchor: 'start' },
    { axis: u, end: 'far', x: x0 + long + 2, y: HIGH - 3, anchor: 'end' },
    { axis: v, end: 'near', x: x0 + long + 4, y: y0 + tall, anchor: 'start' },
    { axis: v, end: 'far', x: x0 + long + 4, y: y0 + 10, anchor: 'start' },
  ] as const
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="h-33 w-full border border-hairline bg-stage"
      role="group"
      aria-label={made ? 'The step on its surface' : `The step on ${sayFace(face)}`}
    >
      <rect x={x0} y={y0} width={long} height={tall} fill="var(--wood-pale)" stroke="var(--ink)" />
      {rounds.map(([a, b, wide, high], n) => (
        <ellipse key={n} cx={x(a)} cy={y(b)} rx={wide} ry={high} {...RED} />
      ))}
      <clipPath id={clip}>
        <rect x={x0} y={y0} width={long} height={tall} />
      </clipPath>
      {seen?.map((d, n) => (
        <path key={n} d={d} fillRule="evenodd" clipPath={`url(#${clip})`} {...RED} />
      ))}
      {rounds.length === 0 && !seen && (
        <rect
          x={x(ua)}
          y={y(vb)}
          width={Math.max(1, x(ub) - x(ua))}
          height={Math.max(1, y(va) - y(vb))}
          {...RED}
        />
      )}
      {[pu, wu].map((d, n) => d && line(d, wu && pu ? n : 0))}
      {[pv, wv].map((d, n) => d && line(d, wv && pv ? n : 0))}
      {ends.map(({ axis, end, anchor, ...at }) => {
        const name = made ? `${end}${axis === u ? ' end' : ''}` : sayFace(faceAt(axis, end === 'far'))
        const press = measureFrom(axis, end)
        if (axis === v && !press) return null
        return (
          <text
            key={`${axis} ${end}`}
            {...at}
            textAnchor={anchor}
            fontSize={12}
            fill={press ? 'var(--chalk)' : 'var(--quiet)'}
            className={`measure ${press ? 'cursor-pointer' : ''}`}
            {...(press && { role: 'button', 'aria-label': `Measure from ${name}`, onClick: press })}
          >
            {name}
          </text>
        )
      })}
    </svg>
  )
}
