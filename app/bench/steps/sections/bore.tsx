/** A hole cut open: how deep it goes, where its point ends, and the wood that is left under it. */
import { FACE_AT, sayFace, oppositeFace } from '../../../../core/pieces'
import { sayLength, type Instance } from '../../../../core/resolve'
import { leanOf, type Bore } from '../../../../core/work'
import { useOpen } from '../../../store/open'
import { fractions, inWords } from '../../../ui/fractions'

const [WIDE, HIGH, PAD] = [240, 96, 10]

export function BoreSection({ data: b, on }: { readonly data: Bore; readonly on: Instance }) {
  const shown = useOpen((s) => s.shown)
  const { axis } = FACE_AT[b.face]
  const thick = on.size[axis]
  const lean = (leanOf(b) * Math.PI) / 180
  // Drawn as if it leaned to the right, to the scale at which all of it has room.
  const scale = Math.min((HIGH - 2 * PAD) / thick, (WIDE * 0.6) / Math.max(b.diameter, b.sink?.diameter ?? 0))
  const deep = b.through ? thick / Math.cos(lean) + b.diameter : b.depth
  const r = (b.diameter / 2) * scale
  const sunk = b.sink && { r: (b.sink.diameter / 2) * scale, d: b.sink.depth * scale }
  const left =
    thick -
    Math.max((b.depth + b.tip) * Math.cos(lean), b.depth * Math.cos(lean) + (b.diameter / 2) * Math.sin(lean))
  const says = b.through
    ? `through, out at ${sayFace(oppositeFace(b.face))}`
    : left > 1e-6
      ? `${sayLength(shown, left)} of wood left under it`
      : 'its point comes through'
  const [d, tip] = [deep * scale, b.through ? 0 : b.tip * scale]
  return (
    <figure className="my-1">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full border border-hairline bg-stage"
        role="img"
        aria-label={`The hole cut open: ${inWords(says)}`}
      >
        <clipPath id="wood">
          <rect x="0" y={PAD} width={WIDE} height={thick * scale} />
        </clipPath>
        <rect x="0" y={PAD} width={WIDE} height={thick * scale} fill="var(--ground)" stroke="var(--edge)" />
        <g clipPath="url(#wood)">
          <path
            transform={`translate(${WIDE / 2} ${PAD}) rotate(${-leanOf(b)})`}
            d={`M${-r} ${-2 * r}V${d}L0 ${d + tip}L${r} ${d}V${-2 * r}Z`}
            fill="var(--panel)"
            stroke="var(--ink)"
          />
          {sunk && (
            <path
              transform={`translate(${WIDE / 2} ${PAD}) rotate(${-leanOf(b)})`}
              d={
                b.sink.flat
                  ? `M${-sunk.r} ${-2 * r}V${sunk.d}H${-r}M${sunk.r} ${-2 * r}V${sunk.d}H${r}M${-sunk.r} 0`
                  : `M${-sunk.r} 0L${-r} ${sunk.r - r}M${sunk.r} 0L${r} ${sunk.r - r}`
              }
              fill="none"
              stroke="var(--ink)"
            />
          )}
        </g>
        <path
          d={`M${WIDE / 2} ${PAD - 6}V${HIGH - 2}`}
          stroke="var(--quiet)"
          strokeDasharray="7 3 1 3"
          strokeWidth="0.8"
          transform={`rotate(${-leanOf(b)} ${WIDE / 2} ${PAD})`}
        />
      </svg>
      <figcaption className={`measure text-xs ${left > 1e-6 || b.through ? 'text-quiet' : 'text-pencil'}`}>
        {fractions(says)}
      </figcaption>
    </figure>
  )
}
