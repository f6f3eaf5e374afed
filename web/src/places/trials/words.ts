import { armWords, countWords, isSawn, recordOf, stockWords, type Say, type Trial } from '@green-pitch/core'

export const stockName = (t: Pick<Trial, 'jobs' | 'design'>, stock: string, say: Say): string => {
  const job = t.jobs[t.design.stocks.indexOf(stock)]!
  return `${job.stock.material.name}, ${stockWords(job.stock, say)}`
}
/** A board as it is called at the bench: “Pear”, or with its number where there are several. */
export function boardName(t: Pick<Trial, 'jobs' | 'design'>, stock: string, repeat: number, say: Say): string {
  const { material } = t.jobs[t.design.stocks.indexOf(stock)]!.stock
  const alone = t.jobs.filter((j) => j.stock.material.id === material.id).length === 1
  return `${alone ? material.name : stockName(t, stock, say)}${t.design.repeats > 1 ? `, board ${repeat + 1}` : ''}`
}
export const armName = (t: Trial, id: string, say: Say): string => {
  const arm = t.arms.find((a) => a.id === id)
  return arm ? armWords(arm, say) : id
}
/** What is compared: “3 blades in 3 stocks, 2 boards of each”. */
export function sizeSaid(t: Trial): string {
  const ways = t.arms.some((a) => a.up ?? a.grain)
  return `${ways ? 'two ways of laying the piece' : countWords(t.arms.length, 'blade')} in ${countWords(t.jobs.length, 'stock')}${t.design.repeats > 1 ? `, ${t.design.repeats} boards of each` : ''}`
}
export type Stage = 'plan' | 'saw' | 'judge' | 'result'
export const sawn = (t: Trial): number => t.design.pieces.filter((p) => isSawn(recordOf(t, p.label))).length
/** Where it goes on. */
export function stageOf(t: Trial): Stage {
  if (t.revealed !== undefined) return 'result'
  if (!t.pieces.length && !t.orders.length) return 'plan'
  return sawn(t) < t.design.pieces.length ? 'saw' : 'judge'
}
/** How far it has come. */
export function stateSaid(t: Trial, say: Say): string {
  if (t.revealed !== undefined) {
    const first = t.found?.first ?? []
    return first.length === 1
      ? `${armName(t, first[0]!, say)} is first`
      : first.length
        ? `${first.length} cannot be told apart: ${first.map((id) => armName(t, id, say)).join(', ')}`
        : 'names told'
  }
  const all = t.design.pieces.length
  const done = sawn(t)
  if (!t.pieces.length && !t.orders.length) return `planned: ${countWords(all, 'piece')} to saw`
  if (done < all) return `${done} of ${countWords(all, 'piece')} sawn`
  return `all sawn; ${countWords(t.orders.length, 'order')} put`
}
export const boardKey = (b: { stock: string; repeat: number }): string => `${b.stock} ${b.repeat}`
