export { hardwareList, hardwareCsv, type HardwareRow } from './list'
export { findSwings, swingSteps, type Swing } from './swing'
