/** What readings are taken with, and how far they may be off. */
import { useState } from 'react'
import { Link } from 'react-router'
import { useOpen } from '../store/open'
import { Choice } from '../ui/Choice'
import { Len } from '../ui/Len'
import { connect, hasSerial, takeStandIn, useGauge } from './gauge'

const SOURCES = [
  ['stand-in', 'a stand-in, to try it out'],
  ['serial', 'a caliper on this machine'],
] as const

export function GaugeBar() {
  const { source } = useGauge()
  const id = useOpen((s) => s.project.id)
  const tolerance = useOpen((s) => s.shown.limits?.tolerance ?? 0)
  const [why, setWhy] = useState<string | null>(null)
  return (
    <div className="mb-2 flex flex-wrap items-end gap-x-4 gap-y-1">
      <span className="w-60">
        <Choice
          label="The caliper button takes from"
          showLabel
          value={source}
          of={hasSerial() ? SOURCES : SOURCES.slice(0, 1)}
          onPick={(s) => {
            setWhy(null)
            if (s === 'stand-in') takeStandIn()
            else void connect().then(setWhy)
          }}
        />
      </span>
      <p className="min-w-60 flex-1 text-quiet">
        {'A caliper that types goes into any box: press its button with the box chosen. '}
        {'In tolerance is within '}
        <Link className="text-chalk underline" to={`/project/${id}/proof?show=limits`}>
          ± <Len mm={tolerance} />
        </Link>
        .
      </p>
      {why && (
        <p role="alert" className="basis-full text-pencil">
          {why}
        </p>
      )}
    </div>
  )
}
