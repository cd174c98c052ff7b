/** What things in a document are told apart by, and called. */
import './jitless'
import * as z from 'zod'

export const says = (error: string) => ({ error })

export const Id = z.string().regex(/^[A-Za-z0-9_]{1,40}$/, says('an id is letters, digits and _'))
/** A path of ids that tells a copy from the others (copies.ts). */
export const CopyPath = z
  .string()
  .regex(/^(?=.{1,400}$)([A-Za-z0-9_]+(:[A-Za-z0-9_]+)?)(\/[A-Za-z0-9_]+(:[A-Za-z0-9_]+)?)*$/, {
    error: 'a copy has a path of ids',
  })
/** An id within a group. Numbers are those of its repeat. */
export const PlacementId = z
  .string()
  .regex(/^[A-Za-z_][A-Za-z0-9_]{0,39}$/, says('a placement’s id starts with a letter'))
/** What is gone: a thing by its id, or one placement of a group. */
export const GoneId = z.string().regex(/^[A-Za-z0-9_]{1,40}(#[A-Za-z0-9_]{1,40})?$/, says('not an id'))
/** What a kind of joint or work needs, checked by the kind: its measures by their names. */
export const OwnFields = z.record(z.string(), z.json())
/** Letters a name may have. */
export const MOST_NAME = 80
export const Name = z
  .string()
  .trim()
  .min(1, says('A name has at least one letter'))
  .max(MOST_NAME, says(`A name has ${MOST_NAME} letters at most`))
  .regex(/^[^@#·"\n\r]*$/, says('A name cannot hold @ # · or "'))
