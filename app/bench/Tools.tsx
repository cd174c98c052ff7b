import { memo } from 'react'
import { useOpen } from '../store/open'
import { useBench } from './asks'
import type { BenchCommand } from './command'
import { BENCH_COMMANDS, doOnBench, sayKey } from './commands'

const at = (place: 'tools' | 'views'): readonly BenchCommand[] =>
  BENCH_COMMANDS.filter((c) => c.button?.at === place)

const LOOKS = {
  tools: {
    bar: 'top-2 left-2 flex max-h-[calc(100%-4rem)] w-26 flex-col flex-wrap content-start gap-0.5',
    button: 'min-h-7.5 w-26 justify-start gap-1.5 px-1.5 py-0 text-xs whitespace-nowrap',
    on: 'border-chalk bg-chalk-pale',
    icon: 15,
  },
  views: {
    bar: 'bottom-2 left-1/2 flex -translate-x-1/2',
    button: '-ml-px rounded-none px-2 whitespace-nowrap',
    on: 'bg-chalk-pale',
    icon: 14,
  },
} as const

function Bar({
  label,
  place,
  commands,
}: {
  label: string
  place: keyof typeof LOOKS
  commands: readonly BenchCommand[]
}) {
  const bench = useBench()
  // What is wanted under the pointer is on, too.
  useOpen((s) => s.picking)
  const looks = LOOKS[place]
  return (
    <div className={`absolute ${looks.bar}`} role="toolbar" aria-label={label}>
      {commands.map((c) => {
        const { label, icon: Icon } = c.button!
        const on = c.on?.(bench) ?? false
        return (
          <button
            key={c.id}
            className={`btn ${looks.button} ${on ? looks.on : ''}`}
            {...(c.on ? { 'aria-pressed': on } : {})}
            title={`${c.says} (${sayKey(c.keys[0]!)})`}
            onClick={() => doOnBench(c)}
          >
            {Icon && <Icon size={looks.icon} />}
            {label}
          </button>
        )
      })}
    </div>
  )
}

/** The tools at the left of the bench. */
export const Tools = memo(function Tools({ readOnly }: { readOnly: boolean }) {
  return <Bar label="Tools" place="tools" commands={at('tools').filter((c) => !(c.writes && readOnly))} />
})

/** The views along the lower edge of the bench. */
export const Views = memo(function Views() {
  return <Bar label="Views" place="views" commands={at('views')} />
})
