import { Faulted } from './Faulted'

/** A screen while what it shows is worked out; or why that could not be. */
export function Waiting({ says, fault, again }: { says: string; fault: string | null; again: () => void }) {
  return (
    <main className="grid h-full place-items-center">
      {fault ? (
        <Faulted says={fault} again={again} />
      ) : (
        <p role="status" className="text-quiet">
          {says}
        </p>
      )}
    </main>
  )
}
