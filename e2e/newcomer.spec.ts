import type { ChildProcess } from 'node:child_process'
import type { Page } from '@playwright/test'
import { expect, part, ranked, startServer, test } from './help'

/** A server that begins without a demo, as somebody finds it who installed it for themselves. */
let server: ChildProcess
let base: string
test.beforeAll(async () => {
  const port = 4210 + test.info().parallelIndex
  base = `http://127.0.0.1:${port}/`
  server = await startServer(port, '')
})
test.afterAll(() => server.kill('SIGTERM'))

/** Presses what has this name, and counts it. */
const presser = (page: Page) => {
  const counted = { presses: 0 }
  const press = async (name: string | RegExp) => {
    counted.presses++
    await page.getByRole('button', { name, exact: true }).click()
  }
  return { counted, press }
}

for (const [device, size] of [
  ['a laptop', { width: 1280, height: 800 }],
  ['a phone', { width: 390, height: 844 }],
] as const) {
  test(`somebody new gets their own answer in eight presses at most, on ${device}; the next job in six, on the same saw`, async ({
    page,
  }) => {
    await page.setViewportSize(size)
    await page.goto(base)
    await expect(page.getByRole('heading', { name: 'Which saws stand here?' })).toBeVisible()
    const { counted, press } = presser(page)
    await press('Jigsaw, tang shank, four orbital steps')
    await press('Millimeters')
    await press('Shelves, panels and brackets')
    await press('To the Bench, with the jigsaw')
    // what nobody has said yet is called so, and answered all the same
    await expect(page.getByText(/^Assumed until you say: spruce plywood, 18 mm, a medium curve/)).toBeVisible()
    await expect(part(page, 'Blade')).toContainText('TPI')
    await press(/^Pine/)
    await press('25 mm')
    await press(/^gentle/)
    expect(counted.presses).toBeLessThanOrEqual(8)
    // what was said is assumed no longer; what was not asked is
    await expect(page.getByText(/^Assumed until you say: 600 mm of cut, ordinary work/)).toBeVisible()
    await expect(page.getByLabel('Job name')).toHaveValue('Pine, 25 mm')
    await expect(ranked(page).first()).toContainText('Suggested first.')

    const next = presser(page)
    if (size.width < 500) await next.press('More')
    await next.press('New job')
    // never silently as another's pine
    await expect(page.getByText(/^Assumed until you say: spruce plywood/)).toBeVisible()
    await next.press(/^Birch plywood/)
    await next.press('12 mm')
    await next.press(/^straight/)
    await next.press('Done')
    expect(next.counted.presses).toBeLessThanOrEqual(6)
    await expect(page.getByLabel('Job name')).toHaveValue('Birch plywood, 12 mm')
    // both stay, and the visit is not asked for again
    await page.goto(base)
    await expect(page.getByLabel('Job name')).toHaveValue('Birch plywood, 12 mm')
    await page.goto(`${base}jobs`)
    await expect(page.getByRole('rowheader', { name: 'Pine, 25 mm' })).toBeVisible()
  })
}

test('every question may be left; the demo stands beside them, and clearing it leads back', async ({ page }) => {
  await page.goto(base)
  await page.getByRole('button', { name: 'Look around a demo bench first' }).click()
  await expect(page.getByLabel('Job name')).toHaveValue('Tide dial')
  await page.getByRole('link', { name: 'Settings' }).click()
  await page.getByRole('button', { name: 'Clear everything' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Clear', exact: true }).click()
  await page.getByRole('button', { name: 'To the Bench' }).click()
  await expect(page.getByText(/^Assumed until you say/)).toBeVisible()
  await page.getByRole('button', { name: 'Leave it so' }).click()
  // it stands by the answer then, each to be said by a press
  await page.getByRole('button', { name: /of cut$/ }).click()
  await page.getByLabel('Length of cut').fill('250')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: /of cut$/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'It is so' }).click()
  await expect(page.getByText(/^Assumed until you say/)).toHaveCount(0)
  await expect(page.getByRole('heading', { name: /^Sizes that will/ })).toBeVisible()
})
