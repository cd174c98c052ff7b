import { markOf } from '../../core/cuts/mark'
import { markColour } from './marks'

/** A piece's letter on its colour; which of the different finished pieces it is, from 0. */
export function Mark({ n }: { n: number }) {
  return (
    <span
      className={
        'measure inline-block min-w-5 rounded-sm px-1 text-center text-xs leading-5 ' +
        'font-semibold text-[#22282e]'
      }
      style={{ background: markColour(n) }}
    >
      {markOf(n)}
    </span>
  )
}
