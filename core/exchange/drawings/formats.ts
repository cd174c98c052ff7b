/** What is cut out flat, in files for others. A new format is one file and one line here. */
import { dxf } from './dxf'
import type { DrawingFormat } from './kind'
import { svg } from './svg'

export const DRAWING_FORMATS: readonly DrawingFormat[] = [dxf, svg]

export const drawingFormat = (id: string): DrawingFormat | undefined =>
  DRAWING_FORMATS.find((f) => f.id === id)
