import { spawn } from 'node:child_process'

/** The built server with the demo, on a port of its own, of this checkout or another folder's; it answers when this returns. */
export async function served(port: number, folder = '.'): Promise<{ base: string; stop: () => void }> {
  const server = spawn('node', ['server/dist/main.js'], {
    cwd: folder,
    env: { ...process.env, PORT: String(port), GREEN_PITCH_DEMO: '1' },
  })
  const base = `http://127.0.0.1:${port}`
  while (
    !(await fetch(`${base}/health`).then(
      (r) => r.ok,
      () => false,
    ))
  )
    await new Promise((r) => setTimeout(r, 100))
  return { base, stop: () => void server.kill() }
}
