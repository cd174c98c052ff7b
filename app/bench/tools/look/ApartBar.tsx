/** How far the pieces stand apart, as long as they do. */
import { X } from 'lucide-react'
import { toggleApart, useBench } from '../../asks'

export function ApartBar() {
  const apart = useBench((s) => s.apart)
  if (apart === 0) return null
  return (
    <div
      role="group"
      aria-label="Pull apart"
      className="flex items-center gap-2 border border-hairline bg-panel px-2 py-1"
    >
      <label className="flex flex-1 items-center gap-2">
        Pulled apart
        <input
          type="range"
          className="min-w-0 flex-1 accent-(--chalk)"
          aria-label="How far apart"
          min={0.05}
          max={1.5}
          step={0.05}
          value={apart}
          onChange={(e) => useBench.setState({ apart: Number(e.target.value) })}
        />
      </label>
      <button className="btn btn-icon" aria-label="Close up" title="Close up" onClick={toggleApart}>
        <X size={14} />
      </button>
    </div>
  )
}
