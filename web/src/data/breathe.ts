/**
 * Lets the page paint and take input before what follows: long work is done in steps between which somebody can press. On a page
 * at the front of the queue (scheduler.yield), elsewhere as the next task.
 */
export const breathe = (): Promise<void> => {
  const { scheduler } = globalThis as { scheduler?: { yield?: () => Promise<void> } }
  if (scheduler?.yield) return scheduler.yield()
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = () => {
      port1.close()
      resolve()
    }
    port2.postMessage(undefined)
  })
}
