import type { Page } from '@playwright/test'
import { grouped, seeded } from '../core/src/number/index.js'
import { expect, openBench, openJob, rested, test, visit } from './help'

/** Every figure of a job in the page: its name, its job (the one in hand where none is said) and its value. */
const figures = (page: Page, place: string, inHand: string) =>
  page.evaluate(
    ([place, inHand]) =>
      [...document.querySelectorAll<HTMLElement>('[data-figure]')].map((e) => ({
        key: `${e.dataset.of ?? inHand}: ${e.dataset.figure}`,
        value: e.dataset.value!,
        place: place!,
      })),
    [place, inHand],
  )
/** The id of the job in hand. */
const inHand = async (page: Page) => (await page.locator('[data-job]').first().getAttribute('data-job'))!
type Seen = Awaited<ReturnType<typeof figures>>

/** Names that were shown with more than one value, and where. */
function apart(seen: Seen): string[] {
  return grouped(seen, (s) => s.key).flatMap((all) => {
    const values = new Set(all.map((s) => s.value))
    return values.size > 1 ? [`${all[0]!.key}: ${[...new Set(all.map((s) => `${s.value} in ${s.place}`))].join(', ')}`] : []
  })
}
async function walk(page: Page, id: string, places: readonly string[]): Promise<Seen> {
  const seen: Seen = []
  for (const place of places) {
    await visit(page, place)
    if (place === '/pattern' || place === '/run') await expect(page.getByText('Calculating the pattern')).toHaveCount(0)
    await rested(page)
    seen.push(...(await figures(page, place, id)))
  }
  return seen
}

test('no figure of a job is shown with two values: the demo’s jobs, in every place', async ({ page }) => {
  // the chance of a day goes by the clock
  await page.clock.setFixedTime('2026-12-01T12:00:00')
  await openBench(page)
  await visit(page, '/jobs')
  const names = await page.locator('button.name').allTextContents()
  expect(names.length).toBeGreaterThan(6)
  const seen: Seen = []
  for (const [i, name] of names.entries()) {
    await visit(page, '/jobs')
    await page.getByRole('button', { name, exact: true }).click()
    await expect(page.getByRole('heading', { name: 'Bench' })).toBeAttached()
    await rested(page)
    const id = await inHand(page)
    const here = await walk(page, id, i % 2 ? ['/', '/pattern', '/run', '/jobs'] : ['/jobs', '/run', '/pattern', '/'])
    seen.push(...here)
  }
  await openJob(page, 'Gull mobile, six off')
  await page.locator('.fits').scrollIntoViewIfNeeded()
  await expect(page.getByRole('link', { name: /Ready by/ })).toBeVisible()
  seen.push(...(await figures(page, '/', 'demo-gull')))
  await visit(page, '/week')
  await expect(page.locator('[data-figure=chance]').first()).toBeVisible()
  seen.push(...(await figures(page, '/week', '')))
  const chances = seen.filter((s) => s.key.endsWith(': chance'))
  expect(new Set(chances.map((s) => s.place)).size).toBeGreaterThan(1)
  // and what lies in the drawer, wherever it is counted
  const drawer: Seen = []
  for (const place of ['/drawer', '/drawer/kit', '/drawer/order']) {
    await visit(page, place)
    if (place !== '/drawer') await expect(page.getByRole('heading', { level: 1, name: /…$/ })).toHaveCount(0)
    drawer.push(...(await figures(page, place, 'drawer')))
  }
  expect(new Set(drawer.map((s) => s.place)).size).toBe(3)
  expect(apart([...seen, ...drawer])).toEqual([])
  const shared = grouped(seen, (s) => s.key).filter((all) => new Set(all.map((s) => s.place)).size > 1)
  expect(shared.length).toBeGreaterThan(2 * names.length)
})

test('a joint’s minutes are those its run begins with', async ({ page }) => {
  await openJob(page, 'Pear tea caddy, dovetails')
  await visit(page, '/joints')
  await expect(page.getByRole('button', { name: /^Saw it/ })).toBeVisible()
  const id = await inHand(page)
  const seen = await figures(page, '/joints', id)
  await page.getByRole('button', { name: /^Saw it/ }).click()
  await expect(page.getByText(/of sawing left/)).toBeVisible()
  seen.push(...(await figures(page, '/run', id)))
  expect(seen.filter((s) => s.key.endsWith('joint-sawing'))).toHaveLength(2)
  expect(apart(seen)).toEqual([])
})

test('nor of jobs nobody foresaw', async ({ page }) => {
  const random = seeded(11)
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
  await openBench(page)
  await visit(page, '/jobs')
  const seen: Seen = []
  const ids = new Set<string>()
  for (let i = 0; i < 20; i++) {
    // the second half in inches
    if (i === 10) {
      await visit(page, '/')
      await page.getByRole('button', { name: 'mm: units, change to inches' }).click()
      await visit(page, '/jobs')
    }
    const [saw, h, r] = pick([
      ['scroll-plain', 6, 3],
      ['scroll-plain', 19, 6],
      ['frame-70', 1, 2],
      ['jigsaw-orbital', 18, 25],
      ['coping-120', 12, 8],
      ['hand-saws', 20, 0],
    ] as const)
    const cut = saw === 'hand-saws' ? 'straight' : pick(['pierced', 'outline'] as const)
    const query = new URLSearchParams({
      stock: saw === 'frame-70' ? 'brass' : pick(['oak', 'birch-ply', 'mdf', 'pear']),
      ...(saw.startsWith('scroll') && random() < 0.3 ? { form: 'stack', sheets: '3' } : { form: 'board' }),
      h: String(h),
      cut,
      ...(r && { r: String(r) }),
      ...(cut === 'straight' && { grain: 'across', depth: String(h) }),
      len: String(100 + Math.floor(random() * 2000)),
      open: cut === 'pierced' ? String(1 + Math.floor(random() * 9)) : '0',
      finish: pick(['careful', 'ordinary', 'rough']),
      ...(random() < 0.3 && { backing: '3' }),
      saw,
    })
    // from another place, as one follows a link: the Bench takes it in as it opens
    await visit(page, `/?${query}`)
    const id = await inHand(page)
    ids.add(id)
    seen.push(...(await figures(page, '/', id)), ...(await walk(page, id, ['/run', '/jobs'])))
  }
  expect(apart(seen)).toEqual([])
  expect(ids.size).toBe(20)
})
