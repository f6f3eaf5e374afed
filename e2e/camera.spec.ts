import { PNG } from 'pngjs'
import { bladeById, type Blade } from '@green-pitch/core'
import { shoot } from '../bench/camera/blades'
import { expect, test } from './help'
import type { Page } from '@playwright/test'

const png = ({ width, height, data }: { width: number; height: number; data: Uint8ClampedArray }) => {
  const out = new PNG({ width, height })
  out.data = Buffer.from(data.buffer)
  return PNG.sync.write(out)
}
async function open(page: Page, button: string, name: string, buffer: Buffer) {
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: button }).click()
  await (await chooser).setFiles({ name, mimeType: 'image/png', buffer })
}

test('blades on their sheet, told from a picture, into the drawer; a packet that lies, a stranger, a blur, a broken file', async ({
  page,
}) => {
  test.slow()
  await page.goto('/drawer')
  await page.getByRole('button', { name: 'What blade is this?' }).click()
  await page.getByRole('button', { name: 'Try it with the stand-in' }).click()
  await expect(page.getByRole('heading', { name: '3 of 3 told from the stand-in' })).toBeVisible({ timeout: 60_000 })
  const read = page.getByRole('region', { name: /told from/ }).getByRole('listitem')
  await expect(read).toHaveText([/No. 5 reverse-skip/, /No. 7 double-tooth/, /No. 3 skip/])
  await expect(read.first()).toContainText('teeth up, over')
  await page.getByLabel('The packet says').last().selectOption({ label: 'No. 5 reverse-skip' })
  await expect(read.nth(1)).toContainText('Your packet says reverse: none of its teeth point up.')
  const row = page.getByRole('row', { name: /No. 7 double-tooth/ })
  const before = (await row.count()) ? Number(await row.getByRole('spinbutton').or(row.getByRole('textbox')).first().inputValue()) : 0
  await page.getByLabel('How many of 2').fill('12')
  await read.nth(1).getByRole('button', { name: 'Put in the drawer' }).press('Enter')
  await expect(read.nth(1)).toContainText('12 put in.')
  await expect(row.getByRole('spinbutton').or(row.getByRole('textbox')).first()).toHaveValue(String(before + 12))

  // a file nobody's catalogue knows, one that is blurred, one without a sheet, one that is broken
  const five = bladeById('scroll-reverse-skip-5')!
  const stranger: Blade = { ...five, spacing: five.spacing.map((g) => 1.24 * g), width: 1.42, reverseZone: 0 }
  const shot = { perMm: 11.8, blur: 0.7, noise: 0.01, gloss: 0.2, turn: 0, lean: 0, seed: 2 }
  const lie = (blade: Blade) => [{ blade, at: [25, 40] as const, turn: 0, flip: false }]
  await open(page, 'Open a scan or photograph', 'stranger.png', png(shoot(lie(stranger), shot)))
  await expect(page.getByRole('heading', { name: '0 of 1 told from stranger.png' })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('None of the catalogue has these teeth and this width.')).toBeVisible()
  await open(page, 'Open a scan or photograph', 'blurred.png', png(shoot(lie(five), { ...shot, blur: 9 })))
  await expect(page.getByText(/Blurred: its teeth run into one another|The sheet’s four marks are not all in the picture/)).toBeVisible({
    timeout: 60_000,
  })
  await open(
    page,
    'Open a scan or photograph',
    'table.png',
    png({ width: 600, height: 500, data: new Uint8ClampedArray(1_200_000).fill(200) }),
  )
  await expect(page.getByRole('heading', { name: /four marks are not all in the picture/ })).toBeVisible({ timeout: 60_000 })
  await open(page, 'Open a scan or photograph', 'broken.png', Buffer.from('\x89PNG\r\n\x1a\n and no more', 'latin1'))
  await expect(page.getByRole('heading', { name: /This picture is broken/ })).toBeVisible()
})

const shapes = (stray: number) =>
  `<rect x="${10 - stray}" y="${10 - stray}" width="${80 + 2 * stray}" height="${50 + 2 * stray}" rx="${8 + stray}"/>` +
  `<g class="open"><circle cx="32" cy="36" r="${9 - stray}"/><circle cx="66" cy="28" r="${6 - stray}"/></g>`
/** A piece so sawn, as a scanner that says no scale sees it. */
async function scanned(page: Page, inner: string) {
  const table = await page.context().newPage()
  await table.setViewportSize({ width: 1000, height: 700 })
  await table.setContent(
    `<body style="margin:0"><svg width="1000" height="700" viewBox="0 0 100 70" style="background:#3d5191"><g fill="#c9a877">${inner.replace('class="open"', 'fill="#3d5191"')}</g></svg></body>`,
  )
  const shot = await table.screenshot()
  await table.close()
  return shot
}
test('a run’s piece held against its line, on a phone, and logged; another piece is refused', async ({ page }) => {
  test.slow()
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/pattern')
  const chooser = page.waitForEvent('filechooser')
  await page
    .getByRole('button', { name: /^(Bring in|Another) a?\s?drawing/i })
    .first()
    .click()
  await (
    await chooser
  ).setFiles({
    name: 'plate.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="70mm" viewBox="0 0 100 70"><g fill="none" stroke="#000" stroke-width=".3">${shapes(0)}</g></svg>`,
    ),
  })
  await page.getByRole('link', { name: 'Run it' }).click()
  await page.getByRole('button', { name: /^Start/ }).click()
  for (let i = 0; i < 12 && !(await page.getByRole('heading', { name: 'All sawn' }).isVisible()); i++) {
    await page.keyboard.press('PageDown')
    await page.waitForTimeout(150)
  }
  await page.getByRole('button', { name: 'Write it to the log' }).click()
  await page.getByRole('button', { name: 'Hold the piece against its line' }).click()
  await open(page, 'Open the picture', 'other.png', await scanned(page, '<circle cx="50" cy="35" r="28"/>'))
  await expect(page.getByRole('heading', { name: /This is not the piece of this pattern/ })).toBeVisible({ timeout: 60_000 })
  await open(page, 'Open the picture', 'plate.png', await scanned(page, shapes(0.3)))
  await expect(page.getByRole('heading', { name: /plate\.png: You keep 0\.(29|3|31) ± .* to the waste side/i })).toBeVisible({
    timeout: 60_000,
  })
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await expect(page.getByText('Logged.', { exact: false })).toBeVisible()
  await page.goto('/log')
  await page.getByRole('button', { name: 'More' }).first().click()
  await expect(page.getByText(/Held against its line: You keep 0\.(29|3)/)).toBeVisible()
})
