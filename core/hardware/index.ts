export { hardwareList, hardwareCsv, type HardwareRow } from './list'
export { findSwings, swingOf, type Swing } from './swing'
