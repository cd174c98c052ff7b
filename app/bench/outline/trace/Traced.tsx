/** The places that are traced so far, and what is fitted through them. */
import { cornersOf } from '../../../../core/outline'
import type { Sheet } from '../face'
import type { Trace } from './useTrace'

export function Traced({
  trace: { clicks, pieces },
  sheet,
}: {
  readonly trace: Trace
  readonly sheet: Sheet
}) {
  return (
    <g pointerEvents="none">
      {pieces.map((s, k) => (
        <path
          key={k}
          d={[...cornersOf(s, 0.05), s.to]
            .map(
              (p, n) =>
                `${n === 0 ? 'M' : 'L'}${sheet
                  .at(p)
                  .map((x) => x.toFixed(2))
                  .join(' ')}`,
            )
            .join('')}
          fill="none"
          stroke="var(--chalk)"
          strokeWidth={2}
        />
      ))}
      {clicks.map(({ at, corner }, k) => {
        const [x, y] = sheet.at(at)
        return corner ? (
          <rect key={k} x={x - 4} y={y - 4} width={8} height={8} fill="var(--panel)" stroke="var(--chalk)" />
        ) : (
          <circle key={k} cx={x} cy={y} r={3} fill="var(--panel)" stroke="var(--chalk)" strokeWidth={1.5} />
        )
      })}
    </g>
  )
}
