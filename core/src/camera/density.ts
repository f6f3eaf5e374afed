/** Pixels to a millimeter a PNG (pHYs) or JPEG (JFIF) file says it was scanned at; undefined where it says none. */
export function scannedAt(b: Uint8Array): number | undefined {
  const two = (i: number) => (b[i]! << 8) | b[i + 1]!
  const four = (i: number) => two(i) * 65536 + two(i + 2)
  const real = (perMm: number) => (perMm > 1 && perMm < 200 ? perMm : undefined)
  if (b[0] === 0x89) {
    for (let i = 8; i + 21 < b.length; i += 12 + four(i)) {
      const kind = String.fromCharCode(...b.subarray(i + 4, i + 8))
      if (kind === 'pHYs') return b[i + 16] === 1 ? real(four(i + 8) / 1000) : undefined
      if (kind === 'IDAT') return undefined
    }
    return undefined
  }
  // the first segment of a JFIF file; 72 dots an inch is what programs write that do not know
  if (b[0] === 0xff && b[1] === 0xd8 && b[3] === 0xe0 && String.fromCharCode(...b.subarray(6, 10)) === 'JFIF') {
    const [unit, dots] = [b[13], two(14)]
    return unit === 1 && dots !== 72 && dots !== 96 ? real(dots / 25.4) : unit === 2 ? real(dots / 10) : undefined
  }
  return undefined
}
