// How often the first suggestion changes when one constant is three tenths larger or smaller: which of them matter, and which
// the user can measure. The core is built once for every change, its constants scaled in the text.
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { build, type Plugin } from 'vite'
import { seeded } from '../core/src/number/seeded'

type Core = typeof import('../core/src/index.js')

interface Constant {
  name: string
  /** file of the core and what starts the line (or lines, to the closing brace) that holds it; or a field of every material or blade */
  at:
    | { file: string; starts: string }
    | { material: 'K' | 'floor' | 'bulking' | 'heatLimit' | 'tear' | 'strength' }
    | { blade: 'clearance' | 'toothDepth' }
  measured: string
}
const constants: Constant[] = [
  { name: 'cutting force K', at: { material: 'K' }, measured: 'yes: a weighed feed' },
  { name: 'bite floor', at: { material: 'floor' }, measured: 'by what a dull blade does' },
  { name: 'loosening of chips', at: { material: 'bulking' }, measured: 'hardly' },
  { name: 'heat the stock bears', at: { material: 'heatLimit' }, measured: 'by a burnt edge' },
  { name: 'tear-out', at: { material: 'tear' }, measured: 'yes: a look at both faces' },
  { name: 'strength of webs', at: { material: 'strength' }, measured: 'hardly' },
  { name: 'kerf beyond the blade', at: { blade: 'clearance' }, measured: 'yes: a caliper in scrap' },
  { name: 'tooth depth', at: { blade: 'toothDepth' }, measured: 'yes: a lens' },
  { name: 'bow allowed', at: { file: 'cut/allowed.ts', starts: 'const BOW' }, measured: 'by the finish wanted' },
  { name: 'lean allowed', at: { file: 'cut/allowed.ts', starts: 'const LEAN' }, measured: 'by the finish wanted' },
  { name: 'trade minimum of stress', at: { file: 'cut/band.ts', starts: 'export const TRADE_MINIMUM' }, measured: 'yes: a habit' },
  { name: 'stress advised', at: { file: 'cut/band.ts', starts: 'export const ADVISED' }, measured: 'yes: a pluck' },
  { name: 'straying allowed', at: { file: 'cut/feed.ts', starts: 'const STRAY' }, measured: 'by the finish wanted' },
  { name: 'time a hand takes to answer', at: { file: 'cut/feed.ts', starts: 'export const ANSWER' }, measured: 'yes: timed cuts' },
  { name: 'cooling', at: { file: 'cut/heat.ts', starts: 'const COOLING' }, measured: 'hardly' },
  { name: 'price of a widened kerf', at: { file: 'blade/turn.ts', starts: 'const SLOWER' }, measured: 'yes: timed cuts' },
  { name: 'price of near margins', at: { file: 'choose/weigh.ts', starts: 'const PRICE' }, measured: 'yes: trials' },
  { name: 'weight of habit', at: { file: 'choose/weigh.ts', starts: '    habit: 2.5' }, measured: 'yes: trials' },
  { name: 'reach of habit', at: { file: 'choose/weigh.ts', starts: 'const FAR ' }, measured: 'yes: trials' },
  { name: 'the ladder’s widths', at: { file: 'choose/habit.ts', starts: '  wood: (H' }, measured: 'yes: what one clamps' },
]

const scaleLine = (line: string, by: number) => line.replace(/(?<![\w.])\d+(?:\.\d+)?(?:e-?\d+)?/g, (n) => String(Number(n) * by))
function scaling(c: Constant | undefined, by: number): Plugin {
  let found = false
  return {
    name: 'scaled',
    enforce: 'pre',
    transform(code, id) {
      if (!c || !('file' in c.at) || !id.endsWith(`core/src/${c.at.file}`)) return undefined
      const { starts } = c.at
      const lines = code.split('\n').map((l) => {
        if (!l.startsWith(starts)) return l
        found = true
        // a formula is scaled as a whole, not its powers
        if (l.includes(' => ')) return l.replace(/ => (.*),$/, ` => ${by} * ($1),`)
        const [held, ...comment] = l.split(' //')
        const cut = held!.search(/[=:]\s|return /)
        return held!.slice(0, cut) + scaleLine(held!.slice(cut), by) + (comment.length ? ` //${comment.join(' //')}` : '')
      })
      return lines.join('\n')
    },
    buildEnd() {
      if (c && 'file' in c.at && !found) throw new Error(`${c.name}: no line of ${c.at.file} starts with “${c.at.starts}”.`)
    },
  }
}
let built = 0
async function coreWith(c: Constant | undefined, by: number): Promise<Core> {
  const outDir = mkdtempSync(join(tmpdir(), 'sensitivity-'))
  const fileName = `core${built++}.mjs`
  await build({
    configFile: false,
    logLevel: 'silent',
    plugins: [scaling(c, by)],
    build: { outDir, target: 'es2022', lib: { entry: 'core/src/index.ts', formats: ['es'], fileName: () => fileName } },
  })
  return (await import(/* @vite-ignore */ pathToFileURL(join(outDir, fileName)).href)) as Core
}

/** Everyday jobs of every kind of saw: the same draw for every core. */
function jobsOf(core: Core, c?: Constant, by = 1) {
  const draw = seeded(5)
  const pick = <T>(of: readonly T[]) => of[Math.floor(draw() * of.length)]!
  const everyday: [saw: string, materials: string[], thin: number, thick: number, tight: number][] = [
    ['scroll-plain', ['pine', 'basswood', 'walnut', 'pear', 'maple', 'oak', 'birch-ply', 'mdf', 'acrylic', 'brass'], 2, 25, 1.5],
    ['frame-70', ['silver', 'brass', 'copper', 'gold-18', 'mild-steel'], 0.5, 2.5, 2],
    ['jigsaw-orbital', ['spruce', 'oak', 'birch-ply', 'chipboard', 'aluminium', 'acrylic'], 4, 40, 20],
    ['coping-120', ['pine', 'oak', 'birch-ply', 'mdf'], 6, 30, 5],
  ]
  return Array.from({ length: 160 }, () => {
    const [saw, names, thin, thick, tight] = pick(everyday)
    const row = core.materialById(pick(names))!
    const thickness = ['brass', 'aluminium'].includes(row.id) ? 1 + 2 * draw() : thin * (thick / thin) ** draw()
    const radius = draw() < 0.25 ? undefined : tight * 4 ** draw()
    const material = c && 'material' in c.at ? { ...row, [c.at.material]: row[c.at.material] * by } : row
    return core.makeJob({
      saw: core.sawById(saw)!,
      stock: { material, form: 'board', thickness },
      cut: { kind: 'outline', radius, web: undefined, hole: undefined, finish: pick(['careful', 'ordinary'] as const), shows: 'face' },
      pace: pick([0.3, 0.5, 0.7]),
    })
  })
}
function firsts(core: Core, c?: Constant, by = 1) {
  const catalogue =
    c && 'blade' in c.at
      ? core.blades.map((b) =>
          c.at && 'blade' in c.at && c.at.blade === 'clearance'
            ? { ...b, kerf: b.thickness + (b.kerf - b.thickness) * by }
            : { ...b, toothDepth: Math.min(b.toothDepth * by, 0.45 * b.width) },
        )
      : core.blades
  return jobsOf(core, c, by).map((job) => core.rankBlades(job, { blades: catalogue }).value[0])
}

const plain = await coreWith(undefined, 1)
const before = firsts(plain)
console.log(`First suggestions of ${before.length} everyday jobs, one constant three tenths smaller and larger\n`)
console.log('| constant | other blade | of these another pattern | more than a size off | can be measured |\n|---|---|---|---|---|')
for (const c of constants.filter(({ name }) => !process.argv[2] || name.includes(process.argv[2]))) {
  const counts = { other: 0, pattern: 0, far: 0, of: 0 }
  for (const by of [0.7, 1.3]) {
    const after = firsts('file' in c.at ? await coreWith(c, by) : plain, c, by)
    after.forEach((v, i) => {
      const b = before[i]
      counts.of++
      if (v?.blade.id === b?.blade.id) return
      counts.other++
      if (v?.blade.group !== b?.blade.group) counts.pattern++
      if (!v || !b || (v.blade.series === b.blade.series && Math.abs(v.blade.order - b.blade.order) > 1)) counts.far++
    })
  }
  const share = (n: number) => `${Math.round((100 * n) / counts.of)} %`
  console.log(`| ${c.name} | ${share(counts.other)} | ${share(counts.pattern)} | ${share(counts.far)} | ${c.measured} |`)
}
