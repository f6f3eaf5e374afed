import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { afterEach, expect, test, vi } from 'vitest'
import type { FastifyInstance } from 'fastify'
import { build } from '../src/app.js'
import type { HandoverLimits } from '../src/handover.js'

let app: FastifyInstance
async function start(limits: Partial<HandoverLimits> = {}) {
  const root = mkdtempSync(join(tmpdir(), 'gp-'))
  writeFileSync(join(root, 'index.html'), 'app')
  app = await build({ root, demo: true, limits })
}
afterEach(async () => {
  vi.useRealTimers()
  await app.close()
})
const packed = (text: string) => gzipSync(text)
const post = (payload: Buffer, type = 'application/gzip') =>
  app.inject({ method: 'POST', url: '/handover', headers: { 'content-type': type }, payload })

test('a job is left, picked up to the byte, its run brought back and fetched', async () => {
  await start()
  const left = await post(packed('job'))
  expect(left.statusCode).toBe(201)
  const { code } = left.json() as { code: string }
  const got = await app.inject(`/handover/${code}`)
  expect([got.statusCode, got.rawPayload.equals(packed('job')), got.headers['cache-control']]).toEqual([200, true, 'no-store'])
  expect((await app.inject(`/handover/${code}/back`)).statusCode).toBe(404)
  const back = await app.inject({
    method: 'PUT',
    url: `/handover/${code}/back`,
    headers: { 'content-type': 'application/gzip' },
    payload: packed('run'),
  })
  expect(back.statusCode).toBe(204)
  expect((await app.inject(`/handover/${code}/back`)).rawPayload.equals(packed('run'))).toBe(true)
  await app.inject({ method: 'DELETE', url: `/handover/${code}` })
  expect((await app.inject(`/handover/${code}`)).json()).toMatchObject({
    error: expect.stringContaining('Nothing is left under this code'),
  })
})

test('refuses what is not packed, too large, too many, malformed, or asked too often', async () => {
  await start({ bytes: 2000, count: 2, perMinute: 12 })
  expect((await post(Buffer.from('plain'))).statusCode).toBe(400)
  expect((await post(packed('x'), 'text/plain')).statusCode).toBe(415)
  expect((await post(Buffer.concat([packed('x'), Buffer.alloc(3000)]))).statusCode).toBe(413)
  expect((await app.inject('/handover/..%2f..%2fetc')).statusCode).toBe(400)
  await post(packed('1'))
  await post(packed('2'))
  expect((await post(packed('3'))).json()).toMatchObject({ error: expect.stringContaining('wait here already') })
  const codes = await Promise.all(Array.from({ length: 12 }, () => app.inject('/handover/BBBBBBBB')))
  expect(codes.at(-1)!.statusCode).toBe(429)
})

test('forgets a job when its time is up', async () => {
  vi.useFakeTimers({ toFake: ['Date'] })
  await start({ lifetime: 60_000 })
  const { code } = (await post(packed('job'))).json() as { code: string }
  vi.setSystemTime(Date.now() + 61_000)
  expect((await app.inject(`/handover/${code}`)).statusCode).toBe(404)
})
