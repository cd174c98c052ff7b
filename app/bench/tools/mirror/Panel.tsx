/** Mirrors what is chosen: where the mirror stands, what the twins are called, seen before they are made. */
import { useEffect, useMemo } from 'react'
import * as z from 'zod'
import type { Direction, MadePiece } from '../../../../core/document'
import { formatLength } from '../../../../core/measure'
import { AXIS_OF, DIRECTION_OF, facing, type Axis } from '../../../../core/pieces'
import { tryMeasure } from '../../../../core/resolve'
import { chooseNew, run, useOpen } from '../../../store/open'
import { Choice } from '../../../ui/Choice'
import { fractions } from '../../../ui/fractions'
import { MeasureField } from '../../../ui/MeasureField'
import { useDraftForm } from '../../../ui/useDraftForm'
import { leaveTool, useBench } from '../../asks'
import { chosenIds } from '../../groups'
import { Check, TextField, ToolPanel } from '../panel/ToolPanel'
import { jointsOver, mirrorBox, mirrorChanges, proposedDirection, proposedPlane, twinName } from './mirrors'

const SAY: Readonly<Record<Direction, string>> = {
  across: 'left and right',
  deep: 'front and back',
  up: 'top and bottom',
}

export function MirrorPanel() {
  const chosen = useOpen((s) => s.chosen)
  const all = useOpen((s) => s.project.pieces)
  const pieces = chosenIds(chosen).flatMap((id) =>
    all.filter((p): p is MadePiece => p.id === id && p.kind === 'made'),
  )
  if (pieces.length > 0) return <MirrorForm key={pieces.map((p) => p.id).join()} pieces={pieces} />
  return (
    <div className="p-4">
      <h2 className="panel-title mb-2">Mirror</h2>
      <p className="text-quiet">Choose the pieces to mirror. To mirror a twin, mirror its original.</p>
    </div>
  )
}

const MirrorFields = z.object({
  direction: z.enum(['across', 'deep', 'up']),
  /** Null for where it is proposed. */
  about: z.string().nullable(),
  name: z.string(),
  withJoints: z.boolean(),
})

/** A side swaps across its thickness; what lies flat does so across its width, as stiles and rails do. */
const swappedIn = (room: readonly Axis[]): Direction =>
  DIRECTION_OF[AXIS_OF.up === room[2] ? room[1]! : room[2]!]!

function MirrorForm({ pieces }: { pieces: readonly MadePiece[] }) {
  const shown = useOpen((s) => s.shown)
  const first = pieces[0]!
  const { values, set, submit, why } = useDraftForm<z.infer<typeof MirrorFields>>(
    `mirror ${first.id}`,
    MirrorFields,
    () => ({
      direction: proposedDirection(shown, pieces, swappedIn(facing(first.facing).room)),
      about: null,
      name: twinName(first.name),
      withJoints: true,
    }),
  )
  const { direction, name, withJoints } = values
  const axis = AXIS_OF[direction]
  const about = values.about ?? proposedPlane(shown, pieces, direction).about
  const found = about ? tryMeasure(shown, about, 'length') : null
  const plane = found?.ok ? found.value : null
  const ids = pieces.map((p) => p.id).join()
  const boxes = useMemo(
    () =>
      plane === null
        ? []
        : shown.instances
            .filter((i) => ids.split(',').includes(i.piece))
            .map((i) => mirrorBox(i.box, direction, plane)),
    [shown, ids, direction, plane],
  )
  const joints = plane === null ? [] : jointsOver(shown, pieces, direction, plane)
  const say = (mm: number) => fractions(formatLength(mm, shown.style).text)
  const box = boxes[0]

  // The twins are seen where they will stand.
  useEffect(() => {
    useBench.setState({ patches: boxes.map((patch) => ({ patch, guest: '' })) })
  }, [boxes])
  useEffect(() => () => useBench.setState({ patches: [] }), [])

  function put(): string | null {
    if (!about) return 'Type where the mirror stands: half the overall size'
    const names = pieces.length === 1 ? [name] : pieces.map((p) => twinName(p.name))
    const changes = mirrorChanges(shown, {
      pieces,
      names,
      direction,
      about,
      joints: withJoints ? joints : [],
    })
    const refused = run(changes, `Mirror ${pieces.map((p) => p.name).join(', ')}`)
    if (refused) return refused
    const made = changes.flatMap((c) =>
      c.command === 'mirror-piece' ? [(c.payload as { id: string }).id] : [],
    )
    leaveTool()
    chooseNew(made)
    return null
  }

  const title = pieces.length === 1 ? `Mirror ${first.name}` : `Mirror ${pieces.length} pieces`
  return (
    <ToolPanel
      title={title}
      hint="The twin follows its original."
      main="Mirror"
      missing={about ? null : 'Type where the mirror stands: half the overall size'}
      why={why}
      onMain={() => submit(put)}
    >
      <MeasureField
        label="Mirror stands at"
        showLabel
        autoFocus
        value={about}
        optional
        pickable
        placeholder="half the overall size"
        onCommit={(text) => (set({ about: text }), null)}
      />
      <Choice
        label="Swap"
        showLabel
        value={direction}
        of={DIRECTION_OF.map((d) => [d, SAY[d]])}
        onPick={(d) => set({ direction: d })}
      />
      {pieces.length === 1 && (
        <TextField label="Name of the twin" value={name} onChange={(name) => set({ name })} />
      )}
      {joints.length > 0 && (
        <Check
          says={joints.length === 1 ? 'With its joint' : `With its ${joints.length} joints`}
          on={withJoints}
          onChange={(on) => set({ withJoints: on })}
        />
      )}
      <p className="measure min-h-5 text-quiet">
        {box && (
          <>
            The twin stands from {say(box.min[axis])} to {say(box.max[axis])}.
          </>
        )}
      </p>
    </ToolPanel>
  )
}
