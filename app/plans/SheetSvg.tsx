import { memo } from 'react'
import type { Sheet } from '../../core/plans'
import { toSvg } from '../../core/plans/svg'

/** A sheet on its paper; white by day and by night, as it will be printed. */
export const SheetSvg = memo(function SheetSvg({
  sheet,
  className = '',
}: {
  sheet: Sheet
  className?: string
}) {
  return (
    <div
      className={`[&>svg]:block [&>svg]:h-auto [&>svg]:w-full ${className}`}
      dangerouslySetInnerHTML={{ __html: toSvg(sheet) }}
    />
  )
})
