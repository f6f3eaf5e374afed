// How far a job’s time by its length and tightest curve lies from the time along its own drawing: what UNDRAWN (core/learn/forecast) rests on.
import { readFileSync, statSync } from 'node:fs'
import { rankBlades, evaluate, makeJob, materialById, recut, sawById, type Job } from '../core/src/index.js'
import { bounded, seeded } from '../core/src/number/index.js'
import { boxOfAll, firstReading, form, layOut, noChoices, readSvg, reckon, single } from '../core/src/pattern/index.js'
import { svgFiles } from './svgFiles'

const [folder = '/usr/share/icons', count = '150'] = process.argv.slice(2)
const files = svgFiles([folder])
  .filter((f) => statSync(f).size < 1e6)
  .sort()
const random = seeded(7)
const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
const shops = [
  ['scroll-plain', 'birch-ply', 6],
  ['scroll-plain', 'maple', 19],
  ['frame-70', 'silver', 0.8],
  ['jigsaw-orbital', 'pine', 18],
] as const
const off: Record<string, number[]> = {}
for (let tried = 0; tried < Number(count); tried++) {
  const [saw, material, thickness] = pick(shops)
  const side = saw === 'frame-70' ? 40 : saw === 'jigsaw-orbital' ? 500 : 150
  try {
    const read = readSvg(readFileSync(pick(files), 'utf8'))
    if (!read.ok) continue
    const { lines } = read.drawing
    const formed = bounded(1e8, (effort) =>
      form(lines, { reading: firstReading(lines, 0.1, effort), take: 'both', tolerance: 0.1 }, effort),
    )
    if (!formed?.rings.length) continue
    const b = boxOfAll(formed.rings)
    const by = side / Math.max(b.maxX - b.minX, b.maxY - b.minY)
    const pattern = layOut(
      formed.rings.map((r) => ({ ...r, points: Float64Array.from(r.points, (x) => x * by) })),
      single,
    )
    const job: Job = makeJob({
      saw: sawById(saw)!,
      stock: { form: 'board', material: materialById(material)!, thickness },
      cut: { hole: undefined, web: undefined },
    })
    const blade = rankBlades(job).value[0]!.blade
    const found = reckon(pattern, { job, blade, choices: noChoices, drills: ['metric'] })
    if (!found.tightest || found.unknown.length) continue
    const openings = found.rings.filter((r) => r.hole).length
    const cut = recut(job.cut, {
      radius: Math.max(0.05, found.tightest.radius),
      centre: found.tightest.centre,
      length: found.length,
      openings,
    })
    const estimated = evaluate({ ...job, cut }, blade).time.cutting
    const along = evaluate({ ...job, cut: { ...cut, course: found.course } }, blade).time.cutting
    ;(off[saw] ??= []).push(Math.log(along / estimated))
  } catch {
    // no drawing that holds together
  }
}
for (const [saw, logs] of Object.entries(off)) {
  const mean = logs.reduce((a, x) => a + x, 0) / logs.length
  const spread = Math.sqrt(logs.reduce((a, x) => a + (x - mean) ** 2, 0) / logs.length)
  console.log(
    `${saw}: ${logs.length} drawings, along the drawing ${Math.exp(mean).toFixed(2)} times the estimate, spread ${spread.toFixed(2)}`,
  )
}
