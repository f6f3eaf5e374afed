import type { Page } from '@playwright/test'
import { expect, kept, goneTest, part, test } from './help'
import { soundFile, withMicrophone } from './microphone'
import { bladeSound, otherSound, wav } from './sounds'

/** Listen with its first press made. */
const heardWith = (sound: string | undefined, work: (page: Page) => Promise<void>) =>
  withMicrophone(sound, '/listen', async (page) => {
    await expect(page.getByRole('heading', { name: 'Not heard yet' })).toBeVisible()
    await page.getByRole('button', { name: 'Listen: pluck the blade' }).click()
    await work(page)
  })

test('by the microphone: in the band, slack, no pluck, permission denied', async () => {
  test.slow()
  // No. 4 on a span of 105 mm is green from F♯5 to D6 in the demo's pear
  await heardWith(soundFile('green.wav', wav(bladeSound(880))), async (page) => {
    await expect(page.getByRole('heading', { name: /A5 [+−] [0-4] cents/ })).toBeVisible()
    await expect(page.getByText('In the green.')).toBeVisible()
    await expect(page.getByText(/2[78]\d MPa/)).toBeVisible()
    await expect(page.getByText(/heard .* by the microphone/)).toBeVisible()
    await page.getByRole('button', { name: 'Listening: stop' }).click()
    await expect(page.getByRole('button', { name: 'Listen: pluck the blade' })).toBeVisible()
  })
  await heardWith(soundFile('slack.wav', wav(bladeSound(590))), async (page) => {
    await expect(page.getByRole('heading', { name: /D5/ })).toBeVisible()
    await expect(page.getByText('Slack.', { exact: true })).toBeVisible()
    await expect(page.getByText(/it (bows .* where .* is allowed|wanders whatever the stock).*Tighten to about mark/)).toBeVisible()
  })
  const clap = otherSound('clap')
  await heardWith(soundFile('clap.wav', wav(clap.samples, clap.rate)), async (page) => {
    await expect(page.getByRole('alert')).toContainText(/no plucked blade|Two sounds|Too noisy|too loud|Cut off/)
    await expect(page.getByRole('heading', { name: 'Not heard yet' })).toBeVisible()
  })
  await heardWith(undefined, async (page) => {
    await expect(page.getByRole('alert')).toContainText('The browser was told not to listen here')
  })
})

test('recordings: a good one, a broken one, speech; what was heard is kept, logged, and can be taken back', async ({ page }) => {
  await page.goto('/listen')
  const give = async (name: string, buffer: Buffer) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Open a recording' }).click()])
    await chooser.setFiles({ name, mimeType: 'audio/wav', buffer })
  }
  await give('good.wav', wav(bladeSound(880, 0.3)))
  await expect(page.getByRole('heading', { name: /A5/ })).toBeVisible()
  await expect(part(page, 'Tension')).toContainText(/A5.*heard \d\d:\d\d ±\d+ MPa; marks 1\.\d to 3\.\d/)
  await give('broken.wav', wav(bladeSound(700)).subarray(0, 40))
  await expect(page.getByRole('alert')).toContainText('broken.wav is no recording this browser can read')
  const speech = otherSound('speech')
  await give('speech.wav', wav(speech.samples, speech.rate))
  await expect(page.getByRole('alert')).toContainText(/no plucked blade|Two sounds|Too noisy/)
  // a note no tension could give this blade
  await give('deep.wav', wav(bladeSound(152, 0.3)))
  await expect(page.getByRole('alert')).toContainText('with no tension at all')
  await expect(part(page, 'Tension')).toContainText('A5')

  await page.getByRole('link', { name: 'Bench' }).click()
  await kept(page)
  await page.reload()
  await expect(part(page, 'Tension')).toContainText(/A5.*heard/)
  await page.getByRole('button', { name: 'Log the cut' }).click()
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await expect(page.getByText('Logged.')).toBeVisible()
  const heard = await page.evaluate(
    () =>
      new Promise<number | undefined>((resolve) => {
        const open = indexedDB.open('green-pitch')
        open.onsuccess = () => {
          const all = open.result.transaction('log').objectStore('log').getAll()
          all.onsuccess = () =>
            resolve((all.result as { heard?: { stress?: { value: number } } }[]).find((e) => e.heard)?.heard?.stress?.value)
        }
      }),
  )
  expect(heard).toBeGreaterThan(270)
  expect(heard).toBeLessThan(300)
  await page.getByRole('link', { name: 'Listen' }).click()
  await page.getByRole('button', { name: 'Forget', exact: true }).click()
  await expect(part(page, 'Tension')).not.toContainText('MPa')
})

goneTest(
  'plucks of two sizes at the lever’s marks change the ticket’s words for a third; strokes set the dial; with the server stopped',
  async ({ page }) => {
    test.slow()
    await page.getByRole('link', { name: 'Listen' }).click()
    // a saw nobody has heard yet
    await page.keyboard.press('3')
    await page.getByRole('button', { name: /^.*Scroll saw, pinned or plain ends/ }).click()
    await page.keyboard.press('Escape')
    await expect(page.getByText('Nothing heard on this saw yet', { exact: false })).toBeVisible()
    await page.getByRole('button', { name: 'Stand-in blade' }).click()
    const hear = async (mark: string) => {
      await page.getByLabel('Its lever at').fill(mark)
      await page.getByRole('button', { name: 'Pluck it' }).click()
      await expect(page.getByText('from the stand-in')).toBeVisible()
      await expect(page.getByRole('button', { name: 'Pluck it' })).toBeEnabled()
      await page.getByLabel('Mark it stands at').fill(mark)
      await page.getByRole('button', { name: 'Note it all the same' }).click()
      await expect(page.getByRole('button', { name: `Forget mark ${mark}` })).toBeVisible()
    }
    await hear('3')
    await hear('4')
    await expect(page.getByText(/Heard on one size only/)).toBeVisible()
    for (let i = 0; i < 3; i++) await page.keyboard.press(']')
    await expect(part(page, 'Tension')).toContainText(/a guess/)
    await hear('3.5')
    await hear('2.5')
    await expect(page.getByText(/Frame and spring give 0\.\d+ mm under 1 kg/)).toBeVisible()
    await page.keyboard.press('[')
    await expect(part(page, 'Tension')).toContainText(/marks \d\.\d to \d\.\d$/)

    await page.getByRole('tab', { name: 'The saw, running' }).click()
    await page.getByRole('button', { name: 'Run it' }).click()
    await expect(page.getByRole('heading', { name: /^\d+ strokes a minute/ })).toBeVisible()
    await page.getByLabel('Dial it stands at').fill('3')
    await page.getByRole('button', { name: 'Note it all the same' }).click()
    await expect(page.getByText('As heard on this saw.')).toBeVisible()
    await page.getByRole('link', { name: 'Saws' }).click()
    await expect(page.getByRole('heading', { name: /heard on 2 sizes: every other size follows/ })).toBeVisible()
  },
)
