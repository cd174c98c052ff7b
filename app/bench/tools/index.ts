/** Every tool with a panel. A new one is a folder and a line here. */
import { against } from './against/tool'
import { between } from './between/tool'
import { board } from './board/tool'
import { join } from './join/tool'
import { measure } from './measure/tool'
import { mirror } from './mirror/tool'
import { ready } from './ready/tool'
import { repeat } from './repeat/tool'
import { slope } from './slope/tool'
import type { PanelTool } from './active'
import type { Tool } from './tool'

export const TOOLS: readonly Tool[] = [board, between, slope, ready, against, repeat, mirror, join, measure]

/** The panel of each, by the tool's name. */
export const PANELS: Readonly<Record<PanelTool, Tool['Panel']>> = Object.fromEntries(
  TOOLS.map((t) => [t.id, t.Panel]),
) as Record<PanelTool, Tool['Panel']>
