/** What sounds within `half` Hz of `centre`, as a slow complex signal: parts re, im, at times t (s after the onset). */
export interface Band {
  re: Float64Array
  im: Float64Array
  t: Float64Array
  /** the filter's answer, by distance from the centre */
  answer(distance: number): number
}
export function band(x: Float64Array, rate: number, onset: number, end: number, centre: number, half: number): Band {
  // a Hann kernel two periods of the half-band long: its first zero lies at the band's edge
  const length = Math.max(8, Math.round((2 * rate) / half))
  const reach = length / 2
  const hop = Math.max(1, Math.round(rate / (4 * half)))
  const from = Math.round(onset * rate)
  const first = from + Math.ceil(reach)
  const last = Math.min(x.length, Math.round(end * rate)) - Math.ceil(reach)
  const count = Math.max(0, Math.floor((last - first) / hop) + 1)
  const kernel = Float64Array.from({ length }, (_, i) => (1 - Math.cos((2 * Math.PI * (i + 0.5)) / length)) / length)
  // x turned down by the centre, once
  const start = Math.max(0, from)
  const stop = Math.min(x.length, last + Math.ceil(reach) + 1)
  const n = Math.max(0, stop - start)
  const [ur, ui] = [new Float64Array(n), new Float64Array(n)]
  const w = (2 * Math.PI * centre) / rate
  const [c, s] = [Math.cos(w), Math.sin(w)]
  let [a, b] = [1, 0]
  for (let i = 0; i < n; i++) {
    const v = x[start + i]!
    ur[i] = 2 * v * a
    ui[i] = -2 * v * b
    const next = a * c - b * s
    b = a * s + b * c
    a = next
  }
  const out = { re: new Float64Array(count), im: new Float64Array(count), t: new Float64Array(count) }
  for (let k = 0; k < count; k++) {
    const mid = first + k * hop
    const at = mid - start - (length >> 1)
    let [re, im] = [0, 0]
    for (let j = 0; j < length; j++) {
      const i = at + j
      if (i < 0 || i >= n) continue
      re += kernel[j]! * ur[i]!
      im += kernel[j]! * ui[i]!
    }
    // the kernel's own middle lies half a sample off when its length is even
    out.re[k] = re
    out.im[k] = im
    out.t[k] = (mid - from - (length % 2 ? 0 : 0.5)) / rate
  }
  const answer = (distance: number) => {
    const u = (distance * length) / rate
    if (Math.abs(u) < 1e-6) return 1
    if (Math.abs(Math.abs(u) - 1) < 1e-6) return 0.5
    return Math.abs(Math.sin(Math.PI * u) / (Math.PI * u) / (1 - u * u))
  }
  return { ...out, answer }
}
