/** A line that rises from point to point or lies level, never falls. */
export interface Rising {
  x: number[]
  y: number[]
}
/** The rising line nearest to weighted points: means per place, neighbours that fall pooled. */
export function rising(points: readonly { x: number; y: number; w: number }[]): Rising {
  const at = new Map<number, { y: number; w: number }>()
  for (const { x, y, w } of points) {
    const p = at.get(x) ?? { y: 0, w: 0 }
    at.set(x, { y: (p.y * p.w + y * w) / (p.w + w), w: p.w + w })
  }
  const blocks: { x: number[]; y: number; w: number }[] = []
  for (const [x, { y, w }] of [...at].sort((a, b) => a[0] - b[0])) {
    let block = { x: [x], y, w }
    for (let last = blocks.at(-1); last && last.y >= block.y; last = blocks.at(-1)) {
      blocks.pop()
      block = { x: [...last.x, ...block.x], y: (last.y * last.w + block.y * block.w) / (last.w + block.w), w: last.w + block.w }
    }
    blocks.push(block)
  }
  return { x: blocks.flatMap((b) => b.x), y: blocks.flatMap((b) => b.x.map(() => b.y)) }
}
/** Straight between the points, on with the slope of the nearest two beyond them; one point is a line through zero. */
export function along({ x, y }: Rising, at: number): number {
  if (x.length === 1) return x[0] ? (y[0]! * at) / x[0] : y[0]!
  let i = 1
  while (i < x.length - 1 && at > x[i]!) i++
  return y[i - 1]! + ((y[i]! - y[i - 1]!) * (at - x[i - 1]!)) / (x[i]! - x[i - 1]!)
}
/** Where the line reaches `value`; undefined where it lies level there. */
export function backAlong(line: Rising, value: number): number | undefined {
  const { x, y } = line
  if (x.length === 1) return y[0] ? (x[0]! * value) / y[0] : undefined
  let i = 1
  while (i < x.length - 1 && value > y[i]!) i++
  const rise = y[i]! - y[i - 1]!
  return rise > 1e-9 ? x[i - 1]! + ((value - y[i - 1]!) * (x[i]! - x[i - 1]!)) / rise : undefined
}
