// Builds web and server side by side: neither needs the other.
import { spawn } from 'node:child_process'
import { root } from './ensure.mjs'

const built = ['web', 'server'].map(
  (workspace) =>
    new Promise((done) =>
      spawn('npm', ['run', '--silent', 'build', '--workspace', workspace], { cwd: root, stdio: 'inherit' }).on('exit', done),
    ),
)
const codes = await Promise.all(built)
process.exit(codes.every((code) => code === 0) ? 0 : 1)
