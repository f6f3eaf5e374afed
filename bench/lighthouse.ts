// The four places a first visitor sees, by Lighthouse, as on a desktop and on a phone: performance, accessibility and what
// stands between them and an answer. The tool is fetched from the registry for this alone; the project does without it.
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromiumPath } from '../scripts/chromium.mjs'
import { served } from './serve'

const TOOL = 'lighthouse@12.8.2' // the newest that runs on this Node
const PLACES = ['/', '/pattern', '/log', '/drawer']
const LEAST = { desktop: 95, mobile: 85 }

const into = mkdtempSync(join(tmpdir(), 'lighthouse-'))
const { base, stop } = await served(4186, process.env.FOLDER)
interface Report {
  categories: Record<'performance' | 'accessibility', { score: number }>
  audits: Record<string, { numericValue?: number }>
}
function judged(place: string, as: keyof typeof LEAST): Report {
  const file = join(into, 'report.json')
  const how = as === 'desktop' ? ['--preset=desktop'] : []
  const chrome = '--chrome-flags=--headless --no-sandbox --disable-gpu'
  const told = ['--quiet', '--only-categories=performance,accessibility', '--output=json', `--output-path=${file}`]
  execFileSync('npm', ['exec', '--yes', `--package=${TOOL}`, '--', 'lighthouse', base + place, ...how, ...told, chrome], {
    cwd: into,
    env: { ...process.env, CHROME_PATH: chromiumPath() },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  return JSON.parse(readFileSync(file, 'utf8')) as Report
}

const rows = []
for (const as of ['desktop', 'mobile'] as const)
  for (const place of PLACES) {
    const { categories, audits } = judged(place, as)
    const ms = (audit: string) => `${Math.round(audits[audit]?.numericValue ?? NaN)} ms`
    const performance = Math.round(100 * categories.performance.score)
    rows.push({
      place,
      as,
      performance,
      held: performance >= LEAST[as] ? 'yes' : `no, ${LEAST[as]} wanted`,
      accessibility: Math.round(100 * categories.accessibility.score),
      'first paint': ms('first-contentful-paint'),
      'largest paint': ms('largest-contentful-paint'),
      'blocked in all': ms('total-blocking-time'),
      shift: (audits['cumulative-layout-shift']?.numericValue ?? NaN).toFixed(3),
    })
  }
stop()
console.table(rows)
