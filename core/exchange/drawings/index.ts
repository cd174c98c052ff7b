export { flatsOf } from './sheet'
export { DRAWING_FORMATS, drawingFormat } from './formats'
