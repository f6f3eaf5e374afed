import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { expect, listen } from './help'
import { chrome, port } from '../playwright.config'

const root = mkdtempSync(join(tmpdir(), 'green-pitch-'))
/** A file of sound, as a microphone or a chooser takes it. */
export function soundFile(name: string, sound: Buffer): string {
  const path = join(root, name)
  writeFileSync(path, sound)
  return path
}
/** Opens a place on a phone whose microphone plays a file, or whose browser grants none; nothing may be said to the console. */
export async function withMicrophone(sound: string | undefined, place: string, work: (page: Page) => Promise<void>): Promise<void> {
  const browser = await chromium.launch({
    ...chrome,
    args: [
      ...chrome.args,
      '--use-fake-device-for-media-stream',
      ...(sound ? ['--use-fake-ui-for-media-stream', `--use-file-for-fake-audio-capture=${sound}`] : []),
    ],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } })
    const said = listen(page)
    // without its windows the browser can ask nobody: what it says where somebody refuses is said for it
    if (!sound)
      await page.addInitScript(() => {
        navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('Permission denied', 'NotAllowedError'))
      })
    await page.goto(`http://127.0.0.1:${port}${place}`)
    await work(page)
    expect(said).toEqual([])
  } finally {
    await browser.close()
  }
}
