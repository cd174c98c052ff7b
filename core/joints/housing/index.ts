import type { JointKind } from '../kind'
import { derive } from './derive'
import { consequence, fields, propose } from './describe'
import { grows, measures } from './resolve'
import { Housing } from './schema'

export const housing: JointKind = {
  kind: 'housing',
  title: 'Housing',
  schema: Housing,
  measures,
  grows,
  fields,
  propose,
  consequence,
  derive,
}
