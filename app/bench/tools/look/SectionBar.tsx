/** Where the wood is cut open: across which direction, how far in, and from which side. */
import { FlipHorizontal, X } from 'lucide-react'
import { AXIS_OF, DIRECTION_OF, hull, type Axis } from '../../../../core/pieces'
import { useOpen } from '../../../store/open'
import { Choice } from '../../../ui/Choice'
import { Len } from '../../../ui/Len'
import { toggleSection, useBench, type Section } from '../../asks'

export function SectionBar() {
  const section = useBench((s) => s.section)
  const instances = useOpen((s) => s.shown.instances)
  const wall = useBench((s) => s.wall)
  if (!section) return null
  const all = hull(instances.map((i) => i.grown))
  const set = (more: Partial<Section>) => useBench.setState({ section: { ...section, ...more } })
  const { axis, share, beyond } = section
  return (
    <div
      role="group"
      aria-label="Section"
      className="flex flex-wrap items-center gap-2 border border-hairline bg-panel px-2 py-1"
    >
      <Choice
        className="field w-auto"
        label="Cut across"
        value={String(axis)}
        of={DIRECTION_OF.map((d) => [String(AXIS_OF[d]), d])}
        onPick={(n) => set({ axis: Number(n) as Axis })}
      />
      <input
        type="range"
        className="min-w-0 flex-1 accent-(--chalk)"
        aria-label="How far in"
        min={0}
        max={1}
        step={0.005}
        value={share}
        onChange={(e) => set({ share: Number(e.target.value) })}
      />
      <span className="measure min-w-16 text-right" role="status">
        {all && <Len mm={all.min[axis] + share * (all.max[axis] - all.min[axis])} />}
      </span>
      <span
        className="measure order-last w-full truncate text-quiet"
        aria-label="Wall under the pointer"
        title="How thick the wood is under the pointer, where it is cut"
      >
        {wall ? (
          <>
            {wall.name}: <Len mm={wall.thick} /> thick
          </>
        ) : (
          'Point at the cut'
        )}
      </span>
      <button
        className="btn btn-icon"
        aria-label="Cut away the other side"
        title="Cut away the other side"
        aria-pressed={beyond}
        onClick={() => set({ beyond: !beyond })}
      >
        <FlipHorizontal size={14} />
      </button>
      <button
        className="btn btn-icon"
        aria-label="Close the section"
        title="Close the section"
        onClick={toggleSection}
      >
        <X size={14} />
      </button>
    </div>
  )
}
