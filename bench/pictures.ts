// Pages of known geometry, printed, photographed and scanned in simulation — askew, in perspective, bowed by the lens, in
// uneven light, creased, grainy, saved as JPEG 60 — and traced: how far are the lines, the webs and the sizes off?
import { chromium, type Page } from '@playwright/test'
import { seeded, unbounded } from '../core/src/number/index.js'
import {
  bestCut,
  bowed,
  boxOfAll,
  distanceTo,
  evened,
  firstReading,
  form,
  guessedCorners,
  homography,
  placed,
  placeOn,
  plainTracing,
  project,
  readSvg,
  rectified,
  segmentDistance2,
  shades,
  softened,
  traced,
  type DrawnLine,
  type Gray,
  type Points,
  type Px,
} from '../core/src/pattern/index.js'
import { chrome } from '../playwright.config'

const [W, H] = [210, 297] // the sheet, mm
const star = Array.from({ length: 10 }, (_, k) => {
  const r = k % 2 ? 9 : 22
  return `${150 + r * Math.sin((k * Math.PI) / 5)} ${70 - r * Math.cos((k * Math.PI) / 5)}`
}).join('L')
const pages: Record<string, string> = {
  fret: `<g fill="none" stroke="#111" stroke-width="0.6"><rect x="20" y="30" width="160" height="120"/><circle cx="60" cy="70" r="22"/>
    <rect x="36" y="104" width="44" height="30" rx="6"/><rect x="82" y="104" width="44" height="30" rx="6"/>
    <path d="M100 60c0 -14 20 -14 20 0s-6 30 -10 34c-4 -4 -10 -20 -10 -34z"/></g><path d="M${star}Z"/>`,
  tools: `<g fill="#222"><path d="M40 60c20 -30 60 -30 80 0s40 20 50 60c-30 20 -60 10 -80 30s-60 -10 -60 -40z"/></g>
    <g fill="#fff"><circle cx="85" cy="85" r="12"/><path d="M110 95h26v14h-26z"/></g>`,
  puzzle: `<g fill="none" stroke="#111" stroke-width="0.7"><rect x="30" y="50" width="140" height="100"/>
    <path d="M100 50c0 12 -8 14 -8 22s16 10 16 20s-8 12 -8 22v36"/><path d="M30 100h28c6 0 4 -9 12 -9s6 9 12 9h18"/></g>`,
}

type Shot = {
  name: string
  tilt: number
  turn: number
  bow: number
  light: number
  noise: number
  crease: number
  jpeg: number
  perMm: number
}
const shots: Shot[] = [
  { name: 'scan 200 dpi', tilt: 0, turn: 0.01, bow: 0, light: 0.05, noise: 0.01, crease: 0, jpeg: 0.9, perMm: 7.87 },
  { name: 'phone, straight', tilt: 0.05, turn: 0.04, bow: 0, light: 0.3, noise: 0.02, crease: 0, jpeg: 0.8, perMm: 10 },
  { name: 'phone, aslant', tilt: 0.25, turn: 0.2, bow: 0, light: 0.5, noise: 0.03, crease: 0.15, jpeg: 0.6, perMm: 9 },
  { name: 'phone, bowed', tilt: 0.12, turn: -0.1, bow: -0.02, light: 0.4, noise: 0.03, crease: 0.1, jpeg: 0.6, perMm: 9 },
]

async function rgbaOf(page: Page, url: string): Promise<{ data: Uint8ClampedArray; width: number; height: number }> {
  const { base64, width, height } = await page.evaluate(async (url) => {
    const img = new Image()
    img.src = url
    await img.decode()
    const canvas = document.createElement('canvas')
    canvas.width = img.naturalWidth
    canvas.height = img.naturalHeight
    const c = canvas.getContext('2d', { willReadFrequently: true })!
    c.drawImage(img, 0, 0)
    const { data } = c.getImageData(0, 0, canvas.width, canvas.height)
    let text = ''
    for (let i = 0; i < data.length; i += 0x8000) text += String.fromCharCode(...data.subarray(i, i + 0x8000))
    return { base64: btoa(text), width: canvas.width, height: canvas.height }
  }, url)
  return { data: new Uint8ClampedArray(Buffer.from(base64, 'base64')), width, height }
}
async function jpegOf(page: Page, gray: Uint8ClampedArray, width: number, height: number, quality: number): Promise<string> {
  return page.evaluate(
    ({ base64, width, height, quality }) => {
      const canvas = document.createElement('canvas')
      canvas.width = width
      canvas.height = height
      const c = canvas.getContext('2d')!
      const image = c.createImageData(width, height)
      const text = atob(base64)
      for (let i = 0; i < text.length; i++) {
        const v = text.charCodeAt(i)
        image.data.set([v, v, v, 255], 4 * i)
      }
      c.putImageData(image, 0, 0)
      return canvas.toDataURL('image/jpeg', quality)
    },
    { base64: Buffer.from(gray).toString('base64'), width, height, quality },
  )
}

/** The sheet as a lens sees it: where each of its corners lies, and its shades. */
function photographed(
  sheet: Gray,
  sheetPerMm: number,
  shot: Shot,
  random: () => number,
): { gray: Uint8ClampedArray; width: number; height: number; corners: Px[] } {
  const scale = shot.perMm
  const [width, height] = [Math.round(W * 1.15 * scale), Math.round(H * 1.15 * scale)]
  const turned = ([x, y]: Px): Px => {
    // about its middle, tilted away above, then seen from a distance of twice its height
    const [u, v] = [x - W / 2, y - H / 2]
    const [c, s] = [Math.cos(shot.turn), Math.sin(shot.turn)]
    const [a, b] = [c * u - s * v, s * u + c * v]
    const depth = 2 * H + b * Math.sin(-shot.tilt)
    const k = (2 * H) / depth
    return [width / 2 + a * k * scale, height / 2 + b * Math.cos(shot.tilt) * k * scale]
  }
  const flat: Px[] = [
    [0, 0],
    [W, 0],
    [W, H],
    [0, H],
  ]
  const straight = flat.map(turned)
  const back = homography(straight, flat)
  const gray = new Uint8ClampedArray(width * height)
  const at = (x: number, y: number) => {
    const [i, j] = [Math.floor(x), Math.floor(y)]
    if (i < 0 || j < 0 || i + 1 >= sheet.width || j + 1 >= sheet.height) return undefined
    const [s, t] = [x - i, y - j]
    const v = sheet.v
    const k = j * sheet.width + i
    return (v[k]! * (1 - s) + v[k + 1]! * s) * (1 - t) + (v[k + sheet.width]! * (1 - s) + v[k + sheet.width + 1]! * s) * t
  }
  // the lens shows at r(1 + bow·r²) what lies straight at r: the way back by trial
  const unbowed = (p: Px): Px => {
    let q = p
    for (let i = 0; i < 6; i++) {
      const [x, y] = bowed({ width, height }, shot.bow, q)
      q = [q[0] + p[0] - x, q[1] + p[1] - y]
    }
    return q
  }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const q = shot.bow ? unbowed([x + 0.5, y + 0.5]) : ([x + 0.5, y + 0.5] as Px)
      const [u, v] = project(back, q[0], q[1])
      const shade = at(u * sheetPerMm - 0.5, v * sheetPerMm - 0.5)
      const light = 1 - shot.light * (0.5 * (x / width) + 0.5 * (y / height)) - shot.crease * Math.exp(-(((v - 150) / 1.2) ** 2))
      const noise = shot.noise * (random() + random() + random() - 1.5)
      gray[y * width + x] = 255 * (((shade ?? 0.25) * 0.88 + 0.06) * light + noise)
    }
  return { gray, width, height, corners: straight.map((p) => bowed({ width, height }, shot.bow, p)) }
}

const toLine = (p: Points, closed: boolean, x: number, y: number) => {
  if (closed) return distanceTo(p, x, y)
  const near = { x: 0, y: 0 }
  let best = Infinity
  for (let i = 2; i < p.length; i += 2) best = Math.min(best, segmentDistance2(x, y, p[i - 2]!, p[i - 1]!, p[i]!, p[i + 1]!, near))
  return Math.sqrt(best)
}
function off(from: readonly DrawnLine[], to: readonly DrawnLine[]): number[] {
  return from.flatMap(({ points, closed }) => {
    const out: number[] = []
    const n = points.length / 2
    for (let i = 0; i < (closed ? n : n - 1); i++) {
      const k = (i + 1) % n
      const l = Math.hypot(points[2 * k]! - points[2 * i]!, points[2 * k + 1]! - points[2 * i + 1]!)
      for (let s = 0; s < l; s += 0.5) {
        const x = points[2 * i]! + ((points[2 * k]! - points[2 * i]!) * s) / l
        const y = points[2 * i + 1]! + ((points[2 * k + 1]! - points[2 * i + 1]!) * s) / l
        out.push(Math.min(...to.map((t) => toLine(t.points, t.closed, x, y))))
      }
    }
    return out
  })
}

const browser = await chromium.launch(chrome)
const page = await browser.newPage()
const random = seeded(7)
const only = process.argv[2]
for (const [name, body] of Object.entries(pages)) {
  if (only && only !== name) continue
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="${W}mm" height="${H}mm" viewBox="0 0 ${W} ${H}"><rect width="${W}" height="${H}" fill="#fff"/>${body}</svg>`
  const truth = readSvg(text)
  if (!truth.ok) throw new Error(truth.message)
  const lines = truth.drawing.lines.filter((l) => !l.look?.frame)
  const fine = 14 // px per mm of the printed sheet
  const big = text.replace(`width="${W}mm" height="${H}mm"`, `width="${W * fine}" height="${H * fine}"`)
  const printed = await rgbaOf(page, `data:image/svg+xml,${encodeURIComponent(big)}`)
  const sheet = shades(printed.data, printed.width, printed.height)
  for (const shot of shots) {
    const { gray, width, height, corners } = photographed(sheet, fine, shot, random)
    const seen = await rgbaOf(page, await jpegOf(page, gray, width, height, shot.jpeg))
    const began = performance.now()
    const picture = shades(seen.data, seen.width, seen.height)
    // the corners as a hand sets them: within half a millimeter
    const set = corners.map(([x, y]): Px => [x + (random() - 0.5) * shot.perMm * 0.4, y + (random() - 0.5) * shot.perMm * 0.4])
    const sheetAt = placed(picture, set)
    const perMm = 8
    const level = softened(evened(rectified(picture, placeOn(picture, sheetAt, [W, H]), [W, H], perMm), 25 * perMm), 0.8)
    const cut = bestCut(level)
    const { drawing, specks, strokes, filled } = traced(level, perMm, { ...plainTracing, cut })
    const ms = performance.now() - began
    const guess = guessedCorners(picture)
    const guessed = Math.max(...guess.map(([x, y], i) => Math.hypot(x - corners[i]![0], y - corners[i]![1]))) / shot.perMm
    const far = off(lines, drawing.lines).sort((a, b) => a - b)
    const odd = off(drawing.lines, lines).sort((a, b) => a - b)
    const q = (v: number[], p: number) => v[Math.min(v.length - 1, Math.floor(p * v.length))]?.toFixed(2)
    const [a, b] = [boxOfAll(lines), boxOfAll(drawing.lines.length ? drawing.lines : lines)]
    const size = Math.max(Math.abs((b.maxX - b.minX) / (a.maxX - a.minX) - 1), Math.abs((b.maxY - b.minY) / (a.maxY - a.minY) - 1))
    const pieces = form(drawing.lines, { reading: firstReading(drawing.lines, 0.3, unbounded), take: 'both', tolerance: 0.3 }, unbounded)
    console.log(
      `${name.padEnd(7)} ${shot.name.padEnd(16)} ${(width * height * 1e-6).toFixed(1)} MP ${ms.toFixed(0)} ms; cut ${cut.toFixed(2)}, ${strokes} strokes, ${filled} filled, ${specks} specks, ${drawing.lines.length} of ${lines.length} lines, ${pieces.rings.length} rings and ${pieces.loose.length} loose; ` +
        `truth to traced median ${q(far, 0.5)} p95 ${q(far, 0.95)} most ${q(far, 1)}, back p95 ${q(odd, 0.95)} most ${q(odd, 1)} mm; size ${(100 * size).toFixed(2)} %; bow ${sheetAt.bow.toFixed(4)} ${sheetAt.found ? 'edges found' : 'as set'}, corners guessed within ${guessed.toFixed(1)} mm`,
    )
  }
}
await browser.close()
