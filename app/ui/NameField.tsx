/** A name as a heading that can be typed over; a refusal stands below it. */
import { useEffect, useState } from 'react'
import { useOpen } from '../store/open'

interface Props {
  readonly label: string
  readonly name: string
  /** Gives a sentence when the name is refused. */
  readonly onRename: (name: string) => string | null
}

export function NameField({ label, name, onRename }: Props) {
  const readOnly = useOpen((s) => s.readOnly)
  const [text, setText] = useState(name)
  const [why, setWhy] = useState<string | null>(null)
  useEffect(() => setText(name), [name])
  const commit = () => setWhy(text.trim() === name ? null : onRename(text))
  return (
    <div className="min-w-0 flex-1">
      <input
        aria-label={label}
        className={
          'w-full rounded-sm border border-transparent bg-transparent px-1 font-title ' +
          'text-lg font-semibold hover:border-hairline'
        }
        value={text}
        readOnly={readOnly}
        maxLength={80}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
      {why && (
        <p role="alert" className="text-pencil">
          {why}
        </p>
      )}
    </div>
  )
}
