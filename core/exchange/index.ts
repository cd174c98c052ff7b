export { openProject } from './open'
export { resolveReport } from './report'
export { findClashes } from './clash'
