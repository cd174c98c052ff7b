/** Work done on a group as one block: numbered steps that open their forms. */
import type { Group, Step } from '../../../core/document'
import type { Feature } from '../../../core/work'
import { highlight, useOpen } from '../../store/open'
import { later } from '../../ui/later'
import { useBench } from '../asks'
import { sayOfGroup } from '../groups'
import { useStepDrag } from '../handles/stepDrag'
import { useOpenedOn } from './opened'
import { sayIdle } from './rows'
import { StepPage } from './StepPage'
import { OwnSign, Reordered, Said } from './Work'

const StepForm = later(async () => (await import('./StepForm')).StepForm)
const AddWork = later(async () => (await import('./AddWork')).AddWork)

/** The step that is open on the ticket of a group. */
export function useOpenedOf(group: Group): Step | null {
  const opened = useOpenedOn(group.id, group.work)
  return group.work.find((s) => s.id === opened?.from) ?? null
}

/** The first of its pieces that a step of the group comes to says what it is. */
const useFeature = (step: string): Feature | undefined =>
  useOpen((s) => {
    for (const i of s.shown.instances) {
      const found = s.shown.features(i.key).find((f) => f.step === step)
      if (found) return found
    }
    return undefined
  })

export function OpenedGroupStep({ group, step }: { readonly group: Group; readonly step: Step }) {
  const feature = useFeature(step.id)
  return (
    <StepPage
      of={group.name}
      title={`${group.work.indexOf(step) + 1} ${sayIdle({ ...step, off: false }, sayOfGroup).split(',')[0]}`}
      label="Work on the group"
      shows={feature?.id ?? null}
      says={feature ? <Said feature={feature} /> : sayIdle(step, sayOfGroup)}
    >
      <StepForm piece={group} step={step} />
    </StepPage>
  )
}

export function GroupWork({ group }: { group: Group }) {
  const readOnly = useOpen((s) => s.readOnly)
  const dragging = useStepDrag(group)
  return (
    <section className="border-t border-hairline py-2" aria-label="Work on the group">
      <h4 className="mb-1 font-semibold">Steps on the whole group</h4>
      {group.work.length === 0 && (
        <p className="text-quiet">
          No steps yet. Steps here are done on the assembled group: a frame routed round, holes through
          several boards.
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
            onOpen={dragging.press(() =>
              useBench.setState({ opened: { row: `step ${step.id}`, from: step.id } }),
            )}
          />
        ))}
      </ol>
      <Reordered says={dragging.says} />
      {!readOnly && <AddWork piece={group} />}
    </section>
  )
}

interface LineProps {
  readonly step: Step
  readonly n: number
  readonly mark: string
  readonly hold: object
  readonly onOpen: () => void
}

function Line({ step, n, mark, hold, onOpen }: LineProps) {
  const feature = useFeature(step.id)
  return (
    <li
      className={`rounded-sm px-1 ${mark}`}
      data-step={step.id}
      onMouseEnter={() => feature && highlight(feature.id)}
      onMouseLeave={() => highlight(null)}
    >
      <div className="flex items-start gap-1">
        <button
          className="btn btn-quiet min-h-6 shrink-0 touch-none gap-1 px-0.5"
          aria-label={`Open step ${n}`}
          title="Open, or drag to reorder"
          {...hold}
          onClick={onOpen}
        >
          <OwnSign />
          <span className="measure min-w-3 text-left text-quiet">{n}</span>
        </button>
        <div className="min-w-0 flex-1 pt-0.5">
          {feature ? (
            <Said feature={feature} />
          ) : (
            <span className="text-quiet">{sayIdle(step, sayOfGroup)}</span>
          )}
        </div>
      </div>
    </li>
  )
}
