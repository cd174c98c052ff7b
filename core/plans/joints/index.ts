export { jointRings, jointsPerSheet, jointsSheet } from './sheet'
export { differentJoints } from './shown'
