/** The panels at both sides of the bench, as wide as a maker has drawn them. */
import type { ReactNode } from 'react'
import { useMedia } from '../ui/useMedia'
import { REGION } from './regions'
import { Panel, PanelGroup, PanelResizeHandle } from 'react-resizable-panels'

/** Whether there is room for the panels beside the bench; as `roomy:` in the style sheet. */
const ROOMY = '(min-width: 1100px)'
export const useRoomy = (): boolean => useMedia(ROOMY, true)

interface Props {
  readonly left: ReactNode
  readonly middle: ReactNode
  readonly right: ReactNode
}

/** So many pixels as a share of the window, which is what panels are sized by. */
const share = (pixels: number): number => (100 * pixels) / window.innerWidth

export function Sides({ left, middle, right }: Props) {
  return (
    <PanelGroup direction="horizontal" className="min-h-0" autoSaveId="ergaton-sides">
      <Panel id="list" order={1} defaultSize={share(232)} minSize={share(180)} maxSize={share(420)}>
        <aside className="h-full overflow-auto bg-panel" aria-label="Project" {...{ [REGION]: 'list' }}>
          {left}
        </aside>
      </Panel>
      <PanelResizeHandle className={SEAM} aria-label="Width of the list" />
      <Panel id="bench" order={2} minSize={share(480)}>
        {middle}
      </Panel>
      <PanelResizeHandle className={SEAM} aria-label="Width of the ticket" />
      <Panel id="ticket" order={3} defaultSize={share(321)} minSize={share(280)} maxSize={share(560)}>
        <aside className="h-full overflow-auto bg-panel" aria-label="Panel" {...{ [REGION]: 'panel' }}>
          {right}
        </aside>
      </Panel>
    </PanelGroup>
  )
}

const SEAM =
  'w-px bg-hairline data-[resize-handle-state=hover]:bg-chalk data-[resize-handle-state=drag]:bg-chalk ' +
  'focus-visible:bg-chalk'
