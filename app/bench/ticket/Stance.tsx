/** How a board stands, chosen from small drawings of it in a room: the likely six; all in words beside. */
import * as Toolbar from 'radix-ui/toolbar'
import type { ComponentProps } from 'react'
import { FACINGS, facing, type Facing, type Vec3 } from '../../../core/pieces'
import { Choice } from '../../ui/Choice'

/** A side, a shelf, a back or a rail, an upright seen from the front, a bearer, a runner on its edge. */
const LIKELY = ['up-left', 'right-up', 'right-front', 'up-front', 'back-up', 'back-left'] as const

interface Props {
  readonly value: string
  readonly label: string
  readonly disabled?: boolean
  /** In one line. */
  readonly compact?: true
  readonly onChange: (facing: string) => void
}

export function Stance({ value, label, disabled = false, compact, onChange }: Props) {
  const words = (
    <Choice
      label={`${label}, in words`}
      value={value}
      disabled={disabled}
      {...(compact && { bare: compact, className: 'field justify-center' })}
      of={[
        ...(value === '' ? [['', 'several'] as const] : []),
        ...FACINGS.map((f) => [f.id, f.name] as const),
      ]}
      onPick={onChange}
    />
  )
  return (
    <div role="group" aria-label={label}>
      <div className={`grid gap-1 ${compact ? 'grid-cols-[6fr_1fr]' : 'mb-1'}`}>
        {/* One stop of the Tab key, with the arrows inside. */}
        <Toolbar.Root className="grid grid-cols-6 gap-1" aria-label={`${label}, as drawn`} loop>
          {LIKELY.map((id) => (
            <Toolbar.Button key={id} asChild disabled={disabled}>
              <StanceButton id={id} on={id === value} disabled={disabled} onPick={onChange} />
            </Toolbar.Button>
          ))}
        </Toolbar.Root>
        {compact && words}
      </div>
      {compact ? (
        <p className="mt-0.5 text-xs text-quiet">{value === '' ? 'several' : facing(value).name}</p>
      ) : (
        words
      )}
    </div>
  )
}

interface ButtonProps {
  readonly id: string
  readonly on: boolean
  readonly disabled?: boolean
  readonly onPick: (facing: string) => void
}

/** What else it is given is a toolbar’s. */
export function StanceButton({
  id,
  on,
  disabled = false,
  onPick,
  ...more
}: ButtonProps & ComponentProps<'button'>) {
  return (
    <button
      {...more}
      type="button"
      className={
        'grid place-items-center rounded-sm border py-0.5 pointer-coarse:min-h-11 ' +
        `${on ? 'border-chalk bg-chalk-pale' : 'border-hairline hover:border-edge'}`
      }
      aria-pressed={on}
      aria-label={facing(id).name}
      title={facing(id).name}
      disabled={disabled}
      onClick={() => onPick(id)}
    >
      <Drawing of={facing(id)} />
    </button>
  )
}

/** From the room to the drawing: across to the right, deep up and to the right, up upward. */
const flat = ([x, y, z]: Vec3): string => `${x + 0.45 * y},${-z - 0.35 * y}`

/** A board in the corner of a room, seen from its front left, with the way of its grain. */
function Drawing({ of }: { of: Facing }) {
  const size: [number, number, number] = [0, 0, 0]
  of.room.forEach((axis, own) => (size[axis] = [22, 11, 2.6][own]!))
  const at = (x: number, y: number, z: number) => flat([x * size[0], y * size[1], z * size[2]])
  const face = (...corners: Array<readonly [number, number, number]>) =>
    corners.map(([x, y, z]) => at(x, y, z)).join(' ')
  const line = (a: Vec3, b: Vec3) => `M${flat(a)}L${flat(b)}`
  const run = of.room[0]
  // The grain, on the face that is seen best.
  const seen = [0, 1, 2].filter((i) => i !== run).sort((a, b) => size[b]! - size[a]!)[0]!
  const grain = [0.33, 0.66].map((share) => {
    const end = (far: number): Vec3 => {
      const p: [number, number, number] = [0, 0, size[2]]
      p[seen] = share * size[seen]!
      p[run] = far * size[run]
      if (seen === 2 && run !== 1) p[1] = 0
      if (run === 1 && seen === 2) p[0] = 0
      return p
    }
    return line(end(0.1), end(0.9))
  })
  return (
    <svg viewBox="-3 -25 34 28" className="h-7 w-9" aria-hidden="true">
      <path
        d={`${line([0, 0, 0], [26, 0, 0])}${line([0, 0, 0], [0, 18, 0])}${line([0, 0, 0], [0, 0, 24])}`}
        stroke="var(--hairline)"
        fill="none"
      />
      <g fill="var(--stage)" stroke="var(--ink)" strokeWidth="0.9" strokeLinejoin="round">
        <polygon points={face([0, 0, 0], [1, 0, 0], [1, 0, 1], [0, 0, 1])} />
        <polygon points={face([0, 0, 1], [1, 0, 1], [1, 1, 1], [0, 1, 1])} />
        <polygon points={face([1, 0, 0], [1, 1, 0], [1, 1, 1], [1, 0, 1])} />
      </g>
      <path d={grain.join('')} stroke="var(--edge)" strokeWidth="0.7" fill="none" />
    </svg>
  )
}
