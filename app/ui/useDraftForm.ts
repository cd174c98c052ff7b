/**
 * A form of several fields, checked by its schema before its main thing is done. What is half told survives a
 * reload of the window, and what is refused is said once, for as long as nothing else is told.
 */
import { zodResolver } from '@hookform/resolvers/zod'
import { useEffect, useState } from 'react'
import {
  useForm,
  useWatch,
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
} from 'react-hook-form'
import type { ZodType } from 'zod'
import { isRecord, useDraft } from '../store/drafts'

export interface DraftForm<T> {
  readonly values: T
  readonly set: (more: Partial<T> | ((now: T) => Partial<T>)) => void
  /** Checks all, then has it done; `put` says why it cannot be, or null. */
  readonly submit: (put: (values: T) => string | null | Promise<string | null>) => void
  /** What is missing or was refused, for a line of the form. */
  readonly why: string | null
}

/** `name` tells it from all other forms of a project. */
export function useDraftForm<T extends FieldValues>(
  name: string,
  schema: ZodType<T, T>,
  starts: T | (() => T),
): DraftForm<T> {
  const [draft, keep] = useDraft<T>(`form ${name}`, starts, isRecord)
  const [first] = useState(draft)
  const [why, refuse] = useState<string | null>(null)
  const { control, setValue, getValues, handleSubmit } = useForm<T>({
    defaultValues: first as DefaultValues<T>,
    resolver: zodResolver(schema),
  })
  const values = useWatch({ control }) as T
  const told = JSON.stringify(values)
  useEffect(() => {
    keep(told === JSON.stringify(first) ? first : (JSON.parse(told) as T))
  }, [told, first, keep])
  return {
    values,
    why,
    set: (more) => {
      refuse(null)
      for (const [key, value] of Object.entries(more instanceof Function ? more(getValues()) : more))
        setValue(key as Path<T>, value as PathValue<T, Path<T>>)
    },
    submit: (put) =>
      void handleSubmit(
        async (now) => refuse(await put(now)),
        (errors) => refuse(firstOf(errors)),
      )(),
  }
}

/** The first sentence there is, however deep in the fields. */
function firstOf(errors: object): string | null {
  for (const error of Object.values(errors) as unknown[]) {
    if (!error || typeof error !== 'object') continue
    const { message } = error as { message?: unknown }
    const found = typeof message === 'string' ? message : firstOf(error)
    if (found) return found
  }
  return null
}
