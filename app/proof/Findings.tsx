/** All that was found, the gravest first; beside it what was looked for. */
import { useState } from 'react'
import type { Level } from '../../core/resolve'
import { checkAgain, stopChecks, useFound, useJudged } from '../store/findings'
import { useOpen } from '../store/open'
import { Checks } from './Checks'
import { EDGE, Finding } from './Finding'

const LEVELS: ReadonlyArray<readonly [Level, string, string]> = [
  ['stop', 'Must fix', 'before wood is cut'],
  ['look', 'Look at', 'and mend, or accept with a reason'],
  ['note', 'Note', 'good to know'],
]

export function Findings() {
  const all = useJudged()
  const { of } = useFound()
  const open = all.filter((j) => !j.accepted)
  const accepted = all.filter((j) => j.accepted)
  const [checks, showChecks] = useState(false)
  return (
    <div className={`grid h-full grid-cols-1 ${checks ? 'md:grid-cols-[minmax(0,1fr)_19rem]' : ''}`}>
      <main className="overflow-auto p-4" onKeyDown={stepping}>
        {of && <Verdict open={open} />}
        <div className="mb-3 flex flex-wrap items-center gap-3">
          <Looking />
          <ChecksButton shown={checks} onShow={showChecks} />
        </div>
        {LEVELS.map(([level, title, says]) => {
          const here = open.filter((j) => j.finding.level === level)
          if (here.length === 0) return null
          return (
            <section key={level} className="mb-5" aria-label={title}>
              <h2 className="mb-2 flex items-baseline gap-2">
                <span className={`font-title text-lg font-semibold ${INK[level]}`}>
                  {title} {here.length}
                </span>
                <span className="text-quiet">{says}</span>
              </h2>
              <ul className="grid max-w-4xl gap-2">
                {here.map((j) => (
                  <Finding key={j.finding.id} of={j} />
                ))}
              </ul>
            </section>
          )
        })}
        {accepted.length > 0 && <Accepted of={accepted} />}
      </main>
      {checks && <Checks />}
    </div>
  )
}

/** What comes of it all, first. */
function Verdict({ open }: { readonly open: ReturnType<typeof useJudged> }) {
  const count = (level: Level) => open.filter((j) => j.finding.level === level).length
  const [stops, looks] = [count('stop'), count('look')]
  const worst = stops > 0 ? 'stop' : looks > 0 ? 'look' : null
  const more = looks > 0 ? ` and ${looks} to look at` : ''
  return (
    <p className={`mb-3 max-w-4xl border-l-4 bg-panel p-3 ${worst ? EDGE[worst] : 'border-leaf'}`}>
      <span className={`font-title text-lg font-semibold ${worst ? INK[worst] : 'text-leaf'}`}>
        {stops > 0
          ? `Do not cut yet: ${stops} must be fixed${more}`
          : looks > 0
            ? `Look before you cut: ${looks} ${looks === 1 ? 'finding' : 'findings'}`
            : `Ready to cut: ${open.length === 0 ? 'no findings' : 'nothing to fix or look at'}`}
      </span>{' '}
      {!worst && (
        <span className="text-quiet">
          A test cut on scrap of the same thickness comes first all the same.
        </span>
      )}
    </p>
  )
}

function ChecksButton(props: { readonly shown: boolean; readonly onShow: (shown: boolean) => void }) {
  const off = useOpen((s) => s.project.limits.off.length)
  return (
    <button className="btn ml-auto" aria-expanded={props.shown} onClick={() => props.onShow(!props.shown)}>
      {props.shown ? 'Hide checks' : 'Checks'}
      {off > 0 && <span className="text-brass">{off === 1 ? '1 is off' : `${off} are off`}</span>}
    </button>
  )
}

export const INK: Readonly<Record<Level, string>> = {
  stop: 'text-pencil',
  look: 'text-brass',
  note: 'text-ink',
}

function Accepted({ of }: { of: ReturnType<typeof useJudged> }) {
  const [shown, show] = useState(false)
  return (
    <section className="mb-5" aria-label="Accepted">
      <button className="btn btn-quiet mb-2" aria-expanded={shown} onClick={() => show(!shown)}>
        {of.length} accepted{shown ? '' : ', show'}
      </button>
      {shown && (
        <ul className="grid max-w-4xl gap-2">
          {of.map((j) => (
            <Finding key={j.finding.id} of={j} />
          ))}
        </ul>
      )}
    </section>
  )
}

/** Checks just now, with a way to end it; or why nobody looks. */
function Looking() {
  const project = useOpen((s) => s.project)
  const { looking, fault, stopped, of } = useFound()
  const halted = stopped === project
  return (
    <div role="status" className="flex min-h-8 min-w-0 items-center gap-3">
      {looking ? (
        <>
          <progress className="w-24 accent-(--chalk)" aria-label="Checking" />
          <span className="truncate">Checking: {looking}…</span>
          <button className="btn" onClick={stopChecks}>
            Stop
          </button>
        </>
      ) : halted ? (
        <>
          <span className={fault ? 'text-pencil' : 'text-quiet'}>
            {fault ?? 'Stopped; what was found before stands below'}
          </span>
          <button className="btn" onClick={checkAgain}>
            Check again
          </button>
        </>
      ) : (
        <span className="text-quiet">{of === project ? 'Checked just now' : 'Waiting…'}</span>
      )}
    </div>
  )
}

/** Arrows go from finding to finding. */
function stepping(e: React.KeyboardEvent<HTMLElement>) {
  const by = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0
  if (by === 0 || /^(INPUT|TEXTAREA)$/.test((e.target as HTMLElement).tagName)) return
  const all = [...e.currentTarget.querySelectorAll<HTMLElement>('[data-finding]')]
  const at = all.findIndex((x) => x.contains(document.activeElement))
  const next = all[at < 0 ? 0 : at + by]
  if (!next) return
  e.preventDefault()
  next.focus()
  next.scrollIntoView({ block: 'nearest' })
}
