/** What pieces weigh, how much of them there is to finish, and where they balance. */
import { Scale } from 'lucide-react'
import { useState } from 'react'
import { formatLength } from '../../../core/measure'
import { DIRECTION_OF } from '../../../core/pieces'
import type { Shown } from '../../../core/shown'
import type { Weighed as Answer } from '../../../workers/model'
import { useAnswer } from '../../store/answer'
import { useOpen } from '../../store/open'
import { fractions } from '../../ui/fractions'

const POUNDS_PER_KG = 1 / 0.45359237
const SQUARE_FEET_PER_M2 = 1 / 0.3048 ** 2

/** Three figures, as a scale has them. */
const say = (n: number): string => String(Number(n.toPrecision(3)))

/** The instances of these pieces. */
export const keysOf = (pieces: readonly string[], { byId }: Shown): readonly string[] =>
  pieces.flatMap((id) => byId.get(id)?.instances.map((i) => i.key) ?? [])

/** How large it comes out, where it is shaped smaller than its blank. */
export function ComesOut({ of }: { readonly of: string }) {
  const { answer } = useAnswer(`size of ${of}`, (hand) => hand.comesOut(of))
  return answer && <p className="measure text-base">Comes out {fractions(answer)}</p>
}

/** All that stands on the bench, when it is asked: it is more than is looked at all the time. */
export function Whole() {
  const [asked, ask] = useState(false)
  return asked ? (
    <Weighed keys={null} />
  ) : (
    <button className="btn mt-2" onClick={() => ask(true)}>
      <Scale size={14} /> Weight
    </button>
  )
}

/** `keys` are the instances; all there are when it is null. */
export function Weighed({ keys }: { readonly keys: readonly string[] | null }) {
  const style = useOpen((s) => s.shown.style)
  const which = keys?.join() ?? 'all'
  const { answer, fault } = useAnswer<Answer>(`weight of ${which}`, (hand) => hand.weigh(keys))
  if (fault) return <p className="text-pencil">{fault}</p>
  if (!answer) return <p className="text-quiet">…</p>
  const { mass, area, unknown, centre, without } = answer
  const left = without.length > 0 && `${without.join(', ')} could not be weighed`
  if (left && area === 0) return <p className="mt-1 text-quiet">{left}</p>
  const inches = style.unit === 'in'
  const heavy = mass !== null && (inches ? `${say(mass * POUNDS_PER_KG)} lb` : `${say(mass)} kg`)
  const wide = inches ? `${say(area * SQUARE_FEET_PER_M2)} sq ft` : `${say(area)} m²`
  const at = centre?.map((mm) => formatLength(mm, coarse(style)).text)
  return (
    <p className="measure mt-1 whitespace-normal text-quiet">
      {left && `${left}; the rest: `}
      {heavy ? `Weighs about ${heavy}` : `Weight not known: ${unknown.join(', ')}`}, {wide} of surface
      {at && fractions(`, balances at ${DIRECTION_OF.map((d, i) => `${at[i]!} ${d}`).join(', ')}`)}
    </p>
  )
}

/** Where something balances is good to an eighth, or a millimetre. */
const coarse = (style: Parameters<typeof formatLength>[1]): Parameters<typeof formatLength>[1] =>
  style.unit === 'in' ? { ...style, form: 'fraction', denominator: 8 } : { ...style, places: 0 }
