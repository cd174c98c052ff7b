/** Which tool is at work on the bench, with its own state. */
export const PANEL_TOOLS = [
  'board',
  'join',
  'ready',
  'between',
  'against',
  'slope',
  'mirror',
  'measure',
] as const
export type PanelTool = (typeof PANEL_TOOLS)[number]

export type ActiveTool =
  | { readonly tool: Exclude<PanelTool, 'ready'> }
  /** The kind of ready-made that was asked for; null for the last one. */
  | { readonly tool: 'ready'; readonly kind: string | null }
  /** Work waits for a place on a piece, started under this name. */
  | { readonly tool: 'place'; readonly preset: string }

export const sameTool = (a: ActiveTool | null, b: ActiveTool): boolean =>
  a !== null && JSON.stringify(a) === JSON.stringify(b)
