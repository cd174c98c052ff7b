/** Where the browser has no WebGL, the bench is a line drawing; everything else works as ever. */
import { useEffect, useState } from 'react'
import { MOST_SMALL, thumbnailHand } from '../../store/hands'
import { useOpen } from '../../store/open'
import { LineDrawing } from '../../ui/LineDrawing'

export function NoStage() {
  const project = useOpen((s) => s.project)
  const [picture, setPicture] = useState('')
  useEffect(() => {
    let gone = false
    thumbnailHand
      .ask((hand) => hand.picture(project), MOST_SMALL)
      .then(
        (p) => gone || setPicture(p),
        () => undefined,
      )
    return () => {
      gone = true
    }
  }, [project])
  return (
    <div className="flex h-full flex-col bg-stage">
      <p role="status" className="bg-brass-pale px-4 py-2">
        This browser cannot show the bench in 3D (WebGL is missing or switched off). A line drawing stands in
        for it; faces are named in the fields instead of picked.
      </p>
      {picture && (
        <LineDrawing
          drawn={picture}
          className="min-h-0 flex-1 p-6"
          aria-label="Line drawing of the project"
        />
      )}
    </div>
  )
}
