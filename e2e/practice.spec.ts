import type { Page } from '@playwright/test'
import { expect, kept, openBench, test } from './help'

const cut = (page: Page) => page.getByRole('application', { name: /^The cut\./ })
const score = (page: Page) => page.locator('.score')
async function openPractice(page: Page) {
  await page.goto('/practice')
  await expect(cut(page)).toBeVisible()
}

test('an exercise by keyboard to its score, told to a screen reader, kept over a reload; the next one is suggested', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await openPractice(page)
  await page.getByLabel('Kind of saw').selectOption('Hand saw')
  await expect(page.getByRole('heading', { level: 1, name: 'A straight line' })).toBeVisible()
  await cut(page).focus()
  // one press bites, and each turn left is one right: about straight down
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp')
  await expect(page.getByText('Half sawn.')).toBeAttached()
  await page.keyboard.press(' ')
  await page.keyboard.press(' ')
  await expect(score(page)).toHaveText(/^\d+$/)
  await expect(page.getByRole('status').filter({ hasText: 'of 100' })).toBeVisible()
  await expect(page.getByText(/mm off on the mean, .* at worst/)).toBeVisible()
  const got = await score(page).textContent()
  await page.keyboard.press('u')
  await expect(page.getByText(/″ off on the mean/)).toBeVisible()
  await expect(page.getByRole('button', { name: new RegExp(`^A straight line (next )?${got}$`) })).toBeVisible()
  await page.reload()
  await page.getByLabel('Kind of saw').selectOption('Hand saw')
  await expect(page.getByRole('button', { name: new RegExp(`^A straight line (next )?${got}$`) })).toBeVisible()
  await expect(page.getByText('next', { exact: true })).toBeVisible()
})

test('pushed too hard it is seen and said; standing still it is not; a sure hand shows how', async ({ page }) => {
  await openPractice(page)
  // a line that is not left while keys are late
  await page.getByRole('button', { name: /^A straight line/ }).click()
  await cut(page).focus()
  for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowUp')
  await expect(page.getByText(/^The (gaps are full|blade bows)\./).first()).toBeVisible()
  // a start sawn by mistake is no cut, and begins anew
  await expect(page.getByText('A quarter sawn.')).toBeAttached()
  // one key rests, however slowly a machine takes keys: it saws on meanwhile
  await page.keyboard.press(' ')
  await expect(page.locator('.breach')).toBeHidden()
  await page.keyboard.press('Escape')
  await expect(page.getByText(/^Sawn \d+ % of the way\.$/)).toBeVisible()
  await expect(page.getByText(/^Try: /)).toBeVisible()
  await page.getByRole('button', { name: 'Watch a sure hand' }).click()
  await expect(page.getByText('A sure hand saws it, five times as fast.')).toBeVisible()
  await expect(page.getByText('Half sawn.')).toBeAttached()
  // it is shown, not scored
  await expect(page.getByRole('button', { name: 'Watch a sure hand' })).toBeVisible()
  await expect(score(page)).toHaveCount(0)
})

test('by touch on a phone: the saw is pulled along its line, and the pattern peeled', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const page = await context.newPage()
  await openPractice(page)
  await page.getByLabel('Kind of saw').selectOption('Hand saw')
  await expect(page.getByText(/^Put a finger down and pull/)).toBeVisible()
  const box = (await page.locator('canvas').boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const touch = await context.newCDPSession(page)
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', dy: number) =>
    touch.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y: y + dy, id: 1 }] })
  await send('touchStart', 0)
  for (let d = 10; d <= 50; d += 10) await send('touchMove', d)
  await expect(score(page)).toHaveText(/^\d+$/, { timeout: 40_000 })
  await send('touchEnd', 0)
  expect(Number(await score(page).textContent())).toBeGreaterThan(20)
  await expect(page.getByRole('button', { name: 'Again' })).toBeVisible()
  await context.close()
})

test('an opening of one’s own pattern and a cut of one’s own joint; a measured hand goes to the Bench', async ({ page }) => {
  await page.clock.install()
  await openBench(page)
  await page.getByRole('link', { name: 'Practice' }).click()
  await page.getByRole('button', { name: 'Opening 3', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Opening 3' })).toBeVisible()
  await cut(page).focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp')
  await page.clock.runFor(5000)
  await page.keyboard.press('Escape')
  await expect(page.getByText(/^Sawn \d+ % of the way\.$/)).toBeVisible()

  // the apprentice's evenings tell a practiced hand: the Bench is offered it where it reckons with another
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(page.getByRole('heading', { name: /^Sizes that will/ })).toBeVisible()
  await page.keyboard.press('2')
  await page.getByRole('group', { name: 'Cut, open' }).getByRole('button', { name: /^More/ }).click()
  await page.getByText('Learning', { exact: true }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Practice' }).click()
  await page.getByRole('button', { name: 'Let the Bench reckon with it' }).click()
  await expect(page.getByText('The Bench reckons with it.')).toBeVisible()
  await page.getByRole('link', { name: 'Bench' }).click()
  await kept(page)
  await page.keyboard.press('2')
  await expect(page.getByRole('group', { name: 'Cut, open' })).toContainText('a practiced hand')
  await page.keyboard.press('Escape')

  await page.getByRole('link', { name: 'Jobs' }).click()
  await page.getByRole('button', { name: 'Pear tea caddy, dovetails', exact: true }).click()
  await page.getByRole('link', { name: 'Joints' }).click()
  await page.getByLabel('Tails', { exact: true }).fill('2')
  await page.getByLabel('Tails', { exact: true }).press('Enter')
  await page.getByRole('link', { name: 'Practice' }).click()
  await page.getByRole('button', { name: 'tails', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Joint: tails' })).toBeVisible()
})

test('a class: who saws is named, everybody stands side by side, a page is printed for the machine', async ({ page }) => {
  await page.goto('/practice')
  await page.getByText('For a class').click()
  await page.getByLabel('Who is sawing').fill('Ana')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Ana is sawing')).toBeVisible()
  // Ana has sawn nothing yet: the ladder begins anew for her, and what was sawn before stays mine
  await expect(page.getByRole('row', { name: /^me \d+/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'A straight line next' })).toBeVisible()
  await cut(page).focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowUp')
  await expect(page.getByText('Half sawn.')).toBeAttached()
  await page.getByRole('button', { name: 'Stop and look' }).click()
  await expect(page.getByRole('row', { name: /^Ana 1/ })).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Print a page for this machine' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('tide-dial-class.pdf')
})
