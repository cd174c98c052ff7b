/** Measures that have no value: slips of the pen, circles, what names something that is gone. */
import type { Owner, Problem } from '../../resolve'
import { defineQuick } from '../check'

export const measures = defineQuick({
  id: 'measure',
  title: 'Dimensions without a value',
  why: 'What has no value cannot be drawn or cut, and all that hangs on it waits.',
  look: ({ resolved }) =>
    resolved.failures.map(({ key, about, owner, says }) => ({
      id: `measure:${key}`,
      level: 'stop',
      says,
      key: about,
      ...whoseOf(owner),
    })),
})

function whoseOf({ kind, id }: Owner): Partial<Problem> {
  switch (kind) {
    case 'piece':
    case 'group':
      return { piece: id }
    case 'joint':
      return { joint: id }
    case 'stock':
      return { stock: id }
    case 'parameter':
      return { parameter: id }
    default:
      return {}
  }
}
