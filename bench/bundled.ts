// Runs a measurement bundled, as the core runs in the browser: `vite-node bench/bundled.ts reckoning`.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { build } from 'vite'

const [name, ...rest] = process.argv.slice(2)
const outDir = 'node_modules/.cache/bench'
await build({
  configFile: false,
  logLevel: 'error',
  build: {
    outDir,
    ssr: `bench/${name}.ts`,
    minify: false,
    target: 'node20',
    emptyOutDir: false,
    rollupOptions: { output: { entryFileNames: `${name}.mjs` } },
  },
  ssr: { noExternal: true, external: ['@playwright/test'] },
})
process.exit(spawnSync('node', [join(outDir, `${name}.mjs`), ...rest], { stdio: 'inherit' }).status ?? 1)
