/** The size sheet, and what readings of it say and do. */
export { followsFrom } from './follows'
export { sizeSheet } from './lines'
export { measuredOf, type Measured } from './measured'
export { takeovers } from './takeover'
export { verdictOf } from './verdict'
