// Everything that must hold before a change lands: types, lint, core, web and server, then the real interface. What can stand
// beside something else does; the interface has the machine to itself. Says at its end what took how long.
import { spawn } from 'node:child_process'
import { ensureChromium, ensurePackages, root } from './ensure.mjs'

ensurePackages()
ensureChromium()
// much is made and thrown away: collected less often, a tenth of the processor's time is saved
const env = { ...process.env, NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64` }
const took = []
const running = new Set()
const since = (start) => (Date.now() - start) / 1000

/** One of package.json's scripts; its words are shown when it has ended, or as they come where it runs alone. */
function step(name, alone = false) {
  const start = Date.now()
  return new Promise((done, fail) => {
    const child = spawn('npm', ['run', '--silent', name], { cwd: root, env, stdio: alone ? 'inherit' : ['ignore', 'pipe', 'pipe'] })
    running.add(child)
    const said = []
    child.stdout?.on('data', (text) => said.push(text))
    child.stderr?.on('data', (text) => said.push(text))
    child.on('error', fail)
    // its last words come after its exit
    child.on('close', (code) => {
      running.delete(child)
      took.push([name, since(start)])
      if (!alone) process.stdout.write(`\n— ${name}\n${Buffer.concat(said)}`)
      if (code === 0) done()
      else fail(new Error(`${name} failed.`))
    })
  })
}
const inTurn = async (...names) => {
  for (const name of names) await step(name)
}

const start = Date.now()
let failed
try {
  await Promise.all([inTurn('types', 'build'), inTurn('lint')])
  console.log('\n— unit')
  await step('unit', true)
  console.log('\n— e2e')
  await step('e2e', true)
} catch (error) {
  failed = error.message
  for (const child of running) child.kill()
}
console.log(`\n${took.map(([name, seconds]) => `${name} ${seconds.toFixed(0)} s`).join(', ')}; in all ${since(start).toFixed(0)} s.`)
if (failed) {
  console.error(failed)
  process.exit(1)
}
