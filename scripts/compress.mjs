// Compresses the built app once, so that the server only hands files out. Runs on bare Node.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const dist = join(import.meta.dirname, '../web/dist')
const SMALL = 1024 // bytes below which a packet is not made shorter
const LARGE = 320_000 // bytes from which the best packing takes seconds; nothing of a first visit is as large
// the service worker is what updates go by: one file, never a stale copy beside it
const wanted = (name) => /\.(js|css|html|svg|json|webmanifest|ttf)$/.test(name) && name !== 'sw.js'

for (const name of readdirSync(dist, { recursive: true })) {
  const path = join(dist, name)
  if (!wanted(name) || statSync(path).size < SMALL) continue
  const bytes = readFileSync(path)
  writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }))
  const quality = bytes.length < LARGE ? constants.BROTLI_MAX_QUALITY : 9
  writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }))
}
