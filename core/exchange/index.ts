export { faultsOf, openProject } from './open'
export { resolveReport } from './report'
export { findBodies } from './bodies'
export { findClashes } from './clash'
