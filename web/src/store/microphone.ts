import captureUrl from '../work/capture.worklet.js?url&no-inline'

/** Why there is no microphone. */
export type NoMicrophone = 'denied' | 'insecure' | 'none' | 'failed'
export interface Microphone {
  /** where its samples come out, for a worker */
  port: MessagePort
  /** samples a second */
  rate: number
  /** what the device keeps doing to the sound though it was asked not to */
  bent: ('echoCancellation' | 'noiseSuppression' | 'autoGainControl')[]
  /** taken away, or let go */
  onEnd(then: () => void): void
  onMute(then: (muted: boolean) => void): void
  stop(): void
}
const PLAIN = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const

/** Asks for the microphone, plain: nothing that makes voices clearer, and saws unlike themselves. */
export async function openMicrophone(): Promise<Microphone | NoMicrophone> {
  if (!window.isSecureContext || !('mediaDevices' in navigator)) return 'insecure'
  let stream: MediaStream
  try {
    stream = await navigator.mediaDevices.getUserMedia({ audio: { ...PLAIN, channelCount: 1 } })
  } catch (error) {
    const name = error instanceof Error ? error.name : ''
    if (name === 'NotAllowedError' || name === 'SecurityError') return 'denied'
    return name === 'NotFoundError' || name === 'OverconstrainedError' ? 'none' : 'failed'
  }
  const context = new AudioContext()
  const stop = () => {
    stream.getTracks().forEach((t) => t.stop())
    void context.close().catch(() => undefined)
  }
  try {
    await context.audioWorklet.addModule(captureUrl)
    const node = new AudioWorkletNode(context, 'capture', { numberOfInputs: 1, numberOfOutputs: 0 })
    context.createMediaStreamSource(stream).connect(node)
    const { port1, port2 } = new MessageChannel()
    node.port.postMessage(port1, [port1])
    await context.resume()
    const track = stream.getAudioTracks()[0]
    const is = track?.getSettings() ?? {}
    return {
      port: port2,
      rate: context.sampleRate,
      bent: (Object.keys(PLAIN) as (keyof typeof PLAIN)[]).filter((k) => is[k] === true),
      onEnd: (then) => track?.addEventListener('ended', then),
      onMute: (then) => {
        track?.addEventListener('mute', () => then(true))
        track?.addEventListener('unmute', () => then(false))
      },
      stop,
    }
  } catch {
    stop()
    return 'failed'
  }
}
