/**
 * Changes that could not be saved when their project was left: they can be carried off, opened or thrown
 * away.
 */
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { fileName, saveFile } from '../store/files'
import { forgetUnsaved, listUnsaved, type Unsaved } from '../store/unsaved'

export function UnsavedList() {
  const [list, setList] = useState<readonly Unsaved[]>([])
  useEffect(() => setList(listUnsaved()), [])
  return list.map((u) => (
    <p
      key={u.id}
      role="status"
      className="mb-4 flex flex-wrap items-center gap-2 border border-brass bg-brass-pale p-3"
    >
      The last changes to {u.name} are not saved.
      <Link className="btn" to={`/project/${u.id}/bench`}>
        Open it
      </Link>
      <button
        className="btn"
        onClick={() => saveFile(fileName(u.name, '-unsaved.json'), u.text, 'application/json')}
      >
        Export to a file
      </button>
      <button
        className="btn btn-quiet"
        onClick={() => {
          forgetUnsaved(u.id)
          setList(listUnsaved())
        }}
      >
        Throw away
      </button>
    </p>
  ))
}
