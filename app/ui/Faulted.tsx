/** Why something could not be worked out, and a way to ask again. */
export function Faulted({ says, again }: { says: string; again: () => void }) {
  return (
    <p role="alert" className="flex items-center gap-2 text-pencil">
      {says}
      <button className="btn" onClick={again}>
        Try again
      </button>
    </p>
  )
}
