/** Pixels a PNG or JPEG file says it has, from its head; undefined where it does not say so there. */
export function pictureSize(b: Uint8Array): { width: number; height: number } | undefined {
  const two = (i: number) => (b[i]! << 8) | b[i + 1]!
  if (b[0] === 0x89 && b.length > 24) return { width: two(16) * 65536 + two(18), height: two(20) * 65536 + two(22) }
  if (b[0] !== 0xff || b[1] !== 0xd8) return undefined
  for (let i = 2; i + 9 < b.length;) {
    if (b[i] !== 0xff) return undefined
    const kind = b[i + 1]!
    // frames begin with C0…CF, but for tables and arithmetic coding
    if (kind >= 0xc0 && kind <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(kind)) return { height: two(i + 5), width: two(i + 7) }
    i += kind === 0xff ? 1 : 2 + two(i + 2)
  }
  return undefined
}
