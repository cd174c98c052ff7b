import type { Locator } from '@playwright/test'

/** Opens a list of choices and takes the one that reads so. */
export async function pickFrom(list: Locator, label: string): Promise<void> {
  await list.click()
  await list.page().getByRole('option', { name: label, exact: true }).click()
}
