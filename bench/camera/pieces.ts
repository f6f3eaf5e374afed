import type { Picture, SawnPattern } from '@green-pitch/core/camera'
import { rndOf } from '../ear/session'

/** Sawn pieces as a scanner or a phone sees them, made without anything of the reader: a pattern, a hand that strays, stock with thickness. */
export interface Stray {
  /** + into the waste, mm */
  bias: number
  wander: number
  /** how many slips, and of what size */
  slips: number
  slip: number
  /** share of corners that are rounded, and cut past */
  rounded: number
  overcut: number
}
export interface Corner {
  x: number
  y: number
  kind: 'met' | 'rounded' | 'overcut'
}
export interface Sawn {
  pattern: SawnPattern
  /** as sawn, mm, the same rings with as many places */
  rings: Float64Array[]
  /** deviation of each place of each ring, + into the waste */
  deviation: Float64Array[]
  corners: Corner[]
  slips: { x: number; y: number; size: number; ring: number }[]
  /** slots of cuts past a corner */
  slots: Float64Array[]
}
type Rgb = readonly [number, number, number]
export interface Stage {
  kind: 'scan' | 'sheet' | 'bare' | 'card'
  perMm: number
  turn: number
  mirror: boolean
  /** the print against the drawing */
  print: number
  thickness: number
  stock: Rgb
  ground: Rgb
  table: Rgb
  grain: number
  paper: boolean
  blur: number
  noise: number
  sharpen: number
  /** of light over the picture */
  fall: number
  shadow: number
  /** how far the edge leans, mm over the thickness */
  lean: number
  focal: number
  tilt: readonly [number, number]
  sheet: readonly [number, number]
  shift: readonly [number, number]
  size: readonly [number, number]
  seed: number
}

/** A closed line through points at even steps of about `step`, corners kept. */
function dense(points: readonly (readonly [number, number])[], step: number): Float64Array {
  const out: number[] = []
  points.forEach((a, i) => {
    const b = points[(i + 1) % points.length]!
    const n = Math.max(1, Math.round(Math.hypot(b[0] - a[0], b[1] - a[1]) / step))
    for (let k = 0; k < n; k++) out.push(a[0] + ((b[0] - a[0]) * k) / n, a[1] + ((b[1] - a[1]) * k) / n)
  })
  return Float64Array.from(out)
}
const areaOf = (r: Float64Array) => {
  let s = 0
  for (let i = 0; i < r.length; i += 2) {
    const j = (i + 2) % r.length
    s += r[i]! * r[j + 1]! - r[j]! * r[i + 1]!
  }
  return s / 2
}
/** A drawing as people saw: an outline of waves or corners, a few openings in it. */
export function patternOf(seed: number): SawnPattern & { corners: { x: number; y: number }[] } {
  const r = rndOf(seed)
  const size = 26 + 34 * r()
  const cornered = r() < 0.5
  const corners: { x: number; y: number }[] = []
  const around = (n: number, of: (a: number) => number, at: readonly [number, number] = [0, 0]) =>
    Array.from({ length: n }, (_, i): [number, number] => {
      const a = (2 * Math.PI * i) / n
      return [at[0] + of(a) * Math.cos(a), at[1] + of(a) * Math.sin(a)]
    })
  const waves = Array.from({ length: 4 }, (_, k) => ({ n: k + 2, a: (0.2 / (k + 1)) * (r() - 0.3), p: 6.28 * r() }))
  const body = (a: number) => size * (1 + waves.reduce((s, w) => s + w.a * Math.sin(w.n * a + w.p), 0))
  let outline: [number, number][]
  if (cornered) {
    const n = 5 + Math.floor(4 * r())
    outline = Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * (i + 0.5 * (r() - 0.5))) / n
      const d = body(a) * (0.85 + 0.3 * r())
      return [d * Math.cos(a), d * Math.sin(a)]
    })
    for (const [x, y] of outline) corners.push({ x, y })
  } else outline = around(360, body)
  const rings = [dense(outline, 0.25)]
  const many = 1 + Math.floor(5 * r())
  for (let i = 0; i < many; i++) {
    const a = (2 * Math.PI * (i + 0.3 * r())) / many
    const d = many === 1 ? 0 : size * 0.42
    const at: [number, number] = [d * Math.cos(a), d * Math.sin(a)]
    const room = size * (many > 3 ? 0.13 : 0.18)
    const kind = r()
    if (kind < 0.4)
      rings.push(
        dense(
          around(90, () => room, at),
          0.25,
        ),
      )
    else if (kind < 0.75) {
      const n = 3 + Math.floor(3 * r())
      const p = around(n, () => room * 1.15, at)
      const turn = r()
      const turned = p.map(([x, y]): [number, number] => [
        at[0] + (x - at[0]) * Math.cos(turn) - (y - at[1]) * Math.sin(turn),
        at[1] + (x - at[0]) * Math.sin(turn) + (y - at[1]) * Math.cos(turn),
      ])
      for (const [x, y] of turned) corners.push({ x, y })
      rings.push(dense(turned, 0.25))
    } else {
      const phase = 6.28 * r()
      rings.push(
        dense(
          around(240, (b) => room * (1 + 0.25 * Math.sin(3 * b + phase)), at),
          0.25,
        ),
      )
    }
  }
  return { rings, corners }
}

/** That pattern as a hand saws it. */
export function sawn(pattern: SawnPattern & { corners: { x: number; y: number }[] }, stray: Stray, seed: number): Sawn {
  const r = rndOf(seed + 71)
  const gauss = () => Math.sqrt(-2 * Math.log(r() + 1e-12)) * Math.cos(2 * Math.PI * r())
  const out: Sawn = { pattern: { rings: pattern.rings }, rings: [], deviation: [], corners: [], slips: [], slots: [] }
  pattern.rings.forEach((ring, at) => {
    const n = ring.length / 2
    const hole = at > 0
    const turn = Math.sign(areaOf(ring))
    const dev = new Float64Array(n)
    // wander: a slow wave of chance, a tenth of it the ring's own
    const modes = Math.max(2, Math.round((n * 0.25) / 14))
    const amp = Array.from({ length: modes }, () => [gauss(), gauss()] as const)
    for (let i = 0; i < n; i++) {
      let w = 0
      amp.forEach(([a, b], k) => {
        const f = (2 * Math.PI * (k + 1) * i) / n
        w += a * Math.cos(f) + b * Math.sin(f)
      })
      dev[i] = stray.bias + (stray.wander * w) / Math.sqrt(modes)
    }
    const own = Array.from({ length: n }, (_, i) => i).filter((i) =>
      pattern.corners.some((c) => Math.hypot(c.x - ring[2 * i]!, c.y - ring[2 * i + 1]!) < 1e-6),
    )
    const far = (i: number, mm: number) => own.every((c) => Math.min((c - i + n) % n, (i - c + n) % n) * 0.25 > mm)
    const slips = hole ? (r() < stray.slips / 2 ? 1 : 0) : Math.floor(stray.slips + r())
    const taken: number[] = []
    for (let k = 0; k < slips; k++) {
      for (let tries = 0; tries < 40; tries++) {
        const c = Math.floor(r() * n)
        if (!far(c, 6) || taken.some((t) => Math.min((t - c + n) % n, (c - t + n) % n) * 0.25 < 14)) continue
        taken.push(c)
        const half = (1.2 + 1.6 * r()) / 0.25
        const size = stray.slip * (r() < 0.5 ? -1 : 1)
        for (let d = -Math.ceil(half); d <= half; d++)
          dev[(c + d + n) % n]! += size * Math.cos((Math.PI / 2) * Math.min(1, Math.abs(d / half))) ** 2
        out.slips.push({ x: ring[2 * c]!, y: ring[2 * c + 1]!, size, ring: at })
        break
      }
    }
    const place = new Float64Array(2 * n)
    const miter = new Float64Array(n)
    const nx = new Float64Array(n)
    const ny = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      const [a, b] = [(i - 1 + n) % n, (i + 1) % n]
      const n1 = [ring[2 * i + 1]! - ring[2 * a + 1]!, -(ring[2 * i]! - ring[2 * a]!)]
      const n2 = [ring[2 * b + 1]! - ring[2 * i + 1]!, -(ring[2 * b]! - ring[2 * i]!)]
      const [l1, l2] = [Math.hypot(...(n1 as [number, number])) || 1, Math.hypot(...(n2 as [number, number])) || 1]
      const [mx, my] = [n1[0]! / l1 + n2[0]! / l2, n1[1]! / l1 + n2[1]! / l2]
      const l = Math.hypot(mx, my) || 1
      const side = turn * (hole ? -1 : 1)
      nx[i] = (side * mx) / l
      ny[i] = (side * my) / l
      miter[i] = 2 / l
    }
    for (let i = 0; i < n; i++) {
      place[2 * i] = ring[2 * i]! + nx[i]! * dev[i]! * miter[i]!
      place[2 * i + 1] = ring[2 * i + 1]! + ny[i]! * dev[i]! * miter[i]!
    }
    for (const c of own) {
      const how = r()
      const at = { x: ring[2 * c]!, y: ring[2 * c + 1]! }
      if (how < stray.rounded) {
        // a fillet from d before to d after
        const d = Math.round((1.0 + 0.9 * r()) / 0.25)
        const p0 = [place[2 * ((c - d + n) % n)]!, place[2 * ((c - d + n) % n) + 1]!]
        const p2 = [place[2 * ((c + d) % n)]!, place[2 * ((c + d) % n) + 1]!]
        const p1 = [place[2 * c]!, place[2 * c + 1]!]
        for (let k = -d; k <= d; k++) {
          const t = (k + d) / (2 * d)
          const i = (c + k + n) % n
          for (const m of [0, 1]) place[2 * i + m] = (1 - t) ** 2 * p0[m]! + 2 * t * (1 - t) * p1[m]! + t * t * p2[m]!
        }
        out.corners.push({ ...at, kind: 'rounded' })
      } else if (hole && how < stray.rounded + stray.overcut) {
        const a = (c - 8 + n) % n
        const [dx, dy] = [place[2 * c]! - place[2 * a]!, place[2 * c + 1]! - place[2 * a + 1]!]
        const l = Math.hypot(dx, dy)
        const [ux, uy] = [dx / l, dy / l]
        const long = 0.9 + 0.9 * r()
        const kerf = 0.45
        const [px, py] = [nx[a]! * kerf, ny[a]! * kerf]
        const [x, y] = [place[2 * c]! - ux * 0.3, place[2 * c + 1]! - uy * 0.3]
        out.slots.push(
          Float64Array.of(
            x,
            y,
            x + ux * (long + 0.3),
            y + uy * (long + 0.3),
            x + ux * (long + 0.3) + px,
            y + uy * (long + 0.3) + py,
            x + px,
            y + py,
          ),
        )
        out.corners.push({ ...at, kind: 'overcut' })
      } else out.corners.push({ ...at, kind: 'met' })
    }
    out.rings.push(place)
    out.deviation.push(dev)
  })
  return out
}

/** How much of each pixel closed lines cover, by even and odd. */
function coverage(rings: readonly Float64Array[], w: number, h: number, into = new Float32Array(w * h), even = true): Float32Array {
  const SUB = 4
  const hits: number[][] = Array.from({ length: h * SUB }, () => [])
  for (const r of rings)
    for (let i = 0; i < r.length; i += 2) {
      const j = (i + 2) % r.length
      let [x0, y0, x1, y1] = [r[i]!, r[i + 1]! * SUB, r[j]!, r[j + 1]! * SUB]
      if (y0 === y1) continue
      if (y0 > y1) [x0, y0, x1, y1] = [x1, y1, x0, y0]
      for (let y = Math.max(0, Math.ceil(y0 - 0.5)); y + 0.5 < y1 && y < h * SUB; y++)
        hits[y]!.push(x0 + ((x1 - x0) * (y + 0.5 - y0)) / (y1 - y0))
    }
  for (let y = 0; y < h * SUB; y++) {
    const row = hits[y]!.sort((a, b) => a - b)
    const base = Math.floor(y / SUB) * w
    for (let k = 0; k + 1 < row.length; k += even ? 2 : 1) {
      const [a, b] = [Math.max(0, row[k]!), Math.min(w, even ? row[k + 1]! : row.at(-1)!)]
      for (let x = Math.floor(a); x < b; x++) {
        const c = Math.min(b, x + 1) - Math.max(a, x)
        if (c > 0) into[base + x] = Math.min(1, into[base + x]! + c / SUB)
      }
      if (!even) break
    }
  }
  return into
}

export interface Taken {
  image: Picture
  /** px of a place of the pattern on the face */
  place(x: number, y: number): readonly [number, number]
}
/** A picture of it. */
export function take(piece: Sawn, stage: Stage): Taken {
  const r = rndOf(stage.seed + 5)
  const gauss = () => r() + r() + r() + r() - 2
  const photo = stage.kind !== 'scan'
  const [w, h] = stage.size
  const [ca, sa, cb, sb] = [Math.cos(stage.tilt[0]), Math.sin(stage.tilt[0]), Math.cos(stage.tilt[1]), Math.sin(stage.tilt[1])]
  const far = stage.focal / stage.perMm
  /** px of a place on the ground, mm about the picture's middle, z above it */
  const see = (x: number, y: number, z: number): [number, number] => {
    if (!photo) return [w / 2 + x * stage.perMm, h / 2 + y * stage.perMm]
    const [px, py, pz] = [cb * x + sb * (sa * y - ca * z), ca * y + sa * z, -sb * x + cb * (sa * y - ca * z)]
    return [w / 2 + (stage.focal * px) / (far + pz), h / 2 + (stage.focal * py) / (far + pz)]
  }
  const [ct, st] = [Math.cos(stage.turn), Math.sin(stage.turn)]
  const lie = (x: number, y: number): [number, number] => {
    const [u, v] = [(stage.mirror ? -x : x) * stage.print, y * stage.print]
    return [stage.shift[0] + ct * u - st * v, stage.shift[1] + st * u + ct * v]
  }
  const onto = (ring: Float64Array, z: number, dx = 0, dy = 0) => {
    const out = new Float64Array(ring.length)
    for (let i = 0; i < ring.length; i += 2) {
      const [X, Y] = lie(ring[i]!, ring[i + 1]!)
      const [a, b] = see(X + dx, Y + dy, z)
      out[i] = a
      out[i + 1] = b
    }
    return out
  }
  const color = [0, 1, 2].map((c) => new Float32Array(w * h).fill((photo && stage.kind === 'sheet' ? stage.table : stage.ground)[c]!))
  const paint = (cover: Float32Array, of: (i: number, c: number) => number) => {
    for (let i = 0; i < cover.length; i++) {
      const a = cover[i]!
      if (a > 0) for (let c = 0; c < 3; c++) color[c]![i] = color[c]![i]! * (1 - a) + a * of(i, c)
    }
  }
  const rectangle = (cx: number, cy: number, W: number, H: number, z = 0) =>
    Float64Array.from(
      [-1, -1, 1, -1, 1, 1, -1, 1].flatMap((_, i, q) => (i % 2 ? [] : see(cx + (q[i]! * W) / 2, cy + (q[i + 1]! * H) / 2, z))),
    )
  if (stage.kind === 'sheet') paint(coverage([rectangle(0, 0, ...stage.sheet)], w, h), (_, c) => stage.ground[c]!)
  if (stage.kind === 'card')
    paint(coverage([rectangle(stage.shift[0], stage.shift[1] + 112, 85.6, 53.98)], w, h), (_, c) => [0.75, 0.2, 0.12][c]!)
  const all = piece.rings
  if (stage.shadow > 0) {
    const cast = new Float32Array(w * h)
    for (let k = 1; k <= 4; k++) {
      const one = coverage(
        all.map((g) => onto(g, 0, (stage.thickness * 0.6 * k) / 4, (stage.thickness * 0.4 * k) / 4)),
        w,
        h,
      )
      for (let i = 0; i < cast.length; i++) cast[i] = Math.max(cast[i]!, one[i]!)
    }
    for (let i = 0; i < cast.length; i++) for (const c of color) c[i]! *= 1 - stage.shadow * cast[i]!
  }
  if (photo && stage.thickness > 0) {
    const walls = new Float32Array(w * h)
    for (const ring of all) {
      const [top, low] = [onto(ring, stage.thickness), onto(ring, 0)]
      for (let i = 0; i < ring.length; i += 2) {
        const j = (i + 2) % ring.length
        coverageOfQuad(walls, w, h, [top[i]!, top[i + 1]!, top[j]!, top[j + 1]!, low[j]!, low[j + 1]!, low[i]!, low[i + 1]!])
      }
    }
    paint(walls, (_, c) => stage.stock[c]! * 0.62)
  }
  if (stage.lean > 0) {
    // the far side of the edge, out of focus and darker
    const foot = coverage(
      all.map((g) => onto(g, 0, stage.lean, stage.lean * 0.5)),
      w,
      h,
    )
    paint(foot, (_, c) => stage.stock[c]! * 0.55)
  }
  const face = coverage(
    [...all, ...[]].map((g) => onto(g, stage.thickness)),
    w,
    h,
  )
  const grainTurn = 6.28 * r()
  const [gx, gy] = [Math.cos(grainTurn), Math.sin(grainTurn)]
  paint(face, (i, c) => {
    const [x, y] = [(i % w) / stage.perMm, Math.floor(i / w) / stage.perMm]
    if (stage.paper) return [0.78, 0.77, 0.74][c]!
    const g = Math.sin((x * gx + y * gy) * 2.1 + 2 * Math.sin((x * gy - y * gx) * 0.07)) + 0.6 * Math.sin((x * gx + y * gy) * 6.3)
    return stage.stock[c]! * (1 + stage.grain * g)
  })
  if (stage.paper) {
    // what was printed stands on the paper where the saw left it
    const line = new Float32Array(w * h)
    for (const ring of piece.pattern.rings) {
      const p = onto(ring, stage.thickness)
      const half = 0.15 * stage.perMm
      for (let i = 0; i < p.length; i += 2) {
        const j = (i + 2) % p.length
        const [dx, dy] = [p[j]! - p[i]!, p[j + 1]! - p[i + 1]!]
        const l = Math.hypot(dx, dy) || 1
        const [ox, oy] = [(-dy / l) * half, (dx / l) * half]
        coverageOfQuad(line, w, h, [
          p[i]! + ox,
          p[i + 1]! + oy,
          p[j]! + ox,
          p[j + 1]! + oy,
          p[j]! - ox,
          p[j + 1]! - oy,
          p[i]! - ox,
          p[i + 1]! - oy,
        ])
      }
    }
    for (let i = 0; i < line.length; i++) line[i] = Math.min(line[i]!, face[i]!)
    paint(line, () => 0.08)
  }
  if (piece.slots.length) {
    const cut = coverage(
      piece.slots.map((g) => onto(g, stage.thickness)),
      w,
      h,
    )
    paint(cut, (_, c) => stage.ground[c]! * (photo ? 0.35 : 0.7))
  }
  const data = new Uint8ClampedArray(4 * w * h)
  for (let c = 0; c < 3; c++) {
    const v = color[c]!
    for (let i = 0; i < v.length; i++) v[i]! *= 1 + stage.fall * (((i % w) / w - 0.5) * 0.8 + (Math.floor(i / w) / h - 0.5) * 0.6)
    blur(v, w, h, stage.blur)
    for (let i = 0; i < v.length; i++) v[i]! += stage.noise * gauss()
    if (stage.sharpen > 0) {
      const soft = Float32Array.from(v)
      blur(soft, w, h, 1.2)
      for (let i = 0; i < v.length; i++) v[i]! += stage.sharpen * (v[i]! - soft[i]!)
    }
    for (let i = 0; i < v.length; i++) {
      const l = Math.max(0, v[i]!)
      data[4 * i + c] = 255 * (l <= 0.0031308 ? 12.92 * l : 1.055 * l ** (1 / 2.4) - 0.055)
    }
  }
  for (let i = 3; i < data.length; i += 4) data[i] = 255
  return { image: { width: w, height: h, data }, place: (x, y) => see(...lie(x, y), photo ? stage.thickness : 0) }
}
/** A small convex four-sided patch laid over. */
function coverageOfQuad(into: Float32Array, w: number, h: number, q: readonly number[]): void {
  const xs = [q[0]!, q[2]!, q[4]!, q[6]!]
  const ys = [q[1]!, q[3]!, q[5]!, q[7]!]
  const turn = Math.sign(xs.reduce((s, x, i) => s + x * ys[(i + 1) % 4]! - xs[(i + 1) % 4]! * ys[i]!, 0))
  for (let y = Math.max(0, Math.floor(Math.min(...ys))); y < Math.min(h, Math.max(...ys) + 1); y++)
    for (let x = Math.max(0, Math.floor(Math.min(...xs))); x < Math.min(w, Math.max(...xs) + 1); x++) {
      let n = 0
      for (let b = 0.25; b < 1; b += 0.5)
        for (let a = 0.25; a < 1; a += 0.5) {
          let inside = true
          for (let i = 0; i < 4 && inside; i++) {
            const j = (i + 1) % 4
            if (turn * ((xs[j]! - xs[i]!) * (y + b - ys[i]!) - (ys[j]! - ys[i]!) * (x + a - xs[i]!)) < 0) inside = false
          }
          if (inside) n++
        }
      if (n) into[y * w + x] = Math.min(1, into[y * w + x]! + n / 4)
    }
}
function blur(v: Float32Array, w: number, h: number, sigma: number): void {
  if (!(sigma > 0)) return
  const r = Math.ceil(3 * sigma)
  const k = Array.from({ length: 2 * r + 1 }, (_, i) => Math.exp(-((i - r) ** 2) / (2 * sigma * sigma)))
  const sum = k.reduce((a, b) => a + b, 0)
  const row = new Float32Array(Math.max(w, h))
  const pass = (n: number, at: (i: number) => number) => {
    for (let i = 0; i < n; i++) row[i] = v[at(i)]!
    for (let i = 0; i < n; i++) {
      let s = 0
      for (let d = -r; d <= r; d++) s += k[d + r]! * row[Math.min(n - 1, Math.max(0, i + d))]!
      v[at(i)] = s / sum
    }
  }
  for (let y = 0; y < h; y++) pass(w, (i) => y * w + i)
  for (let x = 0; x < w; x++) pass(h, (i) => i * w + x)
}
