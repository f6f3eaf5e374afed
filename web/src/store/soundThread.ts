import { wrap, type Remote } from 'comlink'
import type { SoundWork } from '../work/soundWork'

/** A worker that hears, begun by the first question. */
export function soundThread() {
  let thread: Worker | undefined
  let work: Remote<SoundWork> | undefined
  return {
    ask(): Remote<SoundWork> {
      thread ??= new Worker(new URL('../work/sound.worker.ts', import.meta.url), { type: 'module' })
      return (work ??= wrap<SoundWork>(thread))
    },
    /** Lets go of what it is listening to. */
    async rest(): Promise<void> {
      await work?.stop()
    },
    end(): void {
      thread?.terminate()
      thread = work = undefined
    },
  }
}

/** The samples of a recording and their rate; what the browser cannot read, it throws. */
export async function decoded(file: File, rate: number): Promise<{ samples: Float32Array<ArrayBuffer>; rate: number }> {
  const sound = await new OfflineAudioContext(1, 1, rate).decodeAudioData(await file.arrayBuffer())
  return { samples: sound.getChannelData(0).slice(), rate: sound.sampleRate }
}
export const unreadable = (file: File): string =>
  `${file.name} is no recording this browser can read. Save it as a WAV file; nothing was changed.`
