import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, goneTest, ranked, test } from './help'

async function downloaded(page: Page, button: string): Promise<Buffer> {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()])
  return readFileSync(await file.path())
}
async function give(page: Page, button: string, name: string, text: string) {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: button }).click()])
  await chooser.setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
}
/** A shop that starts with nothing. */
/** A first visit without a demo, past its questions. */
async function bare(page: Page) {
  await page.route('**/start.json', (route) => route.fulfill({ json: { demo: false, reach: [] } }))
  await page.goto('/')
  await page.getByRole('button', { name: 'To the Bench' }).click()
  await page.getByRole('button', { name: 'Leave it so' }).click()
}
const heading = (page: Page) => page.getByRole('heading', { level: 1 })

test('from an empty drawer to a kit, an order and a chart on the wall, by keyboard', async ({ page }) => {
  await bare(page)
  await page.getByRole('link', { name: 'Drawer' }).click()
  // several sizes at once, by the packet
  await page.getByLabel('Pattern').selectOption({ label: 'Reverse-skip' })
  for (const size of ['No. 3, 12 TPI', 'No. 7, 8 TPI']) {
    await page.getByRole('button', { name: size }).focus()
    await page.keyboard.press('Space')
  }
  await page.getByRole('button', { name: 'Put 2 kinds in the drawer' }).focus()
  await page.keyboard.press('Enter')
  await expect(heading(page)).toHaveText('24 blades of 2 kinds')
  // and a list as it was written, of which one line says too little
  await page.getByLabel('List of blades').fill('2 dozen 2/0 jeweler’s\nno. 9\nspiral no 2, 4')
  await expect(page.getByText('Line 2, “no. 9”: no pattern known here is named that has this size.')).toBeVisible()
  await page.getByRole('button', { name: 'Put 2 lines in the drawer' }).click()
  await expect(page.getByText('2 lines taken; mend the rest.')).toBeVisible()
  await expect(page.getByLabel('List of blades')).toHaveValue('no. 9')
  await expect(heading(page)).toHaveText('52 blades of 4 kinds')

  await page.getByRole('navigation', { name: 'Drawer' }).getByRole('link', { name: 'Kit' }).press('Enter')
  await page.getByRole('button', { name: 'Fretwork and ornaments' }).press('Enter')
  await expect(heading(page)).toHaveText(/^Three sizes do all your six jobs well; one more saves \d+ min a month$/)
  await expect(page.getByRole('button', { name: 'Kit', exact: true })).toHaveCount(0)
  await page.getByRole('group', { name: 'Sizes in the kit' }).getByRole('button', { name: /^1:/ }).press('Enter')
  await expect(heading(page)).toHaveText(/^One size does [1-5] of your 6 jobs well; one more opens \d+ h a year of work$/)
  // what stays is in every kit, and what one has is compared
  await page.getByRole('group', { name: 'Sizes in the kit' }).getByRole('button', { name: /^3:/ }).press('Enter')
  await page.getByLabel('Of which pattern').selectOption({ label: 'what I have' })
  await expect(page.getByRole('list').getByRole('button', { name: 'Keep No. 7 reverse-skip' })).toBeVisible()
  await page.getByRole('button', { name: 'Keep No. 7 reverse-skip' }).press('Enter')
  await page.getByLabel('Of which pattern').selectOption({ label: 'any pattern' })
  await expect(page.getByRole('button', { name: 'Keep No. 7 reverse-skip' })).toHaveText('Kept')
  await expect(page.getByRole('row', { name: /^The best of what you have/ })).toContainText('No. 3 reverse-skip')

  // settled on: what is not there of it is what is ordered, and no other kind
  const kinds = await page.locator('ul.kit b').allTextContents()
  await page.getByRole('button', { name: 'Keep these three, and order them' }).press('Enter')
  await page.getByRole('link', { name: 'See the order' }).press('Enter')
  await expect(heading(page)).toHaveText(/^\d kinds? to order, \d+ blades$/)
  const ordered = await page.locator('tbody th b').allTextContents()
  expect(kinds).toEqual(expect.arrayContaining(ordered))
  const asked = await page.locator('tbody tr').evaluateAll((rows) => rows.map((r) => Number(r.querySelector('input')!.value) * 12))
  await expect(heading(page)).toHaveText(
    `${ordered.length} kind${ordered.length > 1 ? 's' : ''} to order, ${asked.reduce((a, b) => a + b)} blades`,
  )

  await page.getByRole('link', { name: 'Bench' }).click()
  await page.getByRole('button', { name: /^Log/ }).first().click()
  await page.getByLabel('At the saw').fill('600')
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await page.getByRole('link', { name: 'Drawer' }).click()
  await page.getByRole('link', { name: 'Re-order' }).click()
  await page.getByLabel('Days to delivery').fill('60')
  await page.keyboard.press('Tab')
  await expect(heading(page)).toHaveText(/^1 kind to order, \d+ blades$/)
  const csv = String(await downloaded(page, 'Save the order as CSV'))
    .trim()
    .split(/\r?\n/)
  expect(csv[0]).toBe('blade,name,left,a_year,runs_out,wanted,packets,in_packet,price')
  expect(csv).toHaveLength(2)
  const [, , , , , wanted, packets, pack, price] = csv[1]!.split(',').slice(-9)
  expect(Number(packets) * Number(pack)).toBeGreaterThanOrEqual(Number(wanted))
  expect(Number(price)).toBeGreaterThan(0)
  // another list of prices: a torn line is named, the rest holds
  await give(page, 'Open a price list', 'mine.csv', 'blade,pack,price\nnothing,1,1\nscroll-mixed,6,9\nscroll-reverse-skip,6,9\n')
  await expect(page.getByText('Line 2: no blade or pattern “nothing”.', { exact: false })).toBeVisible()
  await expect(page.getByText('your list, 2 lines')).toBeVisible()
  await page.getByRole('button', { name: 'It came: put it in the drawer' }).click()
  await expect(heading(page)).toHaveText('Nothing to order: what is left outlasts a delivery')

  await page.getByRole('link', { name: 'Wall chart' }).click()
  await expect(heading(page)).toHaveText('1 row on an A3 sheet for your wall')
  await page.getByRole('form', { name: 'Add a row' }).getByRole('combobox', { name: 'Stock' }).selectOption({ label: 'Birch plywood' })
  await page.getByLabel('Thickness').fill('1/4in')
  await page.getByRole('button', { name: 'Add this row' }).press('Enter')
  await expect(heading(page)).toHaveText('2 rows on an A3 sheet for your wall')
  await page.reload()
  await expect(heading(page)).toHaveText('2 rows on an A3 sheet for your wall')
  const pdf = String(await downloaded(page, 'Save as PDF'))
  expect(pdf.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1)
  // A3 lying, in points
  const [, w, h] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!
  expect([Number(w) / 72, Number(h) / 72].map((inch) => Math.round(inch * 25.4))).toEqual([420, 297])
  await expect(page.getByText('it still holds', { exact: false })).toBeVisible()
  // what hangs on the wall is held against the drawer
  await page.getByRole('link', { name: 'Drawer' }).click()
  await page.getByRole('button', { name: 'Take out No. 3 reverse-skip' }).press('Enter')
  await page.getByRole('dialog').getByRole('button', { name: 'Take out' }).click()
  await page.getByRole('link', { name: 'Wall chart' }).click()
  await expect(page.getByText(/Print it anew: .* is now No\. \S+ /)).toBeVisible()
})

goneTest(
  'a kind that is out changes today’s suggestion and says the cost, in inches; the order comes without the server',
  async ({ page }) => {
    const to = (place: string) => page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place }).click()
    await to('Drawer')
    await page.getByLabel('Count of No. 4 reverse-skip').fill('0')
    await page.keyboard.press('Tab')
    await expect(heading(page)).toContainText('71 blades')
    await to('Bench')
    await expect(
      page.getByText(/No\. 4 reverse-skip is out: No\. \S+ [a-z-]+ at [\d–]+ strokes does it, (in about the same time|\d+ min)/),
    ).toBeVisible()
    await page.getByRole('button', { name: 'Take that' }).click()
    await expect(page.getByText('No. 4 reverse-skip is out', { exact: false })).toBeHidden()
    await expect(ranked(page).first()).toContainText('in drawer')
    await page.keyboard.press('Control+z')
    await page.getByRole('link', { name: 'Re-order' }).click()
    await expect(page.getByRole('row', { name: /No\. 4 reverse-skip/ })).toContainText('none left')
    await expect(page.getByRole('row', { name: /No\. 4 reverse-skip/ })).toContainText('of 12')
    await page.getByRole('button', { name: 'It came: put it in the drawer' }).click()
    await to('Bench')
    await expect(page.getByText('No. 4 reverse-skip is out', { exact: false })).toBeHidden()
    // a chart in inches, with the marks of this saw
    await to('Settings')
    await page.getByText('Inches', { exact: true }).click()
    await to('Wall chart')
    const sheet = page.getByRole('img', { name: /^Which blade, and how/ })
    await expect(sheet).toContainText('15/64″')
    await expect(sheet).toContainText('marks')
  },
)

test('what is worth buying for a saw of pinned blades: a saw or holders for plain ends; a price becomes the cost of an hour', async ({
  page,
}) => {
  await bare(page)
  await page.getByRole('link', { name: 'Saws' }).click()
  await page.getByRole('button', { name: 'Scroll, pinned' }).click()
  await page.getByText('It stands in my shop').click()
  await page.getByRole('link', { name: 'Drawer' }).click()
  await page.getByLabel('Pattern').selectOption({ label: 'Pinned, skip' })
  for (const size of ['Fine', 'Medium', 'Coarse'])
    await page.getByRole('group', { name: 'Sizes' }).getByRole('button', { name: size }).click()
  await page.getByRole('button', { name: 'Put 3 kinds in the drawer' }).click()
  await page.getByRole('link', { name: 'Saws' }).click()
  await page.getByRole('link', { name: 'Worth buying' }).click()
  await page.getByRole('button', { name: 'Fretwork and ornaments' }).click()
  await page.getByRole('button', { name: 'Puzzles and toys' }).click()
  await expect(heading(page)).toHaveText(/^Scroll saw, .*: opens \d+ jobs, \d+ h a year/)
  await expect(page.getByRole('row', { name: /^Holders for plain ends in scroll, pinned/ })).toContainText(/\d+ jobs, \d+ h a year/)
  const saving = page
    .getByRole('row')
    .filter({ hasText: / (min a month|h a year|min a year)/ })
    .filter({ has: page.getByText(/^\d+ (h a year|min a month)$/) })
    .first()
  await saving.getByRole('spinbutton').fill('120')
  await page.keyboard.press('Tab')
  await expect(saving.locator('td').last()).toHaveText(/^\d+\.\d\d/)
  await page.reload()
  await expect(saving.getByRole('spinbutton')).toHaveValue('120')
})
