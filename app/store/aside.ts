/** What takes so long to shape that it is told, or was set aside. */
import { create } from 'zustand'

interface Slow {
  /** What is being shaped, once that takes long. */
  readonly at: string | null
  /** Names of pieces that are set aside, by the marks of their recipes. */
  readonly aside: ReadonlyMap<string, string>
}

export const useSlow = create<Slow>(() => ({ at: null, aside: new Map() }))

/** The marks of what is set aside, as workers are told. */
export const asideMarks = (): string[] => [...useSlow.getState().aside.keys()]
