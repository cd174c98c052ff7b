/** The parts of the bench that F6 goes between: list, rail, stage, panel and story stick. */
import { focusStage, STAGE } from './stage/focus'

export const REGION = 'data-region'

const FIRST =
  'input:not([disabled]), [tabindex="0"], button:not([disabled]):not([tabindex="-1"]), ' +
  '[role=combobox], a[href]'

/** Gives the focus to what can first take it in a part of the bench. */
function enter(region: HTMLElement): boolean {
  if (region.hasAttribute(STAGE)) {
    focusStage()
    return true
  }
  // A toolbar takes the focus itself, and gives it to its button that had it last.
  if (region.tabIndex === 0) {
    region.focus()
    return true
  }
  const first = [...region.querySelectorAll<HTMLElement>(FIRST)].find((x) => x.offsetParent !== null)
  first?.focus()
  return first !== undefined
}

/** The next part, or the one before; what has nothing to take the focus is passed over. */
export function nextRegion(back: boolean): void {
  const all = [...document.querySelectorAll<HTMLElement>(`[${REGION}]`)]
  const at = all.findIndex((r) => r.contains(document.activeElement))
  const step = back ? -1 : 1
  for (let n = 1; n <= all.length; n++) {
    const region = all[(at + step * n + 2 * all.length) % all.length]
    if (region && enter(region)) return
  }
}

export const enterRegion = (name: string): void => {
  const region = document.querySelector<HTMLElement>(`[${REGION}=${name}]`)
  if (region) enter(region)
}
