import { expect, openBench, part, ranked, test } from './help'

test('twenty cuts at three times the time, graded 1: the suggestion leaves and says so; left out, switched off, it returns', async ({
  page,
}) => {
  await openBench(page)
  const learning = async (on: boolean) => {
    await page.getByRole('link', { name: 'Settings' }).click()
    await page.getByRole('checkbox', { name: /follow my log/ }).setChecked(on)
  }
  await learning(false)
  await page.getByRole('link', { name: 'Jobs' }).click()
  await page.getByRole('button', { name: 'New job' }).click()
  await expect(ranked(page).first()).toBeVisible()
  const first = async () =>
    (await ranked(page).filter({ hasText: 'Suggested first.' }).getByRole('heading', { level: 3 }).textContent())!.trim()
  const before = await first()
  const expected = page.getByRole('region', { name: 'Expect' })
  await expect(expected).toContainText('sawing')
  await expected.getByRole('button', { name: /^sawing/ }).click()
  await expect(page.getByText('the constants say').first()).toBeVisible()
  await page.keyboard.press('Escape')
  await learning(true)
  await page.getByRole('link', { name: 'Bench' }).click()
  for (let i = 0; i < 20; i++) {
    await page.getByRole('button', { name: 'Log the cut' }).click()
    const dialog = page.getByRole('dialog')
    const minutes = dialog.getByLabel('At the saw')
    if (i === 0) await minutes.fill(String(3 * Number(await minutes.inputValue())))
    else await minutes.fill('150')
    await dialog.getByLabel('Blades used').fill('6')
    await dialog.getByText('Broke', { exact: true }).click()
    for (const face of ['Show face', 'Underside', 'Edge'])
      await dialog.getByRole('group', { name: face }).getByText('1', { exact: true }).click()
    await dialog.getByRole('button', { name: 'Write to the log' }).click()
    await expect(dialog).toBeHidden()
  }
  await expect.poll(first).not.toBe(before)
  await expect(page.getByText(/^Your own cuts put .* first; the constants alone would say/)).toBeVisible()
  await page.reload()
  await expect(page.getByText(/^Your own cuts put/)).toBeVisible()
  await page.getByRole('link', { name: 'Log', exact: true }).click()
  await expect(page.getByRole('heading', { name: /\d+ of \d+ took as long as was to be expected/ })).toBeVisible()
  await learning(false)
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect.poll(first).toBe(before)
  await expect(page.getByText(/^Your own cuts put/)).toBeHidden()
  await expect(part(page, 'Stock')).toBeVisible()
})
