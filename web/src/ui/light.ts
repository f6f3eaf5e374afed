import { watch } from 'vue'
import { useSettings } from '../store/settings'

/** Lights the page as the settings say, and leaves word for the first paint of the next visit: see public/first.js. */
export function useLight() {
  const settings = useSettings()
  watch(
    () => settings.lamp,
    (lit) => {
      const { documentElement } = document
      documentElement.dataset.theme = lit ? 'lamp' : 'paper'
      const ground = getComputedStyle(documentElement).getPropertyValue('--paper')
      document.querySelector('meta[name=theme-color]')?.setAttribute('content', ground)
    },
    { immediate: true },
  )
  watch(
    () => settings.value.theme,
    (theme) => localStorage.setItem('theme', theme),
    { immediate: true },
  )
}
