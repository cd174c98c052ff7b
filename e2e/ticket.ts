/** The ticket of a piece under the hands of a test: work put on, and its measures set. */
import type { Page } from '@playwright/test'
import type { Hands } from './hands'

export function ticketOf(page: Page, hands: Hands) {
  const work = page.getByRole('region', { name: 'Work', exact: true })
  const add = work.getByRole('group', { name: 'Add work' })
  const field = (label: string) => work.getByLabel(label, { exact: true })
  return {
    work,
    field,
    /** Work of a kind, on a face where that is not the one it is put on anyway. */
    put: async (kind: string, on?: string): Promise<void> => {
      if (on) await hands.select(add.getByLabel('On', { exact: true }), on)
      await hands.select(add.getByLabel('Work', { exact: true }), kind)
    },
    set: async (fields: Readonly<Record<string, string>>): Promise<void> => {
      for (const [label, text] of Object.entries(fields)) await hands.type(field(label), text)
    },
  }
}
