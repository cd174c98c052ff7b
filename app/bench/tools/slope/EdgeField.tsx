/** A field for an edge of a piece: picked on the bench, or typed as "Strip, bottom front edge". */
import { Crosshair } from 'lucide-react'
import { useId, useState } from 'react'
import { ROOM_SIDES, sideAt } from '../../../../core/pieces'
import type { Shown } from '../../../../core/shown'
import { pick, useOpen } from '../../../store/open'
import { sayEdgeOf } from '../../ticket/edges'
import { edgeNamed } from './lay'
import { thingsIn } from '../../placing/targets'

interface Props {
  readonly label: string
  /** As stored; empty for none. */
  readonly value: string
  readonly onPick: (stored: string) => void
}

const MOST = 36

export function EdgeField({ label, value, onPick }: Props) {
  const id = useId()
  const shown = useOpen((s) => s.shown)
  const picked = useOpen((s) => s.picking?.prompt === label)
  const [draft, setDraft] = useState<string | null>(null)
  const offers = draft === null ? [] : edgesLike(draft, shown)
  const wrong = draft !== null && draft !== '' && offers.length === 0

  const take = (text: string) => {
    const found = edgesLike(text, shown).find((e) => e.says.toLowerCase() === text.trim().toLowerCase())
    setDraft(found || text === '' ? null : text)
    if (!found && text !== '') return
    if (picked) pick(null)
    onPick(found?.stored ?? '')
  }
  return (
    <div>
      <label htmlFor={id} className="text-xs text-quiet">
        {label}
      </label>
      <div className="flex gap-1">
        <input
          id={id}
          className="field"
          list={`${id}-edges`}
          placeholder="an edge"
          autoComplete="off"
          value={draft ?? sayStored(value, shown)}
          aria-invalid={wrong || undefined}
          aria-describedby={`${id}-says`}
          onChange={(e) => take(e.target.value)}
          onBlur={() => setDraft(null)}
        />
        <datalist id={`${id}-edges`}>
          {offers.map((e) => (
            <option key={e.stored} value={e.says} />
          ))}
        </datalist>
        <button
          type="button"
          className={`btn btn-icon ${picked ? 'btn-main' : ''}`}
          aria-label={`Pick an edge for ${label}`}
          title="Pick an edge on the bench"
          onClick={() => pick({ prompt: label, of: 'edge' }, onPick)}
        >
          <Crosshair size={15} />
        </button>
      </div>
      <p id={`${id}-says`} className="text-xs text-pencil" aria-live="polite">
        {wrong ? 'No edge is called so; type a piece’s name, then choose one of its edges' : null}
      </p>
    </div>
  )
}

function sayStored(stored: string, shown: Shown): string {
  const edge = edgeNamed(stored)
  const of = edge && (shown.byKey.get(edge.piece) ?? shown.byId.get(edge.piece)?.instances[0])
  return of ? `${of.name}, ${sayEdgeOf(edge.sides)}` : ''
}

/** The edges whose names have all the words of a text in them, at most so many. */
function edgesLike(text: string, shown: Shown) {
  const words = text
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
  const found: Array<{ readonly says: string; readonly stored: string }> = []
  for (const { ref, name } of thingsIn(shown)) {
    if (!name.toLowerCase().includes(words[0] ?? '')) continue
    for (const sides of EDGES) {
      const says = `${name}, ${sayEdgeOf(sides)}`
      if (!words.every((word) => says.toLowerCase().includes(word))) continue
      found.push({ says, stored: sides.map((s) => `@${ref}.${s}`).join(' ') })
      if (found.length === MOST) return found
    }
  }
  return found
}

/** Every two sides that meet. */
const EDGES = ROOM_SIDES.flatMap((one, n) =>
  ROOM_SIDES.slice(n + 1)
    .filter((other) => sideAt(one).axis !== sideAt(other).axis)
    .map((other) => [one, other] as const),
)
