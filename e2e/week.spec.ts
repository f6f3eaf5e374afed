import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, test, visit } from './help'

const heading = (page: Page) => page.getByRole('heading', { level: 1 })
const chance = (page: Page, id: string) => page.locator(`[data-figure="chance"][data-of="${id}"]`)
const told = async (page: Page, id: string) => Number(await chance(page, id).getAttribute('data-value'))
/** The demo's week, begun on a Tuesday noon. */
async function week(page: Page) {
  await page.clock.setFixedTime('2026-12-01T12:00:00')
  await page.goto('/week')
  await expect(page.locator('.block').first()).toBeVisible({ timeout: 30_000 })
}

test('a week is planned, an evening is called off, an order of one’s own is tried and kept; a reload loses nothing', async ({ page }) => {
  await week(page)
  await expect(heading(page)).toHaveText(/pieces will be ready in time/)
  const before = await told(page, 'demo-gull')
  // evenings called off: what was sure is late, and its honest day is said
  for (const day of ['Wed, Dec 2', 'Thu, Dec 3', 'Fri, Dec 4']) {
    await page.getByRole('button', { name: `Call off ${day}` }).focus()
    await page.keyboard.press('Enter')
    await expect(page.getByText(/is called off/).nth(['Wed, Dec 2', 'Thu, Dec 3', 'Fri, Dec 4'].indexOf(day))).toBeVisible()
  }
  await expect(heading(page)).toHaveText(/of 5 pieces will be ready in time; .+ (rather|not within)/)
  await expect(page.getByText('Left out:')).toBeVisible()
  await page.reload()
  await expect(page.getByText(/is called off/)).toHaveCount(3)
  for (let k = 0; k < 3; k++) await page.getByRole('button', { name: 'Takes place' }).first().click()
  await expect.poll(() => told(page, 'demo-gull')).toBe(before)
  // by keys: the first piece goes after the next, and what that does is told before it is kept
  const first = page.locator('.block').first()
  const name = (await first.locator('b').textContent())!
  await first.focus()
  await page.keyboard.press('Alt+ArrowRight')
  await expect(page.getByText('Your order.')).toBeVisible()
  await expect(page.locator('.block').first().locator('b')).not.toHaveText(name)
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('Your order.')).toBeHidden()
  await expect(page.getByRole('button', { name: 'Put all in order anew' })).toBeVisible()
})

test('a piece is dated, stacked and quoted; what cannot be in time says so', async ({ page }) => {
  await week(page)
  await page.locator('.name', { hasText: 'Gull mobile' }).click()
  // six alike: a table of heights, one press takes it
  const table = page.getByRole('table', { name: 'How high to stack' })
  await expect(table.getByRole('row')).not.toHaveCount(1)
  await table.getByRole('row').last().getByRole('button', { name: 'Take' }).click()
  await expect(table.getByRole('button', { name: 'Taken' })).toHaveCount(1)
  await page.getByLabel('Ready by').fill('2026-12-01')
  await expect(page.getByText(/by Tue, Dec 1; \w+, Dec \d+ is 8 in 10/)).toBeVisible()
  await page.getByRole('button', { name: 'Quote it' }).click()
  const quote = page.getByRole('dialog')
  await expect(quote.getByText('Say what an hour of yours costs')).toBeVisible()
  await quote.getByLabel('An hour').fill('30')
  await expect(quote.getByText(/It comes dearer than that 20 times in 100/)).toBeVisible()
  await quote.getByLabel('Price asked').fill('10')
  await expect(quote.getByText(/It comes dearer than that 100 times in 100/)).toBeVisible()
})

test('on a phone it fits, and everything has its name', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await week(page)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await page.locator('.name', { hasText: 'Gull mobile' }).click()
  await page.getByRole('button', { name: 'Later', exact: true }).click()
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([])
})

test('a calendar file takes its evening, a broken one says so, the plan is saved as one; a job not promised tells when it could be ready', async ({
  page,
}) => {
  await week(page)
  await page.getByRole('button', { name: 'Evenings' }).click()
  const open = async (name: string, text: string) => {
    const chosen = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Open a calendar file' }).click()
    await (await chosen).setFiles({ name, mimeType: 'text/calendar', buffer: Buffer.from(text) })
  }
  const strip = page.locator('.strips li', { hasText: 'Wed, Dec 2' })
  await expect(strip).toBeVisible()
  await open('broken.ics', 'PK\u0003\u0004')
  await expect(page.getByText('broken.ics is no calendar file.')).toBeVisible()
  await expect(strip).toBeVisible()
  const event = 'BEGIN:VEVENT\r\nUID:c\r\nSUMMARY:Choir\r\nDTSTART:20261202T170000\r\nDTEND:20261202T223000\r\nEND:VEVENT\r\n'
  await open('mine.ics', `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${event}END:VCALENDAR\r\n`)
  await expect(page.getByText('mine.ics takes time on 1 of your evenings')).toBeVisible()
  await expect(strip).toBeHidden()
  await page.reload()
  await page.getByRole('button', { name: 'Evenings' }).click()
  await expect(page.getByRole('list', { name: 'Taken by the calendar' })).toContainText('Wednesday, Dec 2, 17:00 to 22:30 Choir')
  await expect(page.locator('.block').first()).toBeVisible()
  const saved = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save the plan as one' }).click()
  const text = await (await (await saved).createReadStream()).toArray().then((parts) => Buffer.concat(parts).toString())
  expect(text).toContain('BEGIN:VEVENT')
  expect(text).not.toContain('DTSTART:20261202')
  await page.getByRole('button', { name: 'Free after all' }).click()
  await expect(strip).toBeVisible()
  // on the Pattern of a job that is in no week
  const other = page.locator('.others button').first()
  const name = (await other.textContent())!
  await visit(page, '/jobs')
  await page.getByRole('button', { name, exact: true }).click()
  await visit(page, '/')
  await page
    .getByText(/alike|One of it/)
    .last()
    .scrollIntoViewIfNeeded()
  await expect(page.getByRole('link', { name: /Ready \w+, Dec \d+, 8 in 10.*, behind what is promised$/ })).toBeVisible({
    timeout: 20_000,
  })
})
