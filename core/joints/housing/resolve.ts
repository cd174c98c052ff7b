import type { JointNumbers } from '../../resolve'
import { Housing } from './schema'

/** The measures of a housing; `T` in them is the host's thickness. */
export const measures: JointNumbers['measures'] = (joint) => {
  const read = Housing.safeParse(joint.fields)
  if (!read.success) return []
  const { depth, fit, gap, stop1, stop2 } = read.data
  const given = {
    depth,
    fit: fit || FIT_OF_PROJECT,
    gap: gap || '0',
    stop1: stop1 || '0',
    stop2: stop2 || '0',
  }
  return Object.entries(given).map(([name, text]) => ({
    name,
    text,
    kind: 'length',
    thicknessNamed: { T: 1 },
  }))
}

/** Read as the project's own fit. */
const FIT_OF_PROJECT = 'fit'

/** The guest grows by what goes in: the depth less the gap at the bottom. */
export const grows: JointNumbers['grows'] = (joint) => {
  const face = joint.between[0]?.face
  return face && Housing.safeParse(joint.fields).success
    ? [{ member: 0, face, plus: 'depth', minus: 'gap', into: 1 }]
    : []
}
