import { markColour } from './marks'

/** A piece's letter on its colour. */
export function Mark({ letter, n }: { letter: string; n: number }) {
  return (
    <span
      className={
        'measure inline-block min-w-5 rounded-sm px-1 text-center text-xs leading-5 ' +
        'font-semibold text-[#22282e]'
      }
      style={{ background: markColour(n) }}
    >
      {letter}
    </span>
  )
}
