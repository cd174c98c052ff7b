/** Putting work on a piece at a place under the pointer: one command for each kind that has such a place. */
import {
  Circle,
  Cuboid,
  Drill,
  PencilRuler,
  Redo,
  Route,
  SeparatorVertical,
  Slice,
  Spline,
  SquareDashed,
  Torus,
  Triangle,
} from 'lucide-react'
import { pieceOf } from '../../core/resolve'
import { ownWork } from '../../core/work'
import { choose, pick, run, useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'
import { drawOutline, leavePanel, useBench } from './asks'
import type { BenchCommand } from './command'
import { chosenGroup, chosenIds } from './groups'
import { addStepAt } from './placing/onface'
import { groupStep } from './placing/runs'

const KINDS = [
  ['bore', 'Bore a hole', 'Bore', 'o', Drill],
  ['seat', 'Cut a mortise for the end of a bent piece', 'Mortise', 'shift+k', null],
  ['peg', 'Leave a peg standing on a face', 'Peg', 'shift+o', null],
  ['channel', 'Cut a channel: a dado, a groove or a rabbet', 'Channel', 'd', SeparatorVertical],
  ['recess', 'Sink a recess into a face', 'Recess', 'p', SquareDashed],
  ['saw', 'Saw an arch, a notch, a taper or a corner', 'Saw', 's', Spline],
  ['shape', 'Saw a piece to an outline of your own', 'Shape', 'shift+s', PencilRuler],
  ['turn', 'Turn a piece to a profile, half of it drawn', 'Turn', 'shift+l', Torus],
  ['bend', 'Bend a strip or a rod along a path', 'Bend', 'shift+b', Redo],
  ['thread', 'Cut a thread on an end', 'Thread', 'shift+d', null],
  ['taper', 'Taper a piece from one section to another', 'Taper', 'shift+a', Triangle],
  ['hollow', 'Hollow a piece out from a face, to a wall', 'Hollow', 'shift+u', Cuboid],
  ['panel', 'Sink panels into the sides of a piece, set in from their outlines', 'Panel', 'shift+i', null],
  ['crosscut', 'Crosscut an end', 'Crosscut', 'q', Slice],
  ['rip', 'Rip or bevel along an edge', 'Rip', 'shift+q', null],
  ['rout', 'Rout along edges, of a piece or of the chosen group', 'Rout', 'r', Route],
  ['ease', 'Round or clip edges', 'Ease', 'shift+r', Circle],
] as const

const wanted = (kind: string): boolean => {
  const { picking } = useOpen.getState()
  return picking?.of === 'place' && picking.work === kind
}

/** Has the next press on a piece put that work there, and opens it on the ticket; asked again, leaves it. */
function place(work: string, prompt: string): void {
  if (wanted(work)) return pick(null)
  if (useOpen.getState().project.pieces.length === 0)
    return void sayRefusal('There is no wood to work on yet. Add a board first (B)')
  leavePanel()
  pick({
    of: 'place',
    prompt,
    work,
    take: (key, step) => {
      const { shown, project, chosen } = useOpen.getState()
      // Edges of a chosen group are those of all its pieces together.
      const whole = ownWork(work)!.runs ? chosenGroup(project, chosen) : null
      const group = whole && shown.groups.find((g) => g.id === whole.id)
      const instance = shown.byKey.get(key)
      const together = group && instance ? groupStep(step, instance, group) : null
      const on = together ? [whole!.id] : [pieceOf(key), ...alsoRun(work, pieceOf(key))]
      const { id, changes } = addStepAt(on, together ?? step, shown)
      if (!sayRefusal(run(changes, on.length > 1 ? `${prompt} ${on.length} pieces` : undefined))) return
      if (!together && on.length === 1) choose([key])
      // What is told by an outline is drawn at once.
      const drawn = ownWork(work)!.outlined?.(step.options)
      useBench.setState({ opening: id })
      if (drawn) drawOutline(id)
    },
  })
}

/** Work along edges is put on all chosen pieces at once, when one of them is pressed. */
function alsoRun(work: string, pressed: string): string[] {
  const { project, chosen } = useOpen.getState()
  const ids = chosenIds(chosen)
  if (!ownWork(work)!.runs || !ids.includes(pressed)) return []
  return project.pieces.flatMap((p) =>
    p.kind === 'made' && p.id !== pressed && ids.includes(p.id) ? [p.id] : [],
  )
}

export const WORK_COMMANDS = KINDS.map(([kind, says, label, key, icon]): BenchCommand => ({
  id: `work-${kind}`,
  says,
  keys: [key],
  ...(icon && { button: { at: 'tools', label, icon } as const }),
  writes: true,
  on: () => wanted(kind),
  act: () => place(kind, label),
}))
