export { Showing, type Shown } from './showing'
export type { Told, ToldPiece, ToldValue, ToldWhole } from './told'
