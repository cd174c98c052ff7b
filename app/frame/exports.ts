/** What a project gives out, on paper or as a file: found in the palette, and a button on its screen. */

interface Export {
  /** The button's `data-export`. */
  readonly id: string
  readonly says: string
  /** What else it is looked for by. */
  readonly words: string
  readonly screen: string
}

export const EXPORTS: readonly Export[] = [
  { id: 'plans-pdf', says: 'Plans as PDF, all sheets', words: 'print paper drawing save', screen: 'plans' },
  { id: 'plans-svg', says: 'Sheet of the plans as SVG', words: 'drawing save', screen: 'plans' },
  { id: 'plans-dxf', says: 'Sheet of the plans as DXF', words: 'drawing save', screen: 'plans' },
  { id: 'plans-png', says: 'Sheet of the plans as PNG', words: 'drawing picture save', screen: 'plans' },
  { id: 'plans-print', says: 'Print all plans', words: 'paper drawing', screen: 'plans' },
  { id: 'cuts-csv', says: 'Cut list as CSV', words: 'cutting spreadsheet table save', screen: 'cuts' },
  { id: 'cuts-print', says: 'Print the cut list and layouts', words: 'cutting paper PDF', screen: 'cuts' },
  { id: 'proof-pdf', says: 'Findings as PDF', words: 'report proof print paper save', screen: 'proof' },
  { id: 'proof-json', says: 'Findings as JSON', words: 'report proof data save', screen: 'proof' },
  {
    id: 'sizes-pdf',
    says: 'Size sheet as PDF',
    words: 'sizes print paper readings save',
    screen: 'proof?show=sizes',
  },
]

/** Presses the button of an export as soon as it is there and can be pressed; gives up after a while. */
export function pressExport(id: string): void {
  const [end, there] = [performance.now() + 20_000, location.href]
  const look = () => {
    // Who has gone elsewhere meanwhile wants it no more.
    if (location.href !== there) return
    const button = document.querySelector<HTMLButtonElement>(`[data-export="${id}"]:not(:disabled)`)
    if (button) button.click()
    else if (performance.now() < end) setTimeout(look, 100)
  }
  look()
}
