/** The face with the outline on it, what lies round it, its measures, and story sticks along two sides. */
import type { ReactNode } from 'react'
import { cornersOf, lengthOf, mirrorOf, segmentOf, type Place2, type Segment } from '../../../core/outline'
import type { OutlineEdge } from '../../../core/document'
import { sayLength } from '../../../core/resolve'
import { useOpen } from '../../store/open'
import { drawnFractions, inWords } from '../../ui/fractions'
import type { Surroundings } from './around'
import type { Sheet as Placing } from './face'
import type { Label } from './labels'
import type { Drawing } from './useOutline'
import { sayPart } from './words'

const CHORD = 0.05

const line = (places: readonly Place2[], sheet: Placing, closed = false): string =>
  places
    .map(
      (p, k) =>
        `${k === 0 ? 'M' : 'L'}${sheet
          .at(p)
          .map((x) => x.toFixed(2))
          .join(' ')}`,
    )
    .join('') + (closed ? 'Z' : '')

const segmentPath = (s: Segment, sheet: Placing): string => line([...cornersOf(s, CHORD), s.to], sheet)

/** Points that an edge does not go through. */
const helpersOf = (e: OutlineEdge): string[] =>
  e.kind === 'curve' ? [e.leave, e.arrive] : e.kind === 'line' ? [] : [e.centre]

/** From the ends of a curve to where it leaves and arrives. */
const handles = (
  e: Extract<OutlineEdge, { kind: 'curve' }>,
  points: ReadonlyMap<string, Place2>,
  sheet: Placing,
): string =>
  [
    [e.from, e.leave],
    [e.to, e.arrive],
  ]
    .map((ends) =>
      line(
        ends.map((id) => points.get(id)!),
        sheet,
      ),
    )
    .join('')

interface Props {
  readonly drawing: Drawing
  readonly points: ReadonlyMap<string, Place2>
  readonly sheet: Placing
  readonly around: Surroundings
  readonly labels: readonly Label[]
  readonly chosen: ReadonlySet<string>
  readonly loose: ReadonlySet<string>
  readonly wrong: ReadonlySet<string>
  readonly picking: boolean
  readonly onPart: (id: string) => void
  readonly onLabel: (id: string) => void
  readonly hold: (id: string) => object
  readonly onNudge: (id: string, key: string, far: boolean) => boolean
  /** On the face, under all that is drawn. */
  readonly behind?: ReactNode
  readonly children?: ReactNode
}

export function Sheet(props: Props) {
  const { drawing, points, sheet, around, labels, chosen, loose, wrong, picking } = props
  const { outline, size, paths } = drawing
  const say = (mm: number) => sayLength(shown, mm)
  const shown = useOpen((s) => s.shown)
  const arcCentres = new Set(outline.edges.flatMap((e) => (e.kind === 'circle' ? [] : helpersOf(e))))
  const sticked = new Map([...points].filter(([id]) => !arcCentres.has(id)))
  const [w, h] = size
  const corners: Place2[] = [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ]
  const filled = paths.paths
    .map((p) =>
      line(
        p.segments.flatMap((s) => cornersOf(s, CHORD)),
        sheet,
        true,
      ),
    )
    .join('')
  const treated = [...paths.paths.flatMap((p) => p.segments), ...paths.open].filter((s) => lengthOf(s) > 1e-6)
  const helps = new Set(outline.edges.flatMap(helpersOf))
  const colour = (id: string) =>
    wrong.has(id) ? 'var(--pencil)' : chosen.has(id) ? 'var(--chalk)' : 'var(--ink)'
  const press = (id: string) => ({
    role: 'button' as const,
    tabIndex: 0,
    'aria-pressed': chosen.has(id),
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key === 'Enter' || e.key === ' ') props.onPart(id)
      else if (!props.onNudge(id, e.key, e.shiftKey)) return
      e.preventDefault()
      e.stopPropagation()
    },
  })
  const mirror = mirrorOf(outline, drawing.values, size)
  const across = (end: number): Place2 => (mirror.axis === 0 ? [mirror.at, end * h] : [end * w, mirror.at])
  return (
    <>
      {around.boxes.map((b, k) => {
        const [a, c] = [sheet.at(b.low), sheet.at(b.high)]
        return (
          <rect
            key={k}
            x={Math.min(a[0], c[0])}
            y={Math.min(a[1], c[1])}
            width={Math.abs(a[0] - c[0])}
            height={Math.abs(a[1] - c[1])}
            fill="none"
            stroke="var(--hairline)"
            strokeWidth={1.5}
          />
        )
      })}
      <path d={line(corners, sheet, true)} fill="var(--ground)" stroke="var(--edge)" />
      <Grain drawing={drawing} sheet={sheet} />
      {props.behind}
      <path d={filled} fill="var(--chalk-pale)" fillOpacity={0.55} fillRule="evenodd" />
      {outline.mirror && (
        <path
          d={line([across(0), across(1)], sheet)}
          stroke="var(--chalk)"
          strokeDasharray="12 4 2 4"
          aria-hidden="true"
        />
      )}
      {around.loops.map((loop, k) => (
        <path key={k} d={line(loop, sheet, true)} fill="none" stroke="var(--edge)" strokeDasharray="4 3" />
      ))}
      {around.circles.map(({ at, radius }, k) => {
        const [x, y] = sheet.at(at)
        return <circle key={k} cx={x} cy={y} r={radius * sheet.scale} fill="none" stroke="var(--edge)" />
      })}
      <Sticks points={sticked} sheet={sheet} size={size} say={say} />
      {treated.map((s, k) => (
        <path key={k} d={segmentPath(s, sheet)} fill="none" stroke="var(--ink)" strokeWidth={2} />
      ))}
      {outline.edges.map((e) => (
        <g key={e.id} {...(picking ? press(e.id) : {})} aria-label={sayPart(e.id, outline)}>
          <path
            d={segmentPath(
              segmentOf(e, (id) => points.get(id)!),
              sheet,
            )}
            fill="none"
            stroke={colour(e.id)}
            strokeWidth={chosen.has(e.id) || wrong.has(e.id) ? 3 : 1}
            strokeDasharray={chosen.has(e.id) ? undefined : '4 3'}
          />
          <path
            d={segmentPath(
              segmentOf(e, (id) => points.get(id)!),
              sheet,
            )}
            fill="none"
            stroke="transparent"
            strokeWidth={16}
            className={picking ? 'cursor-pointer' : 'pointer-events-none'}
            onClick={() => props.onPart(e.id)}
          />
        </g>
      ))}
      {outline.edges.map((e) =>
        e.kind === 'curve' ? (
          <path key={e.id} d={handles(e, points, sheet)} stroke="var(--edge)" fill="none" />
        ) : null,
      )}
      {labels.map((l) => (
        <MeasureLabel key={l.id} label={l} wrong={wrong.has(l.id)} onPress={() => props.onLabel(l.id)} />
      ))}
      {[...points].map(([id, p]) => {
        const [x, y] = sheet.at(p)
        return (
          <g
            key={id}
            {...(picking ? press(id) : {})}
            aria-label={`${sayPart(id, outline)}, ${say(p[0])} along, ${say(p[1])} across`}
            data-point={id}
            className={picking ? 'cursor-pointer touch-none' : 'pointer-events-none'}
            {...(picking ? props.hold(id) : {})}
          >
            <circle cx={x} cy={y} r={14} fill="transparent" className="pointer-coarse:[r:22px]" />
            <circle
              cx={x}
              cy={y}
              r={helps.has(id) ? 3 : 5}
              fill={loose.has(id) ? 'var(--panel)' : colour(id)}
              stroke={chosen.has(id) ? 'var(--chalk)' : loose.has(id) ? 'var(--brass)' : colour(id)}
              strokeWidth={2.5}
            />
          </g>
        )
      })}
      {props.children}
    </>
  )
}

/** Fine lines the way the grain runs, on faces that show it. */
function Grain({ drawing: { face, size }, sheet }: { readonly drawing: Drawing; readonly sheet: Placing }) {
  if (face === 'end1' || face === 'end2') return null
  const n = 9
  const d = Array.from({ length: n - 1 }, (_, k) => {
    const v = ((k + 1) / n) * size[1]
    return line(
      [
        [0, v],
        [size[0], v],
      ],
      sheet,
    )
  }).join('')
  return <path d={d} stroke="var(--hairline)" strokeWidth={0.75} fill="none" />
}

function MeasureLabel({
  label,
  wrong,
  onPress,
}: {
  readonly label: Label
  readonly wrong: boolean
  readonly onPress: () => void
}) {
  const [x, y] = label.at
  const wide = label.text.length * 7.2 + 10
  const ink = wrong ? 'var(--pencil)' : 'var(--chalk)'
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${label.says}: ${inWords(label.text)}`}
      className="cursor-pointer"
      onClick={onPress}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return
        e.preventDefault()
        e.stopPropagation()
        onPress()
      }}
    >
      {label.line && (
        <path d={label.line} stroke={ink} strokeWidth={1} fill="none" className="pointer-events-none" />
      )}
      <rect x={x - wide / 2} y={y - 10} width={wide} height={20} fill="var(--panel)" stroke={ink} rx={2} />
      <text x={x} y={y + 4.5} textAnchor="middle" fontSize={13} fill="var(--ink)" className="measure">
        {drawnFractions(label.text, 13)}
      </text>
    </g>
  )
}

/** Marks of all points along two sides of the face, with running measures where there is room. */
function Sticks(props: {
  readonly points: ReadonlyMap<string, Place2>
  readonly sheet: Placing
  readonly size: Place2
  readonly say: (mm: number) => string
}) {
  const { points, sheet, size, say } = props
  const places = (way: 0 | 1) =>
    [...new Set([0, size[way], ...[...points.values()].map((p) => Number(p[way].toFixed(4)))])].sort(
      (a, b) => a - b,
    )
  const corner = [sheet.at([0, 0]), sheet.at(size)]
  const bottom = Math.max(corner[0]![1], corner[1]![1]) + 14
  const left = Math.min(corner[0]![0], corner[1]![0]) - 14
  return (
    <>
      {([0, 1] as const).map((way) => {
        const unit: Place2 = way === 0 ? [1, 0] : [0, 1]
        const lies = Math.abs(sheet.at(unit)[0] - sheet.at([0, 0])[0]) > 1e-9
        let last = -Infinity
        return places(way).map((mm) => {
          const p = sheet.at(way === 0 ? [mm, 0] : [0, mm])
          const at = lies ? p[0] : p[1]
          const text = say(mm)
          const need = lies ? text.length * 6.5 + 8 : 15
          const written = Math.abs(at - last) >= need
          if (written) last = at
          const [x, y] = lies ? [at, bottom] : [left, at]
          return (
            <g key={`${way} ${mm}`} aria-hidden="true">
              <path d={lies ? `M${x} ${y}v7` : `M${x} ${y}h-7`} stroke="var(--edge)" strokeWidth={1} />
              {written && (
                <text
                  x={lies ? x : x - 10}
                  y={lies ? y + 20 : y + 4}
                  textAnchor={lies ? 'middle' : 'end'}
                  fontSize={12}
                  fill="var(--quiet)"
                  className="measure"
                >
                  {drawnFractions(text, 12)}
                </text>
              )}
            </g>
          )
        })
      })}
    </>
  )
}
