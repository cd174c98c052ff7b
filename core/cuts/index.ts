export { findAlike, type Alike } from './identical'
export { markOf } from './mark'
export { diametersOf, saySizes, shapedIn, type FinishedSizes } from './finished'
export {
  boughtFor,
  cutList,
  FEET_PER_M,
  planedFrom,
  sayPlaned,
  sumsOf,
  SQUARE_FEET_PER_M2,
  type CutGroup,
  type CutList,
  type CutRow,
} from './cutlist'
export { Job, MOST_PIECES, refuseShapes, type Answer, type LaidBoard, type Placement } from './layout/job'
export { costOf, LayoutSearch, lowerBound, mulberry32 } from './layout/search'
export { verify } from './layout/verify'
export { layoutJobs, layoutRoom, type StockJob } from './layout/forproject'
export { layoutSvg } from './layout/svg'
