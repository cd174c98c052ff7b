/** Snapshots of the project: take one, see what differs, go back to it. */
import { Trash2 } from 'lucide-react'
import { useEffect, useState } from 'react'
import { change, compare, type Difference, type Project } from '../../core/document'
import { MOST_SMALL, thumbnailHand, sayFault } from '../store/hands'
import { run, useOpen } from '../store/open'
import { readSnapshot, removeSnapshot, snapshotsOf, takeSnapshot, type Snapshot } from '../store/snapshots'
import { Choice } from '../ui/Choice'
import { Dialog } from '../ui/Dialog'
import { fractions } from '../ui/fractions'
import { LineDrawing } from '../ui/LineDrawing'

/** So many differences are told one by one. */
const MOST = 200

const sayTime = (at: number): string =>
  new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

export function Snapshots({ onClose }: { onClose: () => void }) {
  const project = useOpen((s) => s.project)
  const readOnly = useOpen((s) => s.readOnly)
  const [all, setAll] = useState<readonly Snapshot[] | null>(null)
  const [seen, see] = useState<Snapshot | null>(null)
  const [against, setAgainst] = useState('')
  const [name, setName] = useState('')
  const [why, setWhy] = useState<string | null>(null)
  const { id } = project
  const fail = (error: unknown) => setWhy(sayFault(error, 'The snapshots could not be read'))
  const again = () => void snapshotsOf(id).then(setAll, fail)
  useEffect(() => {
    snapshotsOf(id).then(setAll, (error: unknown) =>
      setWhy(sayFault(error, 'The snapshots could not be read')),
    )
  }, [id])

  const take = async () => {
    try {
      await takeSnapshot(project, name.trim() || 'Snapshot', true)
      setName('')
      again()
    } catch (error) {
      fail(error)
    }
  }
  const goBack = async (to: Snapshot) => {
    try {
      const read = await readSnapshot(id, to.id)
      if ('why' in read) return setWhy(read.why)
      await takeSnapshot(project, `before going back to “${to.says}”`, false)
      const refused = run(change.restore({ project: read.project, says: `“${to.says}”` }))
      if (refused) setWhy(refused)
      else onClose()
    } catch (error) {
      fail(error)
    }
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title="Snapshots"
      says="They are taken as work begins, every quarter of an hour, and before much is deleted."
    >
      {!readOnly && (
        <form
          className="mb-3 flex items-end gap-1"
          onSubmit={(e) => {
            e.preventDefault()
            void take()
          }}
        >
          <label className="flex-1">
            <span className="text-xs text-quiet">Take one now, called</span>
            <input
              className="field"
              value={name}
              placeholder="Snapshot"
              maxLength={80}
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <button className="btn btn-main">Take snapshot</button>
        </form>
      )}
      {why && (
        <p role="alert" className="mb-2 text-pencil">
          {why}
        </p>
      )}
      {all === null ? (
        <p className="text-quiet">Looking…</p>
      ) : all.length === 0 ? (
        <p className="text-quiet">None yet. The first is taken with the first change.</p>
      ) : (
        <ul className="grid gap-1" aria-label="Snapshots">
          {all.map((s) => (
            <li key={s.id} className="flex flex-wrap items-center gap-1 border-t border-hairline py-1">
              <span className="mr-auto min-w-48">
                <span className={s.own ? 'font-semibold' : ''}>{s.says}</span>
                <span className="block text-xs text-quiet">{sayTime(s.at)}</span>
              </span>
              <button
                className="btn"
                aria-expanded={seen?.id === s.id}
                onClick={() => see(seen?.id === s.id ? null : s)}
              >
                Compare
              </button>
              {!readOnly && (
                <>
                  <button className="btn" onClick={() => void goBack(s)}>
                    Go back to it
                  </button>
                  <button
                    className="btn btn-quiet btn-icon"
                    aria-label={`Delete the snapshot ${s.says}`}
                    title="Delete it"
                    onClick={() => void removeSnapshot(id, s.id).then(again, fail)}
                  >
                    <Trash2 size={14} />
                  </button>
                </>
              )}
              {seen?.id === s.id && (
                <div className="basis-full">
                  <div className="mb-1 flex items-center gap-2">
                    <span className="text-quiet">with</span>
                    <Choice
                      label="Compare with"
                      value={against}
                      of={[
                        ['', 'the project as it is now'],
                        ...all
                          .filter((o) => o.id !== s.id)
                          .map((o) => [o.id, `${o.says}, ${sayTime(o.at)}`] as const),
                      ]}
                      onPick={setAgainst}
                    />
                  </div>
                  <Compared project={project} one={s.id} other={against} />
                </div>
              )}
            </li>
          ))}
        </ul>
      )}
    </Dialog>
  )
}

/** Two states side by side, and all that differs. */
function Compared({ project, one, other }: { project: Project; one: string; other: string }) {
  const [found, setFound] = useState<{
    readonly drawn: readonly [string, string]
    readonly differs: readonly Difference[]
  } | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  useEffect(() => {
    let gone = false
    const look = async () => {
      const [a, b] = await Promise.all([
        readSnapshot(project.id, one),
        other ? readSnapshot(project.id, other) : { project },
      ])
      if ('why' in a || 'why' in b) return 'why' in a ? a.why : 'why' in b ? b.why : ''
      const drawn = [
        await thumbnailHand.ask((hand) => hand.picture(a.project), MOST_SMALL),
        await thumbnailHand.ask((hand) => hand.picture(b.project), MOST_SMALL),
      ] as const
      if (!gone) setFound({ drawn, differs: compare(a.project, b.project) })
      return null
    }
    look().then(
      (slip) => gone || setWhy(slip),
      (error: unknown) => gone || setWhy(sayFault(error, 'They could not be compared')),
    )
    return () => {
      gone = true
    }
  }, [project, one, other])
  if (why) return <p className="text-pencil">{why}</p>
  if (!found) return <p className="text-quiet">Comparing…</p>
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        {(['then', other ? 'the other' : 'now'] as const).map((says, n) => (
          <figure key={says} className="border border-hairline bg-stage p-1">
            <LineDrawing
              drawn={found.drawn[n]!}
              className="h-32 w-full"
              aria-label={`The project, ${says}`}
            />
            <figcaption className="text-center text-xs text-quiet">{says}</figcaption>
          </figure>
        ))}
      </div>
      {found.differs.length === 0 ? (
        <p className="mt-1 text-quiet">Nothing differs.</p>
      ) : (
        <ul className="mt-1 max-h-48 overflow-auto" aria-label="What differs">
          {found.differs.slice(0, MOST).map((d, n) => (
            <li key={n}>
              <span className="font-semibold">{fractions(d.of)}</span>
              {': '}
              <span className="measure">{fractions(d.says)}</span>
            </li>
          ))}
          {found.differs.length > MOST && <li>and {found.differs.length - MOST} more</li>}
        </ul>
      )}
    </>
  )
}
