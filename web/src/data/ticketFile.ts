import { MODEL } from '@green-pitch/core'
import { upgraded } from './format'
import { jsonOf, keptLines } from './lines'
import type { Order, PatternRecord, Ticket } from './records'
import { parsedText } from './typed'

const FORMAT = 'green-pitch-ticket'
const VERSION = 4

/** A job as a file: its name, its ticket and, where it has one, its drawing. */
export function ticketJson(name: string, ticket: Ticket, pattern?: PatternRecord, order?: Order): string {
  return jsonOf({ format: FORMAT, version: VERSION, name, ticket, order, pattern }, 2)
}

export async function readTicket(
  text: string,
): Promise<{ ok: true; name: string; ticket: Ticket; pattern?: PatternRecord; order?: Order } | { ok: false; message: string }> {
  let parsed: { format?: unknown; version?: unknown; name?: unknown; ticket?: unknown; pattern?: unknown; order?: unknown }
  try {
    parsed = parsedText(text) as typeof parsed
  } catch {
    return { ok: false, message: 'This file is not JSON, or it is damaged; a ticket ends in .ticket.json.' }
  }
  if (!parsed || parsed.format !== FORMAT)
    return { ok: false, message: 'This file is not a Green Pitch ticket. A whole backup goes in under Settings.' }
  const version = Number(parsed.version)
  if (!(version >= 1 && version <= VERSION))
    return {
      ok: false,
      message: `This ticket is of ${typeof parsed.version === 'number' ? `format ${parsed.version}` : 'a format it does not name'}; this Green Pitch reads 1 to ${VERSION}. Update, then open it.`,
    }
  const { check, order, ticket, patternRecord } = await import('./schema')
  const found = check(ticket, version < VERSION ? upgraded(parsed.ticket) : parsed.ticket)
  if (!found.ok) return { ok: false, message: `The ticket does not hold together: ${found.message}.` }
  if (found.value.model > MODEL) return { ok: false, message: 'This ticket was calculated by a newer Green Pitch. Update, then open it.' }
  const drawn = parsed.pattern === undefined ? undefined : check(patternRecord, parsed.pattern)
  if (drawn && !drawn.ok) return { ok: false, message: `The drawing in it does not hold together: ${drawn.message}.` }
  const promised = parsed.order === undefined ? undefined : check(order, parsed.order)
  if (promised && !promised.ok) return { ok: false, message: `What was promised in it does not hold together: ${promised.message}.` }
  return {
    ok: true,
    order: promised?.value,
    pattern: drawn?.value && { ...drawn.value, lines: keptLines(drawn.value.lines) },
    name: typeof parsed.name === 'string' && parsed.name.trim() ? parsed.name.slice(0, 120) : 'Ticket from a file',
    ticket: found.value,
  }
}
