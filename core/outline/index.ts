export { FACT_KINDS, factKind, orderedFor, type FactKind, type FactName } from './facts'
export { CORNERS, treatment, type CornerName, type Treatment } from './corners'
export {
  MIRROR,
  mirrorOf,
  solveOutline,
  type Moves,
  type Place2,
  type Solved,
  type State,
  type Values,
} from './solve'
export { crossings, sharedWith, type Rectangle } from './shared'
export {
  areaOf,
  holds,
  pathsOf,
  radiiOf,
  segmentOf,
  sizesOf,
  type Path,
  type Paths,
  type Trouble,
} from './paths'
export {
  angleOf,
  arcBetween,
  circleAt,
  cornersOf,
  extentOf,
  middleOf,
  lengthOf,
  long,
  minus,
  endWay,
  placed,
  polygon,
  startWay,
  straight,
  type Arc,
  type Segment,
} from './segments'
export { imaged } from './image'
export { exactly } from './exact'
export { FITTINGS, fitted, strayOf, type Click, type Fitting } from './fit'
export * from './traceImage'
export { faceView, type FaceView, type Seen } from './seen'
export { halves, pointOn } from './parts'
export { asBitLeaves, regionsOf, type Region } from './regions'
export { again, round, setOff, withAll } from './copies'
export * from './edit'
export { figuresIn } from './figures'
export { regularOf, type Regular } from './regular'
export { trimmed } from './trim'
export { READY_SHAPES, withShape, type For, type ReadyName } from './shapes'
