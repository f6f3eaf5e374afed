import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, listen, openBench, test } from './help'

async function downloaded(page: Page, button: string): Promise<Buffer> {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()])
  return readFileSync(await file.path())
}
async function open(page: Page, name: string, text: string) {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Open a trial file' }).click()])
  await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
}
const enter = async (page: Page, button: string | RegExp) => {
  await page.getByRole('button', { name: button, exact: true }).focus()
  await page.keyboard.press('Enter')
}

test('a trial from plan to ranking by keyboard, reloaded in the middle, the phone taking part', async ({ page, browser }) => {
  await openBench(page)
  await page.getByRole('link', { name: 'Trials' }).click()
  await enter(page, 'New trial')
  await expect(page.getByRole('heading', { name: /^2 pieces, about \d+ min at the saw/ })).toBeVisible()
  const arms = page.getByRole('list', { name: 'What is compared' }).locator('b')
  await expect(arms).toHaveCount(2)
  const names = await arms.allTextContents()
  // the test piece at true size: its drawing says so in mm, and the sheets are a PDF
  const svg = String(await downloaded(page, 'Drawing (SVG)'))
  const [, wide, across] = /width="([\d.]+)mm"[^>]*viewBox="0 0 ([\d.]+) /.exec(svg)!
  expect(wide).toBe(across)
  expect(svg.match(/<g id="/g)).toHaveLength(2)
  expect(String((await downloaded(page, 'Print the pieces (PDF)')).subarray(0, 5))).toBe('%PDF-')

  await enter(page, 'To the saw')
  const piece = page.getByLabel('Piece', { exact: true })
  const first = (await piece.textContent())!
  await page.locator('main').focus()
  await page.keyboard.press('Space')
  await expect(page.getByRole('timer', { name: 'Watch, running' })).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Saw', exact: true }).click()
  // the watch outlives a reload
  await expect(page.getByRole('timer', { name: 'Watch, running' })).not.toHaveText('0:00')
  await page.locator('main').focus()
  await page.keyboard.press('PageDown')
  for (const word of ['4', '3', '5']) await page.keyboard.press(word)
  await expect(page.getByRole('button', { name: 'Next piece' })).toBeVisible()
  await expect(page.getByRole('radio', { name: 'light' })).not.toBeChecked()
  await expect(page.getByRole('radio', { name: 'some push' })).toBeChecked()
  await page.keyboard.press('Space')
  await expect(piece).not.toHaveText(first)

  // the other piece is sawn beside the phone
  await enter(page, 'Another device')
  await page.getByRole('button', { name: 'Leave it under a code' }).click()
  const code = (await page.getByLabel('Code', { exact: true }).textContent())!
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  const said = listen(phone)
  await phone.route('**/start.json', (route) => route.fulfill({ json: { demo: false, reach: [] } }))
  await phone.goto(`/pick/${code}`)
  await phone.getByRole('button', { name: 'Start the watch, then saw' }).click()
  await phone.getByRole('button', { name: 'Stop the watch' }).click()
  for (const word of ['slow', 'firm push', 'wanders']) await phone.getByText(word, { exact: true }).click()
  await phone.getByRole('button', { name: 'Next piece' }).click()
  await expect(phone.getByRole('heading', { name: 'All 2 pieces are sawn' })).toBeVisible()
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await phone.getByRole('button', { name: 'Another device' }).click()
  await phone.getByRole('button', { name: 'Bring the trial back' }).click()
  await expect(phone.getByText('It waits at the server', { exact: false })).toBeVisible()
  expect(said).toEqual([])
  await phone.context().close()
  await page.getByRole('button', { name: 'Fetch what came back' }).click()
  await expect(page.getByText('Merged: 1 new word of the trial.')).toBeVisible()

  await enter(page, 'Put in order')
  // blind: nothing here names a blade
  for (const name of names) await expect(page.locator('main')).not.toContainText(name)
  const better = page.getByRole('button', { name: new RegExp(`^${first}, `) })
  for (const what of ['edge', 'show face', 'underside', 'on a straight line', 'on the zigzag', 'corners']) {
    const row = page.getByRole('group', { name: `${what}, best first`, exact: true })
    await row.getByRole('button').last().focus()
    const moved = await row.getByRole('button').last().getAttribute('aria-label')
    await page.keyboard.press(moved!.startsWith(first) ? 'ArrowLeft' : 'ArrowRight')
    await expect(row.getByRole('button', { name: `${first}, place 1 of 2` })).toBeVisible()
  }
  // moved back into the tie and out again, undone
  await page.getByRole('group', { name: 'edge, best first', exact: true }).locator(better).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('button', { name: `${first}, place 1 of 1` })).toBeFocused()
  await page.keyboard.press('Control+z')
  await expect(
    page.getByRole('group', { name: 'edge, best first', exact: true }).getByRole('button', { name: `${first}, place 1 of 2` }),
  ).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Put in order' }).click()
  await enter(page, 'Tell the names')
  await expect(page.getByRole('heading', { name: /is first|cannot be told apart/ })).toBeVisible()
  const leader = page.getByRole('row').nth(1)
  await expect(leader).toContainText(first)
  await expect(leader).toContainText('best: in everything')
  await expect(page.getByText('The Bench counts it from now on', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Put in order' }).click()
  await expect(page.getByText('so the orders stand')).toBeVisible()
  await expect(page.getByRole('group', { name: 'edge, best first', exact: true }).getByRole('button').first()).toBeDisabled()
})

test('a trial’s file: saved, opened elsewhere, merged at home; broken, foreign, newer and older ones are told', async ({
  page,
  browser,
}) => {
  await page.goto('/trials/demo-trial-veneer')
  await expect(page.getByRole('heading', { name: 'Veneer: which face up?' })).toBeAttached()
  const file = String(await downloaded(page, 'Save as a file'))
  await page.getByRole('link', { name: 'All trials' }).click()
  const count = await page.locator('.list li').count()
  const alter = (
    how: (t: Record<string, never> & { trial: { pieces: { label: string }[]; arms: { blade: { width: number } }[] } }) => void,
  ) => {
    const parsed = JSON.parse(file) as Parameters<typeof how>[0] & { version: number }
    how(parsed)
    return JSON.stringify(parsed)
  }
  for (const [name, text, answer] of [
    ['torn.trial.json', file.slice(0, 900), 'not JSON, or it is damaged'],
    ['ticket.json', '{"format":"green-pitch-ticket","version":2}', 'not a Green Pitch trial'],
    ['newer.trial.json', alter((t) => Object.assign(t, { version: 7 })), 'of format 7; this Green Pitch reads 1. Update'],
    ['older.trial.json', alter((t) => Object.assign(t, { version: 0 })), 'of format 0'],
    ['odd.trial.json', alter((t) => (t.trial.pieces[0]!.label = 'Z9')), '“pieces” name a label that was not drawn'],
    ['thick.trial.json', alter((t) => (t.trial.arms[0]!.blade.width = -1)), 'trial does not hold together'],
  ] as const) {
    await open(page, name, text)
    await expect(page.getByText(answer, { exact: false })).toBeVisible()
    await page.getByRole('button', { name: 'Close', exact: true }).click()
  }
  expect(await page.locator('.list li').count()).toBe(count)
  await open(page, 'mine.trial.json', file)
  await expect(page.getByText('was here; 0 new words are in', { exact: false })).toBeVisible()

  const other = await (await browser.newContext()).newPage()
  await other.route('**/start.json', (route) => route.fulfill({ json: { demo: false, reach: [] } }))
  await other.goto('/trials')
  await expect(other.getByRole('heading', { name: 'Two blades and one board are a trial' })).toBeVisible()
  await open(other, 'theirs.trial.json', file)
  await expect(other.getByText('piece 4 of 6')).toBeVisible()
  await other.getByRole('button', { name: 'Repeat it' }).click()
  await expect(other.getByRole('heading', { name: 'Veneer: which face up?, again' })).toBeAttached()
  await expect(other.getByRole('heading', { name: /^6 pieces, about/ })).toBeVisible()
  await other.context().close()
})

test('pieces are dragged into order, and into a tie; more of everything is planned in inches', async ({ page }) => {
  await page.goto('/trials/demo-trial-woods')
  await page.getByRole('button', { name: 'Repeat it' }).click()
  await expect(page.getByRole('heading', { name: /^12 pieces/ })).toBeVisible()
  await page.locator('main').focus()
  await page.keyboard.press('u')
  await page.getByLabel('Thickness').first().fill('1/2')
  await page.getByRole('button', { name: 'Leave out No. 4 plain teeth' }).click()
  await page.getByRole('button', { name: 'Leave out Birch plywood', exact: false }).click()
  await page.getByText('2', { exact: true }).click()
  await expect(page.getByRole('heading', { name: /^12 pieces/ })).toBeVisible()
  await expect(page.getByText('Each blade follows each other equally often', { exact: false })).toBeHidden()
  await page.getByRole('checkbox', { name: 'the lens shows other teeth' }).first().check()
  await expect(page.getByText('Under the lens', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Put in order' }).click()
  const row = page.getByRole('group', { name: 'edge, best first', exact: true })
  const [a, b, c] = (await row.getByRole('button').allTextContents()).map((s) => s.trim())
  const chip = (label: string) => row.getByRole('button', { name: new RegExp(`^${label},`) })
  const middle = async (label: string) => {
    const box = (await chip(label).boundingBox())!
    return [box.x + box.width / 2, box.y + box.height / 2] as const
  }
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    await page.mouse.move(...from)
    await page.mouse.down()
    await page.mouse.move(to[0], to[1], { steps: 6 })
    await page.mouse.up()
  }
  // before all others
  const [x, y] = await middle(a!)
  await drag(await middle(c!), [x - 34, y])
  await expect(chip(c!)).toHaveAccessibleName(`${c}, place 1 of 2`)
  // apart, then onto the first: a tie
  const last = await middle(b!)
  await drag(await middle(a!), [last[0] + 60, last[1]])
  await expect(chip(a!)).toHaveAccessibleName(`${a}, place 3 of 3`)
  await drag(await middle(a!), await middle(c!))
  await expect(chip(a!)).toHaveAccessibleName(`${a}, place 1 of 2`)
  await row.locator('xpath=..').getByRole('button', { name: 'Look again' }).click()
  await row.locator('xpath=..').getByRole('button', { name: 'Cannot tell' }).click()
  await expect(row).toContainText('cannot be told')
})
