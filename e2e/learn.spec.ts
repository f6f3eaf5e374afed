import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { expect, goneTest, openBench, part, ranked, test } from './help'

test('within twenty cuts at three times the time, graded 1, the suggestion leaves and says so; switched off, it returns', async ({
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
  for (let i = 0; i < 20 && (await first()) === before; i++) {
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

goneTest(
  'a log of two hundred cuts is learned from by a worker, in inches and with the server stopped; one cut can be left out',
  async ({ page }) => {
    await page.keyboard.press('u')
    const sawing = page.getByRole('region', { name: 'Expect' }).getByRole('button', { name: /^sawing/ })
    const minutes = async () => {
      const said = (await sawing.textContent())!
      const [, h, min] = /(?:(\d+) h ?)?(?:(\d+) min)?/.exec(said)!
      return 60 * Number(h ?? 0) + Number(min ?? 0)
    }
    const before = await minutes()
    await page.getByRole('link', { name: 'Log', exact: true }).click()
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save CSV' }).click()])
    const read = Papa.parse<Record<string, string>>(readFileSync((await download.path())!, 'utf8').replace(/^\ufeff/, ''), { header: true })
    const pear = read.data.map(
      (r) => JSON.parse(r.record!) as { id: string; minutes: number; job: { stock: { material: { id: string } } } },
    )
    const one = pear.find((e) => e.job.stock.material.id === 'pear')!
    const many = Array.from({ length: 200 }, (_, i) => ({ record: JSON.stringify({ ...one, id: `many-${i}`, minutes: 3 * one.minutes }) }))
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Read CSV' }).click()])
    // a broken line among them is named, and keeps the others out of nothing
    const text = Papa.unparse([...many, { record: '{"id": "torn' }])
    await chooser.setFiles({ name: 'many.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
    await expect(page.getByText(/200 cuts taken from many\.csv/)).toBeVisible()
    await expect(page.getByText(/Line 202: its record is not readable/)).toBeVisible()
    await page.getByRole('link', { name: 'Bench' }).click()
    await expect.poll(minutes).toBeGreaterThan(1.7 * before)
    await page.reload()
    await expect.poll(minutes).toBeGreaterThan(1.7 * before)
    await page.getByRole('link', { name: 'Settings' }).click()
    await expect(page.getByText(/^215 cuts spoke/)).toBeVisible()
    await page.getByRole('link', { name: 'Log', exact: true }).click()
    await page.getByRole('button', { name: 'More' }).first().click()
    await page.getByRole('button', { name: 'Leave it out of learning' }).click()
    await expect(page.getByText('not learned from')).toBeVisible()
    await page.getByRole('link', { name: 'Settings' }).click()
    await expect(page.getByText(/^214 cuts spoke/)).toBeVisible()
  },
)

test('a weighed stock is reckoned with from then on, and forgotten; strokes counted by hand widen what is expected', async ({ page }) => {
  await page.clock.install()
  await openBench(page)
  const feed = async () => (await part(page, 'Speed').textContent())!
  const before = await feed()
  await page.getByRole('link', { name: 'Listen' }).click()
  await page.getByRole('tab', { name: 'The saw, running' }).click()
  await page.getByRole('button', { name: 'Weigh pear' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('button', { name: 'Save it' })).toBeDisabled()
  await dialog.getByRole('button', { name: 'Start the watch' }).click()
  await page.clock.fastForward(2500)
  await dialog.getByRole('button', { name: 'Stop' }).click()
  await expect(dialog.getByRole('status')).toContainText(/Pear (is|takes|cuts)/)
  const said = (await dialog.getByRole('status').textContent())!
  await dialog.getByText('how worn the blade is').click()
  await expect(dialog.getByRole('status')).toContainText('this blade is')
  await dialog.getByText('how hard the stock is').click()
  // a heavier weight for the same pace: harder stock
  const times = (text: string) => Number(/[\d.]+(?= (times|of the force))/.exec(text)?.[0] ?? 1)
  await dialog.getByLabel('It weighs').fill('1000')
  await expect.poll(async () => times((await dialog.getByRole('status').textContent())!)).toBeGreaterThan(4 * times(said))
  await dialog.getByRole('button', { name: 'Save it' }).click()
  await expect(dialog).toBeHidden()
  await page.reload()
  await page.getByRole('tab', { name: 'The saw, running' }).click()
  await expect(page.getByText(/Pear is .* times as hard/)).toBeVisible()
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect.poll(feed).not.toBe(before)
  await page.getByRole('link', { name: 'Listen' }).click()
  await page.getByRole('tab', { name: 'The saw, running' }).click()
  await page.getByRole('button', { name: /^Forget the weighing/ }).click()
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect.poll(feed).toBe(before)

  await page.getByRole('link', { name: 'Jobs', exact: true }).click()
  await page.getByRole('button', { name: 'Pear tea caddy, dovetails', exact: true }).click()
  await page.getByRole('link', { name: 'Joints' }).click()
  const strokes = page.getByText(/^About \d+ strokes a cut \(\d+–\d+\)/)
  await expect(strokes).toBeVisible()
  const count = async () => Number(/\d+/.exec((await strokes.textContent())!)![0])
  const told = await count()
  await page.getByRole('button', { name: 'Put this cut on the ticket' }).click()
  await page.getByRole('link', { name: 'To the Bench' }).click()
  for (let i = 0; i < 3; i++) {
    await page.getByRole('button', { name: 'Log the cut' }).click()
    await dialog.getByLabel(/^Strokes of one cut/).fill('90')
    await dialog.getByRole('button', { name: 'Write to the log' }).click()
    await expect(dialog).toBeHidden()
  }
  await page.getByRole('link', { name: 'Joints' }).click()
  await expect.poll(count).toBeGreaterThan(1.3 * told)
})
