export { hardwareList, type HardwareRow } from './list'
export { FURTHEST, swingSteps, type Swing } from './swing'
export { movedBy, turnedFrame, turnsOf } from './turning'
