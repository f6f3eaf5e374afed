/** The server's part of handing a job over: leaving it under a code, picking it up, bringing its run back. */

/** What the server says in refusing, or that it cannot be reached. */
async function ask(path: string, init?: RequestInit): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(path, { cache: 'no-store', ...init })
  } catch {
    throw new Error('The server cannot be reached. Use the file way.')
  }
  if (answer.ok) return answer
  const said = (await answer.json().catch(() => undefined)) as { error?: string } | undefined
  throw new Error(said?.error ?? `The server refused (${answer.status}).`)
}
const body = (blob: Blob) => ({ body: blob, headers: { 'content-type': 'application/gzip' } })

/** A job left or brought back under a code, and the secret of whoever did it. */
export interface Ours {
  code: string
  key: string
}
const secret = (key: string | undefined): HeadersInit => (key ? { 'x-handover-key': key } : {})
const path = (code: string) => `/handover/${encodeURIComponent(code)}`

export const leave = async (blob: Blob) =>
  (await ask('/handover', { method: 'POST', ...body(blob) })).json() as Promise<Ours & { until: number }>
export const pickUp = async (code: string) => (await ask(path(code))).blob()
/** @returns the secret with which this device may bring a newer run */
export async function bringBack(code: string, blob: Blob, key?: string): Promise<string> {
  const sent = body(blob)
  const answer = await ask(`${path(code)}/back`, { method: 'PUT', ...sent, headers: { ...sent.headers, ...secret(key) } })
  return ((await answer.json()) as { key: string }).key
}
export const fetchBack = async ({ code, key }: Ours) => (await ask(`${path(code)}/back`, { headers: secret(key) })).blob()
/** Where other devices reach this server; none when it listens to this machine only; undefined when it cannot be asked. */
export async function reach(): Promise<string[] | undefined> {
  try {
    return ((await (await ask('/start.json')).json()) as { reach?: string[] }).reach ?? []
  } catch {
    return undefined
  }
}
