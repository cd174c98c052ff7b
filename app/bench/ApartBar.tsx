/** How far the pieces stand apart, as long as they do. */
import { X } from 'lucide-react'
import { toggleApart, useBench } from './asks'

export function ApartBar() {
  const apart = useBench((s) => s.apart)
  const section = useBench((s) => s.section !== null)
  if (apart === 0) return null
  return (
    <div
      role="group"
      aria-label="Apart"
      className={
        'absolute left-1/2 flex max-w-full -translate-x-1/2 items-center gap-2 border ' +
        `border-hairline bg-panel px-2 py-1 ${section ? 'bottom-26' : 'bottom-14'}`
      }
    >
      <label className="flex items-center gap-2">
        Apart
        <input
          type="range"
          className="w-40 accent-(--chalk)"
          aria-label="How far apart"
          min={0.05}
          max={1.5}
          step={0.05}
          value={apart}
          onChange={(e) => useBench.setState({ apart: Number(e.target.value) })}
        />
      </label>
      <button
        className="btn btn-icon"
        aria-label="Put them together again"
        title="Put them together again"
        onClick={toggleApart}
      >
        <X size={14} />
      </button>
    </div>
  )
}
