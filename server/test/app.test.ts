import { gzipSync } from 'node:zlib'
import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { FastifyInstance } from 'fastify'
import { build } from '../src/app.js'

const SECRET = 'what no path may reach'
let app: FastifyInstance
beforeAll(async () => {
  const root = mkdtempSync(join(tmpdir(), 'gp-'))
  mkdirSync(join(root, 'assets'))
  writeFileSync(join(root, 'index.html'), '<!doctype html><title>app</title>')
  const script = `export default ${JSON.stringify('x'.repeat(4000))}`
  writeFileSync(join(root, 'assets', 'a-1.js'), script)
  writeFileSync(join(root, 'assets', 'a-1.js.gz'), gzipSync(script))
  writeFileSync(join(root, 'assets', 'a.worker-1.js'), script)
  writeFileSync(join(root, '..', 'secret.txt'), SECRET)
  app = await build({ root, demo: true })
})
afterAll(() => app.close())

test('answers health and the demo word, and keeps both off caches where it must', async () => {
  expect((await app.inject('/health')).json()).toEqual({ ok: true })
  const start = await app.inject('/start.json')
  expect(start.json()).toEqual({ demo: true, reach: [] })
  expect(start.headers['cache-control']).toBe('no-store')
})
test('sends strict headers: scripts only from itself, no framing, no sniffing', async () => {
  const { headers } = await app.inject('/')
  const policy = String(headers['content-security-policy'])
  expect(policy).toContain("default-src 'none'")
  expect(policy).toMatch(/script-src 'self'(;|$)/)
  expect(policy).toContain("frame-ancestors 'none'")
  expect(headers['x-content-type-options']).toBe('nosniff')
  expect(headers['referrer-policy']).toBe('no-referrer')
})
test('pieces go without a page’s rules, a worker and whatever is shown as a page never', async () => {
  const ruled = async (url: string, accept = '*/*') => {
    const { headers } = await app.inject({ url, headers: { accept } })
    expect(headers['x-content-type-options']).toBe('nosniff')
    return headers['content-security-policy'] !== undefined && headers['x-frame-options'] !== undefined
  }
  expect(await ruled('/assets/a-1.js')).toBe(false)
  expect(await ruled('/assets/a.worker-1.js')).toBe(true)
  expect(await ruled('/assets/gone-1.js', 'text/html')).toBe(true)
})
test('falls back to the app for pages only, and compresses', async () => {
  const page = await app.inject({ url: '/log', headers: { accept: 'text/html' } })
  expect([page.statusCode, page.body.includes('<title>app')]).toEqual([200, true])
  expect((await app.inject({ url: '/assets/none.js', headers: { accept: '*/*' } })).statusCode).toBe(404)
  expect((await app.inject({ method: 'POST', url: '/log', headers: { accept: 'text/html' } })).statusCode).toBe(404)
  const asset = await app.inject({ url: '/assets/a-1.js', headers: { 'accept-encoding': 'gzip' } })
  expect(asset.headers['content-encoding']).toBe('gzip')
  expect(asset.headers['cache-control']).toContain('immutable')
})
test.each(['/../secret.txt', '/%2e%2e/secret.txt', '/..%2fsecret.txt', '/assets/..%5c..%5csecret.txt'])(
  'lets no path escape: %s',
  async (url) => {
    const answer = await app.inject(url)
    expect(answer.statusCode).toBeGreaterThanOrEqual(400)
    expect(answer.body).not.toContain(SECRET)
  },
)
