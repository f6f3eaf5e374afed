import type { Gray } from '../../picture/index.js'

// edges of a square of four pixels: 0 above, 1 right, 2 below, 3 left. For each way its corners can be inked (above left 1,
// above right 2, below right 4, below left 8): where a line comes in and goes out with the ink at its right hand
const WAYS: readonly (readonly (readonly [number, number])[])[] = [
  [],
  [[0, 3]],
  [[1, 0]],
  [[1, 3]],
  [[2, 1]],
  [],
  [[2, 0]],
  [[2, 3]],
  [[3, 2]],
  [[0, 2]],
  [],
  [[1, 2]],
  [[3, 1]],
  [[0, 1]],
  [[3, 0]],
  [],
]
const SADDLES: Record<number, [joined: [number, number][], parted: [number, number][]]> = {
  5: [
    [
      [0, 1],
      [2, 3],
    ],
    [
      [0, 3],
      [2, 1],
    ],
  ],
  10: [
    [
      [3, 0],
      [1, 2],
    ],
    [
      [1, 0],
      [3, 2],
    ],
  ],
}

/**
 * Lines along which a picture has the shade `cut`, between the pixels by how their shades lie to it (marching squares,
 * Lorensen and Cline 1987); closed, px, clockwise round ink and counter to it round what is free in it. Beyond the
 * picture is paper.
 * @param most points after which no more is drawn: the picture is no drawing
 */
export function contours({ width, height, v }: Gray, cut: number, most = 3e6): Float64Array[] {
  const at = (x: number, y: number) => (x < 0 || y < 0 || x >= width || y >= height ? 1 : v[y * width + x]!)
  const w = width + 1
  const walked = new Uint8Array(w * (height + 1))
  // what is ink, with a rim of paper round it: every square is looked at, most in vain
  const wide = width + 2
  const ink = new Uint8Array(wide * (height + 2))
  for (let y = 0, i = 0; y < height; y++) for (let x = 0, k = (y + 1) * wide + 1; x < width; x++, i++, k++) if (v[i]! < cut) ink[k] = 1
  const kind = (x: number, y: number) => {
    const i = (y + 1) * wide + x + 1
    return ink[i]! | (ink[i + 1]! << 1) | (ink[i + wide + 1]! << 2) | (ink[i + wide]! << 3)
  }
  const ways = (x: number, y: number, k: number) => {
    const saddle = SADDLES[k]
    if (!saddle) return WAYS[k]!
    return saddle[(at(x, y) + at(x + 1, y) + at(x + 1, y + 1) + at(x, y + 1)) / 4 < cut ? 0 : 1]
  }
  /** Where the line passes an edge, px; pixels' middles lie at half numbers. */
  const pass = (x: number, y: number, edge: number): [number, number] => {
    const [ax, ay, bx, by] = [
      [x, y, x + 1, y],
      [x + 1, y, x + 1, y + 1],
      [x, y + 1, x + 1, y + 1],
      [x, y, x, y + 1],
    ][edge]! as [number, number, number, number]
    const [p, q] = [at(ax, ay), at(bx, by)]
    const t = p === q ? 0.5 : Math.min(1, Math.max(0, (cut - p) / (q - p)))
    return [ax + t * (bx - ax) + 0.5, ay + t * (by - ay) + 0.5]
  }
  const out: Float64Array[] = []
  let drawn = 0
  for (let y0 = -1; y0 < height; y0++)
    for (let x0 = -1; x0 < width; x0++) {
      const k0 = kind(x0, y0)
      if (k0 === 0 || k0 === 15) continue
      for (const [first] of ways(x0, y0, k0)) {
        if (walked[(y0 + 1) * w + x0 + 1]! & (1 << first)) continue
        const line: number[] = []
        let [x, y, from] = [x0, y0, first]
        for (;;) {
          const cell = (y + 1) * w + x + 1
          if (walked[cell]! & (1 << from)) break
          walked[cell]! |= 1 << from
          const way = ways(x, y, kind(x, y)).find(([i]) => i === from)
          if (!way) break
          line.push(...pass(x, y, from))
          if (way[1] === 0) [y, from] = [y - 1, 2]
          else if (way[1] === 1) [x, from] = [x + 1, 3]
          else if (way[1] === 2) [y, from] = [y + 1, 0]
          else [x, from] = [x - 1, 1]
        }
        if (line.length >= 6) out.push(Float64Array.from(line))
        if ((drawn += line.length / 2) > most) return out
      }
    }
  return out
}
