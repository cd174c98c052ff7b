/** Where the browser has no WebGL, the bench is a line drawing; everything else works as ever. */
import { useEffect, useState } from 'react'
import { plansHand } from '../store/hands'
import { useOpen } from '../store/open'

export function NoStage() {
  const project = useOpen((s) => s.project)
  const [picture, setPicture] = useState<{ path: string; box: string } | null>(null)
  useEffect(() => {
    let gone = false
    plansHand
      .ask((hand) => hand.picture(project))
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
        <svg
          viewBox={picture.box}
          className="min-h-0 flex-1 p-6"
          role="img"
          aria-label="Line drawing of the project"
        >
          <path
            d={picture.path}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.2"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
      )}
    </div>
  )
}
