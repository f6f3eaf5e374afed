import { expect, openBench, part, test } from './help'

test('single keys wait while something is typed or a dialog asks, act from a box, and can be switched off; Escape closes what is open', async ({
  page,
}) => {
  await openBench(page)
  const open = page.getByRole('group', { name: /open$/ })
  // typed into a field, a digit is a digit
  await page.getByLabel('Job name').fill('Dial 2')
  await page.getByLabel('Job name').press('2')
  await expect(page.getByLabel('Job name')).toHaveValue('Dial 22')
  await expect(open).toHaveCount(0)
  await page.getByLabel('Job name').press('Enter')
  await expect(page.getByLabel('Job name')).toBeFocused()
  // behind a dialog nothing opens, and no second dialog comes
  await page.getByRole('checkbox', { name: 'mine first' }).focus()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toBeVisible()
  for (const key of ['1', 'l', 'p', 'u']) await page.keyboard.press(key)
  await expect(page.getByRole('dialog')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(open).toHaveCount(0)
  await expect(part(page, 'Stock')).toContainText('9 mm')
  // from a box in focus they act as from anywhere
  await page.getByRole('checkbox', { name: 'mine first' }).focus()
  await page.keyboard.press('2')
  await expect(open).toBeVisible()
  // a word of explanation closes by Escape, and the next Escape closes the part
  await page.keyboard.press('Escape')
  await expect(open).toHaveCount(0)
  await page
    .getByRole('button', { name: /^edge .*: why\?$/ })
    .first()
    .click()
  await expect(page.locator('.why:popover-open')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.locator('.why:popover-open')).toHaveCount(0)
  // switched off, they are silent
  await page.getByRole('link', { name: 'Settings' }).click()
  await page.getByRole('checkbox', { name: /^Single keys act/ }).click()
  await page.getByRole('link', { name: 'Bench', exact: true }).click()
  await expect(page.getByRole('heading', { name: /^Sizes that will/ })).toBeVisible()
  await page.keyboard.press('1')
  await expect(open).toHaveCount(0)
})

test('a figure reads a comma, says what it cannot take and keeps the one before', async ({ page }) => {
  await openBench(page)
  await page.keyboard.press('2')
  await page.getByRole('button', { name: /^More center in/ }).click()
  const bevel = page.getByRole('spinbutton', { name: 'Bevel, degrees' })
  await bevel.fill('1,5')
  await expect(part(page, 'Cut')).toContainText('1.5° bevel')
  await bevel.fill('999')
  await expect(page.getByText('From 0 to 60.')).toBeVisible()
  await expect(part(page, 'Cut')).toContainText('1.5° bevel')
  await bevel.fill('1,5')
  await bevel.press('ArrowUp')
  await expect(bevel).toHaveValue('2')
  await expect(part(page, 'Cut')).toContainText('2° bevel')
})

test('tabs go by arrow keys, and the pattern opens where it was left', async ({ page }) => {
  await page.goto('/pattern')
  await page.getByRole('tab', { name: 'Answer' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('tab', { name: 'Order' })).toBeFocused()
  await expect(page.getByRole('tabpanel', { name: 'Order' })).toContainText('1')
  await page.reload()
  await expect(page.getByRole('tab', { name: 'Order' })).toHaveAttribute('aria-selected', 'true')
})

test('a new job by keyboard: each question is one stop, arrows go along it', async ({ page }) => {
  await openBench(page)
  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: 'What is it?' })).toBeVisible()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('group', { name: 'Saw' }).getByRole('button', { pressed: true })).toBeFocused()
  await page.keyboard.press('Tab')
  const stock = page.getByRole('group', { name: 'Stock' }).getByRole('button')
  await expect(stock.first()).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await expect(stock.nth(1)).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(stock.nth(1)).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('button', { name: 'Leave it so' })).toBeVisible()
  for (const question of ['Another stock', 'Thickness']) {
    await page.keyboard.press('Tab')
    if (question === 'Another stock') await expect(page.getByRole('combobox', { name: question })).toBeFocused()
    else await expect(page.getByRole('group', { name: question }).getByRole('button').first()).toBeFocused()
  }
})
