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
const body = (blob: Blob): RequestInit => ({ body: blob, headers: { 'content-type': 'application/gzip' } })

export const leave = async (blob: Blob) =>
  (await ask('/handover', { method: 'POST', ...body(blob) })).json() as Promise<{ code: string; until: number }>
export const pickUp = async (code: string) => (await ask(`/handover/${encodeURIComponent(code)}`)).blob()
export const bringBack = async (code: string, blob: Blob) =>
  void (await ask(`/handover/${encodeURIComponent(code)}/back`, { method: 'PUT', ...body(blob) }))
export const fetchBack = async (code: string) => (await ask(`/handover/${encodeURIComponent(code)}/back`)).blob()
/** Where other devices reach this server; none when it listens to this machine only; undefined when it cannot be asked. */
export async function reach(): Promise<string[] | undefined> {
  try {
    return ((await (await ask('/start.json')).json()) as { reach?: string[] }).reach ?? []
  } catch {
    return undefined
  }
}
