import type { Step } from './schema'

type Naming = (id: string) => string

/** A place as a copy of all that has it: it may be a face that a step or a joint has made. */
export const placeInto = <T>(at: T, to: Naming): T =>
  JSON.parse(JSON.stringify(at), (key, value: unknown) =>
    key === 'step' && typeof value === 'string' ? to(value) : value,
  ) as T

/** What a step names beside itself, as a copy of all that: where it is, its bit and what it meets. */
export const stepInto = <S extends Pick<Step, 'at' | 'options'>>(step: S, to: Naming): S => {
  const { bit, meets } = step.options
  return {
    ...step,
    at: placeInto(step.at, to),
    options: {
      ...step.options,
      ...(bit !== undefined && { bit: to(bit) }),
      ...(meets !== undefined && { meets: to(meets) }),
    },
  }
}
