import { spawn, type ChildProcess } from 'node:child_process'
import { X509Certificate } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { request } from 'node:https'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { afterEach, expect, test } from 'vitest'
import { build } from '../src/app.js'
import { lanAddresses, lanCertificate } from '../src/lan.js'

const running: ChildProcess[] = []
afterEach(() => {
  for (const p of running.splice(0)) p.kill('SIGKILL')
})
/** The server as it is started by hand; resolves with what it says first, or as it ends. */
function start(env: Record<string, string>): Promise<{ said: string; code: number | null; process: ChildProcess }> {
  const child = spawn('npx', ['--no-install', 'vite-node', resolve('server/src/main.ts')], {
    env: { ...process.env, ...env },
    detached: false,
  })
  running.push(child)
  let said = ''
  return new Promise((done) => {
    const hear = (bytes: Buffer) => {
      said += String(bytes)
      if (said.includes('Green Pitch is at')) done({ said, code: null, process: child })
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.once('exit', (code) => done({ said, code, process: child }))
  })
}

test('a certificate names this machine and every address it is reached at, and nothing else', async () => {
  const addresses = ['192.0.2.7', '198.51.100.9']
  const { cert, key, fingerprint } = await lanCertificate(addresses)
  const read = new X509Certificate(cert)
  for (const ip of ['127.0.0.1', ...addresses]) expect(read.checkIP(ip)).toBe(ip)
  expect([read.checkHost('localhost'), read.checkIP('192.0.2.8')]).toEqual(['localhost', undefined])
  expect(read.fingerprint256).toBe(fingerprint)
  expect(Date.parse(read.validTo)).toBeGreaterThan(Date.now())
  expect((await lanCertificate(addresses)).key).not.toBe(key)
  for (const a of lanAddresses()) expect(a).not.toBe('127.0.0.1')
})

test('open to the network it answers over TLS alone, and says where it is reached', async () => {
  const root = mkdtempSync(join(tmpdir(), 'gp-'))
  writeFileSync(join(root, 'index.html'), 'app')
  const { key, cert } = await lanCertificate([])
  const app = await build({ root, demo: false, https: { key, cert }, reach: ['https://192.0.2.7:4173'] })
  try {
    await app.listen({ port: 0, host: '127.0.0.1' })
    const { port } = app.server.address() as AddressInfo
    const body = await new Promise<string>((done, fail) => {
      const q = request({ port, host: 'localhost', path: '/start.json', ca: cert, servername: 'localhost' }, (answer) => {
        let text = ''
        answer.on('data', (d: Buffer) => (text += String(d)))
        answer.on('end', () => done(text))
      })
      q.on('error', fail)
      q.end()
    })
    expect(JSON.parse(body)).toEqual({ demo: false, reach: ['https://192.0.2.7:4173'] })
    await expect(fetch(`http://127.0.0.1:${port}/health`)).rejects.toThrow()
  } finally {
    await app.close()
  }
})

test('a port that is taken, or is none, ends in a sentence with the way on', async () => {
  const other = createServer()
  await new Promise<void>((done) => other.listen(0, '127.0.0.1', done))
  const { port } = other.address() as AddressInfo
  try {
    const taken = await start({ PORT: String(port), HOST: '127.0.0.1' })
    expect([taken.code, taken.said]).toEqual([1, expect.stringContaining(`Port ${port} is taken. Choose another: PORT=${port + 1}`)])
    const none = await start({ PORT: 'kitchen' })
    expect([none.code, none.said]).toEqual([1, expect.stringContaining('PORT must be a number')])
  } finally {
    other.close()
  }
})
