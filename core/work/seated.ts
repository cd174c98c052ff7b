import { onFace, type Step } from '../document'

/** A step as it is placed on the block whose face is the surface that it is put on. */
export const seenAs = <S extends Pick<Step, 'at'>>(step: S): S =>
  step.at.kind === 'made' ? { ...step, at: onFace('face') } : step
