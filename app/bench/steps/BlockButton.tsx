/** Makes the block of a piece as large as some of its work wants it. */
import { Maximize2 } from 'lucide-react'
import { change, faceOf, type Step } from '../../../core/document'
import { measureText } from '../../../core/measure'
import { axesOf, DIRECTION_OF, mainAxis, type Vec3 } from '../../../core/pieces'
import { keyOf, pieceOf, sayLength, type Instance } from '../../../core/resolve'
import { chosenFor, type OwnKind } from '../../../core/work'
import { run, useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'
import { sayRefusal } from '../../ui/refusal'
import { useOutline } from '../outline/useOutline'

/** A block may be so much too small, or too large, millimetres. */
const SMALL = 0.01
const LARGE = 0.5

export function BlockButton({ own, step, on }: { own: OwnKind; step: Step; on: Instance }) {
  const shown = useOpen((s) => s.shown)
  const face = faceOf(step.at)
  const drawing = useOutline(step.id)
  if (!own.needs || !face) return null
  const values = Object.fromEntries(
    own.fieldsFor(step).flatMap(({ name }): Array<[string, number]> => {
      const result = shown.result(keyOf.step(step.id, name))
      return result?.ok ? [[name, result.value as number]] : []
    }),
  )
  const chosen = chosenFor(own, step)
  const say = (mm: number) => sayLength(shown, mm)
  const drawn = () =>
    drawing && step.outline
      ? { ...drawing.paths, missing: 0, disagree: 0, trouble: null, mirror: null }
      : null
  const { min, max } = on.shoulder
  const room: Vec3 = [max[0] - min[0], max[1] - min[1], max[2] - min[2]]
  const needs = own.needs({ face, values, say, chosen, drawn }, room)
  // It is as thick as its stock.
  const odd = needs
    ? ([0, 1] as const).filter((i) => needs[i] > room[i] + SMALL || needs[i] < room[i] - LARGE)
    : []
  if (!needs || odd.length === 0) return null
  const fit = () => {
    const ways = axesOf(on.frame)
    const changes = odd.map((i) =>
      change.setFact({
        id: pieceOf(on.key),
        direction: DIRECTION_OF[mainAxis(ways[i])]!,
        fact: 'size',
        text: measureText(needs[i], shown.style),
      }),
    )
    sayRefusal(run(changes, `Fit the block of ${on.name}`))
  }
  return (
    <button className="btn justify-self-start" onClick={fit}>
      <Maximize2 size={14} /> {fractions(`Make the block ${say(needs[0])} × ${say(needs[1])}`)}
    </button>
  )
}
