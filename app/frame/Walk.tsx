/**
 * A first small job in the maker's own project: a shelf between two sides, joined, on paper. Each step is
 * done when the project has what it asks for; any of them can be passed over, and the walk left.
 */
import { Check } from 'lucide-react'
import { useState } from 'react'
import type { Project } from '../../core/document'
import { useOpen } from '../store/open'
import { useGo } from './useReach'
import { useWalking, walkIn } from './walking'

interface WalkStep {
  readonly title: string
  readonly says: string
  readonly done: (project: Project) => boolean
}

const STEPS: readonly WalkStep[] = [
  {
    title: 'A side',
    says:
      'Press Board in the drawer Boards (or B). Choose a board, let it stand, face to the left, type a ' +
      'length and press Enter.',
    done: (p) => p.pieces.length >= 1,
  },
  {
    title: 'The other side',
    says:
      'With the side chosen, press Mirror in the drawer Arrange (or I). Type where the mirror stands, ' +
      'half the width of the case away, and press Enter.',
    done: (p) => p.pieces.length >= 2,
  },
  {
    title: 'A shelf between them',
    says:
      'Press Board between in the drawer Boards (or N). Click the inside of one side, then of the other, ' +
      'and press Insert. The line Up on its ticket says how high it is: type over it.',
    done: (p) => p.pieces.length >= 3,
  },
  {
    title: 'Join it',
    says:
      'Press Join in the drawer Join (or J): it finds where pieces touch and offers a likely joint. Press ' +
      'Add joints; the shelf grows into its dados by itself.',
    done: (p) => p.joints.length >= 1,
  },
  {
    title: 'Take it to the saw',
    says: 'Plans has the sheets, Cuts the cut list and the boards laid out. Both follow every change.',
    done: () => false,
  },
]

/** It stands below the list of pieces, or, where there is no room for that, over the stage. */
export function Walk({ over = false }: { readonly over?: boolean }) {
  const project = useOpen((s) => s.project)
  const walking = useWalking((s) => s.project === project.id)
  const [passed, pass] = useState(0)
  const go = useGo()
  if (!walking) return null
  const now = Math.max(
    STEPS.findIndex((s, n) => n >= passed && !s.done(project)),
    0,
  )
  const { title, says } = STEPS[now]!
  const last = now === STEPS.length - 1
  return (
    <section
      className={
        over ? 'floating absolute bottom-3 left-3 z-20 w-72 p-3' : 'mt-4 border-t border-hairline p-3'
      }
      aria-label="A first small job"
    >
      <ol className="mb-2 flex gap-1" aria-label="Steps">
        {STEPS.map((s, n) => (
          <li
            key={s.title}
            title={s.title}
            aria-current={n === now ? 'step' : undefined}
            className={`grid h-5 flex-1 place-items-center border-t-2 text-xs ${
              n < now ? 'border-leaf text-leaf' : n === now ? 'border-chalk' : 'border-hairline text-quiet'
            }`}
          >
            {n < now ? <Check size={12} aria-label="done" /> : n + 1}
          </li>
        ))}
      </ol>
      <p className="font-title font-semibold">{title}</p>
      <p className="mt-1 text-quiet" aria-live="polite">
        {says}
      </p>
      <div className="mt-2 flex gap-1">
        {last ? (
          <button
            className="btn btn-main"
            onClick={() => void go(`/project/${project.id}/plans`).then((there) => there && walkIn(null))}
          >
            Open the plans
          </button>
        ) : (
          <button className="btn" onClick={() => pass(now + 1)}>
            Skip this step
          </button>
        )}
        <button className="btn btn-quiet ml-auto" onClick={() => walkIn(null)}>
          Leave
        </button>
      </div>
    </section>
  )
}
