/** What could not be used of a file, and so is in no list and on no drawing. */
import { sayAside } from '../../document'
import { defineQuick } from '../check'

/** So many are told one by one. */
const TOLD = 2

export const setAside = defineQuick({
  id: 'aside',
  title: 'Parts set aside',
  why: 'It is in no list, on no drawing and in no check; put it back mended, or throw it away.',
  look: ({ project }) => {
    const all = sayAside(project)
    if (all.length === 0) return []
    const more = all.length > TOLD ? `; and ${all.length - TOLD} more` : ''
    const parts = all.length === 1 ? 'A part of the file was' : `${all.length} parts of the file were`
    return [
      {
        id: 'aside',
        level: 'stop' as const,
        says: `${parts} set aside: ${all.slice(0, TOLD).join('; ')}${more}`,
      },
    ]
  },
})
