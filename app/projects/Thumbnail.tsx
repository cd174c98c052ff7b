import { useEffect, useState } from 'react'
import { LineDrawing } from '../ui/LineDrawing'
import { storeThumbnail, storedThumbnail, type Card } from '../store/cards'

/** A small line drawing of a project, drawn once after each change and kept. */
export function Thumbnail({ card }: { card: Card }) {
  const [svg, setSvg] = useState<string | null>(null)
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    let gone = false
    void (async () => {
      const kept = await storedThumbnail(card.id).catch(() => null)
      if (kept && kept.touched === card.touched) return gone || setSvg(kept.svg)
      const [{ thumbnailHand, MOST_SMALL }, { readKept }] = await Promise.all([
        import('../store/hands'),
        import('../store/shelf'),
      ])
      const opened = await readKept(card.id)
      if (!('project' in opened) || gone) return
      // What could not be drawn now may be drawn next time, so nothing is kept of it.
      const drawn = await thumbnailHand.ask((hand) => hand.picture(opened.project), MOST_SMALL)
      await storeThumbnail(card.id, card.touched ?? 0, drawn)
      if (!gone) setSvg(drawn)
    })().catch(() => gone || setFailed(true))
    return () => {
      gone = true
    }
  }, [card.id, card.touched])

  return (
    <div className="grid h-40 place-items-center border-b border-hairline bg-stage p-3" aria-hidden="true">
      {svg ? (
        <LineDrawing drawn={svg} className="h-full w-full" />
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
