import { onBeforeUnmount, onMounted, shallowReactive } from 'vue'
import { useRouter } from 'vue-router'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'

/** What a key does, by name; places put their own in while they are shown. */
const acts = shallowReactive(new Map<string, () => void>())

/** Binds a key while the calling component lives. */
export function onKey(key: string, act: () => void) {
  onMounted(() => acts.set(key, act))
  onBeforeUnmount(() => {
    if (acts.get(key) === act) acts.delete(key)
  })
}

export const keyList: [keys: string, does: string][] = [
  ['/', 'Find a place, job, stock, saw or blade'],
  ['1 – 7', 'Open a part of the ticket'],
  ['[ and ]', 'One size down, one size up'],
  ['u', 'Millimeters or inches'],
  ['p', 'Print the set-up card, or the pattern'],
  ['l', 'Log the cut'],
  ['Space, Page Down', 'Run: done, on to the next'],
  ['Page Up', 'Run: back'],
  ['n and b', 'Pattern sheet: next and previous opening'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['Esc', 'Close what is open'],
  ['?', 'This list'],
]

const typing = (e: Event) =>
  e.target instanceof HTMLElement &&
  (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName)) &&
  !(e.target instanceof HTMLInputElement && e.target.type === 'range')

/** The one listener. Single keys act only while nothing is being typed, and can be switched off. */
export function useKeys() {
  const settings = useSettings()
  const jobs = useJob()
  const router = useRouter()
  function down(e: KeyboardEvent) {
    if (typing(e) || e.altKey) return
    if (e.ctrlKey || e.metaKey) {
      if (e.key.toLowerCase() !== 'z' && e.key.toLowerCase() !== 'y') return
      e.preventDefault()
      const back = !(e.shiftKey || e.key.toLowerCase() === 'y')
      const own = acts.get(back ? 'undo' : 'redo')
      if (own) own()
      else if (back) jobs.undo()
      else jobs.redo()
      return
    }
    if (!settings.value.singleKeys) return
    // a button in focus keeps its own Space
    if (e.key === ' ' && e.target instanceof HTMLElement && e.target.closest('button, a, summary')) return
    const own = acts.get(e.key)
    if (own) own()
    else if (e.key === 'u') settings.change({ unit: settings.value.unit === 'mm' ? 'in' : 'mm' })
    else if (/^[1-7lp[\]]$/.test(e.key) && router.currentRoute.value.name !== 'Bench') void router.push('/')
    else return
    e.preventDefault()
  }
  onMounted(() => window.addEventListener('keydown', down))
  onBeforeUnmount(() => window.removeEventListener('keydown', down))
}
