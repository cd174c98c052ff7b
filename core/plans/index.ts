export { planSheets, planWork } from './set'
export { DrawnBefore } from './draft'
export { editOf, HANDLED, moved, orphansOf, type Orphan } from './hand'
export { changesSince, sayChanges, stoodOf } from './revision'
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
  type Item,
  type ItemKind,
  type Mark,
  type Pen,
  type Sheet,
  type SpotOn,
} from './sheet'
export { listPaper, PAPER } from './paper'
export { toSvg } from './svg'
export { drawView, type Drawn, type Solid } from './hidden/lines'
export { FRONT, LEFT, pictorial, PICTORIAL, RIGHT, TOP, type View } from './hidden/view'
export { sayPlain } from './piece'
export { thumbnailOf } from './thumbnail'
export { jointFigure } from './joint'
export { boxOf, spotAt, thingAt, viewAt } from './pick'
