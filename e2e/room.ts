import type { Page } from '@playwright/test'

/**
 * What has no room on a page as it is now: controls that lie over one another, and what is wider than its
 * place. What floats (a menu, a card, a dialog) may lie over what is below it, and so may what is marked as
 * standing in a corner of another (`data-over`).
 */
export const crowding = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const CONTROLS =
      'button, a[href], input, textarea, ' +
      ['slider', 'tab', 'switch', 'checkbox', 'option'].map((role) => `[role=${role}]`).join()
    const FLOATS =
      '[role=dialog], [role=menu], [role=listbox], [data-radix-popper-content-wrapper], [data-sonner-toaster]'
    const nameOf = (e: Element) =>
      (e.getAttribute('aria-label') ?? e.textContent?.trim().slice(0, 40)) ||
      e.getAttribute('name') ||
      e.tagName
    interface Seen {
      readonly e: Element
      readonly floats: Element | null
      readonly left: number
      readonly top: number
      readonly right: number
      readonly bottom: number
    }
    const seen: Seen[] = []
    for (const e of document.querySelectorAll(CONTROLS)) {
      if (
        e.closest('[aria-hidden=true], [inert]') ||
        !e.checkVisibility({ opacityProperty: true, visibilityProperty: true })
      )
        continue
      let { left, top, right, bottom } = e.getBoundingClientRect()
      for (let p = e.parentElement; p; p = p.parentElement) {
        if (getComputedStyle(p).overflow === 'visible') continue
        const r = p.getBoundingClientRect()
        ;[left, top, right, bottom] = [
          Math.max(left, r.left),
          Math.max(top, r.top),
          Math.min(right, r.right),
          Math.min(bottom, r.bottom),
        ]
      }
      ;[left, top, right, bottom] = [
        Math.max(left, 0),
        Math.max(top, 0),
        Math.min(right, innerWidth),
        Math.min(bottom, innerHeight),
      ]
      if (right - left > 4 && bottom - top > 4)
        seen.push({ e, floats: e.closest(FLOATS), left, top, right, bottom })
    }
    const says: string[] = []
    for (const [n, a] of seen.entries())
      for (const b of seen.slice(n + 1)) {
        if (a.e.contains(b.e) || b.e.contains(a.e) || a.floats !== b.floats) continue
        if (a.e.matches('[data-over]') || b.e.matches('[data-over]')) continue
        const [w, h] = [
          Math.min(a.right, b.right) - Math.max(a.left, b.left),
          Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top),
        ]
        if (w > 2 && h > 2)
          says.push(`${nameOf(a.e)} and ${nameOf(b.e)} overlap by ${Math.round(w)} × ${Math.round(h)}`)
      }
    for (const e of document.querySelectorAll('body, aside, [role=dialog], section, main, header')) {
      if (
        e.scrollWidth > e.clientWidth + 1 &&
        getComputedStyle(e).overflowX !== 'visible' &&
        !e.hasAttribute('data-wide')
      )
        says.push(
          `${e.tagName.toLowerCase()} ${e.getAttribute('aria-label') ?? ''} is ` +
            `${e.scrollWidth - e.clientWidth} too wide`,
        )
    }
    if (document.documentElement.scrollWidth > innerWidth + 1)
      says.push(`the page is ${document.documentElement.scrollWidth - innerWidth} too wide`)
    return says
  })
