import { randomInt } from 'node:crypto'
import rateLimit from '@fastify/rate-limit'
import type { FastifyInstance } from 'fastify'

export interface HandoverLimits {
  /** bytes a job may have, how many are kept at once, ms they are kept, and requests a minute from one address */
  bytes: number
  count: number
  lifetime: number
  perMinute: number
}
export const handoverLimits: HandoverLimits = { bytes: 8e6, count: 40, lifetime: 12 * 3600_000, perMinute: 40 }

/** No vowels and no look-alikes: 27⁸ codes, so that guessing within the rate limit is hopeless. */
const LETTERS = 'BCDFGHJKLMNPQRSTVWXYZ236789'
const newCode = () => Array.from({ length: 8 }, () => LETTERS[randomInt(LETTERS.length)]).join('')

interface Left {
  job: Buffer
  /** what the other device brought back: its run and log */
  back?: Buffer
  until: number
}
const code = { type: 'object', required: ['code'], properties: { code: { type: 'string', pattern: `^[${LETTERS}]{8}$` } } }
const said = { type: 'object', required: ['error'], properties: { error: { type: 'string' } } }
const GONE = 'Nothing is left under this code. Codes hold for 12 hours and are forgotten when the server stops: leave the job again.'

/**
 * A job left under a short code by one device and picked up by another; the run and log come back the same way.
 * Kept in memory only, packed as it came and never looked into.
 */
export async function handover(app: FastifyInstance, limits: HandoverLimits): Promise<void> {
  const left = new Map<string, Left>()
  const sweep = () => {
    const now = Date.now()
    for (const [k, v] of left) if (v.until <= now) left.delete(k)
  }
  const timer = setInterval(sweep, 60_000).unref()
  app.addHook('onClose', async () => clearInterval(timer))

  await app.register(async (room) => {
    await room.register(rateLimit, { max: limits.perMinute, timeWindow: 60_000 })
    room.addContentTypeParser('application/gzip', { parseAs: 'buffer', bodyLimit: limits.bytes }, (_request, body, done) => {
      const bytes = body as Buffer
      if (bytes.length > 2 && bytes[0] === 0x1f && bytes[1] === 0x8b) done(null, bytes)
      else done(Object.assign(new Error('A job is handed over gzip-packed.'), { statusCode: 400 }))
    })
    room.addHook('onSend', async (_request, reply) => {
      reply.header('Cache-Control', 'no-store')
    })
    room.setErrorHandler((error: { statusCode?: number; message: string }, _request, reply) => {
      const status = error.statusCode ?? 500
      const words: Record<number, string> = {
        413: `This job is over ${limits.bytes / 1e6} MB packed. Hand it over as a file.`,
        429: 'Too many tries from this device. Wait a minute.',
      }
      return reply.code(status).send({ error: words[status] ?? (status < 500 ? error.message : 'The server failed; try again.') })
    })

    const made = { type: 'object', required: ['code', 'until'], properties: { code: { type: 'string' }, until: { type: 'number' } } }
    room.post('/handover', { bodyLimit: limits.bytes, schema: { response: { 201: made, '4xx': said } } }, async (request, reply) => {
      if (!Buffer.isBuffer(request.body)) return reply.code(415).send({ error: 'A job is handed over gzip-packed.' })
      sweep()
      if (left.size >= limits.count)
        return reply.code(503).send({ error: `${limits.count} jobs wait here already. Try later, or hand it over as a file.` })
      const name = newCode()
      const until = Date.now() + limits.lifetime
      left.set(name, { job: request.body, until })
      return reply.code(201).send({ code: name, until })
    })
    const find = (name: string) => {
      sweep()
      return left.get(name)
    }
    for (const part of ['job', 'back'] as const) {
      const path = part === 'job' ? '/handover/:code' : '/handover/:code/back'
      room.get<{ Params: { code: string } }>(path, { schema: { params: code } }, async (request, reply) => {
        const bytes = find(request.params.code)?.[part]
        if (bytes) return reply.header('Content-Type', 'application/gzip').send(bytes)
        return reply.code(404).send({ error: part === 'job' ? GONE : 'Nothing has come back under this code yet.' })
      })
    }
    room.put<{ Params: { code: string } }>(
      '/handover/:code/back',
      { bodyLimit: limits.bytes, schema: { params: code } },
      async (request, reply) => {
        const entry = find(request.params.code)
        if (!entry) return reply.code(404).send({ error: GONE })
        if (!Buffer.isBuffer(request.body)) return reply.code(415).send({ error: 'A run is handed over gzip-packed.' })
        entry.back = request.body
        return reply.code(204).send()
      },
    )
    room.delete<{ Params: { code: string } }>('/handover/:code', { schema: { params: code } }, async (request, reply) => {
      left.delete(request.params.code)
      return reply.code(204).send()
    })
  })
}
