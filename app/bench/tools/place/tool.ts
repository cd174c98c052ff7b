/** Puts work at a place under the pointer: one tool for every kind, under the names makers look for. */
import { pieceOf } from '../../../../core/resolve'
import { ownWork, PRESETS, type Preset } from '../../../../core/work'
import { choose, pick, run, useOpen } from '../../../store/open'
import { sayRefusal } from '../../../ui/refusal'
import { drawOutline, leaveTool, toggleTool, useBench } from '../../asks'
import { chosenGroup, chosenIds } from '../../groups'
import type { BenchCommand } from '../tool'
import { addStepAt } from './onface'
import { groupStep } from './runs'

/** Has the next press on a piece put that work there, and opens it on the ticket; asked again, leaves it. */
function begin({ id, kind, name }: Preset & { readonly kind: string }): void {
  if (isPlacing(useBench.getState().active, id)) return leaveTool()
  if (useOpen.getState().project.pieces.length === 0)
    return void sayRefusal('There is no wood to work on yet. Add a board first (B)')
  toggleTool({ tool: 'place', preset: id })
  pick({ of: 'place', prompt: name, preset: id }, (key, step) => {
    leaveTool()
    const { shown, project, chosen } = useOpen.getState()
    // Edges of a chosen group are those of all its pieces together.
    const whole = ownWork(kind)!.runs ? chosenGroup(project, chosen) : null
    const group = whole && shown.groups.find((g) => g.id === whole.id)
    const instance = shown.byKey.get(key)
    const together = group && instance ? groupStep(step, instance, group) : null
    const on = together ? [whole!.id] : [pieceOf(key), ...alsoRun(kind, pieceOf(key))]
    const { id: made, changes } = addStepAt(on, together ?? step, shown)
    if (!sayRefusal(run(changes, on.length > 1 ? `${name} ${on.length} pieces` : undefined))) return
    if (!together && on.length === 1) choose([key])
    if (on.length === 1) useBench.setState({ opening: made })
    // What is told by an outline is drawn at once.
    if (ownWork(kind)!.outlined?.(step.options)) drawOutline(made)
  })
}

const isPlacing = (active: ReturnType<typeof useBench.getState>['active'], preset: string): boolean =>
  active?.tool === 'place' && active.preset === preset

/** Work along edges is put on all chosen pieces at once, when one of them is pressed. */
function alsoRun(kind: string, pressed: string): string[] {
  const { project, chosen } = useOpen.getState()
  const ids = chosenIds(chosen)
  if (!ownWork(kind)!.runs || !ids.includes(pressed)) return []
  return project.pieces.flatMap((p) =>
    p.kind === 'made' && p.id !== pressed && ids.includes(p.id) ? [p.id] : [],
  )
}

export const PLACE_COMMANDS = PRESETS.map((preset): BenchCommand => {
  const { id, name, line, key, drawer, under, picture } = preset
  return {
    id: `place-${id}`,
    says: name,
    keys: key ? [key] : [],
    entry: { drawer, name, line, picture, ...(under ? { under } : {}) },
    writes: true,
    on: (b) => isPlacing(b.active, id),
    act: () => begin(preset),
  }
})
