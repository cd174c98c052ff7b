/**
 * Any number, pressed, unfolds where it comes from: a short sum, each term of which can be pressed in turn.
 */
import * as Popover from 'radix-ui/popover'
import { useState, type ReactNode } from 'react'
import { sayValue, type NodeKey } from '../../core/resolve'
import { useAnswer } from '../store/answer'
import { useOpen } from '../store/open'
import { Faulted } from './Faulted'
import { fractions } from './fractions'

const LOOK = {
  className: 'rounded-sm underline decoration-edge decoration-dotted underline-offset-3 hover:bg-chalk-pale',
  title: 'Where this comes from',
}

/** `copy`: of a finished size, which copy of its piece is meant, from 1. */
export function Because({ of, copy = 1, children }: { of: NodeKey; copy?: number; children: ReactNode }) {
  const [asked, ask] = useState(false)
  // Hundreds of numbers may stand on a screen; only one that was pressed needs to know how to unfold.
  if (!asked)
    return (
      <button type="button" {...LOOK} aria-haspopup="dialog" aria-expanded={false} onClick={() => ask(true)}>
        {children}
      </button>
    )
  return (
    <Popover.Root defaultOpen>
      <Popover.Trigger {...LOOK}>{children}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="floating max-w-96 p-3"
          sideOffset={4}
          collisionPadding={8}
          aria-label="Where this comes from"
        >
          <Story start={of} copy={copy} />
          <Popover.Arrow className="fill-hairline" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function Story({ start, copy }: { start: NodeKey; copy: number }) {
  const [trail, setTrail] = useState([start])
  const style = useOpen((s) => s.shown.style)
  const key = trail.at(-1)!
  // What it is made of is told by what that says itself, not by this copy.
  const which = trail.length === 1 ? copy : 1
  const { answer, fault, again } = useAnswer(`${key} ${which}`, (hand) => hand.because(key, which))
  if (fault) return <Faulted says={fault} again={again} />
  if (!answer) return <p className="text-quiet">…</p>
  const { because: b, slip } = answer
  if (!b) return <p className="text-pencil">{slip?.message ?? 'This number has gone.'}</p>
  const say = (value: number, kind: Parameters<typeof sayValue>[1]) => fractions(sayValue(value, kind, style))
  return (
    <div className="measure text-sm whitespace-normal">
      <p className="mb-1 flex items-baseline justify-between gap-6 font-semibold">
        <span>{b.label}</span>
        <span>{say(b.value, b.kind)}</span>
      </p>
      {b.parts.length === 0 && <p className="text-quiet">as typed</p>}
      <ul>
        {b.parts.map((p, i) => {
          const op = p.op === '·' ? 'with' : i === 0 && p.op === '+' ? '' : p.op
          const label = fractions(`${op} ${p.label}`)
          return (
            <li key={i} className="flex items-baseline justify-between gap-6 border-t border-hairline py-1">
              {answer.deeper[i] ? (
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
