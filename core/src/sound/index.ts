export { readPluck, type NotHeard, type Partial, type PluckRead } from './pluck.js'
export { readStrokeRate, type StrokesRead } from './strokes.js'
export { pluckSound, sawSound, type PluckSound } from './synth.js'
export { hann, powerOfTwo, spectrum, type Spectrum } from './spectrum.js'
