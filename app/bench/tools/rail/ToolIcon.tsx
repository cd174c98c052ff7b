/** A small picture of what is done to wood, in ink and red pencil. */
import { FRAME, type Icon } from '../../../../core/work'

export function ToolIcon({ picture, width }: { readonly picture: Icon; readonly width: number }) {
  const { wood, red, lines = [] } = picture
  const line = { strokeWidth: 1.1, vectorEffect: 'non-scaling-stroke', strokeLinejoin: 'round' } as const
  return (
    <svg
      viewBox={`-1 -1 ${FRAME.width + 2} ${FRAME.height + 2}`}
      width={width}
      height={(width * FRAME.height) / FRAME.width}
      className="shrink-0"
      aria-hidden="true"
    >
      {wood.map((d) => (
        <path key={d} d={d} fill="var(--wood-pale)" stroke="var(--ink)" {...line} />
      ))}
      {red.map((d) => (
        <path key={d} d={d} fill="var(--pencil)" fillOpacity={0.28} stroke="var(--pencil)" {...line} />
      ))}
      {lines.map((d) => (
        <path key={d} d={d} fill="none" stroke="var(--pencil)" {...line} strokeWidth={1.6} />
      ))}
    </svg>
  )
}
