/** Which tool is at work on the bench, with its own state. */
import type { Repeat } from '../../../core/document'

export const PANEL_TOOLS = [
  'board',
  'join',
  'ready',
  'between',
  'against',
  'repeat',
  'slope',
  'mirror',
  'measure',
] as const
export type PanelTool = (typeof PANEL_TOOLS)[number]

export type ActiveTool =
  | { readonly tool: Exclude<PanelTool, 'ready' | 'repeat'> }
  /** The kind of ready-made that was asked for; null for the last one. */
  | { readonly tool: 'ready'; readonly kind: string | null }
  /** The way of repeating that was asked for; a repeat that stands keeps its own. */
  | { readonly tool: 'repeat'; readonly kind: Repeat['kind'] }
  /** Work waits for a place on a piece, started under this name. */
  | { readonly tool: 'place'; readonly preset: string }

export const sameTool = (a: ActiveTool | null, b: ActiveTool): boolean =>
  a !== null && JSON.stringify(a) === JSON.stringify(b)

/** A tool as it begins, where it is not known for what it was asked. */
export const begunTool = (tool: PanelTool): ActiveTool =>
  tool === 'ready' ? { tool, kind: null } : tool === 'repeat' ? { tool, kind: 'even' } : { tool }
