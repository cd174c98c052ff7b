/** Where dowels and screws go along what two pieces share. */
import type { Joint } from '../document'
import type { Mm } from '../measure'
import { vec3, type Vec3 } from '../pieces'
import { waysOf } from './block'
import type { Deriving } from './deriving'
import type { Meeting } from './meet'

/** The measures of a row, for every kind that has one. */
export const ROW = {
  count: { label: 'How many', kind: 'count' as const, placeholder: 'by the spacing' },
  spacing: { label: 'Spacing, at most' },
  inset: { label: 'Inset from ends' },
  offset: { label: 'Offset from middle', placeholder: 'centred', text: '0' },
}

/** Once it is said how many, their spacing follows. */
export const rowIdle = ({ fields }: Pick<Joint, 'fields'>): string[] => (fields.count ? ['spacing'] : [])

/** The row's places on the guest's shoulder, in its frame, or why there are none. */
export function rowOf(m: Meeting, d: Deriving, diameter: Mm): Vec3[] | string {
  const { run, across } = waysOf(m)
  const whole = m.patch.max[run] - m.patch.min[run]
  const inset = d.must('inset')
  const free = whole - 2 * inset
  const wide = m.patch.max[across] - m.patch.min[across]
  const middle = (m.patch.min[across] + m.patch.max[across]) / 2 + d.must('offset')
  const wall = Math.min(middle - m.patch.min[across], m.patch.max[across] - middle) - diameter / 2
  if (diameter <= 0) return 'A hole has no diameter'
  if (wall < -1e-6)
    return `Holes of ${d.say(diameter)} break out of ${m.guest.name}, which is ${d.say(wide)} there`
  if (inset < diameter / 2) return `Holes ${d.say(inset)} from the end of ${m.guest.name} break out of it`
  if (d.must('spacing') <= 0) return 'The spacing has no length'
  const count = d.value('count') ?? (free < diameter ? 1 : Math.ceil(free / d.must('spacing') - 1e-9) + 1)
  if (count > 1 && free / (count - 1) < diameter)
    return `${count} holes of ${d.say(diameter)} do not fit into ${d.say(whole)} of ${m.guest.name}`
  const apart = count > 1 ? free / (count - 1) - diameter : Infinity
  if (apart < diameter / 2 - 1e-6)
    d.wrong(
      `Holes of ${d.say(diameter)} stand ${d.say(apart)} apart in ${m.guest.name}; it splits there`,
      'look',
    )
  if (wall < diameter / 4)
    d.wrong(
      `Holes of ${d.say(diameter)} leave a wall of ${d.say(wall)} in ${m.guest.name}`,
      wall < 1e-3 ? 'stop' : 'look',
    )
  return Array.from({ length: count }, (_, k) => {
    const at =
      count === 1
        ? (m.patch.min[run] + m.patch.max[run]) / 2
        : m.patch.min[run] + inset + (free * k) / (count - 1)
    return vec3((i) => (i === run ? at : i === across ? middle : m.patch.min[i]))
  })
}
