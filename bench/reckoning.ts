// Reckoning of a large pattern against one bare offsetting pass over the same rings, and orders against their rivals.
import { readFileSync } from 'node:fs'
import clipper from 'clipper-lib'
import { bladeById, makeJob } from '../core/src/index.js'
import { seeded } from '../core/src/number/index.js'
import {
  bestOrder,
  join,
  layOut,
  nearestOrder,
  noChoices,
  orderCost,
  orderTask,
  readDxf,
  readingOrder,
  readSvg,
  reckon,
  single,
  type OrderTask,
} from '../core/src/pattern/index.js'
import { reachBehind } from '../core/src/index.js'
import { large } from './large'

const at = (xs: number[], p: number) => [...xs].sort((a, b) => a - b)[Math.min(xs.length - 1, Math.floor(p * xs.length))]!
const timed = (work: () => unknown): number => {
  const t = performance.now()
  work()
  return performance.now() - t
}

const pattern = layOut(large(), single)
const job = makeJob()
const blade = bladeById('scroll-reverse-skip-4')!
const given = { job, blade, drills: ['metric'] as const, choices: noChoices }
const paths = pattern.rings.map((r) => {
  const path = []
  for (let i = 0; i < r.points.length; i += 2) path.push({ X: Math.round(r.points[i]! * 1e4), Y: Math.round(r.points[i + 1]! * 1e4) })
  return path
})
const offsetting = () =>
  paths.forEach((p) => {
    const offset = new clipper.ClipperOffset(2, 50)
    offset.AddPath(p, clipper.JoinType.jtRound, clipper.EndType.etClosedPolygon)
    offset.Execute([], -0.25e4)
  })
const [ours, bare]: [number[], number[]] = [[], []]
for (let i = 0; i < 7; i++) {
  bare.push(timed(offsetting))
  ours.push(timed(() => reckon(pattern, given)))
}
const points = pattern.rings.reduce((t, r) => t + r.points.length / 2, 0)
console.log(
  `${pattern.rings.length - 1} openings, ${points} points, ${ours.length} times: everything reckoned in ${at(ours, 0.5).toFixed(0)} ms (95th percentile ${at(ours, 0.95).toFixed(0)}), ` +
    `${(at(ours, 0.5) / at(bare, 0.5)).toFixed(2)} × one bare offsetting pass (${at(bare, 0.5).toFixed(0)} ms); budget 1.50.`,
)

// orders: exhaustive where that can be, else against reading, nearest and the best of 1 000 at random
const randomOrder = (n: number, r: () => number) => {
  const o = [...Array(n).keys()]
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(r() * (i + 1))
    ;[o[i], o[j]] = [o[j]!, o[i]!]
  }
  return o
}
function exhaustive(task: OrderTask): number {
  const n = task.x.length
  const o = [...Array(n).keys()]
  let best = Infinity
  const permute = (k: number) => {
    if (k === n) {
      best = Math.min(best, orderCost(task, o))
      return
    }
    for (let i = k; i < n; i++) {
      ;[o[k], o[i]] = [o[i]!, o[k]!]
      permute(k + 1)
      ;[o[k], o[i]] = [o[i]!, o[k]!]
    }
  }
  permute(0)
  return best
}
const r = seeded(11)
const randomTask = (n: number): OrderTask => ({
  x: Float64Array.from({ length: n }, () => r() * 120),
  y: Float64Array.from({ length: n }, () => r() * 120),
  minutes: Float64Array.from({ length: n }, () => 0.3 + 4 * r()),
  webs: Array.from({ length: 2 * n }, () => ({ a: Math.floor(r() * n), b: Math.floor(r() * n), weight: 1 / (0.8 + 5 * r()) })),
})
let worst = 1
for (let i = 0; i < 20; i++) {
  const task = randomTask(4 + (i % 6))
  worst = Math.max(worst, orderCost(task, bestOrder(task)) / exhaustive(task))
}
console.log(
  `Order, 20 random patterns of 4 to 9 openings: at worst ${((worst - 1) * 100).toFixed(3)} % above exhaustive search (bound 2 %).`,
)

for (const name of ['tide-dial.svg', 'curlew-pendant.svg', 'avocet-tray.svg', 'bracket.dxf']) {
  const text = readFileSync(`web/src/data/patterns/${name}`, 'utf8')
  const read = name.endsWith('.dxf') ? readDxf(text) : readSvg(text)
  if (!read.ok) throw new Error(read.message)
  const demo = layOut(join(read.drawing.lines, 'both', 0.1).rings, single)
  const found = reckon(demo, given)
  const task = orderTask(
    found.rings.filter((x) => x.ring.role === 'opening'),
    found.webs,
  )
  const n = task.x.length
  if (n < 2) continue
  let random = Infinity
  for (let i = 0; i < 1000; i++) random = Math.min(random, orderCost(task, randomOrder(n, r)))
  const ratio = (c: number) => (c / found.cost.best).toFixed(3)
  console.log(
    `Order, ${name}, ${n} openings: reading ${ratio(orderCost(task, readingOrder(task)))}, nearest ${ratio(orderCost(task, nearestOrder(task)))}, best of 1 000 random ${ratio(random)}` +
      `${n <= 9 ? `, exhaustive ${ratio(exhaustive(task))}` : ''} (times the order found).`,
  )
}

// swing against brute force: every point of a finely filled board, turned about every place of the path
const board = [0, 0, 260, 0, 260, 180, 0, 180]
const ring: number[] = []
for (let k = 0; k < 240; k++) {
  const a = (2 * Math.PI * k) / 240
  ring.push(150 + 60 * Math.cos(a), 90 + 40 * Math.sin(a) + 12 * Math.sin(3 * a))
}
let differs = 0
let looked = 0
for (let k = 0; k < 240; k++) {
  const [x, y, dx0, dy0] = [
    ring[2 * k]!,
    ring[2 * k + 1]!,
    ring[(2 * k + 2) % 480]! - ring[2 * k]!,
    ring[(2 * k + 3) % 480]! - ring[2 * k + 1]!,
  ]
  const l = Math.hypot(dx0, dy0)
  const [dx, dy] = [dx0 / l, dy0 / l]
  let reach = 0
  for (let u = 0; u <= 260; u += 0.5)
    for (let v = 0; v <= 180; v += 0.5) {
      const behind = -((u - x) * dx + (v - y) * dy)
      if (Math.abs((u - x) * dy - (v - y) * dx) <= 12 && behind > reach) reach = behind
    }
  looked++
  if (Math.abs(reach - reachBehind(board, x, y, dx, dy, 12)) > 0.75) differs++
}
console.log(`Swing, ${looked} places against a board of half-millimetre points: ${differs} differ by more than 0.75 mm.`)
