/**
 * Content policies forbid compiling from text, and what is compiled there would be tried at each start. First
 * of all.
 */
import * as z from 'zod'

z.config({ jitless: true })
