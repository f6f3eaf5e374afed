// Before anything else is painted: the light of the last visit, so that no sheet of paper flashes in a dim shop.
try {
  const theme = localStorage.getItem('theme')
  const dark = theme === 'lamp' || (theme !== 'paper' && matchMedia('(prefers-color-scheme: dark)').matches)
  document.documentElement.dataset.theme = dark ? 'lamp' : 'paper'
} catch {
  // no storage: paper
}
