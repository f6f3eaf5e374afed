declare module 'fft.js' {
  /** Radix-4 transform of a power-of-two size; complex numbers interleaved. */
  export default class FFT {
    constructor(size: number)
    createComplexArray(): number[]
    /** Fills the first half of `out` (the rest mirrors it) from real `data`. */
    realTransform(out: ArrayLike<number>, data: ArrayLike<number>): void
  }
}
