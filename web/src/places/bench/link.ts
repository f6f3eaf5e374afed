import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import { tryOnScopeDispose, useSessionStorage, watchDebounced } from '@vueuse/core'
import { MODEL } from '@green-pitch/core'
import { carriesTicket, readTicketQuery, ticketQuery } from '../../data/ticketUrl'
import { useJob } from '../../store/job'
import { notYours } from '../../data/notYours'
import { useShop } from '../../store/shop'
import { useTrouble } from '../../store/trouble'

const same = (a: Record<string, unknown>, b: Record<string, string>) => Object.keys({ ...a, ...b }).every((k) => a[k] === b[k])

/** The address carries the ticket: a link that says something else than the job in hand becomes a job of its own. */
export function useLink() {
  const route = useRoute()
  const router = useRouter()
  const jobs = useJob()
  const shop = useShop()
  const trouble = useTrouble()
  /** The last two addresses this tab wrote, for a reload may come between writing one and the browser taking it. */
  const own = useSessionStorage<string[]>('own-addresses', [], { flush: 'sync' })

  async function arrive() {
    const q = { ...route.query }
    // an address this tab wrote may lag behind what is stored; only one that came from elsewhere is a link
    if (!carriesTicket(q) || own.value.includes(route.fullPath) || same(q, ticketQuery(jobs.ticket))) return show()
    const read = await readTicketQuery(q, shop, MODEL)
    if (read.ok) {
      if (await jobs.add(read.name, read.ticket))
        trouble.say(
          ['The link’s ticket is now a job of its own; your other jobs are under Jobs.', ...notYours(read.ticket, shop)].join('\n'),
          'done',
        )
    } else trouble.say(`${read.message} Your own job is shown instead.`)
    show()
  }
  // on the way to another place whose code is still coming: writing the address now would call the user back
  let leaving = false
  onBeforeRouteLeave(() => {
    leaving = true
  })
  tryOnScopeDispose(router.onError(() => (leaving = false)))
  function show() {
    if (leaving || route.name !== 'Bench') return
    const to = { path: '/', query: ticketQuery(jobs.ticket) }
    const next = router.resolve(to).fullPath
    if (own.value.at(-1) !== next) own.value = [...own.value.slice(-1), next]
    void router.replace(to)
  }
  void arrive()
  watchDebounced(() => jobs.ticket, show, { debounce: 400 })
}
