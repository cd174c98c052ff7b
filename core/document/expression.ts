import './jitless'
import * as z from 'zod'
import { LONGEST } from '../measure'

/** A measure as the maker typed it. */
export const Expression = z.string().max(LONGEST, { error: `a value has ${LONGEST} characters at most` })
