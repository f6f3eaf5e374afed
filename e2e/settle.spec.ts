import { cpSync, appendFileSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import { spawn } from 'node:child_process'
import { answers, expect, kept, offlineTest, openBench, part, ranked, test } from './help'

offlineTest('a new version waits, says so, and comes when asked; the work is kept', async ({ page }) => {
  const root = mkdtempSync(join(tmpdir(), 'green-'))
  cpSync('web/dist', root, { recursive: true })
  const port = 4192
  const script = `import { build } from ${JSON.stringify(pathToFileURL(resolve('server/dist/app.js')).href)}; const app = await build({ root: ${JSON.stringify(root)}, demo: true }); await app.listen({ port: ${port}, host: '127.0.0.1' })`
  const server = spawn('node', ['--input-type=module', '-e', script], { stdio: 'inherit' })
  try {
    await answers(port)
    await openBench(page, `http://127.0.0.1:${port}/`)
    await page.evaluate(() => navigator.serviceWorker.ready)
    await page.reload()
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated')
    await expect(page.getByText('Update ready.')).toBeHidden()
    appendFileSync(join(root, 'sw.js'), '\n// another version\n')
    await page.reload()
    await expect(page.getByText('Update ready.')).toBeVisible()
    await page.keyboard.press(']')
    await expect(part(page, 'Blade')).toContainText('No. 5')
    await page.getByRole('button', { name: 'Reload now' }).click()
    await expect(page.getByText('Update ready.')).toBeHidden()
    await expect(part(page, 'Blade')).toContainText('No. 5')
  } finally {
    server.kill()
  }
})

test('schools, naming and drills are the user’s; owned blades lead when asked, and the nearest is made to do', async ({ page }) => {
  await page.goto('/settings')
  await page.getByText('Biggest that turns').click()
  await page.getByText('Reverse-skip', { exact: true }).click()
  await page.getByText('TPI first').click()
  await page.getByLabel('Number drills').check()
  await page.getByLabel('Metric', { exact: true }).uncheck()
  await page.getByRole('link', { name: 'Bench' }).click()
  await page.keyboard.press('4')
  await page.getByRole('button', { name: 'Back to the suggested one' }).click()
  await page.keyboard.press('Escape')
  await expect(ranked(page).first()).toContainText('9.5 TPI')
  await expect(part(page, 'Blade')).toContainText('No. 5')
  await expect(page.getByText(/Drill No\. \d+ drill pilot holes/)).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(ranked(page).first()).toContainText('9.5 TPI')

  await page.goto('/settings')
  await page.getByText('Balanced').click()
  await page.getByText('Size and pattern').click()
  await page.locator('[role=group]', { hasText: 'Favorite pattern' }).getByText('None').click()
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(page.getByText('The best in my drawer')).toBeVisible()
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(ranked(page).first()).toContainText('in drawer')
  await page.getByLabel('mine first').check()
  await expect(page.getByText('The best in my drawer')).toBeHidden()
})

test('a chosen blade that fails says why and offers the nearest that works; stacks, tubes and rods are stock too', async ({ page }) => {
  await openBench(page)
  await page.getByRole('button', { name: /^No\. 9|^9, |^No\. 9, will not do/ }).click()
  await expect(part(page, 'Blade')).toContainText(/beyond a limit: No\. 9.*Needs a 1\.57 mm hole; yours is 1\.5 mm/)
  await page.keyboard.press('4')
  await page.getByRole('button', { name: 'Take No. 8 reverse-skip' }).click()
  await expect(part(page, 'Blade')).toContainText('near a limit: No. 8')
  await page.keyboard.press('Escape')
  await page.keyboard.press('1')
  await page.getByText('Stack', { exact: true }).click()
  await page.getByLabel('Each sheet').fill('3')
  await page.getByLabel('Sheets').fill('4')
  await expect(part(page, 'Stock')).toContainText('4 × 3 mm, stacked')
  await page.getByText('Tube', { exact: true }).click()
  await page.getByLabel('Diameter').fill('16')
  await page.getByLabel('Wall').fill('20 ga')
  await expect(part(page, 'Stock')).toContainText('tube 16 mm, wall 0.81 mm')
  await page.getByText('Rod', { exact: true }).click()
  await expect(part(page, 'Stock')).toContainText('rod 16 mm')
  await kept(page)
  // the log asks nothing that it could foretell
  await page.keyboard.press('Escape')
  await page.keyboard.press('l')
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await page.getByRole('link', { name: 'Log' }).click()
  await expect(page.getByRole('row', { name: /rod 16 mm/ })).toBeVisible()
  await page.getByRole('button', { name: 'Took, of' }).click()
  await expect(page.getByRole('row').nth(1)).toBeVisible()
})

test('what the server does not know leads back to the Bench; a first visit without demo opens on an answer too', async ({ page }) => {
  await page.route('**/start.json', (route) => route.fulfill({ json: { demo: false } }))
  await page.goto('/no/such/place')
  await expect(page.getByRole('heading', { name: /^Sizes that will do this cut/ })).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Job name' })).toHaveValue('First job')
  await page.getByRole('link', { name: 'Log' }).click()
  await expect(page.getByRole('heading', { name: 'Nothing logged yet' })).toBeVisible()
  await page.getByRole('link', { name: 'Drawer' }).click()
  await expect(page.getByText('Put in what you own', { exact: false })).toBeVisible()
})
