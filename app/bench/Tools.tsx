import { Box, Expand, Eye, Link2, Maximize, Palette, Plus } from 'lucide-react'
import type { ReactNode } from 'react'
import { askBench, lookFrom, useBench, type ViewName } from './asks'

const VIEWS: ReadonlyArray<readonly [ViewName, string]> = [
  ['front', 'Front'],
  ['back', 'Back'],
  ['left', 'Left'],
  ['right', 'Right'],
  ['top', 'Top'],
  ['bottom', 'Bottom'],
  ['pictorial', 'Pictorial'],
]

function Tool({
  label,
  keys,
  on = false,
  act,
  children,
}: {
  label: string
  keys: string
  on?: boolean
  act: () => void
  children: ReactNode
}) {
  return (
    <button
      className={`btn flex-col gap-0 px-2 py-1 text-xs ${on ? 'border-chalk bg-chalk-pale' : ''}`}
      aria-pressed={on}
      title={`${label} (${keys})`}
      onClick={act}
    >
      {children}
      {label}
    </button>
  )
}

/** The tools at the left of the bench. */
export function Tools({ readOnly }: { readOnly: boolean }) {
  const { panel, xray, exploded, byMark } = useBench()
  return (
    <div
      className="absolute top-2 left-2 grid w-18 gap-1"
      role="toolbar"
      aria-label="Tools"
      aria-orientation="vertical"
    >
      {!readOnly && (
        <Tool label="Board" keys="B" act={() => askBench('board')}>
          <Plus size={16} />
        </Tool>
      )}
      <Tool label="Join" keys="J" on={panel === 'join'} act={() => askBench('join')}>
        <Link2 size={16} />
      </Tool>
      <Tool label="Explode" keys="X" on={exploded} act={() => askBench('explode')}>
        <Expand size={16} />
      </Tool>
      <Tool label="X-ray" keys="Z" on={xray} act={() => askBench('x-ray')}>
        <Eye size={16} />
      </Tool>
      <Tool label="Marks" keys="colours" on={byMark} act={() => useBench.setState({ byMark: !byMark })}>
        <Palette size={16} />
      </Tool>
      <Tool label="Fit" keys="F" act={() => askBench('fit')}>
        <Maximize size={16} />
      </Tool>
    </div>
  )
}

/** The views along the lower edge of the bench. */
export function Views() {
  const view = useBench((s) => s.view.name)
  return (
    <div className="absolute bottom-2 left-1/2 flex -translate-x-1/2" role="toolbar" aria-label="Views">
      {VIEWS.map(([name, label], i) => (
        <button
          key={name}
          className={`btn -ml-px rounded-none px-2 ${view === name ? 'bg-chalk-pale' : ''}`}
          title={`${label} (${i + 1})`}
          onClick={() => lookFrom(name)}
        >
          {name === 'pictorial' && <Box size={14} />}
          {label}
        </button>
      ))}
    </div>
  )
}

export const VIEW_KEYS: Readonly<Record<string, () => void>> = Object.fromEntries(
  VIEWS.map(([name], i) => [String(i + 1), () => lookFrom(name)]),
)
