import { onBeforeUnmount, onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { useJob } from '../store/job'
import { useSettings } from '../store/settings'

/** What a key does: places put their own on top while they are shown, and what lay under it acts again when they go. */
const acts = new Map<string, (() => void)[]>()
const top = (key: string) => acts.get(key)?.at(-1)

/** Binds a key while the calling component lives. */
export function onKey(key: string, act: () => void) {
  onMounted(() => acts.set(key, [...(acts.get(key) ?? []), act]))
  onBeforeUnmount(() => {
    acts.set(
      key,
      (acts.get(key) ?? []).filter((a) => a !== act),
    )
  })
}

export const keyList: [keys: string, does: string][] = [
  ['/', 'Find a place, job, stock, saw or blade'],
  ['1 – 7', 'Open a part of the ticket'],
  ['[ and ]', 'One size down, one size up'],
  ['u', 'Millimeters or inches'],
  ['p', 'Print the set-up card, or the pattern'],
  ['l', 'Log the cut'],
  ['n', 'New job, on the Bench'],
  ['Space, Page Down', 'Run: done, on to the next'],
  ['Page Up', 'Run: back'],
  ['n and b', 'Pattern sheet: next and previous opening'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['Esc', 'Close what is open'],
  ['?', 'This list'],
]

const PRESSED = /^(range|checkbox|radio|button)$/
const typing = (e: Event) =>
  e.target instanceof HTMLElement &&
  (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName)) &&
  !(e.target instanceof HTMLInputElement && PRESSED.test(e.target.type))
/** A dialog asks first: what lies behind it waits. */
const asked = () => document.querySelector('dialog[open], .ant-modal-wrap:not([style*="none"])') !== null

/** The one listener. Single keys act only while nothing is being typed, and can be switched off. */
export function useKeys() {
  const settings = useSettings()
  const jobs = useJob()
  const router = useRouter()
  function down(e: KeyboardEvent) {
    if (typing(e) || e.altKey || e.defaultPrevented || asked()) return
    // what is open closes by itself too: a word of explanation by the browser
    if (e.key === 'Escape') return void top('Escape')?.()
    if (e.ctrlKey || e.metaKey) {
      if (e.key.toLowerCase() !== 'z' && e.key.toLowerCase() !== 'y') return
      e.preventDefault()
      const back = !(e.shiftKey || e.key.toLowerCase() === 'y')
      const own = top(back ? 'undo' : 'redo')
      if (own) own()
      else if (back) jobs.undo()
      else jobs.redo()
      return
    }
    if (!settings.value.singleKeys) return
    // a button in focus keeps its own Space, a box and a slider their own keys
    if (e.key === ' ' && e.target instanceof HTMLElement && e.target.closest('button, a, summary, input')) return
    if (/^(Arrow|Page|Home|End)/.test(e.key) && e.target instanceof HTMLInputElement) return
    const own = top(e.key)
    if (own) own()
    else if (e.key === 'u') settings.change({ unit: settings.value.unit === 'mm' ? 'in' : 'mm' })
    else if (/^[1-7lp[\]]$/.test(e.key) && router.currentRoute.value.name !== 'Bench') void router.push('/')
    else return
    e.preventDefault()
  }
  onMounted(() => window.addEventListener('keydown', down))
  onBeforeUnmount(() => window.removeEventListener('keydown', down))
}
