import { memo } from 'react'
import type { LaidBoard } from '../../core/cuts'
import { formatLength } from '../../core/measure'
import { useOpen } from '../store/open'
import { drawnFractions, inWords } from '../ui/fractions'
import { markColour } from '../ui/marks'
import { pointing, usePointed } from './pointed'

interface Props {
  readonly board: LaidBoard
  readonly length: number
  readonly width: number
  readonly defects: ReadonlyArray<{ x: number; y: number; length: number; width: number }>
  /** The length that fills the drawing, so that boards of one stock are drawn alike. */
  readonly longest: number
  /** Colour and name of each mark. */
  readonly marks: ReadonlyMap<string, { n: number; name: string }>
}

/** A board to scale: pieces in their colours, what is left hatched, cuts numbered in their order. */
export const BoardDrawing = memo(function BoardDrawing(props: Props) {
  const { board, length, width, defects, longest, marks } = props
  const style = useOpen((s) => s.shown.style)
  const say = (mm: number) => formatLength(mm, style).text
  const holds = board.placements.map((p) => p.demand).join(', ')
  // A thousand units across, whatever the stock; text keeps its size.
  const k = 1000 / longest
  const [L, W] = [length * k, width * k]
  const y = (v: number, w = 0) => (width - v - w) * k
  return (
    <svg
      viewBox={`-4 -16 ${1008} ${W + 20}`}
      className="max-h-96 w-full"
      preserveAspectRatio="xMinYMid"
      role="img"
      aria-label={inWords(`Board ${say(length)} by ${say(width)}: ${holds}`)}
    >
      <rect x="0" y="0" width={L} height={W} fill="var(--stage)" stroke="var(--ink)" strokeWidth="1.5" />
      {board.offcuts.map((o, i) => (
        <g key={i}>
          <rect
            x={o.x * k}
            y={y(o.y, o.width)}
            width={o.length * k}
            height={o.width * k}
            fill="url(#offcut)"
          />
          {o.length * k > 90 && o.width * k > 22 && (
            <text
              x={(o.x + o.length / 2) * k}
              y={y(o.y, o.width / 2) + 5}
              textAnchor="middle"
              fontSize="14"
              className="measure"
              fill="var(--quiet)"
            >
              {drawnFractions(`${say(o.length)} × ${say(o.width)}`, 14)}
            </text>
          )}
        </g>
      ))}
      {board.placements.map((p) => {
        const mark = marks.get(p.demand)
        const [w, h] = [p.length * k, p.width * k]
        const size = Math.min(17, h * 0.7)
        return (
          <g key={`${p.demand}${p.copy}`} {...pointing(p.demand)}>
            <title>{`${p.demand} ${mark?.name ?? ''}`}</title>
            <PieceRect
              mark={p.demand}
              n={mark?.n ?? 0}
              x={p.x * k}
              y={y(p.y, p.width)}
              width={w}
              height={h}
            />
            <Triangle
              x={(p.x + p.length) * k - h * 0.45 - 4}
              y={y(p.y, p.width / 2)}
              size={Math.min(h * 0.55, 20)}
            />
            <text
              x={p.x * k + w / 2}
              y={y(p.y, p.width / 2) + size / 3}
              textAnchor="middle"
              fontSize={size}
              className="measure"
              fill="#22282e"
            >
              {w > 150 ? drawnFractions(`${p.demand}  ${say(p.length)} × ${say(p.width)}`, size) : p.demand}
            </text>
          </g>
        )
      })}
      {defects.map((d, i) => (
        <rect
          key={i}
          x={d.x * k}
          y={y(d.y, d.width)}
          width={d.length * k}
          height={d.width * k}
          fill="var(--brass)"
          opacity="0.8"
        >
          <title>a defect to avoid</title>
        </rect>
      ))}
      {board.cuts.map((c) => {
        const upright = c.from[0] === c.to[0]
        const [x1, x2] = [c.from[0] * k, c.to[0] * k]
        return (
          <g key={c.order}>
            <line
              x1={x1}
              x2={x2}
              y1={y(c.from[1])}
              y2={y(c.to[1])}
              stroke="var(--pencil)"
              strokeWidth="2"
              strokeDasharray="7 4"
            />
            <text
              x={upright ? x1 : (x1 + x2) / 2}
              y={upright ? y(Math.max(c.from[1], c.to[1])) - 4 : y(c.from[1]) - 4}
              textAnchor="middle"
              fontSize="12"
              className="measure"
              fill="var(--pencil)"
            >
              {c.order}
            </text>
          </g>
        )
      })}
    </svg>
  )
})

interface PieceRectProps {
  readonly mark: string
  /** Its place among all marks. */
  readonly n: number
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** A piece in its colour, with a heavy edge while it or its like is pointed at. */
function PieceRect({ mark, n, ...rect }: PieceRectProps) {
  const pointed = usePointed((s) => s.mark === mark)
  return (
    <rect
      {...rect}
      fill={`color-mix(in srgb, ${markColour(n)} 40%, white)`}
      stroke={pointed ? 'var(--chalk)' : '#22282e'}
      strokeWidth={pointed ? 3 : 1}
    />
  )
}

/** The maker's triangle: its point is toward end 2, so that which way round is never a question. */
const Triangle = ({ x, y, size }: { x: number; y: number; size: number }) =>
  size < 7 ? null : (
    <path
      d={`M${x} ${y - size / 2}L${x + size * 0.8} ${y}L${x} ${y + size / 2}z`}
      fill="none"
      stroke="#22282e"
      strokeWidth="1"
      opacity="0.6"
    />
  )
