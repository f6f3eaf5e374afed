import { shallowRef } from 'vue'

/** Counts the times somebody asked to find something; the finder opens at each. */
export const finding = shallowRef(0)
