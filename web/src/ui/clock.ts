/** Time of day, as a shop's clock shows it. */
export const clock = (ms: number): string =>
  new Date(ms).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })

const days = new Intl.DateTimeFormat('en-US', { day: 'numeric', month: 'short', year: 'numeric' })
/** The day where the user is, in the program's own language: an evening cut far west is not tomorrow's. */
export const dayWords = (ms: number): string => days.format(ms)
