import { useEffect, useState } from 'react'
import { plansHand } from '../store/hands'
import { keepPicture, pictureOf, readKept, type Card } from '../store/shelf'

/** A small line drawing of a project, drawn once after each change and kept. */
export function Picture({ card }: { card: Card }) {
  const [svg, setSvg] = useState<string | null>(null)
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    let gone = false
    void (async () => {
      const kept = await pictureOf(card.id).catch(() => null)
      if (kept && kept.touched === card.touched) return gone || setSvg(kept.svg)
      const opened = await readKept(card.id)
      if (!('project' in opened) || gone) return
      // What could not be drawn now may be drawn next time, so nothing is kept of it.
      const picture = await plansHand.ask((hand) => hand.picture(opened.project))
      const drawn = picture ? `${picture.box}|${picture.path}` : ''
      await keepPicture(card.id, card.touched ?? 0, drawn)
      if (!gone) setSvg(drawn)
    })().catch(() => gone || setFailed(true))
    return () => {
      gone = true
    }
  }, [card.id, card.touched])

  const [box, path] = svg?.split('|') ?? []
  return (
    <div className="grid h-40 place-items-center border-b border-hairline bg-stage p-3" aria-hidden="true">
      {path ? (
        <svg viewBox={box} className="h-full w-full">
          <path d={path} fill="none" stroke="var(--ink)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
        </svg>
      ) : (
        <span className="text-quiet">
          {failed
            ? 'Could not be drawn'
            : card.damaged
              ? ''
              : svg === null
                ? 'Drawing…'
                : card.pieces === 0
                  ? 'Nothing on the bench yet'
                  : ''}
        </span>
      )}
    </div>
  )
}
