/** The arrow keys: what is chosen goes a step along the room, ten with Shift. */
import type { Axis } from '../../../core/pieces'
import { pieceOf } from '../../../core/resolve'
import { run, useOpen, whenSettled } from '../../store/open'
import { sayRefusal } from '../../ui/refusal'
import { useBench } from '../asks'
import { heldOf, moveChanges, moves } from './targets'
import { stepOf } from './spans'

export function nudge(axis: Axis, times: number): void {
  const { shown, chosen, fault } = useOpen.getState()
  // A step goes on from where the one before it led, once that is known.
  if (!shown.settled && !fault) return whenSettled(() => nudge(axis, times))
  const held = heldOf(shown, chosen)
  if (!held)
    return void sayRefusal('Choose a piece that stands by itself; twins and copies follow their originals')
  const { locked } = useBench.getState()
  if ([...held.keys].some((key) => locked.has(pieceOf(key))))
    return void sayRefusal('It is locked on the bench; L frees it')
  if (!moves(held, axis)) return void sayRefusal('It is placed by its even spacing in this direction')
  const changes = moveChanges(shown, held, axis, times * stepOf(shown.style), null)
  sayRefusal(run(changes, `Move ${held.of.map((w) => w.name).join(', ')}`))
}
