/** What the maker must know about the project as a whole, under the header. */
import { useState } from 'react'
import { saveAgain } from '../store/autosave'
import { fileName, saveFile } from '../store/files'
import { useOpen } from '../store/open'
import { exportText, rawText } from '../store/shelf'

export function Banners({ id }: { id: string }) {
  const { saved, readOnly, setAside, project } = useOpen()
  const [seen, setSeen] = useState(false)
  return (
    <>
      {readOnly && (
        <p role="status" className="border-b border-hairline bg-brass-pale px-4 py-1.5">
          This project is open in another tab, so this one only shows it. Close the other tab to change it
          here.
        </p>
      )}
      {saved.state === 'failed' && (
        <p
          role="alert"
          className="flex flex-wrap items-center gap-2 border-b border-hairline bg-pencil-pale px-4 py-1.5"
        >
          {saved.why}.
          <button
            className="btn"
            onClick={() => saveFile(fileName(project.name, '.json'), exportText(project), 'application/json')}
          >
            Export to a file
          </button>
          <button className="btn" onClick={saveAgain}>
            Try again
          </button>
        </p>
      )}
      {setAside.length > 0 && !seen && (
        <div role="alert" className="border-b border-hairline bg-brass-pale px-4 py-1.5">
          <p className="flex flex-wrap items-center gap-2">
            {setAside.length === 1
              ? 'A damaged part of this project was'
              : `${setAside.length} damaged parts of this project were`}{' '}
            set aside; the rest is open.
            <button
              className="btn"
              onClick={() =>
                void rawText(id).then((text) =>
                  saveFile(fileName(project.name, '-as-it-was.json'), text, 'application/json'),
                )
              }
            >
              Save the data as it was
            </button>
            <button className="btn btn-quiet" onClick={() => setSeen(true)}>
              Hide
            </button>
          </p>
          <ul className="list-disc pl-5">
            {setAside.slice(0, 6).map((s, i) => (
              <li key={i}>
                {s.where}: {s.why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  )
}
