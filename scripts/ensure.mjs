// Installs the packages of the lockfile when they are missing or older than the lockfile. Runs on bare Node.
import { execSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { hasChromium } from './chromium.mjs'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')
export const run = (command) => execSync(command, { cwd: root, stdio: 'inherit' })

export function ensurePackages() {
  const stamp = join(root, 'node_modules', '.installed')
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  console.log('Installing packages…')
  run('npm ci --no-audit --no-fund')
  writeFileSync(stamp, wanted)
}

/** Playwright drives Debian's Chromium; CHROMIUM may name another one. */
export function ensureChromium() {
  if (hasChromium()) return
  console.log('Chromium is missing: installing it from Debian’s packages…')
  try {
    run('apt-get update -qq')
    // an older Debian has the whole one only
    try {
      run('apt-get install -y -qq --no-install-recommends chromium-headless-shell')
    } catch {
      run('apt-get install -y -qq --no-install-recommends chromium')
    }
  } catch {
    console.error(
      'Chromium could not be installed here. Install your system’s chromium package, or set CHROMIUM to its path, and run npm test again.',
    )
    process.exit(1)
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) ensurePackages()
