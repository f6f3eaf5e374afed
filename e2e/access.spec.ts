import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, openBench, rested, test, visit } from './help'

/** WCAG 2.2 A and AA and what is held to be good practice, without exception. */
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']
/** Findings on the page, or within a part of it: what stands around it was looked at before it opened. */
async function cleanBy(page: Page, what: string, part?: string, rules?: string[]) {
  // only violations are looked for: passes cost as much time to write up
  // and in this page: no frame of another origin is looked into, for which alone it would open a second one
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'], runOnly: rules ?? RULES })
  const { violations } = await (part ? axe.include(part) : axe).analyze()
  expect(
    violations.map(
      (v) =>
        `${what}: ${v.id} ${v.nodes
          .slice(0, 3)
          .map((n) => n.html)
          .join(' ')}`,
    ),
  ).toEqual([])
}

for (const theme of ['Paper', 'Lamp']) {
  // the lamp changes colors and nothing else
  const clean = (page: Page, what: string, part?: string) => cleanBy(page, what, part, theme === 'Lamp' ? ['color-contrast'] : undefined)
  const inTheme = async (page: Page) => {
    test.slow()
    await page.goto('/settings')
    await page.getByText(theme, { exact: true }).click()
  }
  test(`no accessibility finding on any place, ${theme.toLowerCase()}`, async ({ page }) => {
    await inTheme(page)
    for (const place of [
      'Pattern',
      'Joints',
      'Listen',
      'Run',
      'Jobs',
      'Remedy',
      'Trials',
      'Practice',
      'Log',
      'Drawer',
      'Saws',
      'Wall chart',
      'Settings',
      'Bench',
    ]) {
      await page.getByRole('link', { name: place, exact: true }).click()
      await expect(page.getByRole('heading', { level: 1 })).toBeAttached()
      if (place === 'Log') await expect(page.locator('.echarts svg, svg').last()).toBeVisible()
      await clean(page, place)
    }
    for (const part of ['/drawer/kit', '/drawer/order', '/saws/worth']) {
      await page.goto(part)
      await expect(page.getByRole('main').getByRole('table').first()).toBeVisible()
      await clean(page, part, 'main')
    }
    await page.goto('/remedy?sign=burns')
    await expect(page.getByRole('heading', { name: 'Why' })).toBeVisible()
    await clean(page, 'Remedy, answered', 'main')
    await page.goto('/trials/demo-trial-woods')
    await expect(page.getByRole('heading', { name: /lead, and cannot be told apart/ })).toBeVisible()
    for (const step of ['Result', 'Put in order', 'Saw', 'Plan']) {
      await page.getByRole('button', { name: step, exact: true }).click()
      await clean(page, `Trials, ${step}`, 'main')
    }
  })
  test(`nor on any part of the ticket, of any family, ${theme.toLowerCase()}`, async ({ page }) => {
    await inTheme(page)
    for (const job of ['Dinghy-curve brackets, outlines', 'Harbor-rail molding, coped', 'Pear tea caddy, dovetails']) {
      await page.getByRole('link', { name: 'Jobs', exact: true }).click()
      await page.getByRole('button', { name: job, exact: true }).click()
      await expect(page.getByRole('region', { name: 'Ticket' })).toBeVisible()
      await clean(page, job)
      for (const key of ['2', '5', '7']) {
        await page.keyboard.press(key)
        await expect(page.locator('#part > :first-child')).toBeVisible()
        await clean(page, `${job}, ${key}`, '#part')
        await page.keyboard.press('Escape')
      }
    }
    await page.getByRole('link', { name: 'Jobs', exact: true }).click()
    await page.getByRole('button', { name: 'Tide dial', exact: true }).click()
    await expect(page.getByRole('region', { name: 'Ticket' })).toContainText('Scroll, plain')
    for (const key of ['1', '2', '3', '4', '5', '6', '7', 'p', 'l']) {
      await page.keyboard.press(key)
      const part = key > '7' ? 'dialog[open]' : '#part'
      await expect(key > '7' ? page.getByRole('dialog') : page.locator('#part > :first-child')).toBeVisible()
      await clean(page, `Bench, ${key}`, part)
      await page.keyboard.press('Escape')
    }
  })
}

test('a phone: no finding either, nothing wider than the screen, nor at 320 px, which is a laptop at 400 %', async ({ page }) => {
  test.slow()
  await openBench(page)
  const paths = ['/', '/pattern', '/joints', '/jobs', '/listen', '/run', '/remedy', '/trials', '/log', '/drawer', '/drawer/kit']
  for (const path of [...paths, '/drawer/order', '/saws', '/saws/worth', '/chart', '/settings', '/welcome']) {
    await page.setViewportSize({ width: 390, height: 844 })
    await visit(page, path)
    const wide = () => page.evaluate(() => document.documentElement.scrollWidth)
    expect(await wide(), `${path} at 390`).toBeLessThanOrEqual(390)
    await cleanBy(page, `${path} on a phone`)
    await page.setViewportSize({ width: 320, height: 640 })
    await rested(page)
    expect(await wide(), `${path} at 320`).toBeLessThanOrEqual(320)
  }
})

test('with gloves at the saw: nothing to press in Run and Listen is lower than 48 px', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const low = () =>
    page
      .locator('main, dialog[open]')
      .locator('button:not(.figure), a, input:not([type=radio], [type=checkbox]), select')
      .evaluateAll((all) =>
        all
          .filter((e) => e.checkVisibility() && e.getBoundingClientRect().height > 0)
          .filter((e) => e.getBoundingClientRect().height < 47.9)
          .map((e) => e.textContent?.trim() || e.getAttribute('aria-label')),
      )
  await page.goto('/listen')
  await page.getByRole('button', { name: 'Stand-in blade' }).click()
  await page.getByRole('button', { name: 'Pluck it' }).click()
  await expect(page.getByText('from the stand-in')).toBeVisible()
  expect(await low()).toEqual([])
  await page.goto('/run')
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByRole('button', { name: /^Done, next/ })).toBeVisible()
  expect(await low()).toEqual([])
  await page.getByRole('button', { name: 'Left the line here' }).click()
  await expect(page.getByRole('dialog').getByRole('slider')).toBeVisible()
  expect(await low()).toEqual([])
})
