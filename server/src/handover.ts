import { randomBytes, randomInt, timingSafeEqual } from 'node:crypto'
import type { IncomingMessage } from 'node:http'
import rateLimit from '@fastify/rate-limit'
import type { FastifyInstance, FastifyRequest } from 'fastify'

export interface HandoverLimits {
  /** bytes a job may have, and all that is held or on its way together */
  bytes: number
  total: number
  /** jobs kept at once, and of one address */
  count: number
  perDevice: number
  /** ms they are kept, and requests a minute from one address */
  lifetime: number
  perMinute: number
}
export const handoverLimits: HandoverLimits = {
  bytes: 8e6,
  total: 96e6,
  count: 40,
  perDevice: 8,
  lifetime: 12 * 3600_000,
  perMinute: 40,
}

/** No vowels and no look-alikes: 27⁸ codes, so that guessing within the rate limit is hopeless. */
const LETTERS = 'BCDFGHJKLMNPQRSTVWXYZ236789'
const newCode = () => Array.from({ length: 8 }, () => LETTERS[randomInt(LETTERS.length)]).join('')
const newKey = () => randomBytes(18).toString('base64url')

interface Left {
  job: Buffer
  /** what the other device brought back: its run and log */
  back?: Buffer
  until: number
  from: string
  /** secrets of the one who left it, and of the one who brought something back */
  key: string
  backKey?: string
}
const code = { type: 'object', required: ['code'], properties: { code: { type: 'string', pattern: `^[${LETTERS}]{8}$` } } }
const said = { type: 'object', required: ['error'], properties: { error: { type: 'string' } } }
const made = {
  type: 'object',
  required: ['code', 'until', 'key'],
  properties: { code: { type: 'string' }, until: { type: 'number' }, key: { type: 'string' } },
}
const brought = { type: 'object', required: ['key'], properties: { key: { type: 'string' } } }
const GONE = 'Nothing is left under this code. Codes hold for 12 hours and are forgotten when the server stops: leave the job again.'
const NOT_YOURS = 'Only the device that left this here may do that.'

class Refusal extends Error {
  constructor(
    readonly statusCode: number,
    message: string,
  ) {
    super(message)
  }
}

/** Whether a request carries this secret, compared in a time that tells nothing of it. */
function carries(request: FastifyRequest, key: string | undefined): boolean {
  const given = Buffer.from(String(request.headers['x-handover-key'] ?? ''))
  const wanted = Buffer.from(key ?? '')
  return wanted.length > 0 && given.length === wanted.length && timingSafeEqual(given, wanted)
}

/**
 * A job left under a short code by one device and picked up by another; the run and log come back the same way.
 * Kept in memory only, packed as it came and never looked into. Whoever left something gets a secret, without which it
 * can be picked up but neither replaced nor taken away.
 */
export async function handover(app: FastifyInstance, limits: HandoverLimits): Promise<void> {
  const left = new Map<string, Left>()
  /** bytes of bodies on their way in */
  let coming = 0
  const held = () => [...left.values()].reduce((n, l) => n + l.job.length + (l.back?.length ?? 0), 0)
  const sweep = () => {
    const now = Date.now()
    for (const [k, v] of left) if (v.until <= now) left.delete(k)
  }
  const timer = setInterval(sweep, 60_000).unref()
  app.addHook('onClose', async () => clearInterval(timer))

  /** Reads a body piece by piece, never holding more than the server may hold in all. */
  async function bodyOf(payload: IncomingMessage): Promise<Buffer> {
    const pieces: Buffer[] = []
    let size = 0
    try {
      for await (const piece of payload as AsyncIterable<Buffer>) {
        size += piece.length
        coming += piece.length
        if (size > limits.bytes) throw new Refusal(413, `This job is over ${limits.bytes / 1e6} MB packed. Hand it over as a file.`)
        if (coming + held() > limits.total)
          throw new Refusal(503, 'The server holds as much as it may. Try later, or hand the job over as a file.')
        pieces.push(piece)
      }
    } finally {
      coming -= size
    }
    const bytes = Buffer.concat(pieces)
    if (!(bytes.length > 2 && bytes[0] === 0x1f && bytes[1] === 0x8b)) throw new Refusal(400, 'A job is handed over gzip-packed.')
    return bytes
  }

  await app.register(async (room) => {
    await room.register(rateLimit, { max: limits.perMinute, timeWindow: 60_000 })
    room.addContentTypeParser('application/gzip', { bodyLimit: limits.bytes }, (_request: FastifyRequest, payload: IncomingMessage) =>
      bodyOf(payload),
    )
    room.addHook('onSend', async (_request, reply) => {
      reply.header('Cache-Control', 'no-store')
    })
    room.setErrorHandler((error: { statusCode?: number; message: string }, _request, reply) => {
      const status = error.statusCode ?? 500
      const words: Record<number, string> = {
        413: `This job is over ${limits.bytes / 1e6} MB packed. Hand it over as a file.`,
        429: 'Too many tries from this device. Wait a minute.',
      }
      const own = error instanceof Refusal || status < 500
      return reply.code(status).send({ error: words[status] ?? (own ? error.message : 'The server failed; try again.') })
    })
    const find = (name: string) => {
      sweep()
      return left.get(name)
    }
    type Coded = { Params: { code: string } }

    room.post(
      '/handover',
      { bodyLimit: limits.bytes, schema: { response: { 201: made, '4xx': said, '5xx': said } } },
      async (request, reply) => {
        if (!Buffer.isBuffer(request.body)) return reply.code(415).send({ error: 'A job is handed over gzip-packed.' })
        sweep()
        // one device cannot close the hand-over to the others: its own oldest job makes room
        const own = [...left].filter(([, l]) => l.from === request.ip)
        if (own.length >= limits.perDevice) left.delete(own[0]![0])
        if (left.size >= limits.count)
          return reply.code(503).send({ error: `${limits.count} jobs wait here already. Try later, or hand it over as a file.` })
        const name = newCode()
        const entry: Left = { job: request.body, until: Date.now() + limits.lifetime, from: request.ip, key: newKey() }
        left.set(name, entry)
        return reply.code(201).send({ code: name, until: entry.until, key: entry.key })
      },
    )
    room.get<Coded>('/handover/:code', { schema: { params: code } }, async (request, reply) => {
      const entry = find(request.params.code)
      return entry ? reply.header('Content-Type', 'application/gzip').send(entry.job) : reply.code(404).send({ error: GONE })
    })
    room.get<Coded>('/handover/:code/back', { schema: { params: code } }, async (request, reply) => {
      const entry = find(request.params.code)
      if (entry && !carries(request, entry.key)) return reply.code(403).send({ error: NOT_YOURS })
      if (entry?.back) return reply.header('Content-Type', 'application/gzip').send(entry.back)
      return reply.code(404).send({ error: entry ? 'Nothing has come back under this code yet.' : GONE })
    })
    room.put<Coded>(
      '/handover/:code/back',
      { bodyLimit: limits.bytes, schema: { params: code, response: { 200: brought } } },
      async (request, reply) => {
        const entry = find(request.params.code)
        if (!entry) return reply.code(404).send({ error: GONE })
        if (!Buffer.isBuffer(request.body)) return reply.code(415).send({ error: 'A run is handed over gzip-packed.' })
        if (entry.back && !carries(request, entry.backKey))
          return reply
            .code(403)
            .send({ error: 'Another device has brought its run back already; yours was not taken. Hand it over as a file.' })
        entry.back = request.body
        entry.backKey ??= newKey()
        return reply.send({ key: entry.backKey })
      },
    )
    room.delete<Coded>('/handover/:code', { schema: { params: code } }, async (request, reply) => {
      const entry = find(request.params.code)
      if (entry && !carries(request, entry.key)) return reply.code(403).send({ error: NOT_YOURS })
      left.delete(request.params.code)
      return reply.code(204).send()
    })
  })
}
