// Everything that must hold before a change lands: types, lint, core and server, then the real interface.
import { ensureChromium, ensurePackages, run } from './ensure.mjs'

ensurePackages()
ensureChromium()
for (const step of ['types', 'lint', 'unit', 'build', 'e2e']) {
  console.log(`\n— ${step}`)
  try {
    run(`npm run --silent ${step}`)
  } catch {
    console.error(`\n${step} failed.`)
    process.exit(1)
  }
}
