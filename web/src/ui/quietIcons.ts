import { onMounted, type Ref } from 'vue'
import { useMutationObserver } from '@vueuse/core'

/** The table's sort icons carry a name though they are decoration, which screen readers must not be told. */
export function useQuietIcons(root: Ref<HTMLElement | undefined>) {
  const quiet = () => {
    for (const icon of root.value?.querySelectorAll('.anticon[role=presentation][aria-label]') ?? []) icon.removeAttribute('aria-label')
  }
  onMounted(quiet)
  useMutationObserver(root, quiet, { childList: true, subtree: true })
}
