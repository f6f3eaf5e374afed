import { useMediaQuery } from '@vueuse/core'

/** A phone's width: the same as the styles' (760 px). */
export const useNarrow = () => useMediaQuery('(max-width: 760px)')
