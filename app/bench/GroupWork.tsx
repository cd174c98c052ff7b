/** Work done on a group as one block: numbered steps that open their measures. */
import { useEffect, useState } from 'react'
import type { Group, Step } from '../../core/document'
import { light, useOpen } from '../store/open'
import { later } from '../ui/later'
import { useBench } from './asks'
import { sayOfGroup } from './groups'
import { useStepDrag } from './stepDrag'
import { OwnSign, Reordered, Said, sayIdle } from './Work'

const StepForm = later(async () => (await import('./StepForm')).StepForm)
const AddWork = later(async () => (await import('./StepForm')).AddWork)

export function GroupWork({ group }: { group: Group }) {
  const readOnly = useOpen((s) => s.readOnly)
  const [opened, setOpened] = useState<string | null>(null)
  const opening = useBench((s) => s.opening)
  const dragging = useStepDrag(group)
  useEffect(() => {
    if (opening === null || !group.work.some((s) => s.id === opening)) return
    setOpened(opening)
    useBench.setState({ opening: null })
  }, [opening, group])
  return (
    <section className="border-t border-hairline py-2" aria-label="Work on the group">
      <h4 className="mb-1 font-semibold">Work on all of it, as one</h4>
      {group.work.length === 0 && (
        <p className="text-quiet">
          None yet. What is put on here is done when the group stands together: a frame routed round, holes
          through several boards.
        </p>
      )}
      <ol className="grid gap-1" ref={dragging.list}>
        {group.work.map((step, n) => (
          <Line
            key={step.id}
            mark={dragging.markOf(step.id)}
            hold={dragging.carry(step.id)}
            step={step}
            n={n + 1}
            group={group}
            open={opened === step.id}
            onToggle={() => setOpened(opened === step.id ? null : step.id)}
          />
        ))}
      </ol>
      <Reordered says={dragging.says} />
      {!readOnly && <AddWork piece={group} onAdded={setOpened} />}
    </section>
  )
}

interface LineProps {
  readonly step: Step
  readonly n: number
  readonly group: Group
  readonly open: boolean
  readonly mark: string
  readonly hold: object
  readonly onToggle: () => void
}

function Line({ step, n, group, open, mark, hold, onToggle }: LineProps) {
  // The first of its pieces that it comes to says what it is.
  const feature = useOpen((s) => {
    for (const i of s.shown.instances) {
      const found = s.shown.features(i.key).find((f) => f.step === step.id)
      if (found) return found
    }
    return undefined
  })
  return (
    <li
      className={`rounded-sm px-1 ${mark}`}
      data-step={step.id}
      onMouseEnter={() => feature && light(feature.id)}
      onMouseLeave={() => light(null)}
    >
      <div className="flex items-start gap-1">
        <button
          className="btn btn-quiet btn-icon min-h-6 min-w-6 shrink-0 px-0.5 touch-none"
          aria-expanded={open}
          aria-label={`The measures of step ${n}`}
          title="Open its measures, or drag it to do it earlier or later"
          {...hold}
          onClick={onToggle}
        >
          <OwnSign />
        </button>
        <div className="min-w-0 flex-1">
          <span className="measure mr-1.5 text-quiet">{n}</span>
          {feature ? (
            <Said feature={feature} />
          ) : (
            <span className="text-quiet">{sayIdle(step, sayOfGroup)}</span>
          )}
        </div>
      </div>
      {open && <StepForm piece={group} step={step} />}
    </li>
  )
}
