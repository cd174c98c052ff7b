import { findAlike } from '../../core/cuts'
import type { Model } from '../../core/model'
import { useOpen } from '../store/open'

export type Marks = ReadonlyMap<string, { readonly letter: string; readonly n: number }>

const found = new WeakMap<Model, Marks>()

/** The mark of every instance: alike pieces share one. */
export function useMarks(): Marks {
  const model = useOpen((s) => s.model)
  let marks = found.get(model)
  if (!marks) {
    marks = new Map(
      findAlike(model).flatMap((a, n) => a.instances.map((i) => [i.key, { letter: a.mark, n }] as const)),
    )
    found.set(model, marks)
  }
  return marks
}
