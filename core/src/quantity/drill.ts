import { nearestFraction, numberDrill } from './length.js'

export const drillSeries = ['metric', 'fractional', 'number'] as const
export type DrillSeries = (typeof drillSeries)[number]
export interface Drill {
  name: string
  mm: number
  series: DrillSeries
}

const metric: Drill[] = []
for (let tenths = 3; tenths <= 130; tenths++) metric.push({ name: `${tenths / 10} mm`, mm: tenths / 10, series: 'metric' })
for (const mm of [0.35, 0.45, 0.55, 0.65, 0.75, 0.85, 0.95]) metric.push({ name: `${mm} mm`, mm, series: 'metric' })

const fractional: Drill[] = Array.from({ length: 32 }, (_, i) => {
  const mm = ((i + 1) * 254) / 640
  return { name: `${nearestFraction(mm).text}″`, mm, series: 'fractional' }
})

const numbers: Drill[] = Array.from({ length: 80 }, (_, i) => ({ name: `No. ${i + 1} drill`, mm: numberDrill(i + 1)!, series: 'number' }))

/** Every drill of a series, smallest first. */
export const drills: Record<DrillSeries, readonly Drill[]> = {
  metric: metric.sort((a, b) => a.mm - b.mm),
  fractional,
  number: numbers.reverse(),
}

/** Smallest drill of the series that is at least `mm` across; undefined above its largest. */
export function nextDrill(mm: number, series: readonly DrillSeries[]): Drill | undefined {
  let best: Drill | undefined
  for (const s of series) {
    const found = drills[s].find((d) => d.mm >= mm - 1e-9)
    if (found && (!best || found.mm < best.mm)) best = found
  }
  return best
}
