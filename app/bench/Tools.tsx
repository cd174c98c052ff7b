import type { ReactNode } from 'react'
import { useBench } from './asks'
import { BENCH_COMMANDS, doOnBench, sayKey, type BenchCommand } from './commands'

const at = (place: 'tools' | 'views'): readonly BenchCommand[] =>
  BENCH_COMMANDS.filter((c) => c.button?.at === place)

function Bar({ label, className, children }: { label: string; className: string; children: ReactNode }) {
  return (
    <div className={`absolute ${className}`} role="toolbar" aria-label={label}>
      {children}
    </div>
  )
}

/** The tools at the left of the bench. */
export function Tools({ readOnly }: { readOnly: boolean }) {
  const bench = useBench()
  return (
    <Bar label="Tools" className="top-2 left-2 grid w-18 gap-1">
      {at('tools')
        .filter((c) => !(c.writes && readOnly))
        .map((c) => {
          const { label, icon: Icon } = c.button!
          const on = c.on?.(bench) ?? false
          return (
            <button
              key={c.id}
              className={`btn flex-col gap-0 px-1 py-1 text-xs ${on ? 'border-chalk bg-chalk-pale' : ''}`}
              {...(c.on ? { 'aria-pressed': on } : {})}
              title={`${c.says} (${sayKey(c.keys[0]!)})`}
              onClick={() => doOnBench(c)}
            >
              {Icon && <Icon size={16} />}
              {label}
            </button>
          )
        })}
    </Bar>
  )
}

/** The views along the lower edge of the bench. */
export function Views() {
  const bench = useBench()
  return (
    <Bar label="Views" className="bottom-2 left-1/2 flex -translate-x-1/2">
      {at('views').map((c) => {
        const { label, icon: Icon } = c.button!
        return (
          <button
            key={c.id}
            className={`btn -ml-px rounded-none px-2 ${c.on!(bench) ? 'bg-chalk-pale' : ''}`}
            title={`${c.says} (${sayKey(c.keys[0]!)})`}
            onClick={() => doOnBench(c)}
          >
            {Icon && <Icon size={14} />}
            {label}
          </button>
        )
      })}
    </Bar>
  )
}
