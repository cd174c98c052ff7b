/**
 * Any number, pressed, unfolds where it comes from: a short sum, each term of which can be pressed in turn.
 */
import { Popover } from 'radix-ui'
import { useState, type ReactNode } from 'react'
import { sayValue, type NodeKey } from '../../core/resolve'
import { useOpen } from '../store/open'
import { fractions } from './fractions'

export function Because({ of, children }: { of: NodeKey; children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className={
          'rounded-sm underline decoration-edge decoration-dotted underline-offset-3 ' + 'hover:bg-chalk-pale'
        }
        title="Where this comes from"
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="floating max-w-96 p-3"
          sideOffset={4}
          collisionPadding={8}
          aria-label="Where this comes from"
        >
          <Story start={of} />
          <Popover.Arrow className="fill-hairline" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function Story({ start }: { start: NodeKey }) {
  const [trail, setTrail] = useState([start])
  const resolved = useOpen((s) => s.model.resolved)
  const key = trail.at(-1)!
  const b = resolved.because(key)
  const slip = resolved.slip(key)
  if (!b) return <p className="text-pencil">{slip?.message ?? 'This number has gone.'}</p>
  const say = (value: number, kind: Parameters<typeof sayValue>[1]) =>
    fractions(sayValue(value, kind, resolved.style))
  return (
    <div className="measure text-sm whitespace-normal">
      <p className="mb-1 flex items-baseline justify-between gap-6 font-semibold">
        <span>{b.label}</span>
        <span>{say(b.value, b.kind)}</span>
      </p>
      {b.parts.length === 0 && <p className="text-quiet">as typed</p>}
      <ul>
        {b.parts.map((p, i) => {
          const deeper = p.key !== null && p.key !== key ? resolved.because(p.key) : undefined
          const label = `${p.op === '·' ? 'with' : i === 0 && p.op === '+' ? '' : p.op} ${fractions(p.label)}`
          return (
            <li key={i} className="flex items-baseline justify-between gap-6 border-t border-hairline py-1">
              {deeper && deeper.parts.length > 0 ? (
                <button
                  className="text-left text-chalk underline underline-offset-2"
                  onClick={() => setTrail([...trail, p.key!])}
                >
                  {label}
                </button>
              ) : (
                <span>{label}</span>
              )}
              <span>{say(p.value, p.kind)}</span>
            </li>
          )
        })}
      </ul>
      {trail.length > 1 && (
        <button className="mt-1 text-chalk underline" onClick={() => setTrail(trail.slice(0, -1))}>
          Back
        </button>
      )}
    </div>
  )
}
