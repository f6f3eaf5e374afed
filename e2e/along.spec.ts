import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { standInSession } from '@green-pitch/core/sound'
import { expect, kept, test } from './help'
import { soundFile, withMicrophone } from './microphone'
import { wav } from './sounds'

const RATE = 48_000
/** One opening of the made-up session and the stillness after it, under so much noise; a fake microphone plays it over and over. */
function openingFile(name: string, noise: number): string {
  const { samples, sawn } = standInSession({ saw: 'scroll', strokes: 900, rate: RATE, seed: 3 })
  const cut = samples.slice(0, Math.round((sawn[0]![1] + 12) * RATE))
  let s = 7
  for (let i = 0; i < cut.length; i++) {
    s = (s * 16807) % 2147483647
    cut[i]! += noise * (s / 2147483647 - 0.5)
  }
  return soundFile(name, wav(cut, RATE))
}
const runWith = (sound: string | undefined, work: (page: Page) => Promise<void>) =>
  withMicrophone(sound, '/run', async (page) => {
    await page.getByRole('button', { name: /^Start/ }).click()
    await page.getByRole('button', { name: 'Listen along' }).click()
    await work(page)
  })
const light = (page: Page) => page.locator('.light')

test('a stand-in: three openings are done without a hand, told as not one’s own, and one press takes the last back', async ({ page }) => {
  await page.goto('/run')
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByText('Nothing is recorded, nothing leaves this device.')).toBeVisible()
  await page.getByRole('button', { name: 'Try a stand-in, not your saw' }).click()
  await expect(light(page)).toContainText('sawing')
  await expect(page.getByText(/9\d0 strokes a minute, advised \d+ to \d+: turn it down/)).toBeVisible()
  expect((await new AxeBuilder({ page }).include('.along').analyze()).violations).toEqual([])
  await expect(page.getByText(/^4 of 38,/)).toBeVisible({ timeout: 40_000 })
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  await expect(page.getByText(/^3 of 38,/)).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(page.getByText(/^3 of 38,/)).toBeVisible()
})

test('by the microphone: an opening is done when its sound is over; under a vacuum nothing is guessed; refused, it says so', async () => {
  test.slow()
  await Promise.all([
    runWith(openingFile('one.wav', 0), async (page) => {
      await expect(light(page)).toContainText('sawing', { timeout: 30_000 })
      await expect(page.getByText(/^2 of 38,/)).toBeVisible({ timeout: 40_000 })
      await expect(page.getByText(/Heard: 1\d s of sawing at 8[678]0 strokes a minute/)).toBeVisible()
      await page.getByRole('button', { name: 'Stop listening' }).click()
      await expect(page.getByRole('button', { name: 'Listen along' })).toBeVisible()
    }),
    runWith(openingFile('vacuum.wav', 1.6), async (page) => {
      await page.waitForTimeout(34_000)
      await expect(page.getByText(/^1 of 38,/)).toBeVisible()
    }),
    runWith(undefined, async (page) => {
      await expect(page.getByRole('alert').filter({ hasText: 'The browser was told not to listen here.' })).toBeVisible()
      await expect(page.getByRole('button', { name: /^Done, next/ })).toBeEnabled()
    }),
  ])
})

/** Strokes of a hand saw, over and over. */
function strokesFile(): string {
  const { samples, sawn } = standInSession({ saw: 'hand', strokes: 70, rate: RATE, seed: 3 })
  return soundFile('strokes.wav', wav(samples.slice(0, Math.round((sawn[0]![1] + 12) * RATE)), RATE))
}
test('by the microphone at a hand saw: strokes are counted and a cut is done; a room is taught in ten seconds', async () => {
  test.slow()
  await withMicrophone(strokesFile(), '/joints', async (page) => {
    await page.getByRole('button', { name: /^Saw it/ }).click()
    await page.getByRole('button', { name: 'Listen along' }).click()
    await expect(light(page)).toContainText(/sawing.*\d+ strokes/, { timeout: 30_000 })
    await expect(page.getByText(/Heard: [\d.]+ s of sawing, 1\d strokes/)).toBeVisible({ timeout: 60_000 })
    await expect(page.getByText(/^[23] of \d+,/)).toBeVisible()
  })
  await withMicrophone(openingFile('vacuum.wav', 1.6), '/run', async (page) => {
    await page.getByRole('button', { name: /^Start/ }).click()
    await page.getByRole('button', { name: 'Listen along' }).click()
    await page.getByRole('button', { name: 'Teach it this room' }).click({ timeout: 60_000 })
    await expect(page.getByText('Let it run, out of the wood')).toBeVisible()
    await expect(page.getByText('Now saw on scrap')).toBeVisible({ timeout: 10_000 })
    await expect(page.getByText(/Learned\./)).toBeVisible({ timeout: 10_000 })
  })
})

test('the cut timed on the Bench: its minutes stand in the log’s form as it was heard, and can be changed', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Log the cut' }).click()
  const minutes = page.getByLabel('At the saw')
  await expect(minutes).not.toHaveValue('0.2')
  await page.getByRole('button', { name: 'Try a stand-in, not your saw' }).click()
  // three openings of 14, 11 and 17 s
  await expect(minutes).toHaveValue('0.7', { timeout: 40_000 })
  await minutes.fill('3')
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await expect(page.getByText('Logged.')).toBeVisible()
  await page.goto('/log')
  await expect(page.getByRole('row', { name: /Tide dial.*not learned from.*\b3\// }).first()).toBeVisible()
})
