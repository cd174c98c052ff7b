/** A router bit seen from the side: its cutter, its shank and its bearing, all to one scale. */
import type { Cutter } from '../../core/rack'

interface Props {
  readonly cutter: Cutter
  /** Millimetres; a usual one when not known. */
  readonly shank?: number | null
  /** Pixels. */
  readonly size?: number
}

const PAD = 2

export function BitProfile({ cutter, shank = 8, size = 44 }: Props) {
  const { profile, bearing, radius, length } = cutter
  const stem = (shank ?? 8) / 2
  const wide = 2 * Math.max(radius, stem, bearing ?? 0)
  const roll = bearing === null ? 0 : Math.max(2, radius * 0.3)
  const tall = roll + length + Math.max(6, radius * 0.6)
  const scale = (size - 2 * PAD) / Math.max(wide, tall)
  const x = (r: number) => size / 2 + r * scale
  const y = (z: number) => PAD + (tall - roll - z) * scale
  const line = (sign: 1 | -1) => profile.map(([r, z]) => `${x(sign * r).toFixed(2)} ${y(z).toFixed(2)}`)
  return (
    <svg viewBox={`0 0 ${size} ${size}`} width={size} height={size} aria-hidden="true" className="shrink-0">
      <rect
        x={x(-stem)}
        y={PAD}
        width={2 * stem * scale}
        height={y(length) - PAD}
        fill="var(--hairline)"
        stroke="var(--quiet)"
        strokeWidth="0.7"
      />
      <path
        d={`M${line(1).join('L')}L${line(-1).reverse().join('L')}Z`}
        fill="var(--ground)"
        stroke="var(--ink)"
        strokeWidth="1"
      />
      {bearing !== null && (
        <rect
          x={x(-bearing)}
          y={y(0)}
          width={2 * bearing * scale}
          height={roll * scale}
          fill="var(--panel)"
          stroke="var(--ink)"
          strokeWidth="0.8"
        />
      )}
    </svg>
  )
}
