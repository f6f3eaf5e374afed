/** A chance as people say it: "8 in 10"; never surer than what was reckoned. */
export function chanceWords(chance: number): string {
  if (chance >= 0.985) return 'nearly sure'
  if (chance >= 0.925) return '19 in 20'
  if (chance <= 0.015) return 'hardly'
  if (chance <= 0.075) return '1 in 20'
  return `${Math.round(10 * chance)} in 10`
}
/** Whether a chance is within, near or beyond what one would promise. */
export const chanceState = (chance: number): 'within' | 'near' | 'beyond' => (chance >= 0.8 ? 'within' : chance >= 0.5 ? 'near' : 'beyond')
