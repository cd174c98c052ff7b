export { jointRings, jointsPerSheet, jointsSheet } from './sheet'
export { differentJoints, type JointShown } from './shown'
