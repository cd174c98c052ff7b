/** A drawing of visible lines, as `box|path`. */
export function LineDrawing({
  drawn,
  ...about
}: {
  drawn: string
  className: string
  'aria-label'?: string
}) {
  const [box, path] = drawn.split('|')
  return (
    <svg viewBox={box} {...about} {...(about['aria-label'] ? { role: 'img' } : {})}>
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
    </svg>
  )
}
