import { readFileSync } from 'node:fs'
import { expect } from '@playwright/test'
import { Hands } from './hands'
import { Maker } from './maker'
import { ticketOf } from './ticket'
import { test } from './shared'

test('a piece that takes too long is gone on without, and is back once its measure is mended', async ({
  page,
}) => {
  // Five holes of 501 inches, where 1 1/8 was meant, and a plain piece beside them.
  const project = JSON.parse(
    readFileSync('demo/dibber-rest.json', 'utf8').replace(/("diameter": ?)"1 1.8"/, '$1"501"'),
  ) as { pieces: Array<Record<string, unknown> & { spans: object }> }
  const [rest] = project.pieces
  const across = { start: '40', size: '14' }
  project.pieces.push({ ...rest, id: 'p9', name: 'Spare', work: [], spans: { ...rest!.spans, across } })
  const maker = new Maker(page)
  await page.goto('/')
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({
      name: 'slip.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ ...project, id: 'slip', name: 'Slip' })),
    })
  await page.getByRole('link', { name: 'Slip', exact: true }).click()

  const told = page.getByRole('alert').filter({ hasText: /Rest takes too long|Shaping Rest/ })
  await expect(told).toContainText('Shaping Rest takes long')
  await told.getByRole('button', { name: 'Go on without Rest' }).click()
  await expect(told).toContainText('Rest takes too long to shape, so it is not shown')
  await expect(page.getByText('Shaping…')).toBeHidden()
  await maker.choose('Spare')
  await expect(page.getByText(/Weighs about \d/)).toBeVisible()
  await maker.choose('Rest')
  await expect(page.getByText('Rest could not be weighed')).toBeVisible()
  await maker.screen('Proof')
  await expect(page.getByRole('listitem').filter({ hasText: 'Rest takes too long to shape' })).toBeVisible()

  await maker.screen('Bench')
  await maker.choose('Rest')
  const { work, set } = ticketOf(page, new Hands(page))
  await work.getByRole('button', { name: 'Open step 4' }).click()
  await set({ Diameter: '1 1/8' })
  await expect(told).toHaveCount(0)
  await maker.back()
  await expect(page.getByText(/Weighs about \d/)).toBeVisible()
  await maker.screen('Proof')
  await expect(page.getByText('Rest takes too long to shape')).toHaveCount(0)
})
