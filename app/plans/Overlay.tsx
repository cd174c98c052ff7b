/** What is drawn over a sheet while it is worked on: what is chosen, where it goes, and where points are. */
import { boundsOf, boxOf, moved, type Item, type Mark, type Sheet } from '../../core/plans'
import { pathOf, PEN_NAMES } from '../../core/plans/sheet'
import type { Point } from './hand'

interface Props {
  readonly sheet: Sheet
  readonly item: Item | null
  /** How far it is being moved. */
  readonly by: readonly [number, number] | null
  readonly point: Point | null
  readonly first: Point | null
  /** The radius of the ring that is drawn out. */
  readonly ring: number | null
}

export function Overlay({ sheet, item, by, point, first, ring }: Props) {
  const marks = item ? sheet.marks.filter((m) => m.part === item.key) : []
  const shown = by ? marks.map((m) => moved(m, by)) : marks
  const hold = boxOf(marks)
  const near = point ? (sheet.spots ?? []).filter((s) => s.view === point.view) : []
  const share = (mm: number, of: number) => `${(mm / of) * 100}%`
  return (
    <>
      {hold && (
        // A finger on what is chosen drags it, and scrolls elsewhere.
        <div
          className="absolute touch-none"
          style={{
            left: share(hold.x1 - 2, sheet.width),
            top: share(hold.y1 - 2, sheet.height),
            width: share(hold.x2 - hold.x1 + 4, sheet.width),
            height: share(hold.y2 - hold.y1 + 4, sheet.height),
          }}
        />
      )}
      <svg
        viewBox={`0 0 ${sheet.width} ${sheet.height}`}
        className="pointer-events-none absolute inset-0 block h-full w-full"
        aria-hidden="true"
      >
        <Lit marks={shown} />
        {near.map((s) => (
          <circle key={`${s.of} ${s.n}`} cx={s.x} cy={s.y} r={0.5} className="fill-chalk/60" />
        ))}
        {first && (
          <circle cx={first.x} cy={first.y} r={1.4} className="fill-none stroke-pencil" strokeWidth={0.5} />
        )}
        {first && point && (
          <line
            x1={first.x}
            y1={first.y}
            x2={point.x}
            y2={point.y}
            className="stroke-pencil"
            strokeWidth={0.3}
            strokeDasharray="1.5 1"
          />
        )}
        {point && (
          <circle
            data-testid="point"
            cx={point.x}
            cy={point.y}
            r={ring && ring > 0 ? ring : 1.4}
            className="fill-none stroke-pencil"
            strokeWidth={0.5}
          />
        )}
      </svg>
    </>
  )
}

function Lit({ marks }: { readonly marks: readonly Mark[] }) {
  return (
    <g className="fill-none stroke-chalk" strokeWidth={0.7} strokeLinecap="round">
      {PEN_NAMES.map((pen) => {
        const d = pathOf(marks, pen)
        return d && <path key={pen} d={d} />
      })}
      {marks.map((m, k) => {
        if (m.kind !== 'text') return null
        const { x1, y1, x2, y2 } = boundsOf(m)
        return (
          <rect
            key={k}
            x={x1 - 0.7}
            y={y1 - 0.7}
            width={x2 - x1 + 1.4}
            height={y2 - y1 + 1.4}
            strokeWidth={0.4}
            className="fill-chalk/15"
          />
        )
      })}
    </g>
  )
}
