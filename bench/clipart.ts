// A bag of clip-art nobody here drew (a folder of SVG files named on the command line, Debian's icons by default), read as a piece to saw and held
// against what a browser paints: is the dark that stays the dark one sees, is the silhouette what is painted at all?
import { readFileSync, statSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { firstReading, form, readingsOf, readSvg, ringPath, type Reading } from '../core/src/pattern/index.js'
import { bounded, seeded } from '../core/src/number/index.js'
import { chrome } from '../playwright.config'
import { svgFiles } from './svgFiles'

const [folder = '/usr/share/icons', count = '300', seed = '1'] = process.argv.slice(2)
const files = svgFiles([folder])
  .filter((f) => statSync(f).size < 2e6)
  .sort()
const random = seeded(Number(seed))
const bag = Array.from({ length: Number(count) }, () => files[Math.floor(random() * files.length)]!)

const EFFORT = 3e8
const SIDE = 300 // pixels a drawing is painted at
const browser = await chromium.launch(chrome)
const page = await browser.newPage()
await page.route('**/*', (r) => (r.request().url().startsWith('data:') ? r.continue() : r.abort()))

/** Share of what either has that both have: the painted and the dark pixels of the file against two sets of outlines. */
const held = (text: string, box: number[], silhouette: string, dark: string) =>
  page.evaluate(
    async ({ text, box, silhouette, dark, SIDE }) => {
      const [x, y, w, h] = box as [number, number, number, number]
      const img = new Image()
      img.src = `data:image/svg+xml,${encodeURIComponent(text)}`
      await img.decode().catch(() => undefined)
      if (!img.naturalWidth) return undefined
      const paint = (draw: (c: CanvasRenderingContext2D) => void) => {
        const canvas = document.createElement('canvas')
        canvas.width = canvas.height = SIDE
        const c = canvas.getContext('2d')!
        c.scale(SIDE / w, SIDE / h)
        c.translate(-x, -y)
        draw(c)
        return c.getImageData(0, 0, SIDE, SIDE).data
      }
      // the page of the file in mm, as the reader placed it
      const shown = paint((c) => c.drawImage(img, 0, 0, (img.naturalWidth * 25.4) / 96, (img.naturalHeight * 25.4) / 96))
      const of = (path: string) => paint((c) => c.fill(new Path2D(path), 'evenodd'))
      const [s, d] = [of(silhouette), of(dark)]
      const lin = (v: number) => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4)
      const mask = (has: (i: number) => boolean) => Array.from({ length: SIDE * SIDE }, (_, k) => has(4 * k))
      const painted = mask((i) => shown[i + 3]! > 127)
      const black = mask((i) => {
        const Y = 0.2126 * lin(shown[i]!) + 0.7152 * lin(shown[i + 1]!) + 0.0722 * lin(shown[i + 2]!)
        return shown[i + 3]! > 127 && (116 * Math.cbrt(Y) - 16) / 100 < 0.62
      })
      /** What one has and the other has not even a pixel beside it, of what either has: thin strokes are smeared by a pixel. */
      const agree = (a: boolean[], b: boolean[]) => {
        const near = (m: boolean[], k: number) => [-1, 0, 1].some((y) => [-1, 0, 1].some((x) => m[k + y * SIDE + x]))
        let [odd, either] = [0, 0]
        for (let k = 0; k < a.length; k++) {
          if (!a[k] && !b[k]) continue
          either++
          if (a[k] ? !near(b, k) : !near(a, k)) odd++
        }
        return either ? 1 - odd / either : 1
      }
      return {
        silhouette: agree(
          painted,
          mask((i) => s[i + 3]! > 127),
        ),
        dark: agree(
          black,
          mask((i) => d[i + 3]! > 127),
        ),
      }
    },
    { text, box, silhouette, dark, SIDE },
  )

const tally = { read: 0, refused: 0, spent: 0, told: 0, compared: 0, silhouette: 0, dark: 0 }
const firsts: Record<string, number> = {}
const times: number[] = []
const off: string[] = []
for (const file of bag) {
  const text = readFileSync(file, 'utf8')
  const read = readSvg(text)
  if (!read.ok) {
    tally.refused++
    continue
  }
  tally.read++
  const { lines, notes } = read.drawing
  const began = performance.now()
  const first = bounded(EFFORT, (effort) => firstReading(lines, 0.1, effort))
  const of = (reading: Reading) => bounded(EFFORT, (effort) => form(lines, { reading, take: 'both', tolerance: 0.1 }, effort))
  const formed = first && of(first)
  times.push(performance.now() - began)
  if (!first || !formed) {
    tally.spent++
    off.push(`${file}: too much`)
    continue
  }
  firsts[first] = (firsts[first] ?? 0) + 1
  if (readingsOf(lines).length === 1) continue
  const [silhouette, dark] = [of('silhouette'), of('stays')]
  if (!silhouette || !dark) continue
  // clipping, text, pictures, uses that go wrong, hidden or faint parts are told: what the browser paints differs by them
  const said = [...notes.map((n) => n.what), ...Object.entries(silhouette.notes).flatMap(([k, n]) => (n && k !== 'seams' ? [k] : []))]
  if (said.length) {
    tally.told++
    continue
  }
  const page = /<svg[^>]*\sviewBox=/.test(text) ? undefined : read.drawing.scale
  const points = lines.flatMap((l) => Array.from(l.points))
  const [xs, ys] = [points.filter((_, i) => i % 2 === 0), points.filter((_, i) => i % 2 === 1)]
  const min = (v: number[]) => v.reduce((a, b) => Math.min(a, b), Infinity)
  const max = (v: number[]) => v.reduce((a, b) => Math.max(a, b), -Infinity)
  // where the file gives its page no size, browser and reader place it each in their own way
  if (page !== undefined && Math.abs(page - 25.4 / 96) > 1e-6) continue
  if (!/<svg[^>]*\swidth=/.test(text)) continue
  const path = (f: NonNullable<ReturnType<typeof of>>) => f.rings.map((r) => ringPath(r.points)).join('')
  const wide = max(lines.map((l) => l.look?.width ?? 0)) + 0.02 * (max(xs) - min(xs))
  const share = await held(
    text,
    [min(xs) - wide, min(ys) - wide, max(xs) - min(xs) + 2 * wide, max(ys) - min(ys) + 2 * wide],
    path(silhouette),
    path(dark),
  )
  if (!share) continue
  tally.compared++
  tally.silhouette += Number(share.silhouette > 0.95)
  tally.dark += Number(share.dark > 0.95)
  if (share.silhouette <= 0.95 || share.dark <= 0.95)
    off.push(`${file}: silhouette ${share.silhouette.toFixed(3)}, dark ${share.dark.toFixed(3)}`)
}
await browser.close()
times.sort((a, b) => a - b)
const at = (q: number) => Math.round(times[Math.min(times.length - 1, Math.floor(q * times.length))]!)
console.log(JSON.stringify({ ...tally, firsts, ms: { median: at(0.5), p95: at(0.95), most: at(1) } }))
console.log(off.slice(0, 40).join('\n'))
