import { criteria, designTrial, type Judged } from '../../core/src/index.js'
import { seeded } from '../../core/src/number/index.js'

export interface Judge {
  blades: number
  stocks: number
  repeats: number
  criteria: number
  /** of one blade from the next, in standard deviations of a single look; or of all, drawn at random */
  apart: number
  drawn?: boolean
  /** how far criteria of one piece agree, 0…1: the piece’s share of what scatters */
  agree: number
  /** share of neighbours that are called alike */
  ties: number
}
/** A judge of its own kind: normal looks, thresholds for ties; nothing of the ranking’s own model. */
export function simulate(j: Judge, seed: number) {
  const random = seeded(seed)
  const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const ids = Array.from({ length: j.blades }, (_, i) => ({ id: `b${i}` }))
  const design = designTrial({
    blades: ids,
    stocks: Array.from({ length: j.stocks }, (_, i) => ({ id: `s${i}` })),
    repeats: j.repeats,
    seed,
  })
  const ladder = ids.map((_, i) => i).sort(() => random() - 0.5)
  const quality = ids.map((_, i) => j.apart * (j.drawn ? gauss() : ladder[i]!))
  const orders: Judged[] = []
  for (const stock of design.stocks)
    for (let repeat = 0; repeat < j.repeats; repeat++) {
      const piece = ids.map(() => Math.sqrt(j.agree) * gauss())
      for (const criterion of criteria.slice(0, j.criteria)) {
        const seen = ids
          .map(({ id }, i) => ({ id, x: quality[i]! + piece[i]! + Math.sqrt(1 - j.agree) * gauss() }))
          .sort((a, b) => b.x - a.x)
        const order: string[][] = []
        for (const { id, x } of seen) {
          const last = order.at(-1)
          const before = last && seen.find((s) => s.id === last.at(-1))!.x
          if (last && before! - x < j.ties) last.push(id)
          else order.push([id])
        }
        orders.push({ criterion, stock, repeat, order })
      }
    }
  const best = quality.indexOf(Math.max(...quality))
  return { design, orders, best: `b${best}` }
}
