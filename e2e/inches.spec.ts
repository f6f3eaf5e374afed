import type { Page } from '@playwright/test'
import { expect, openBench, test, visit } from './help'

/** Everything a user reads: text, what fields hold, and what is said to those who do not see. */
const everyWord = (page: Page) =>
  page.evaluate(() => {
    const words: string[] = []
    const seen = (e: Element) => e.checkVisibility({ visibilityProperty: true })
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let n = walk.nextNode(); n; n = walk.nextNode()) {
      const parent = n.parentElement!
      if (!['SCRIPT', 'STYLE', 'OPTION'].includes(parent.tagName) && seen(parent)) words.push(n.textContent ?? '')
    }
    for (const e of document.querySelectorAll('input, textarea')) if (seen(e)) words.push((e as HTMLInputElement).value)
    for (const e of document.querySelectorAll('[aria-label], [aria-valuetext]'))
      if (seen(e)) words.push(e.getAttribute('aria-label') ?? '', e.getAttribute('aria-valuetext') ?? '')
    return words.map((w) => w.trim()).filter(Boolean)
  })
/** Where both units are offered, both are named. */
const OFFERED = /^(mm|Millimeters?|Millimeters or inches|inch: units, change to millimeters)$/
/** A field in inches says beside it what that is in the other unit. */
const ALSO = /^≈? ?[\d.]+ mm$/

const places = [
  '/',
  '/pattern',
  '/joints',
  '/jobs',
  '/listen',
  '/run',
  '/remedy',
  '/trials',
  '/log',
  '/drawer',
  '/drawer/kit',
  '/drawer/order',
]
const more = ['/saws', '/saws/worth', '/chart', '/settings']

test('in inches no millimeter is left where a user reads it, and nothing has more than three decimals', async ({ page }) => {
  await openBench(page)
  await page.keyboard.press('u')
  await expect(page.getByText('R 7/64″, webs')).toBeVisible()
  const check = async (where: string) => {
    const words = await everyWord(page)
    expect(words.length, where).toBeGreaterThan(10)
    const metric = words.filter((w) => /\d ?mm\b|\bmm\b|millimet/i.test(w) && !OFFERED.test(w) && !ALSO.test(w))
    expect(metric, `${where}: millimeters`).toEqual([])
    expect(
      words.filter((w) => /\d[.,]\d{4,}/.test(w)),
      `${where}: decimals`,
    ).toEqual([])
  }
  await check('Bench')
  for (const key of ['1', '2', '3', '4', '5', '6', '7']) {
    await page.keyboard.press(key)
    await expect(page.locator('#part > :nth-child(2)')).toBeVisible()
    await check(`ticket part ${key}`)
    await page.keyboard.press('Escape')
  }
  for (const key of ['l', 'p']) {
    await page.keyboard.press(key)
    await expect(page.getByRole('dialog')).toBeVisible()
    await check(`dialog ${key}`)
    await page.keyboard.press('Escape')
  }
  // every "why?" of the Bench
  for (const why of await page.getByRole('main').locator('button.figure').all()) {
    await why.click()
    await check(`why ${await why.getAttribute('aria-label')}`)
    await page.keyboard.press('Escape')
  }
  for (const path of [...places.slice(1), ...more]) {
    await visit(page, path)
    await check(path)
  }
})
