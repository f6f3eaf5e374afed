import { randomBytes } from 'node:crypto'
import { connect, type AddressInfo } from 'node:net'
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
  const { code, key } = left.json() as { code: string; key: string }
  const own = { 'x-handover-key': key }
  const got = await app.inject(`/handover/${code}`)
  expect([got.statusCode, got.rawPayload.equals(packed('job')), got.headers['cache-control']]).toEqual([200, true, 'no-store'])
  const fetch = (headers = {}) => app.inject({ url: `/handover/${code}/back`, headers })
  expect((await fetch(own)).statusCode).toBe(404)
  const bring = (text: string, headers = {}) =>
    app.inject({
      method: 'PUT',
      url: `/handover/${code}/back`,
      headers: { 'content-type': 'application/gzip', ...headers },
      payload: packed(text),
    })
  const back = await bring('run')
  expect(back.statusCode).toBe(200)
  // whoever knows the code alone neither reads what came back, nor replaces it, nor takes the job away
  expect((await fetch()).statusCode).toBe(403)
  expect((await bring('another')).json()).toMatchObject({ error: expect.stringContaining('brought its run back already') })
  expect((await bring('forged', own)).statusCode).toBe(403)
  expect((await app.inject({ method: 'DELETE', url: `/handover/${code}` })).statusCode).toBe(403)
  expect((await fetch(own)).rawPayload.equals(packed('run'))).toBe(true)
  expect((await bring('newer', { 'x-handover-key': (back.json() as { key: string }).key })).statusCode).toBe(200)
  expect((await fetch(own)).rawPayload.equals(packed('newer'))).toBe(true)
  await app.inject({ method: 'DELETE', url: `/handover/${code}`, headers: own })
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

test('one device cannot close the hand-over to the others, and all together hold no more than the server may', async () => {
  await start({ perDevice: 2, count: 3, total: 3000, bytes: 2000 })
  const from = (remoteAddress: string, payload = packed('job')) =>
    app.inject({ method: 'POST', url: '/handover', headers: { 'content-type': 'application/gzip' }, payload, remoteAddress })
  const codes: string[] = []
  for (let i = 0; i < 4; i++) codes.push(((await from('10.0.0.1')).json() as { code: string }).code)
  expect((await from('10.0.0.2')).statusCode).toBe(201)
  const there = await Promise.all(codes.map(async (c) => (await app.inject(`/handover/${c}`)).statusCode))
  expect(there).toEqual([404, 404, 200, 200])
  const large = Buffer.concat([packed('x'), randomBytes(1500)])
  expect((await from('10.0.0.1', large)).statusCode).toBe(201)
  expect((await from('10.0.0.1', large)).json()).toMatchObject({ error: expect.stringContaining('holds as much as it may') })
})

test('a body that stands still is let go, and stopping waits for none', async () => {
  await start()
  await app.listen({ port: 0, host: '127.0.0.1' })
  const { port } = app.server.address() as AddressInfo
  const socket = connect(port, '127.0.0.1')
  socket.on('error', () => undefined)
  socket.write('POST /handover HTTP/1.1\r\nHost: x\r\nContent-Type: application/gzip\r\nContent-Length: 8000000\r\n\r\n')
  socket.write(packed('half of it'))
  await new Promise((r) => setTimeout(r, 200))
  expect(app.server.timeout).toBeLessThanOrEqual(20_000)
  expect(app.server.requestTimeout).toBeLessThanOrEqual(120_000)
  const ended = new Promise((r) => socket.once('close', r))
  await Promise.all([app.close(), ended])
})
