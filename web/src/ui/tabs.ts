/** Arrow keys go along a row of tabs, and open the one they come to. */
export function alongTabs(e: KeyboardEvent) {
  const by = { ArrowRight: 1, ArrowLeft: -1 }[e.key]
  const tabs = [...(e.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('[role=tab]')]
  const at = tabs.indexOf(document.activeElement as HTMLElement)
  if (by === undefined || at < 0) return
  e.preventDefault()
  const next = tabs[(at + by + tabs.length) % tabs.length]!
  next.focus()
  next.click()
}
