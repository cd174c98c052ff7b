import { createPortal } from 'react-dom'
import type { Paper } from '../../core/document'
import type { Sheet } from '../../core/plans'
import { toSvg } from '../../core/plans/svg'

interface Props {
  readonly sheets: readonly Sheet[]
  readonly paper: Paper
}

/** What the browser prints in place of the screen: each sheet at its true scale on a page of its own. */
export const PrintedSheets = ({ sheets, paper }: Props) =>
  createPortal(
    <div className="paper" aria-hidden="true">
      {sheets.map((sheet, n) => (
        <div
          key={n}
          className={`paper-${paper}`}
          // A hair less than the page, so that nothing runs over onto another.
          style={{ width: `${sheet.width}mm`, height: `${sheet.height - 0.1}mm` }}
          dangerouslySetInnerHTML={{ __html: toSvg(sheet) }}
        />
      ))}
    </div>,
    document.body,
  )
