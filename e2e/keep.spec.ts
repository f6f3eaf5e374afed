import { gzipSync, gunzipSync } from 'node:zlib'
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, kept, listen, openBench, part, test } from './help'

async function give(page: Page, button: string, name: string, content: Buffer | string) {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: button }).click()])
  await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(content) })
}
async function take(page: Page, button: string | RegExp): Promise<Buffer> {
  const [d] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()])
  return readFileSync((await d.path())!)
}

test('a backup restores exactly; a damaged, foreign, older or newer one is refused and harms nothing', async ({ page }) => {
  await openBench(page)
  await page.getByRole('link', { name: 'Settings' }).click()
  const backup = await take(page, 'Save a backup')
  const parsed = JSON.parse(gunzipSync(backup).toString()) as { version: number; tables: { log: { minutes: unknown }[]; jobs: unknown[] } }
  expect(parsed.tables.log).toHaveLength(15)

  const damaged = Buffer.from(backup)
  damaged[Math.floor(damaged.length / 2)]! ^= 0xff
  await give(page, 'Restore from a backup', 'damaged.gz', damaged)
  await expect(page.getByText('damaged.gz: This file is damaged', { exact: false })).toBeVisible()
  await give(page, 'Restore from a backup', 'holiday.json', '{"a":1}')
  await expect(page.getByText('holiday.json: This is not a Green Pitch backup', { exact: false })).toBeVisible()
  await give(page, 'Restore from a backup', 'newer.json', JSON.stringify({ ...parsed, version: 99 }))
  await expect(page.getByText('made by a newer Green Pitch (format 99', { exact: false })).toBeVisible()
  await give(page, 'Restore from a backup', 'older.json', JSON.stringify({ ...parsed, version: 0 }))
  await expect(page.getByText('of format 0, from before', { exact: false })).toBeVisible()
  const bent = structuredClone(parsed)
  bent.tables.log[3]!.minutes = 'many'
  await give(page, 'Restore from a backup', 'bent.gz', gzipSync(JSON.stringify(bent)))
  await expect(page.getByText(/bent\.gz: The backup’s log do not hold together: .*\[3\]\.minutes/)).toBeVisible()

  await give(page, 'Restore from a backup', 'good.gz', backup)
  await page.getByRole('button', { name: 'Replace and restore' }).click()
  await expect(page.getByText('Restored: 9 jobs, 15 cuts.')).toBeVisible()
  await page.reload()
  const again = JSON.parse(gunzipSync(await take(page, 'Save a backup')).toString()) as typeof parsed
  expect(again.tables).toEqual(parsed.tables)
})

test('drawer and log go out and in as CSV, a ticket as JSON; bad lines are named', async ({ page }) => {
  await page.goto('/drawer')
  await expect(page.getByRole('heading', { name: /^75 blades of 17 kinds and 3 hand saws/ })).toBeVisible()
  const csv = (await take(page, 'Save CSV')).toString()
  expect(csv.split('\n')[0]).toContain('blade,name,count')
  await give(
    page,
    'Read CSV',
    'mine.csv',
    `${csv.replace(/(scroll-reverse-skip-5,[^,]*),6,/, '$1,60,')}\r\nno-such-blade,x,3,0,,1,1,1\r\nscroll-ground-5,x,-2,0,,1,1,1`,
  )
  await expect(page.getByText('20 of 22 lines taken from mine.csv.', { exact: false })).toBeVisible()
  await expect(page.getByText('Line 22: no blade “no-such-blade”', { exact: false })).toBeVisible()
  await expect(page.getByText('Line 23: count “-2”', { exact: false })).toBeVisible()
  await expect(page.getByRole('heading', { name: /^129 blades of 17 kinds/ })).toBeVisible()

  await page.getByRole('link', { name: 'Log' }).click()
  // the drawer stands until the log has come, and it too has a “Save CSV”
  await expect(page.getByRole('heading', { name: /^15 cuts/ })).toBeVisible()
  const log = (await take(page, 'Save CSV')).toString()
  await page.getByRole('table', { name: 'Cuts logged' }).getByRole('button', { name: 'More' }).first().press('Enter')
  await page.getByRole('button', { name: /^Remove / }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByRole('heading', { name: /^14 cuts/ })).toBeVisible()
  await give(page, 'Read CSV', 'log.csv', log)
  await expect(page.getByText('1 cut taken from log.csv, 14 were here already.')).toBeVisible()
  await expect(page.getByRole('heading', { name: /^15 cuts/ })).toBeVisible()

  await page.getByRole('link', { name: 'Jobs' }).click()
  const ticket = (await take(page, 'File of Curlew pendant')).toString()
  await give(page, 'Open a ticket file', 'x.ticket.json', ticket)
  await expect(page.getByRole('heading', { name: '10 jobs, side by side' })).toBeVisible()
  await give(page, 'Open a ticket file', 'bad.ticket.json', ticket.replace('"thickness": 0.8', '"thickness": -1'))
  await expect(page.getByText(/bad\.ticket\.json: The ticket does not hold together: .*thickness/)).toBeVisible()
  await page.getByRole('button', { name: 'Duplicate Tide dial', exact: true }).click()
  await expect(page.getByRole('heading', { name: '11 jobs, side by side' })).toBeVisible()
})

test('two tabs follow each other, and never overwrite each other silently', async ({ page, context }) => {
  await openBench(page)
  const other = await context.newPage()
  const said = listen(other)
  await openBench(other)
  await page.keyboard.press('2')
  await page.getByLabel('Narrowest web left').fill('5')
  await kept(page)
  await expect(part(other, 'Cut')).toContainText('webs 5 mm')
  // both change before either has heard of the other: the second to write is stopped
  await other.evaluate(async () => {
    const open = indexedDB.open('green-pitch')
    await new Promise((r) => {
      open.onsuccess = r
    })
    const t = open.result.transaction('jobs', 'readwrite').objectStore('jobs')
    const all = await new Promise<{ id: string; name: string; rev: number }[]>((r) => {
      const q = t.getAll()
      q.onsuccess = () => r(q.result)
    })
    const job = all.find((j) => j.name === 'Tide dial')!
    t.put({ ...job, name: 'Tide dial, theirs', rev: job.rev + 1 })
    open.result.close()
  })
  await page.getByLabel('Narrowest web left').fill('6')
  await expect(page.getByText('was changed elsewhere too', { exact: false })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Keep mine as a job beside it' }).click()
  await expect(page.getByRole('textbox', { name: 'Job name' })).toHaveValue('Tide dial, this tab')
  await page.getByRole('link', { name: 'Jobs' }).click()
  await expect(page.getByRole('button', { name: 'Tide dial, theirs', exact: true })).toBeVisible()
  expect(said).toEqual([])
})

test('saws: a profile is changed, the job keeps what it was reckoned with until asked', async ({ page }) => {
  await openBench(page)
  await page.getByRole('link', { name: 'Saws' }).click()
  await page.getByLabel('Free span of the blade').fill('110')
  await page.getByLabel('Seconds to thread the hole').fill('20')
  await expect(page.getByRole('heading', { name: /hole after hole: 30 s/ })).toBeVisible()
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(part(page, 'Saw')).toContainText('span 105 mm')
  await part(page, 'Saw').click()
  await page.getByRole('button', { name: 'Calculate with it' }).click()
  await expect(part(page, 'Saw')).toContainText('span 110 mm')
})

test('the change procedure is the owner’s: words, tools, order, steps; it reaches the set-up and survives a reload', async ({ page }) => {
  await openBench(page)
  await page.getByRole('link', { name: 'Saws' }).click()
  await page.getByRole('button', { name: 'Change the steps' }).click()
  await page.getByLabel('Step 1, in your words').fill('ease the front knob')
  await page.getByLabel('Tool for step 1').fill('3 mm key')
  await page.getByLabel('Tool for step 1').press('Tab')
  await page.getByRole('combobox', { name: 'Add' }).selectOption('close the lower clamp')
  const own = page.getByRole('textbox', { name: /^Step \d+, in your words$/ })
  const last = await own.count()
  await expect(own.nth(last - 1)).toHaveValue('close the lower clamp')
  await page.getByRole('button', { name: `Step ${last} earlier` }).click()
  await expect(own.nth(last - 2)).toHaveValue('close the lower clamp')
  await page.getByRole('button', { name: `Leave out step ${last}` }).click()
  await expect(own).toHaveCount(last - 1)
  await page.getByLabel('In the upper, if other').fill('8')
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText('ease the front knob (3 mm key)', { exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Bench' }).click()
  await part(page, 'Saw').click()
  await page.getByRole('button', { name: 'Calculate with it' }).click()
  await page.keyboard.press('Escape')
  const insert = page.getByText(/lower end 12\.5 mm into its clamp, so that 8 mm is left for the upper \(3 mm key\)/)
  await expect(insert).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(insert).toBeVisible()
  await page.getByRole('link', { name: 'Saws' }).click()
  await expect(page.getByText('close the lower clamp', { exact: true })).toBeVisible()
  await expect(page.getByText('set the tension', { exact: true })).toBeHidden()
})

test('an own material, a calipered blade, a heard note and a set speed reach the ticket and survive a reload', async ({ page }) => {
  await openBench(page)
  await page.keyboard.press('1')
  await page.getByRole('button', { name: 'Add your own' }).click()
  await page.getByLabel('Its name').fill('Plum')
  await page.getByLabel('Density').fill('760')
  // a panel only where it is said
  await expect(page.getByText('Estimated from Padauk')).toBeVisible()
  await page.getByText('Chips', { exact: true }).click()
  await expect(page.getByText('Estimated from MDF')).toBeVisible()
  await page.getByText('Solid', { exact: true }).click()
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(part(page, 'Stock')).toContainText('Plum')
  await page.keyboard.press('Escape')
  await page.keyboard.press('5')
  await page.getByLabel('Heard by another tuner').fill('A5')
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(part(page, 'Tension')).toContainText('within: A5')
  await page.getByLabel('Heard by another tuner').fill('50')
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(page.getByText('with no tension at all', { exact: false })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('4')
  await page.getByRole('button', { name: 'Put a caliper on it' }).click()
  await page.getByLabel('Width with teeth').fill('0.95')
  await page.keyboard.press('Escape')
  await page.keyboard.press('6')
  await page.getByLabel('Set by you').fill('1800')
  await expect(part(page, 'Speed')).toContainText('beyond a limit: 1800')
  await kept(page)
  await page.reload()
  await expect(part(page, 'Stock')).toContainText('Plum')
  await expect(part(page, 'Tension')).toContainText('A5')
  await expect(part(page, 'Speed')).toContainText('1800')
  await page.keyboard.press('4')
  await page.getByRole('button', { name: 'Put a caliper on it' }).click()
  await expect(page.getByLabel('Width with teeth')).toHaveValue('0.95 mm')
})

test('a loose blade is told by caliper and count, in inches too, and held against its packet', async ({ page }) => {
  await page.goto('/drawer')
  const before = Number(/^(\d+) blades/.exec((await page.getByRole('heading', { level: 1 }).textContent())!)![1])
  await page.getByRole('button', { name: 'What blade is this?' }).click()
  const what = page.getByRole('region', { name: /./ }).filter({ hasText: 'The packet says' })
  await page.getByLabel('Width with the teeth').fill('0.97')
  await page.getByLabel('Thickness of the body').fill('0.0161in')
  await page.getByLabel('Teeth counted').fill('28')
  await page.getByLabel('Over a length of').fill('2in')
  await page.keyboard.press('Tab')
  await expect(what.getByRole('heading')).toContainText('No. 5, its teeth plain or reverse or crown-tooth')
  await what.getByText('Some', { exact: true }).click()
  await expect(what.getByRole('heading')).toContainText(/(is|likely) No\. 5 reverse/)
  await what.getByLabel('The packet says').selectOption({ label: 'No. 7 plain teeth' })
  await expect(what).toContainText(/Not as the label says: 0\.97 mm wide where 1\.14 mm is usual/)
  await what
    .getByRole('button', { name: /Put in the drawer|One more/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${before + 1} blades`)
  // nothing known is so wide
  await page.getByLabel('Width with the teeth').fill('9')
  await page.keyboard.press('Tab')
  await expect(what.getByRole('heading')).toContainText('None of the blades known here fits')
})
