/** Pictures that outlines are traced from. */
import * as z from 'zod'
import { Outline } from '../outline'
import { MOST_IMAGE_CHARS_IN_ALL, TraceImage } from '../traceImage'
import { Id, type Project } from '../schema'
import { command, nameOf, Refusal, stepIn } from './command'

/** Puts a picture behind an outline, which tells how it lies there. */
export const placeTraceImage = command({
  name: 'put-picture',
  schema: z.object({ id: Id, picture: TraceImage, outline: Outline }).strict(),
  apply: (draft, { id, picture, outline }) => {
    const { step } = stepIn(draft, id)
    if (outline.picture?.of !== picture.id)
      throw new Refusal('The outline does not tell how the picture lies')
    step.outline = outline
    dropUnusedTraceImages(draft)
    const signs = draft.pictures.reduce((sum, p) => sum + p.data.length, picture.data.length)
    if (signs > MOST_IMAGE_CHARS_IN_ALL)
      throw new Refusal(
        `Pictures of a project: ${MOST_IMAGE_CHARS_IN_ALL / 1e6} MB at most; remove another one first`,
      )
    draft.pictures.push(picture)
  },
  describe: ({ id, picture }, before) => `Put ${picture.name} behind the ${nameOf(before, id)}`,
})

/** Lets go of pictures that lie behind no outline any more. */
export function dropUnusedTraceImages(draft: Project): void {
  if (draft.pictures.length === 0) return
  const work = [...draft.pieces, ...draft.groups].flatMap((x) => ('work' in x ? x.work : []))
  const used = new Set(work.map((s) => s.outline?.picture?.of))
  if (draft.pictures.some((p) => !used.has(p.id)))
    draft.pictures = draft.pictures.filter((p) => used.has(p.id))
}
