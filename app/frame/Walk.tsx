/** A walk of six steps on what stands on the bench, for who is new here; dismissed for ever. */
import { useState } from 'react'
import { useOpen } from '../store/open'

const STEPS = [
  ['Choose a piece', 'Click a board on the bench, or its row at the left. Its ticket comes at the right.'],
  [
    'Say where it is',
    'A ticket tells where a piece starts and ends. Type over any figure; 3/4 + 1/8 is read too.',
  ],
  ['Ask a number where it is from', 'Press any number that has a dotted line: it unfolds as a short sum.'],
  [
    'Move it by hand',
    'Drag a knob of the chosen piece. Near a face it holds to it, and keeps to it from then on.',
  ],
  ['Join', 'J finds where pieces touch and offers the likely joint; one press makes them all.'],
  [
    'Take it to the saw',
    'Plans and Cuts follow every change by themselves. ? lists the keys; Ctrl Z takes back.',
  ],
] as const
const KEY = 'ergaton-walk'

const walked = (): boolean => {
  try {
    return localStorage.getItem(KEY) !== null
  } catch {
    return true
  }
}
function leave(): void {
  try {
    localStorage.setItem(KEY, 'done')
  } catch {
    // Then it comes again; nothing else is lost.
  }
}

export function Walk() {
  // There has to be something to walk round.
  const [step, go] = useState(() => (useOpen.getState().project.pieces.length === 0 || walked() ? -1 : 0))
  const now = STEPS[step]
  if (!now) return null
  const end = () => (leave(), go(-1))
  return (
    <section
      className={
        'floating absolute top-10 right-2 z-20 w-72 p-3 max-roomy:top-28 max-roomy:w-auto ' +
        'max-roomy:max-w-80'
      }
      aria-label="A first walk round"
    >
      <p className="flex items-baseline justify-between gap-2">
        <span className="font-title font-semibold">{now[0]}</span>
        <span className="measure text-xs text-quiet">
          {step + 1} of {STEPS.length}
        </span>
      </p>
      <p className="mt-1 text-quiet">{now[1]}</p>
      <div className="mt-2 flex justify-between">
        <button className="btn btn-quiet -ml-2" onClick={end}>
          Not again
        </button>
        <button className="btn" onClick={() => (step + 1 < STEPS.length ? go(step + 1) : end())}>
          {step + 1 < STEPS.length ? 'Next' : 'Done'}
        </button>
      </div>
    </section>
  )
}
