import { shallowRef } from 'vue'

/** The part of the ticket somebody wants opened, by its id; the ticket takes it from here. */
export const partAsked = shallowRef<string>()
