/** Hands the microphone's samples straight to the worker that reads them; the page's own thread never sees them. */
class Capture extends AudioWorkletProcessor {
  constructor() {
    super()
    this.block = new Float32Array(1024)
    this.filled = 0
    this.port.onmessage = (e) => {
      this.out = e.data
    }
  }
  process(inputs) {
    const channel = inputs[0]?.[0]
    if (channel && this.out) {
      this.block.set(channel, this.filled)
      this.filled += channel.length
      if (this.filled === this.block.length) {
        this.out.postMessage(this.block, [this.block.buffer])
        this.block = new Float32Array(1024)
        this.filled = 0
      }
    }
    return true
  }
}
registerProcessor('capture', Capture)
