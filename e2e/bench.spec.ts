import { readFileSync } from 'node:fs'
import { expect, kept, listen, goneTest, openBench, part, pickMaterial, ranked, test } from './help'

test('the main job: pear to silver, the frame, the second blade, card, log, reload, backup, clear, restore', async ({ page }, info) => {
  await openBench(page)
  await expect(
    page.getByRole('heading', { name: /^Sizes that will do this cut: No\. 1 to No\. 5; No\. 0 and No\. 6 to No\. 8 at a price/ }),
  ).toBeVisible()
  await expect(part(page, 'Stock')).toContainText('Pear')

  // stock from pear to silver foil: the saw no longer suits, says so and offers the frame
  await page.keyboard.press('1')
  await pickMaterial(page, 'Silver, sterling')
  await page.getByLabel('Thickness').fill('0.25mm')
  await page.keyboard.press('Escape')
  await expect(part(page, 'Saw')).toContainText(/beyond a limit: Scroll, plain.*Jeweler's 70 would do/)
  await expect(page.getByRole('heading', { name: 'No blade for this saw will do this cut' })).toBeVisible()
  await page
    .getByRole('button', { name: /^Redraw the curve|^Take the jeweler’s frame, 70/ })
    .last()
    .click()
  await expect(part(page, 'Saw')).toContainText("Jeweler's 70")
  await expect(page.getByRole('heading', { name: /^Sizes will do at a price/ })).toBeVisible()

  // the second blade
  const second = ranked(page).nth(1).getByRole('button').first()
  const name = (await second.textContent())!.trim()
  await second.click()
  await expect(second).toHaveAttribute('aria-pressed', 'true')
  const size = /No\. [\d/]+/.exec(name)![0]
  await expect(part(page, 'Blade')).toContainText(size)

  // the card, one page
  await page.keyboard.press('p')
  const [card] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save the card (PDF)' }).click()])
  const pdf = readFileSync((await card.path())!).toString('latin1')
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1)
  expect(pdf).toMatch(/MediaBox\s*\[0 0 419\.5\d* 595\.2\d*\]/)

  // log the cut, reload, find it
  await page.keyboard.press('l')
  await page.getByRole('dialog').getByLabel('Note').fill('first silver on the frame')
  await page.getByRole('dialog').getByText('Broke').click()
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await expect(page.getByText('Logged.')).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(part(page, 'Stock')).toContainText('Silver, sterling')
  await expect(part(page, 'Blade')).toContainText(size)
  const find = async () => {
    await page.getByRole('link', { name: 'Log' }).click()
    await page.getByLabel('Search the log').fill('silver on the frame')
    await expect(page.getByRole('heading', { name: /^1 cut,/ })).toBeVisible()
    await expect(page.getByRole('row', { name: /first silver on the frame/ })).toContainText('broke')
  }
  await find()

  // back up, clear, restore, find it again
  await page.getByRole('link', { name: 'Settings' }).click()
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save a backup' }).click()])
  const path = info.outputPath('backup.json.gz')
  await file.saveAs(path)
  await page.getByRole('button', { name: 'Clear everything' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Clear', exact: true }).click()
  await expect(page.getByText('Cleared. Your settings stayed.')).toBeVisible()
  await page.getByRole('link', { name: 'Log' }).click()
  await expect(page.getByRole('heading', { name: 'Nothing logged yet' })).toBeVisible()
  await page.getByRole('link', { name: 'Settings' }).click()
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Restore from a backup' }).click(),
  ])
  await chooser.setFiles(path)
  await page.getByRole('button', { name: 'Replace and restore' }).click()
  await expect(page.getByText(/^Restored: 9 jobs, 16 cuts/)).toBeVisible()
  await find()
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(part(page, 'Blade')).toContainText(size)
})

goneTest('the Bench with the server stopped after the first visit', async ({ page }) => {
  await page.reload()
  await expect(part(page, 'Stock')).toContainText('Pear')
  await page.keyboard.press('1')
  await page.getByLabel('Thickness').fill('3/4"')
  await page.keyboard.press('Escape')
  await expect(part(page, 'Stock')).toContainText('19.1 mm board')
  await page.keyboard.press('p')
  const [card] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save the card (PDF)' }).click()])
  expect(card.suggestedFilename()).toBe('tide-dial-card.pdf')
  await kept(page)
  for (const place of ['Log', 'Drawer', 'Saws', 'Jobs']) {
    await page.getByRole('link', { name: place }).click()
    await expect(page).toHaveTitle(`${place}, Green Pitch`)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  }
})

test('answers while typing, in inches and millimetres, with undo and redo, by keyboard alone', async ({ page }) => {
  await openBench(page)
  await page.keyboard.press('u')
  await expect(part(page, 'Stock')).toContainText('23/64″ board')
  await page.keyboard.press('1')
  const thick = page.getByLabel('Thickness')
  await thick.fill('1 1/2')
  await expect(part(page, 'Stock')).toContainText('1 1/2″ board')
  await thick.fill('nonsense')
  await expect(page.getByText('“nonsense” is not a length', { exact: false })).toBeVisible()
  await expect(part(page, 'Stock')).toContainText('1 1/2″ board')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(part(page, 'Stock')).toContainText('23/64″ board')
  await page.keyboard.press('Control+Shift+Z')
  await expect(part(page, 'Stock')).toContainText('1 1/2″')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('u')
  // one size up and down; the finish–pace slider; find anything
  await page.keyboard.press(']')
  await expect(part(page, 'Blade')).toContainText('No. 5')
  await page.keyboard.press('[')
  await page.keyboard.press('[')
  await expect(part(page, 'Blade')).toContainText('No. 3')
  const slider = page.getByRole('slider', { name: 'Finish to pace' })
  await slider.focus()
  await page.keyboard.press('Home')
  await expect(slider).toHaveValue('0')
  await page.locator('main').focus()
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Find' }).fill('stock ebony')
  await page.keyboard.press('Enter')
  await expect(part(page, 'Stock')).toContainText('Ebony')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
})

test('asks back: every figure gives rule, inputs and source; limits collide in words; ways out are one click', async ({ page }) => {
  await openBench(page)
  await page
    .getByRole('button', { name: /^feed .*: why\?$/ })
    .first()
    .click()
  await expect(page.getByText('least of gullets', { exact: false })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('2')
  await page.getByLabel('Tightest drawn curve').fill('1')
  await page.keyboard.press('Escape')
  await page.keyboard.press('1')
  await page.getByLabel('Thickness').fill('40')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('heading', { name: 'No blade for this saw will do this cut' })).toBeVisible()
  await expect(page.getByText(/comes closest and misses/)).toBeVisible()
  await page.getByRole('button', { name: 'Pivot the corners' }).click()
  await expect(page.getByRole('heading', { name: /will do (this cut|at a price): / })).toBeVisible()
  await page.getByText('What each school would pick').click()
  await expect(page.getByRole('button', { name: /Smallest that cuts/ })).toBeVisible()
})

test('a link carries the ticket, and a broken one is refused with its reason', async ({ page, browser }) => {
  await openBench(page)
  await page.keyboard.press('2')
  await page.getByLabel('Narrowest web left').fill('4.25')
  await expect(page).toHaveURL(/web=4\.25/)
  const other = await (await browser.newContext()).newPage()
  const said = listen(other)
  await openBench(other, page.url())
  await expect(part(other, 'Cut')).toContainText('webs 4.25 mm')
  await expect(other.getByText('The link’s ticket is now a job of its own', { exact: false })).toBeVisible()
  await other.goto(page.url().replace('stock=pear', 'stock=unobtainium'))
  await expect(other.getByText('names a stock “unobtainium”', { exact: false })).toBeVisible()
  await other.goto(page.url().replace('web=4.25', 'web=-1'))
  await expect(other.getByText('does not hold together', { exact: false })).toBeVisible()
  await expect(part(other, 'Cut')).toContainText('webs 4.25 mm')
  expect(said).toEqual([])
  await other.context().close()
})
