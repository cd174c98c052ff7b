/** The sliders of Section and Pull apart, as long as they are on, beside the drawer they come from. */
import { useBench } from '../../asks'
import { ApartBar } from './ApartBar'
import { SectionBar } from './SectionBar'

export function LookBars() {
  const any = useBench((s) => s.section !== null || s.apart > 0)
  if (!any) return null
  return (
    <div className="absolute bottom-2 left-2 grid w-72 max-w-[calc(100%-1rem)] gap-2 max-phone:bottom-44">
      <ApartBar />
      <SectionBar />
    </div>
  )
}
