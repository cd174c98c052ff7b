export { ModelMirror, type Shown } from './mirror'
export type { ModelUpdate, PieceUpdate, ValueUpdate, WholeUpdate } from './update'
