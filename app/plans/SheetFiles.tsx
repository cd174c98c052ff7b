/** The sheet that is shown, as a file for others. */
import { Download } from 'lucide-react'
import { useState } from 'react'
import type { Sheet } from '../../core/plans'
import { toSvg } from '../../core/plans/svg'
import { fileName, saveFile } from '../store/files'
import { sayFault } from '../store/hands'
import { sayRefusal } from '../ui/refusal'

interface Format {
  readonly id: string
  readonly title: string
  readonly type: string
  write(sheet: Sheet): Promise<string | Uint8Array>
}

const FORMATS: readonly Format[] = [
  { id: 'svg', title: 'SVG', type: 'image/svg+xml', write: (sheet) => Promise.resolve(toSvg(sheet)) },
  {
    id: 'dxf',
    title: 'DXF',
    type: 'image/vnd.dxf',
    write: async (sheet) => (await import('../../core/plans/dxf')).toDxf(sheet),
  },
  {
    id: 'png',
    title: 'PNG',
    type: 'image/png',
    write: async (sheet) => (await import('./png')).toPng(sheet),
  },
]

export function SheetFiles({ sheet, of }: { sheet: Sheet | undefined; of: string }) {
  const [busy, setBusy] = useState('')
  const save = async ({ id, title, type, write }: Format) => {
    if (!sheet) return
    setBusy(id)
    try {
      saveFile(fileName(`${of} ${sheet.title}`, `.${id}`), await write(sheet), type)
    } catch (error) {
      sayRefusal(sayFault(error, `The ${title} could not be made`))
    } finally {
      setBusy('')
    }
  }
  return (
    <div className="grid grid-cols-3 gap-1" role="group" aria-label="This sheet as a file">
      {FORMATS.map((format) => (
        <button
          key={format.id}
          data-export={`plans-${format.id}`}
          className="btn"
          aria-label={`${format.title}, this sheet`}
          disabled={!sheet || busy !== ''}
          aria-busy={busy === format.id}
          onClick={() => void save(format)}
        >
          <Download size={14} /> {format.title}
        </button>
      ))}
    </div>
  )
}
