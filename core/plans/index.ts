export { planSheets, planWork } from './set'
export { border, drawingArea, MARGIN, shorten } from './frame'
export { rule } from './stick'
export {
  boundsOf,
  line,
  SMALL,
  TEXT,
  textWidth,
  write,
  type Bounds,
  type Mark,
  type Pen,
  type Sheet,
} from './sheet'
export { listPaper, PAPER } from './paper'
export { toSvg } from './svg'
export { drawView, type Drawn, type Solid } from './hidden/lines'
export { FRONT, LEFT, pictorial, PICTORIAL, RIGHT, TOP, type View } from './hidden/view'
export { sayPlain } from './piece'
export { thumbnailOf } from './thumbnail'
export { jointFigure } from './joint'
