import { expect, openBench, test } from './help'

test('a restore in one tab is seen in the other at once, and what was being edited there is not lost', async ({ page, context }) => {
  await openBench(page)
  await page.getByRole('link', { name: 'Settings' }).click()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save a backup' }).click()])
  const file = (await download.path())!
  const other = await context.newPage()
  await openBench(other)
  const name = other.getByRole('textbox', { name: 'Job name' })
  await name.fill('Tide dial, changed')
  await name.press('Enter')
  await expect(other.getByText('saved', { exact: true })).toBeVisible()
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Restore from a backup' }).click(),
  ])
  await chooser.setFiles(file)
  await page.getByRole('button', { name: 'Replace and restore' }).click()
  await expect(name).toHaveValue('Tide dial')
  // and it can be edited on, and stored, without a reload
  await name.fill('Tide dial, again')
  await name.press('Enter')
  await expect(other.getByText('saved', { exact: true })).toBeVisible()
  await other.reload()
  await expect(other.getByRole('textbox', { name: 'Job name' })).toHaveValue('Tide dial, again')
})

test('who leaves the Bench right after an edit is not called back while the place is coming', async ({ browser }) => {
  const context = await browser.newContext()
  const page = await context.newPage()
  await openBench(page)
  await page.route(/assets\/Log-.*\.js$/, async (route) => {
    await new Promise((r) => setTimeout(r, 1500))
    await route.continue()
  })
  await page.keyboard.press('1')
  await page.getByLabel('Thickness').fill('8')
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Log' }).click()
  await expect(page.getByLabel('Search the log')).toBeVisible()
  await context.close()
})

test('a sheet is moved and enlarged with two fingers', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const page = await context.newPage()
  await page.goto('/pattern')
  const sheet = page.getByRole('application').or(page.locator('.drawing svg').first()).first()
  await expect(sheet).toBeVisible()
  const box = (await sheet.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const seen = () => page.locator('.drawing svg').first().getAttribute('viewBox')
  await expect.poll(seen).toBeTruthy()
  const before = (await seen())!.split(' ').map(Number)
  const touch = await context.newCDPSession(page)
  const at = (d: number) => [
    { x: x - d, y, id: 1 },
    { x: x + d, y, id: 2 },
  ]
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(20) })
  for (const d of [30, 45, 60, 80]) await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(d) })
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  await expect.poll(async () => Number((await seen())!.split(' ')[2])).toBeLessThan(0.6 * before[2]!)
  await context.close()
})
