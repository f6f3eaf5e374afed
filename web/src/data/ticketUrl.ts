import { bladeById, makeJob, type Cut, type Job, type Material, type Saw, type Stock } from '@green-pitch/core'
import type { Ticket } from './records'

/** A ticket as the words of a link: ids and figures, readable and short. Lengths in mm. */
export function ticketQuery({ job, blade }: Ticket): Record<string, string> {
  const { stock, cut } = job
  const q: Record<string, string> = { stock: stock.material.id, form: stock.form }
  const put = (key: string, value: number | string | undefined) => {
    if (value !== undefined) q[key] = String(value)
  }
  if ('thickness' in stock) put('h', stock.thickness)
  if (stock.form === 'stack') put('sheets', stock.sheets)
  if (stock.form === 'tube' || stock.form === 'rod') put('d', stock.diameter)
  if (stock.form === 'tube') put('wall', stock.wall)
  put('cut', cut.kind)
  put('r', cut.radius)
  put('centre', cut.centre)
  put('turn', cut.turn)
  put('line', cut.line)
  put('web', cut.web)
  put('hole', cut.hole)
  put('finish', cut.finish)
  put('skill', cut.skill)
  put('shows', cut.shows)
  put('len', cut.length)
  put('open', cut.openings)
  put('saw', job.saw.id)
  put('pace', job.pace)
  put('stress', job.stress)
  put('spm', job.spm)
  if (job.wear) put('wear', job.wear)
  if (job.teethSchool !== 'habit') put('teeth', job.teethSchool)
  put('blade', blade?.id)
  return q
}

export const carriesTicket = (q: Record<string, unknown>): boolean => typeof q.stock === 'string' && typeof q.saw === 'string'

/** Reads a link's ticket; materials and saws are looked up on this device. Says what is wrong rather than guess. */
export async function readTicketQuery(
  q: Record<string, unknown>,
  known: { materials: readonly Material[]; saws: readonly Saw[] },
  model: number,
): Promise<{ ok: true; ticket: Ticket } | { ok: false; message: string }> {
  const s = (key: string) => (typeof q[key] === 'string' ? (q[key] as string) : undefined)
  const n = (key: string) => (s(key) === undefined ? undefined : Number(s(key)))
  const material = known.materials.find((m) => m.id === s('stock'))
  if (!material)
    return { ok: false, message: `The link names a stock “${s('stock')}” that is not on this device. Ask for the ticket as a file.` }
  const saw = known.saws.find((x) => x.id === s('saw'))
  if (!saw) return { ok: false, message: `The link names a saw “${s('saw')}” that is not on this device. Ask for the ticket as a file.` }
  const form = s('form') as Stock['form']
  const stock = (
    form === 'tube'
      ? { form, material, diameter: n('d'), wall: n('wall') }
      : form === 'rod'
        ? { form, material, diameter: n('d') }
        : form === 'stack'
          ? { form, material, thickness: n('h'), sheets: n('sheets') }
          : { form, material, thickness: n('h') }
  ) as Stock
  const given: Partial<Record<keyof Cut, unknown>> = {
    kind: s('cut'),
    radius: n('r'),
    centre: s('centre'),
    turn: s('turn'),
    line: s('line'),
    web: n('web'),
    hole: n('hole'),
    finish: s('finish'),
    skill: s('skill'),
    shows: s('shows'),
    length: n('len'),
    openings: n('open'),
  }
  // a curve, web or hole left out means none; the rest falls back to an ordinary cut
  const optional = new Set(['radius', 'web', 'hole'])
  const cut = Object.fromEntries(Object.entries(given).filter(([k, v]) => v !== undefined || optional.has(k))) as Partial<Cut>
  const job: Job = makeJob({
    stock,
    saw,
    cut,
    pace: n('pace') ?? 0.5,
    stress: n('stress'),
    spm: n('spm'),
    wear: n('wear') ?? 0,
    teethSchool: (s('teeth') ?? 'habit') as Job['teethSchool'],
  })
  const ticket: Ticket = { job, blade: s('blade') === undefined ? undefined : bladeById(s('blade')!), model }
  const { check, ticket: schema } = await import('./schema')
  const found = check(schema, JSON.parse(JSON.stringify(ticket)))
  return found.ok
    ? { ok: true, ticket: found.value }
    : { ok: false, message: `The link’s ticket does not hold together: ${found.message}.` }
}
