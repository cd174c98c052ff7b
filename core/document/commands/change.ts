/** Changes as data. What carries them out, and all that goes with it, is loaded by who does that. */
import type * as z from 'zod'
import type { Commands } from './index'

type Payloads = { [K in keyof Commands]: z.input<Commands[K]['schema']> }

/** A command and what it is to work on; plain data. */
export interface Change {
  readonly command: Commands[keyof Commands]['name']
  readonly payload: unknown
}

const kebab = (key: string): string => key.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

/** Ready-made changes: `change.renamePiece({ id, name })`; a command is called as its key, with hyphens. */
export const change = new Proxy(
  {},
  {
    get:
      (_, key) =>
      (payload: unknown): Change => ({ command: kebab(String(key)), payload }),
  },
) as { readonly [K in keyof Payloads]: (payload: Payloads[K]) => Change }
