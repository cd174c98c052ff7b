export { flatOf } from './flat'
export type { Flat, Layer } from './kind'
export { patternSheets } from './pattern'
