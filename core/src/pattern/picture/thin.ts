/** Ink of a part of a picture, a byte a pixel, row by row. */
export interface Mask {
  width: number
  height: number
  m: Uint8Array
}

/** The pixels around one, from above clockwise. */
const aroundOf = (width: number) => [-width, -width + 1, 1, width + 1, width, width - 1, -1, -width - 1]

/** Ink worn down to lines a pixel wide (Zhang and Suen 1984); the mask's border must be free. Changed in place. */
export function thinned({ width, m }: Mask): void {
  const around = aroundOf(width)
  let live: number[] = []
  for (let i = width + 1; i < m.length - width - 1; i++) if (m[i]) live.push(i)
  for (let changed = true; changed;) {
    changed = false
    for (const half of [0, 1]) {
      const gone: number[] = []
      for (const i of live) {
        if (!m[i]) continue
        let [count, rises] = [0, 0]
        for (let k = 0; k < 8; k++) {
          const here = m[i + around[k]!]!
          count += here
          if (!here && m[i + around[(k + 1) & 7]!]!) rises++
        }
        if (count < 2 || count > 6 || rises !== 1) continue
        const [n, e, s, w] = [m[i + around[0]!]!, m[i + around[2]!]!, m[i + around[4]!]!, m[i + around[6]!]!]
        if (half ? n && w && (e || s) : e && s && (n || w)) continue
        gone.push(i)
      }
      for (const i of gone) m[i] = 0
      if (gone.length) changed = true
    }
    if (changed) live = live.filter((i) => m[i])
  }
}

export interface Path {
  /** px, through pixels' middles */
  points: number[]
  closed: boolean
  /** its ends lie where others meet */
  knots: [boolean, boolean]
}

/**
 * Lines of thinned ink, from one end or meeting to the next; where several meet, in one place.
 * @param spur px; free ends shorter than this are grain of the ink's edge
 */
export function pathsOf({ width, m }: Mask, spur: number): Path[] {
  const around = aroundOf(width)
  // ways that leave a pixel: neighbors side by side are one, as on the stairs of a slanting line
  const degree = (i: number) => around.reduce((d, o, k) => d + (m[i + o]! & (m[i + around[(k + 7) & 7]!]! ^ 1)), 0)
  const ink: number[] = []
  for (let i = width + 1; i < m.length - width - 1; i++) if (m[i]) ink.push(i)
  // pixels where more than two ways go, those beside each other one meeting
  const meeting = new Map<number, number>()
  const middles: [number, number][] = []
  for (const i of ink) {
    if (degree(i) < 3 || meeting.has(i)) continue
    const group = [i]
    meeting.set(i, middles.length)
    for (let k = 0; k < group.length; k++)
      for (const o of around) {
        const j = group[k]! + o
        if (m[j] && !meeting.has(j) && degree(j) >= 3) {
          meeting.set(j, middles.length)
          group.push(j)
        }
      }
    const mean = (of: (j: number) => number) => group.reduce((s, j) => s + of(j), 0) / group.length + 0.5
    middles.push([mean((j) => j % width), mean((j) => Math.floor(j / width))])
  }
  const spot = (i: number): [number, number] => [(i % width) + 0.5, Math.floor(i / width) + 0.5]
  const used = new Set<number>()
  const out: Path[] = []
  const walk = (from: number, first: number): void => {
    const points: number[] = [...(meeting.has(from) ? middles[meeting.get(from)!]! : spot(from))]
    let [before, at] = [from, first]
    let steps = 1
    while (!meeting.has(at)) {
      used.add(at)
      points.push(...spot(at))
      // straight neighbors before slanting ones, so that a stair is not cut
      const next = [0, 2, 4, 6, 1, 3, 5, 7]
        .map((k) => at + around[k]!)
        .find((j) => m[j] && j !== before && !used.has(j) && !(steps === 1 && j === from))
      if (next === undefined) break
      ;[before, at] = [at, next]
      steps++
    }
    const ended = meeting.has(at)
    if (ended) points.push(...middles[meeting.get(at)!]!)
    const knots: [boolean, boolean] = [meeting.has(from), ended]
    if (knots[0] !== knots[1] && points.length / 2 < spur) return
    if (points.length >= 4) out.push({ points, closed: false, knots })
  }
  for (const i of meeting.keys())
    for (const o of around) {
      const j = i + o
      if (m[j] && !meeting.has(j) && !used.has(j)) walk(i, j)
    }
  for (const i of ink)
    if (!used.has(i) && !meeting.has(i) && degree(i) === 1) {
      used.add(i)
      const next = around.map((o) => i + o).find((j) => m[j])
      if (next !== undefined && !used.has(next)) walk(i, next)
    }
  // what is left goes round
  for (const i of ink) {
    if (used.has(i) || meeting.has(i)) continue
    const points: number[] = []
    let at: number | undefined = i
    while (at !== undefined) {
      used.add(at)
      points.push(...spot(at))
      const here: number = at
      at = [0, 2, 4, 6, 1, 3, 5, 7].map((k) => here + around[k]!).find((j) => m[j] && !used.has(j))
    }
    if (points.length >= 8) out.push({ points, closed: true, knots: [false, false] })
  }
  return out
}
