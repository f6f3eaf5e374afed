import type { Router } from 'vue-router'
import { linkQuery } from '../data/ticketUrl'
import type { Ticket } from '../data/records'

/** The address that opens this ticket on any device. */
export const ticketLink = (router: Router, name: string, ticket: Ticket): string =>
  new URL(router.resolve({ path: '/', query: linkQuery(name, ticket) }).href, window.location.href).href
