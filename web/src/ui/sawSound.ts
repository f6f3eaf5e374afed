/** The sound of a saw, made here: noise of the teeth that rises and falls with each stroke, louder and darker under load. */
export function sawSound() {
  const context = new AudioContext()
  const noise = context.createBuffer(1, context.sampleRate, context.sampleRate)
  const samples = noise.getChannelData(0)
  let s = 1
  for (let i = 0; i < samples.length; i++) {
    s = (s * 48271) % 2147483647
    samples[i] = s / 1073741823.5 - 1
  }
  const source = new AudioBufferSourceNode(context, { buffer: noise, loop: true })
  const band = new BiquadFilterNode(context, { type: 'bandpass', frequency: 2400, Q: 0.8 })
  const stroke = new OscillatorNode(context, { frequency: 4 })
  const swing = new GainNode(context, { gain: 0 })
  const loud = new GainNode(context, { gain: 0 })
  source.connect(band).connect(loud).connect(context.destination)
  stroke.connect(swing).connect(loud.gain)
  source.start()
  stroke.start()
  return {
    /** @param load share of the push allowed; 0 is silence */
    set(spm: number, load: number) {
      const now = context.currentTime
      const volume = 0.05 * Math.min(1.6, load)
      stroke.frequency.setTargetAtTime(Math.min(24, spm / 60), now, 0.05)
      band.frequency.setTargetAtTime(3000 - 900 * Math.min(2, load), now, 0.05)
      loud.gain.setTargetAtTime(volume, now, 0.05)
      swing.gain.setTargetAtTime(0.8 * volume, now, 0.05)
    },
    close: () => void context.close().catch(() => undefined),
  }
}
