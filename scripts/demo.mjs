// One command from a fresh clone to a running Green Pitch with the Saltmarsh Bench demo data.
import { ensurePackages, root, run } from './ensure.mjs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'

ensurePackages()
run('npm run build --silent')
// `-- --lan` opens it to the local network over TLS: server/src/main.ts reads the arguments
process.env.GREEN_PITCH_DEMO = '1'
await import(pathToFileURL(join(root, 'server/dist/main.js')).href)
