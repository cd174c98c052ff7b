export { faultsOf, openProject } from './open'
export { resolveReport } from './report'
