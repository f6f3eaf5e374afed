import { bladeById, makeJob, type Cut, type Job, type Material, type Round, type Saw, type Stock } from '@green-pitch/core'
import type { Ticket } from './records'

/** A cut's words in a link; `n` are figures, `s` words, `y` yes. A curve, web or hole left out means none. */
const CUT: [key: string, field: keyof Cut, kind: 'n' | 's' | 'y'][] = [
  ['cut', 'kind', 's'],
  ['r', 'radius', 'n'],
  ['centre', 'centre', 's'],
  ['turn', 'turn', 's'],
  ['line', 'line', 's'],
  ['web', 'web', 'n'],
  ['hole', 'hole', 'n'],
  ['finish', 'finish', 's'],
  ['skill', 'skill', 's'],
  ['shows', 'shows', 's'],
  ['len', 'length', 'n'],
  ['open', 'openings', 'n'],
  ['bevel', 'bevel', 'n'],
  ['up', 'up', 's'],
  ['backing', 'backing', 'n'],
  ['taped', 'taped', 'y'],
  ['bare', 'bare', 'y'],
  ['grain', 'grain', 's'],
  ['depth', 'depth', 'n'],
  ['flush', 'flush', 'y'],
  ['boxed', 'boxed', 'y'],
  ['room', 'room', 'n'],
  ['plunge', 'plunge', 'y'],
]

/** A ticket as the words of a link: ids and figures, readable and short. Lengths in mm. */
export function ticketQuery({ job, blade }: Ticket): Record<string, string> {
  const { stock, cut } = job
  const q: Record<string, string> = { stock: stock.material.id, form: stock.form }
  const put = (key: string, value: number | string | boolean | undefined) => {
    if (value !== undefined) q[key] = String(value)
  }
  if ('thickness' in stock) put('h', stock.thickness)
  if (stock.form === 'stack') put('sheets', stock.sheets)
  if (stock.form === 'tube' || stock.form === 'rod') put('d', stock.diameter)
  if (stock.form === 'tube') put('wall', stock.wall)
  for (const [key, field] of CUT) put(key, cut[field] as string | number | boolean | undefined)
  put('wide', cut.opening?.width)
  put('high', cut.opening?.height)
  put('corner', cut.corners?.angle)
  put('cornered', cut.corners?.count)
  put('round', cut.round?.shape)
  put('across', cut.round?.across)
  put('shorter', cut.round?.high)
  put('turned-by', cut.round?.turn)
  if (cut.board) put('board', [cut.board.length, cut.board.width, cut.board.from, cut.board.to].join('x'))
  put('behind', cut.lie?.behind)
  put('beside', cut.lie?.beside)
  put('saw', job.saw.id)
  put('pace', job.pace)
  put('stress', job.stress)
  put('spm', job.spm)
  put('orbit', job.orbit)
  put('to', job.teethTo)
  put('turned', job.turned)
  if (job.wear) put('wear', job.wear)
  if (job.teethSchool !== 'habit') put('teeth', job.teethSchool)
  put('blade', blade?.id)
  return q
}

/** What a link carries that is passed on: the ticket’s words, its name, its joint and how its drawing’s lines run; not the drawing. */
export function linkQuery(name: string, ticket: Ticket): Record<string, string> {
  const { course } = ticket.job.cut
  return {
    ...ticketQuery(ticket),
    name,
    ...(course && { bends: course.bends.map((b) => b.join('x')).join(' '), corners: String(course.corners), stops: String(course.stops) }),
    ...(ticket.joint && { joint: JSON.stringify(ticket.joint) }),
  }
}

export const carriesTicket = (q: Record<string, unknown>): boolean => typeof q.stock === 'string' && typeof q.saw === 'string'

/** Reads a link's ticket; materials and saws are looked up on this device. Says what is wrong rather than guess. */
export async function readTicketQuery(
  q: Record<string, unknown>,
  known: { materials: readonly Material[]; saws: readonly Saw[] },
  model: number,
): Promise<{ ok: true; name: string; ticket: Ticket } | { ok: false; message: string }> {
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
  const read = { n, s, y: (key: string) => (s(key) === 'true' ? true : undefined) }
  const given = CUT.map(([key, field, kind]) => [field, read[kind](key)] as const)
  // a curve, web or hole left out means none; the rest falls back to an ordinary cut
  const optional = new Set(['radius', 'web', 'hole'])
  const cut = Object.fromEntries(given.filter(([k, v]) => v !== undefined || optional.has(k))) as Partial<Cut>
  if (n('wide') !== undefined) cut.opening = { width: n('wide')!, height: n('high') ?? n('wide')! }
  if (n('corner') !== undefined) cut.corners = { angle: n('corner')!, count: n('cornered') ?? 4 }
  if (s('round') !== undefined)
    cut.round = { shape: s('round') as Round['shape'], across: n('across')!, high: n('shorter'), turn: n('turned-by') }
  if (s('board') !== undefined) {
    const [length, width, from, to] = s('board')!.split('x').map(Number) as [number, number, number, number]
    cut.board = { length, width, from, to }
  }
  if (n('behind') !== undefined) cut.lie = { behind: n('behind')!, beside: n('beside') ?? n('behind')! }
  if (s('bends') !== undefined) {
    const bends = s('bends')!
      .split(' ')
      .map((b) => b.split('x').map(Number) as [number, number])
    cut.course = { bends, corners: n('corners') ?? 0, stops: n('stops') ?? 0 }
  }
  const job: Job = makeJob({
    stock,
    saw,
    cut,
    pace: n('pace') ?? 0.5,
    stress: n('stress'),
    spm: n('spm'),
    orbit: n('orbit'),
    teethTo: s('to') as Job['teethTo'],
    turned: n('turned'),
    wear: n('wear') ?? 0,
    teethSchool: (s('teeth') ?? 'habit') as Job['teethSchool'],
  })
  const ticket = { job, blade: s('blade') === undefined ? undefined : bladeById(s('blade')!), model, joint: jointOf(s('joint')) }
  const { check, ticket: schema } = await import('./schema')
  const found = check(schema, JSON.parse(JSON.stringify(ticket)))
  return found.ok
    ? { ok: true, name: s('name')?.trim().slice(0, 120) || 'From a link', ticket: found.value }
    : { ok: false, message: `The link’s ticket does not hold together: ${found.message}.` }
}

/** A joint’s own words; what is no JSON is left to the schema to refuse. */
function jointOf(text: string | undefined): unknown {
  if (text === undefined) return undefined
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}
