import { bladeById } from '@green-pitch/core'
import type { ShapeName } from '@green-pitch/core/practice'
import { DAY, START } from './saltmarsh'
import type { PracticeRecord } from './records'

/** Mean strays of simulated hands on each exercise with a No. 4 double-tooth blade in 9 mm pear, mm. */
const against: Partial<Record<ShapeName, PracticeRecord['against']>> = {
  straight: { learning: 0.168, practised: 0.071, sure: 0.044 },
  beside: { learning: 0.168, practised: 0.071, sure: 0.044 },
  meeting: { learning: 0.131, practised: 0.058, sure: 0.043 },
  wide: { learning: 0.177, practised: 0.074, sure: 0.046 },
}
/** An apprentice’s winter evenings: day, exercise, score, mean and worst stray mm, seconds. */
const evenings: [day: number, shape: ShapeName, score: number, stray: number, worst: number, seconds: number][] = [
  [70, 'straight', 51, 0.21, 0.62, 41],
  [70, 'straight', 58, 0.17, 0.55, 36],
  [71, 'straight', 66, 0.13, 0.44, 33],
  [71, 'straight', 81, 0.075, 0.28, 29],
  [73, 'beside', 55, 0.16, 0.5, 35],
  [73, 'beside', 69, 0.105, 0.4, 31],
  [74, 'beside', 82, 0.068, 0.26, 28],
  [76, 'meeting', 71, 0.078, 0.3, 30],
  [76, 'meeting', 81, 0.06, 0.24, 28],
  [78, 'wide', 74, 0.09, 0.31, 33],
]
export const demoPractice = (): PracticeRecord[] =>
  evenings.map(([day, shape, score, stray, worst, seconds], i) => ({
    id: `demo-practice-${i}`,
    rev: 1,
    at: START + day * DAY + i * 600_000,
    family: 'scroll',
    shape,
    blade: bladeById('scroll-double-reverse-4')!.name,
    stock: 'Pear',
    score,
    stray,
    worst,
    seconds,
    aspects: { line: 1 / (1 + (stray / 0.1) ** 2), worst: 1 / (1 + (worst / 0.4) ** 2) },
    against: against[shape]!,
  }))
