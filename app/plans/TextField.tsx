/** A text that is kept when its field is left, or with Enter. */
import { useEffect, useId, useRef, useState } from 'react'
import { useOpen } from '../store/open'

interface Props {
  readonly label: string
  readonly value: string
  readonly onPut: (text: string) => void
  readonly most?: number
  readonly placeholder?: string
  /** Its text is selected as soon as it is there. */
  readonly fresh?: boolean
  readonly lines?: number
}

export function TextField({ label, value, onPut, most = 300, placeholder, fresh = false, lines }: Props) {
  const id = useId()
  const readOnly = useOpen((s) => s.readOnly)
  const [text, setText] = useState(value)
  const field = useRef<HTMLInputElement & HTMLTextAreaElement>(null)
  useEffect(() => setText(value), [value])
  useEffect(() => {
    if (fresh) field.current?.select()
  }, [fresh])
  const put = () => text.trim() !== value && onPut(text.trim())
  const props = {
    id,
    ref: field,
    className: 'field w-full',
    value: text,
    readOnly,
    maxLength: most,
    placeholder,
    onBlur: put,
    onChange: (e: { target: { value: string } }) => setText(e.target.value),
  }
  return (
    <span className="block min-w-0">
      <label htmlFor={id} className="block text-xs text-quiet">
        {label}
      </label>
      {lines ? (
        <textarea {...props} rows={lines} />
      ) : (
        <input {...props} onKeyDown={(e) => e.key === 'Enter' && put()} />
      )}
    </span>
  )
}
