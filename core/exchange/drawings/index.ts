export { flatOf } from './flat'
export { flatsOf } from './sheet'
export { DRAWING_FORMATS, drawingFormat } from './formats'
export type { Flat } from './kind'
