/**
 * What graph nodes say, as a maker reads it. They name things by id and give lengths in millimetres; names,
 * numbers of copies and fractions are put in here, when something is shown.
 */
import { nameOfGone, ordinalOf, partsOf, sayStep, stepsIn, type Copy, type Project } from '../document'
import { formatLength, type LengthStyle, type Ref } from '../measure'

/** A length in what a node says. */
export const lengthMark = (mm: number): string => `⟨${mm}⟩`

const MARK = /⟨(-?[\d.e+-]+)⟩|@([A-Za-z0-9_]+)(?:#([A-Za-z0-9_:/]+))?(?:\.([A-Za-z]+\d?))?/g

export interface Speaker {
  say(text: string): string
  sayRef(ref: Ref): string
}

/** `copies` gives the copies of a piece or a group that stand, in the order in which they are numbered. */
export function speaker(
  project: Project,
  style: LengthStyle,
  copies: (id: string) => readonly Copy[],
): Speaker {
  const spoken = new Map<string, string>()
  for (const list of [
    project.parameters,
    project.boards,
    project.bits,
    project.stock,
    project.hardware,
    project.groups,
    project.pieces,
  ])
    for (const x of list) spoken.set(x.id, x.name)
  for (const { step, entry } of stepsIn(project)) spoken.set(step.id, sayStep(step, entry))
  const name = (id: string) => spoken.get(id) ?? nameOfGone(project, id) ?? `@${id}`
  const number = (id: string, copy: Copy): string => {
    const n = copies(id).indexOf(copy)
    if (n >= 0) return ` #${n + 1}`
    const own = ordinalOf(copy)
    if (own !== null) return ` #${own + 1}`
    const gone = partsOf(copy).flatMap((p) => nameOfGone(project, `${p.owner ?? id}#${p.id}`) ?? [])
    return gone.length > 0 ? ` of ${gone[0]}, which is gone` : ` #${copy}`
  }
  const sayRef = ({ id, copy, property }: Ref): string =>
    `${name(id)}${copy === undefined ? '' : number(id, copy)}·${property}`
  return {
    sayRef,
    say: (text) =>
      text.replace(MARK, (_, mm: string | undefined, id: string, copy?: string, property?: string) => {
        if (mm !== undefined) return formatLength(Number(mm), style).text
        if (property !== undefined) return sayRef({ id, ...(copy === undefined ? {} : { copy }), property })
        return `${name(id)}${copy === undefined ? '' : number(id, copy)}`
      }),
  }
}
