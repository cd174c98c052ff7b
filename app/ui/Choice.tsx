/** A choice from a list of few: pressed, stepped by the arrows, or found by its first letters. */
import { Check, ChevronDown } from 'lucide-react'
import * as Select from 'radix-ui/select'
import { useId, useState, type ReactNode } from 'react'

interface Props<T extends string> {
  readonly label: string
  /** The label stands above; otherwise it is only told to those who do not see the list. */
  readonly showLabel?: boolean
  /** What is chosen; the empty text where nothing is, for a list that does something at once. */
  readonly value: T | ''
  /** What stands there while nothing is chosen. */
  readonly placeholder?: string
  /** What is kept and what is read, in order. */
  readonly of: Iterable<readonly [T, string]>
  readonly onPick: (value: T) => void
  /** What has the pointer or the focus while the list is open; null once it closes. */
  readonly onLook?: (value: T | null) => void
  readonly disabled?: boolean
  readonly autoFocus?: boolean
  /** What stands on it instead of what is chosen, without an arrow. */
  readonly shows?: string
  /** It is no more than the arrow that opens it. */
  readonly bare?: true
  /** A small picture of each, beside its name. */
  readonly picture?: (value: T) => ReactNode
  readonly className?: string
}

/** Radix keeps the empty text for "nothing chosen"; here it may be a choice. */
const kept = (value: string) => `=${value}`

export function Choice<T extends string>(props: Props<T>) {
  const {
    label,
    showLabel,
    value,
    placeholder = '',
    of,
    onPick,
    onLook,
    disabled = false,
    autoFocus,
    bare,
    shows,
    picture,
    className = 'field',
  } = props
  const id = useId()
  const [open, setOpen] = useState(false)
  const all = [...of]
  const list = (
    <Select.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now)
        if (!now) onLook?.(null)
      }}
      disabled={disabled}
      value={kept(value)}
      onValueChange={(v) => onPick(v.slice(1) as T)}
    >
      <Select.Trigger
        id={id}
        className={`${className} inline-flex min-w-0 items-center justify-between gap-1 text-left`}
        aria-label={showLabel ? undefined : label}
        autoFocus={autoFocus}
      >
        {value && picture?.(value)}
        <span className={bare ? 'sr-only' : `min-w-0 truncate ${picture ? 'mr-auto ml-1' : ''}`}>
          <Select.Value>{shows ?? all.find(([v]) => v === value)?.[1] ?? placeholder}</Select.Value>
        </span>
        {!shows && <ChevronDown size={13} className="shrink-0 text-quiet" />}
      </Select.Trigger>
      {/* A closed list costs nothing: its rows are made when it opens. */}
      {open && (
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={2}
            collisionPadding={8}
            data-choosing
            // What was opened by the choice keeps the focus it has taken.
            onCloseAutoFocus={(e) => document.activeElement?.closest('[role=dialog]') && e.preventDefault()}
            className={
              'floating max-h-(--radix-select-content-available-height) ' +
              'max-w-80 min-w-(--radix-select-trigger-width)'
            }
          >
            <Select.Viewport className="p-0.5">
              {all.map(([v, says]) => (
                <Select.Item
                  key={v}
                  value={kept(v)}
                  onFocus={onLook && (() => onLook(v))}
                  className={
                    'flex min-h-7 cursor-pointer items-center gap-1 px-1.5 outline-none ' +
                    'data-highlighted:bg-chalk-pale pointer-coarse:min-h-11'
                  }
                >
                  <span className="w-4 shrink-0">
                    <Select.ItemIndicator>
                      <Check size={13} />
                    </Select.ItemIndicator>
                  </span>
                  {picture?.(v)}
                  <Select.ItemText>{says}</Select.ItemText>
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      )}
    </Select.Root>
  )
  return showLabel ? (
    <span className="block min-w-0">
      <label htmlFor={id} className="block text-xs text-quiet">
        {label}
      </label>
      {list}
    </span>
  ) : (
    list
  )
}
