import { create } from 'zustand'

/** The mark of the piece that the pointer is over, in a table or on a board. */
export const usePointed = create<{ readonly mark: string | null }>(() => ({ mark: null }))

/** What shows a piece, so that pointing at it lights up all of its likes. */
export const pointing = (mark: string) => ({
  onMouseEnter: () => usePointed.setState({ mark }),
  onMouseLeave: () => usePointed.setState({ mark: null }),
})
