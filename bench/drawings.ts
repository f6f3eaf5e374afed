// A bag of real drawings (the folders named on the command line, Debian's icon themes by default) read by the
// core, and reckoned independently: Chromium measures every drawn shape itself.
import { readFileSync, statSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { SaxesParser } from 'saxes'
import { drawnLength, readSvg } from '../core/src/pattern/index.js'
import { chrome } from '../playwright.config'
import { svgFiles } from './svgFiles'

const [limit, ...folders] = [Number(process.argv[2] ?? 4000), ...(process.argv.length > 3 ? process.argv.slice(3) : ['/usr/share/icons'])]
const files = svgFiles(folders)
// links make many names of one file; every so many-th of what is left
const unique = [...new Map(files.map((f) => [statSync(f).ino, f])).values()]
const bag = unique.filter((_, i) => Math.floor((i * limit) / unique.length) !== Math.floor(((i - 1) * limit) / unique.length))

const browser = await chromium.launch(chrome)
const page = await browser.newPage()
await page.setContent('<!doctype html><body></body>')
await page.route('**/*', (r) => r.abort())

/** Drawn length in pixels of the page, by the browser's own geometry. */
const measured = (text: string) =>
  page.evaluate((source) => {
    const doc = new DOMParser().parseFromString(source, 'image/svg+xml')
    if (doc.querySelector('parsererror')) return { wellFormed: false, length: 0, shapes: 0 }
    const svg = document.importNode(doc.documentElement, true) as unknown as SVGSVGElement
    // a page without a size of its own is taken at the size of its viewBox, as the core does
    const box = svg.getAttribute('viewBox')?.split(/[\s,]+/)
    for (const [i, side] of ['width', 'height'].entries()) if (box && !svg.hasAttribute(side)) svg.setAttribute(side, box[i + 2]!)
    document.body.replaceChildren(svg)
    let length = 0
    let shapes = 0
    const root = svg.getScreenCTM?.()
    if (!root) return { wellFormed: true, length: 0, shapes: 0 }
    const visit = (el: SVGGraphicsElement, base: DOMMatrix, used = false) => {
      const style = getComputedStyle(el)
      if (style.display === 'none' || Number(style.opacity) === 0) return
      if (el.closest('defs,clipPath,mask,pattern,marker,symbol,filter') && !used) return
      if (el instanceof SVGUseElement) {
        const target = document.querySelector(el.getAttribute('href') ?? el.getAttribute('xlink:href') ?? '#none')
        if (target instanceof SVGGraphicsElement && target.tagName !== 'symbol' && target.tagName !== 'svg') {
          const m = base.multiply(own(el)).translate(el.x.baseVal.value, el.y.baseVal.value)
          visit(target, m, true)
        }
        return
      }
      const m = base.multiply(own(el))
      if (el instanceof SVGGeometryElement) {
        if (style.visibility !== 'visible') return
        const none = (p: string, o: string) => p === 'none' || p === 'transparent' || Number(o) === 0
        const filled = !none(style.fill, style.fillOpacity) && el.tagName !== 'line'
        const stroked = !none(style.stroke, style.strokeOpacity) && parseFloat(style.strokeWidth) !== 0
        if (!filled && !stroked) return
        // the browser's own measure is coarse to half a pixel, some per cent of a small icon; it is exact enough on the
        // same shape a hundred times as large. Arcs' flags cannot be scaled, so such paths keep the coarse one.
        const big = el.cloneNode(true) as SVGGeometryElement
        const grow = (name: string) => {
          const v = big.getAttribute(name)
          if (v)
            big.setAttribute(
              name,
              v.replace(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi, (x) => ` ${Number(x) * 100}`),
            )
        }
        const arcs = el.tagName === 'path' && /a/i.test(el.getAttribute('d') ?? '')
        for (const name of 'd points x y width height r rx ry cx cy x1 y1 x2 y2'.split(' ')) if (!arcs) grow(name)
        el.parentNode!.appendChild(big)
        const total = big.getTotalLength() / (arcs ? 1 : 100)
        big.remove()
        if (!(total > 0)) return
        shapes++
        const scale = Math.hypot(m.a, m.b)
        const even = Math.abs(scale - Math.hypot(m.c, m.d)) < 1e-4 * scale && Math.abs(m.a * m.c + m.b * m.d) < 1e-4 * scale * scale
        if (even) length += total * scale
        else {
          // a squeezed shape is walked; jumps between its subpaths are left out
          const n = 2000
          const at = (s: number) => {
            const { x, y } = el.getPointAtLength(s)
            return { x: m.a * x + m.c * y, y: m.b * x + m.d * y }
          }
          let last = at(0)
          for (let i = 1; i <= n; i++) {
            const p = at((total * i) / n)
            const d = Math.hypot(p.x - last.x, p.y - last.y)
            if (d < ((8 * total) / n) * Math.max(scale, Math.hypot(m.c, m.d))) length += d
            last = p
          }
        }
        return
      }
      for (const c of el.children) if (c instanceof SVGGraphicsElement) visit(c, m, used)
    }
    const own = (el: SVGGraphicsElement) => {
      const t = el.transform?.baseVal.consolidate()
      return t ? DOMMatrix.fromMatrix(t.matrix) : new DOMMatrix()
    }
    const base = new DOMMatrix([root.a, root.b, root.c, root.d, root.e, root.f])
    for (const c of svg.children) if (c instanceof SVGGraphicsElement) visit(c, base)
    return { wellFormed: true, length, shapes }
  }, text)

const texts = bag.map((file) => readFileSync(file, 'utf8'))
const bytes = texts.reduce((t, x) => t + x.length, 0)
const bareParse = (text: string) => {
  try {
    new SaxesParser().write(text).close()
  } catch {
    // measured all the same
  }
}
// three rounds each, in turn; the first warms both up
const [ours, bare]: [number[], number[]] = [[], []]
for (let round = 0; round < 4; round++)
  for (const [work, times] of [
    [readSvg, ours],
    [bareParse, bare],
  ] as const) {
    const t = performance.now()
    for (const text of texts) work(text)
    if (round) times.push(performance.now() - t)
  }
const median = (xs: number[]) => [...xs].sort((a, b) => a - b)[1]!

let [held, off, refused, empty, broken, slow] = [0, 0, 0, 0, 0, 0]
const odd: string[] = []
for (const [k, file] of bag.entries()) {
  const text = texts[k]!
  const t = performance.now()
  const read = readSvg(text)
  if (performance.now() - t > 2000) slow++
  const m = await measured(text)
  if (!m.wellFormed) {
    broken++
    if (read.ok) odd.push(`${file}: read, though the browser finds it broken`)
    continue
  }
  if (!m.shapes) {
    empty++
    continue
  }
  const length = read.ok ? drawnLength(read.drawing) / (25.4 / 96) : 0
  if (read.ok && Math.abs(length - m.length) <= 0.01 * m.length) held++
  else if (read.ok) {
    off++
    odd.push(`${file}: ${length.toFixed(1)} against ${m.length.toFixed(1)} px`)
  } else {
    refused++
    odd.push(`${file}: ${read.message}`)
  }
}
await browser.close()
const judged = held + off + refused
console.log(
  `${bag.length} drawings of ${unique.length}, ${(bytes / 1e6).toFixed(1)} MB: ${held} of ${judged} with drawn shapes agree within 1 % (${((100 * held) / judged).toFixed(2)} %); ` +
    `${off} differ, ${refused} refused; ${empty} hold no drawn shape, ${broken} are not well-formed; ${slow} took over 2 s.`,
)
console.log(`Reading takes ${(median(ours) / median(bare)).toFixed(2)} × a bare XML parse of the same files (budget 3.00).`)
for (const line of odd.slice(0, 40)) console.log(`  ${line}`)
