import { X509Certificate } from 'node:crypto'
import { networkInterfaces } from 'node:os'
import { generate } from 'selfsigned'

/** Addresses of this machine on its local networks, IPv4. */
export function lanAddresses(): string[] {
  return Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).filter((i) => i.family === 'IPv4' && !i.internal).map((i) => i.address),
  )
}

/** A certificate for this machine's own addresses, made afresh at each start and never written down. */
export async function lanCertificate(addresses: readonly string[]): Promise<{ key: string; cert: string; fingerprint: string }> {
  const made = await generate([{ name: 'commonName', value: 'Green Pitch on this network' }], {
    keySize: 2048,
    notAfterDate: new Date(Date.now() + 90 * 86_400_000),
    extensions: [
      {
        name: 'subjectAltName',
        altNames: [{ type: 2, value: 'localhost' }, { type: 7, ip: '127.0.0.1' }, ...addresses.map((ip) => ({ type: 7 as const, ip }))],
      },
    ],
  })
  return { key: made.private, cert: made.cert, fingerprint: new X509Certificate(made.cert).fingerprint256 }
}
