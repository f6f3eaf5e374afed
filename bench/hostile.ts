// What a bad or heavy file does to the real interface: pictures of 12 megapixels in time and memory; PDFs and pictures with
// bytes flipped, cut off or repeated. Every one must be taken or refused with a word, within the patience, and the page go on.
import { execSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { jsPDF } from 'jspdf'
import { chromium } from '@playwright/test'
import { seeded } from '../core/src/number/index.js'
import { chrome } from '../playwright.config'
import { served } from './serve'

const port = 4188
const PATIENCE = 5000 // ms
const FILES = Number(process.env.FILES ?? 150) // of each kind
const { base, stop } = await served(port)
const browser = await chromium.launch(chrome)
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
const errors: string[] = []
page.on('pageerror', (e) => errors.push(e.message))
page.on('crash', () => errors.push('the page crashed'))
await page.goto(`${base}/pattern`)
await page.getByRole('button', { name: 'Bring in a drawing' }).first().waitFor()

/** MB of the processes that run pages, what they share with others counted by its part. */
const memory = () =>
  execSync('pgrep -f -- --type=renderer || true')
    .toString()
    .split('\n')
    .reduce((sum, id) => {
      try {
        return sum + Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${id}/smaps_rollup`, 'utf8'))?.[1] ?? 0) / 1024
      } catch {
        return sum // gone meanwhile
      }
    }, 0)

/** What the screen says once a file is in: why it is refused, pages to choose from, a picture looked at, or its drawing. */
const outcome = (name: string) =>
  page.evaluate((file) => {
    const refused = document.body.innerText.split('\n').find((l) => l.includes(`${file}: `))
    if (refused) return refused.replace(`${file}: `, 'refused: ')
    if (document.querySelector('#pages-head')) return 'pages to choose from'
    const picture = document.querySelector('#picture-head')?.textContent?.trim()
    if (picture) return picture.startsWith('Looking at') ? undefined : picture.replace(file, 'it')
    return new Promise<string | undefined>((resolve) => {
      const asked = indexedDB.open('green-pitch')
      asked.onsuccess = () => {
        const rows = asked.result.transaction('patterns').objectStore('patterns').getAll()
        rows.onsuccess = () => {
          asked.result.close()
          resolve(rows.result.some((r: { name: string }) => r.name === file) ? 'drawing taken' : undefined)
        }
      }
    })
  }, name)
async function open(name: string, data: Uint8Array) {
  await page.goto(`${base}/pattern`)
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Bring in a drawing' }).first().click(),
  ])
  const from = performance.now()
  await chooser.setFiles({ name, mimeType: '', buffer: Buffer.from(data) })
  let said: string | undefined
  while (!(said = await outcome(name)) && performance.now() - from < 2 * PATIENCE) await page.waitForTimeout(25)
  return { said, ms: performance.now() - from }
}

const painter = await chromium.launch(chrome)
const large = await painter.newPage()
const photo = await large.evaluate(async () => {
  const canvas = new OffscreenCanvas(4000, 3000)
  const c = canvas.getContext('2d')!
  const light = c.createLinearGradient(0, 0, 4000, 3000)
  light.addColorStop(0, '#fff')
  light.addColorStop(1, '#a89f90')
  c.fillStyle = '#4a3b30'
  c.fillRect(0, 0, 4000, 3000)
  c.fillStyle = light
  c.fill(new Path2D('M220 180L3800 120L3880 2860L140 2800Z'))
  c.lineWidth = 9
  for (let i = 0; i < 60; i++) {
    c.beginPath()
    c.ellipse(600 + 300 * (i % 10), 500 + 380 * Math.floor(i / 10), 110, 150, i / 9, 0, 7)
    c.stroke()
  }
  const px = c.getImageData(0, 0, 4000, 3000)
  let s = 1
  for (let i = 0; i < px.data.length; i += 4) {
    s = (s * 48271) % 2147483647
    const n = 26 * (s / 2147483647 - 0.5)
    for (let k = 0; k < 3; k++) px.data[i + k]! += n
  }
  c.putImageData(px, 0, 0)
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.6 })
  return [...new Uint8Array(await blob.arrayBuffer())]
})
await painter.close()
const empty = memory()
let peak = 0
const watch = setInterval(() => (peak = Math.max(peak, memory())), 60)
const first = await open('photo.jpg', new Uint8Array(photo))
await page.waitForTimeout(1500)
clearInterval(watch)
console.log(
  `12 megapixels: ${first.said}, ${first.ms.toFixed(0)} ms; pages resident ${empty.toFixed(0)} MB before, ${peak.toFixed(0)} MB at most`,
)

const doc = new jsPDF({ unit: 'mm', format: 'a4' })
doc.rect(20, 30, 120, 80).circle(60, 70, 20).rect(100, 60, 15, 20, 'F')
const pdf = new Uint8Array(doc.output('arraybuffer'))
const small = await page.evaluate(async () => {
  const canvas = new OffscreenCanvas(400, 500)
  const c = canvas.getContext('2d')!
  c.fillStyle = '#fff'
  c.fillRect(0, 0, 400, 500)
  c.strokeRect(60, 60, 200, 300)
  const bytes = async (type: string) => [...new Uint8Array(await (await canvas.convertToBlob({ type })).arrayBuffer())]
  return { png: await bytes('image/png'), jpg: await bytes('image/jpeg') }
})
const random = seeded(7)
const hurt = (data: Uint8Array) => {
  const out = data.slice()
  const how = random()
  if (how < 0.25) return out.slice(0, Math.floor(random() * out.length))
  if (how < 0.4)
    return new Uint8Array([...out.slice(0, out.length / 2), ...out.slice(0, out.length * random()), ...out.slice(out.length / 2)])
  for (let i = 0; i < 1 + 30 * random(); i++) out[Math.floor(random() * out.length)] = Math.floor(256 * random())
  return out
}
for (const [kind, data] of Object.entries({ pdf, png: new Uint8Array(small.png), jpg: new Uint8Array(small.jpg) })) {
  const told: Record<string, number> = {}
  let slowest = 0
  for (let i = 0; i < FILES; i++) {
    const { said, ms } = await open(`hurt${kind}${i}.${kind}`, hurt(data))
    const key = said?.replace(/\d+/g, 'N') ?? 'SILENT'
    told[key] = (told[key] ?? 0) + 1
    slowest = Math.max(slowest, ms)
  }
  console.log(kind, told, `slowest ${slowest.toFixed(0)} ms`)
}
console.log('uncaught errors:', errors.length, [...new Set(errors)])
await browser.close()
stop()
process.exitCode = errors.length || first.ms > PATIENCE ? 1 : 0
