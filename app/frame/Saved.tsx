import { useOpen } from '../store/open'

/** Whether what is on the screen is kept. */
export function Saved() {
  const saved = useOpen((s) => s.saved)
  const elsewhere = useOpen((s) => s.elsewhere)
  const says = elsewhere
    ? 'Reading only'
    : { saved: 'Saved', waiting: 'Saving…', saving: 'Saving…', failed: 'Not saved' }[saved.state]
  return (
    <span
      className={
        'measure ml-auto min-w-16 px-2 text-right text-xs ' +
        `${saved.state === 'failed' ? 'text-pencil' : 'text-quiet'}`
      }
      role="status"
    >
      {says}
    </span>
  )
}
