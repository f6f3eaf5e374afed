import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from './app.js'

const port = Number(process.env.PORT ?? 4173)
const lan = process.argv.includes('--lan')
const host = process.env.HOST ?? (lan ? '0.0.0.0' : '127.0.0.1')
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`PORT must be a number from 0 to 65535, not “${process.env.PORT}”.`)
  process.exit(1)
}

// making a certificate takes a large library; it is loaded only where one is wanted
const network = lan ? await import('./lan.js') : undefined
const addresses = network?.lanAddresses() ?? []
const tls = await network?.lanCertificate(addresses)
const scheme = tls ? 'https' : 'http'
const app = await build({
  root: join(dirname(fileURLToPath(import.meta.url)), '../../web/dist'),
  demo: process.env.GREEN_PITCH_DEMO === '1',
  reach: addresses.map((a) => `${scheme}://${a}:${port}`),
  https: tls,
})
const PATIENCE = 2500 // ms that stopping may take
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    setTimeout(() => process.exit(0), PATIENCE).unref()
    void app.close().then(() => process.exit(0))
  })

try {
  await app.listen({ port, host })
  const address = app.server.address()
  const at = typeof address === 'object' && address ? address.port : port
  console.log(`Green Pitch is at ${scheme}://${lan ? 'localhost' : host}:${at}/  (Ctrl+C stops it)`)
  if (tls) {
    for (const a of addresses) console.log(`On your network: https://${a}:${at}/`)
    console.log(
      'The certificate is this machine’s own, so the other device will warn that the connection is not private. ' +
        `Compare its SHA-256 fingerprint before you go on:\n  ${tls.fingerprint}\n` +
        'Everyone on this network can open the page; jobs are only handed over under their code. Some browsers keep no offline copy of such a page.',
    )
  }
} catch (error) {
  const code = (error as NodeJS.ErrnoException).code
  console.error(code === 'EADDRINUSE' ? `Port ${port} is taken. Choose another: PORT=${port + 1} npm run demo` : String(error))
  process.exit(1)
}
