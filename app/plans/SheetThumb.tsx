import { useEffect, useRef, useState } from 'react'
import type { Sheet } from '../../core/plans'
import { SheetSvg } from './SheetSvg'

/** A sheet in the strip, drawn when it comes into sight; a paper of its shape stands in for it until then. */
export function SheetThumb({ sheet }: { sheet: Sheet }) {
  const paper = useRef<HTMLDivElement>(null)
  const [seen, setSeen] = useState(false)
  useEffect(() => {
    const watch = new IntersectionObserver(([entry]) => setSeen(entry!.isIntersecting), {
      rootMargin: '200px',
    })
    watch.observe(paper.current!)
    return () => watch.disconnect()
  }, [])
  return (
    <div ref={paper} className="bg-white" style={{ aspectRatio: `${sheet.width} / ${sheet.height}` }}>
      {seen && <SheetSvg sheet={sheet} />}
    </div>
  )
}
