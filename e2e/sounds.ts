import { nonPluck } from '../bench/sound/generate'

/** Sixteen-bit mono WAV. */
export function wav(samples: ArrayLike<number>, rate = 48_000): Buffer {
  const out = Buffer.alloc(44 + 2 * samples.length)
  out.write('RIFF', 0)
  out.writeUInt32LE(36 + 2 * samples.length, 4)
  out.write('WAVEfmt ', 8)
  out.writeUInt32LE(16, 16)
  out.writeUInt16LE(1, 20)
  out.writeUInt16LE(1, 22)
  out.writeUInt32LE(rate, 24)
  out.writeUInt32LE(2 * rate, 28)
  out.writeUInt16LE(2, 32)
  out.writeUInt16LE(16, 34)
  out.write('data', 36)
  out.writeUInt32LE(2 * samples.length, 40)
  for (let i = 0; i < samples.length; i++) out.writeInt16LE(Math.round(32_000 * Math.max(-1, Math.min(1, samples[i]!))), 44 + 2 * i)
  return out
}

/** A blade's note in a quiet room, after `lead` s: overtones a little sharp, dying within a fifth of a second. */
export function bladeSound(pitch: number, lead = 1, rate = 48_000): Float32Array {
  const out = new Float32Array(Math.round((lead + 1.6) * rate))
  let s = 7
  const hiss = () => (s = (s * 16_807) % 2_147_483_647) / 2_147_483_647 - 0.5
  const start = Math.round(lead * rate)
  for (let i = 0; i < out.length; i++) {
    const t = (i - start) / rate
    let v = 0.006 * hiss()
    if (t >= 0)
      [1, 2.03, 3.11, 4.27].forEach((ratio, n) => {
        v += (0.4 / (n + 1)) * Math.exp((-t * Math.sqrt(n + 1)) / 0.09) * Math.sin(2 * Math.PI * pitch * ratio * t) * Math.min(1, t * 2000)
      })
    out[i] = v
  }
  return out
}

/** Speech-like, knocking or musical, of the kind asked for. */
export function otherSound(kind: string): { samples: Float32Array; rate: number } {
  for (let seed = 1; ; seed++) {
    const g = nonPluck(seed)
    if (g.about === kind) return g
  }
}
