/** The next of a row in the direction of an arrow key, taken into focus; undefined where the key or the focus is another. */
function along(e: KeyboardEvent, what: string): HTMLElement | undefined {
  const by = { ArrowRight: 1, ArrowLeft: -1 }[e.key]
  const row = [...(e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>(what)]
  const at = row.indexOf(document.activeElement as HTMLElement)
  if (by === undefined || at < 0) return undefined
  e.preventDefault()
  const next = row[(at + by + row.length) % row.length]!
  next.focus()
  return next
}

/** Arrow keys go along a row of tabs, and open the one they come to; along a row of choices, and take it. */
export const alongTabs = (e: KeyboardEvent) => along(e, '[role=tab]')?.click()
export const alongChoices = (e: KeyboardEvent) => along(e, '[role=radio]')?.click()

/** Arrow keys go along a row of buttons of which one is pressed; the row is one stop of the tab key. */
export const alongRow = (e: KeyboardEvent) => void along(e, 'button[aria-pressed]')
/** Makes a row one stop of the tab key: where the focus is, else the pressed one, else the first. */
export function oneStop(row: HTMLElement | undefined) {
  const all = [...(row?.querySelectorAll<HTMLElement>('button[aria-pressed]') ?? [])]
  const stop = all.find((b) => b === document.activeElement) ?? all.find((b) => b.ariaPressed === 'true') ?? all[0]
  for (const b of all) b.tabIndex = b === stop ? 0 : -1
}
