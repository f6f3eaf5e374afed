import { quantile } from '../../number/index.js'
import { colorAt, type Picture } from '../picture.js'
import { edgesOf, type Edge } from './edge.js'
import { findPose, type Setting } from './find.js'
import { fit, type Fitted } from './fit.js'
import { pieceOn, planOf } from './ground.js'
import { cornerHeld, slipsOf, type CornerHeld, type Slip } from './judge.js'
import { flat, groundBy, lay, sizeBy, type Grounded } from './lens.js'
import { cardIn, sheetIn, type Corners } from './rectangle.js'
import { ringsOf, type Ring } from './ring.js'

/** The pattern a piece was sawn from: closed rings, mm, x y x y …; the outline first. */
export interface SawnPattern {
  rings: readonly Float64Array[]
}
export interface HoldOptions {
  /** mm a pixel, where the file says it (scanner) */
  scale?: number
  /** sheet or card the piece lies on or beside, mm */
  sheet?: readonly [number, number]
  card?: readonly [number, number]
  /** of the stock, mm: its face lies so far above the sheet */
  thickness?: number
  /** focal length, px, from the picture's own data */
  focal?: number
  /** the printed scale bar as measured, over as drawn */
  print?: number
  seen?: 'face' | 'back'
}
export type PieceTrouble = 'nothing-there' | 'cut-off' | 'no-contrast' | 'blurred' | 'other-piece' | 'no-sheet'
export interface EdgeHeld {
  /** index of the ring */
  ring: number
  /** the opening's waste is still in it */
  closed: boolean
  /** at most 0.5 mm apart along the line; deviation + into the waste, − into the piece, mm; sure: 0 to 1 */
  samples: { at: number; x: number; y: number; deviation: number; sure: number }[]
  mean: number
  spread: number
  most: number
  corners: CornerHeld[]
  slips: Slip[]
}
export interface Held {
  matched: boolean
  trouble?: PieceTrouble
  edges: EdgeHeld[]
  /** what is kept all round, + into the waste; told only where doubt is under 0.1 mm */
  bias: { mm: number; doubt: number }
  /** size of the print against the drawing */
  scale: { print: number; doubt: number; known: boolean }
  /** absent: the piece looks alike from both sides */
  seen?: 'face' | 'back'
}

const LARGEST = 80e6 // pixels
const PLAN = 760 // pixels along the longer side in which the piece is looked for
const FOCALS = [0.75, 1.15, 1.8] // of the longer side
const BLURRED = 0.42 // mm of spread of an edge beyond which no deviation of a tenth is told
const OTHER = 0.8 // mm that the middle place of another piece is off, laid as well as can be
const SIZE_OFF = 0.07
const ASTRAY = 3 // px of the plan between the pattern and the nearest edges, in the mean
// what a card beside the piece tells of size is as good as the lean between them is known
const CARD = 0.0025
const CARD_BY_ANY_LENS = 0.012

const refused = (trouble: PieceTrouble): Held => ({
  matched: false,
  trouble,
  edges: [],
  bias: { mm: 0, doubt: Infinity },
  scale: { print: 1, doubt: Infinity, known: false },
})

/**
 * Lays a sawn piece, as scanned or photographed, over its pattern, and tells with its sign how far the saw strayed from each line.
 * What the picture cannot tell is not told: size without a mark, the side of a piece that looks alike from both, an opening still full.
 * @throws RangeError where the pattern is none
 */
export function holdAgainst(image: Picture, pattern: SawnPattern, options: HoldOptions = {}): Held {
  const { width, height, data } = image
  const rings = ringsOf(pattern.rings)
  if (!(width > 40 && height > 40) || width * height > LARGEST || data.length < 4 * width * height) return refused('nothing-there')
  const plan = planOf(image, PLAN)
  const { scale, sheet, card, print } = options
  // a phone's own lens, its doubled one, a crop of either: where nothing says which, the one that fits
  const focals = options.focal ? [options.focal] : FOCALS.map((f) => f * Math.max(width, height))
  const thickness = scale ? 0 : (options.thickness ?? 0)
  let ground: Grounded | undefined
  let on: Uint8Array | undefined
  if (sheet && !scale) {
    const corners = sheetIn(image, plan)
    if (!corners) return refused('no-sheet')
    ground = groundBy(corners, sidesFor(corners, sheet), width, height, options.focal)
    on = within(
      corners.map(([x, y]) => [x / plan.by, y / plan.by] as const),
      plan.width,
      plan.height,
    )
  }
  let cardSeen: Corners | undefined
  const besides = card && !scale && !sheet
  const found = pieceOn(plan, on, (parts) => {
    if (!besides) return -1
    const one = cardIn(image, plan, parts, card)
    cardSeen = one.corners
    return one.at
  })
  if (typeof found === 'string') return refused(found)
  if (besides && !cardSeen) return refused('no-sheet')
  const bare = !scale && !ground
  const setting: Setting = {
    lens: scale ? flat(1 / scale) : (ground?.lens ?? flat(1)),
    ...(!bare && { size: print ?? 1 }),
    thickness,
    width,
    height,
  }
  const faces = options.seen ? [options.seen === 'back'] : [false, true]
  const twin = !options.seen && alikeTurnedOver(rings)
  const tried = (bare ? focals : [undefined]).flatMap((focal) => {
    const by = { ...setting, ...(focal && { focal }) }
    const laid = findPose(plan, found, rings, by, faces)
    // the other face is only worth a look where the nearest edges do not settle it
    return laid
      .filter((l, k) => k === 0 || (!twin && l.miss < 2.5 * laid[0]!.miss))
      .map((l) => measure(image, rings, l, by, cardSeen, card, print, options.focal !== undefined))
  })
  const best = tried.reduce((a, b) => (b.worth < a.worth ? b : a))
  const { fitted, edges } = best
  // the piece itself is whole in the picture: lines that lie outside it are another's
  if (best.cut) return refused('other-piece')
  const sure = quantile(
    edges.flatMap((e) => (e.closed ? [] : Array.from(e.sure))),
    0.5,
  )
  // where the pattern does not lie on the piece's edges, its lines have the same on both sides, and that is no want of contrast
  if (quantile(edges[0]!.apart, 0.5) < 2.2) return refused(best.miss > ASTRAY ? 'other-piece' : 'no-contrast')
  const blur = quantile(
    edges.filter((e) => !Number.isNaN(e.blur)).map((e) => e.blur),
    0.5,
  )
  if (blur > BLURRED) return refused('blurred')
  const full = edges.filter((e) => e.closed).length
  const openings = rings.length - 1
  if (
    best.off > OTHER ||
    !(sure > 0.3) ||
    fitted.seen < 0.6 ||
    (best.setting.size !== undefined && Math.abs(fitted.size) > SIZE_OFF) ||
    (openings > 1 && full * 2 >= openings + 1)
  )
    return refused('other-piece')
  return told(image, rings, best, print, twin)
}

/** A sheet's sides in the order of its corners: the longer goes with the longer. */
function sidesFor(c: readonly (readonly [number, number])[], [w, h]: readonly [number, number]): readonly [number, number] {
  const side = (i: number) => Math.hypot(c[i]![0] - c[(i + 1) % 4]![0], c[i]![1] - c[(i + 1) % 4]![1])
  return side(0) + side(2) > side(1) + side(3) === w > h ? [w, h] : [h, w]
}
/** Pixels of a plan inside a four-sided patch, a little in from its sides. */
function within(c: readonly (readonly [number, number])[], w: number, h: number): Uint8Array {
  const out = new Uint8Array(w * h)
  const turn = Math.sign((c[1]![0] - c[0]![0]) * (c[2]![1] - c[0]![1]) - (c[2]![0] - c[0]![0]) * (c[1]![1] - c[0]![1]))
  const IN = 2.5
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      if (
        c.every((a, i) => {
          const b = c[(i + 1) % 4]!
          const l = Math.hypot(b[0] - a[0], b[1] - a[1])
          return (turn * ((b[0] - a[0]) * (y + 0.5 - a[1]) - (b[1] - a[1]) * (x + 0.5 - a[0]))) / l > IN
        })
      )
        out[y * w + x] = 1
  return out
}

interface Measured {
  setting: Setting
  fitted: Fitted
  edges: Edge[]
  /** median of how far places are off when all is fitted, mm; how far from the nearest edges at first, px of the plan; what decides between faces */
  off: number
  miss: number
  worth: number
  cut: boolean
}
/** Edges and fit in turn, until neither moves the other. */
function measure(
  image: Picture,
  rings: readonly Ring[],
  laid: ReturnType<typeof findPose>[number],
  setting: Setting,
  cardSeen: Corners | undefined,
  card: readonly [number, number] | undefined,
  print: number | undefined,
  focalKnown: boolean,
): Measured {
  let { pose, lens, lean } = laid
  let edges: Edge[] = []
  let fitted: Fitted | undefined
  let own = setting
  for (let round = 0; round < 5; round++) {
    if (cardSeen && card) {
      // the card lies on the same ground: what it measures there is the size
      const perMm = sizeBy(cardSeen, card, image.width, image.height, setting.focal!, lean!)
      own = { ...setting, size: perMm * (print ?? 1), sizeSpread: focalKnown ? CARD : CARD_BY_ANY_LENS }
    }
    const before = fitted && round > 1 ? edges.map((e, r) => ({ ...e, off: fitted!.deviation[r]! })) : undefined
    edges = edgesOf(image, rings, lens, pose, setting.thickness, before)
    fitted = fit(rings, edges, lens, pose, own, lean, print)
    ;({ pose, lens } = fitted)
    lean = fitted.lean ?? lean
  }
  const left = fitted!.deviation.flatMap((d, r) => (edges[r]!.closed ? [] : Array.from(d).filter((v) => !Number.isNaN(v))))
  const off = left.length
    ? quantile(
        left.map((v) => Math.abs(v - fitted!.bias)),
        0.5,
      )
    : Infinity
  const outside = rings[0]!.places.filter((p) => {
    const [x, y] = lens.place(...lay(pose, p.x, p.y), setting.thickness * pose.size)
    return x < 1 || y < 1 || x > image.width - 1 || y > image.height - 1
  }).length
  return {
    setting: own,
    fitted: fitted!,
    edges,
    off,
    miss: laid.miss,
    worth: off + 0.3 * fitted!.spread + (1 - fitted!.seen) + 0.3 * edges.filter((e) => e.closed).length,
    cut: outside > 4,
  }
}
/** Whether a pattern looks as from its back: laid turned over on itself, its lines fall on its lines. */
function alikeTurnedOver(rings: readonly Ring[]): boolean {
  const points = rings.flatMap((r) => r.places.filter((_, i) => i % 3 === 0))
  const [mx, my] = [
    rings[0]!.places.reduce((s, p) => s + p.x, 0) / rings[0]!.places.length,
    rings[0]!.places.reduce((s, p) => s + p.y, 0) / rings[0]!.places.length,
  ]
  const cell = 1
  const near = new Set<number>()
  const key = (x: number, y: number) => Math.round(x / cell) * 100003 + Math.round(y / cell)
  for (const r of rings)
    for (const p of r.places) for (const dx of [-0.5, 0, 0.5]) for (const dy of [-0.5, 0, 0.5]) near.add(key(p.x + dx, p.y + dy))
  for (let k = 0; k < 720; k++) {
    const a = (2 * Math.PI * k) / 720
    const [c, s] = [Math.cos(a), Math.sin(a)]
    let missed = 0
    const most = 0.03 * points.length
    for (const { x, y } of points) {
      const [u, v] = [-(x - mx), y - my]
      if (!near.has(key(mx + c * u - s * v, my + s * u + c * v)) && ++missed > most) break
    }
    if (missed <= most) return true
  }
  return false
}

/** What was measured, in the figures that are asked. */
function told(
  image: Picture,
  rings: readonly Ring[],
  { fitted, edges, setting }: Measured,
  print: number | undefined,
  twin: boolean,
): Held {
  const { pose } = fitted
  const known = setting.size !== undefined
  const pixel = 1 / Math.hypot(edges[0]!.ways[0]!, edges[0]!.ways[1]!)
  const out: EdgeHeld[] = rings.map((ring, r) => {
    const e = edges[r]!
    if (e.closed) return { ring: r, closed: true, samples: [], mean: 0, spread: 0, most: 0, corners: [], slips: [] }
    const dev = fitted.deviation[r]!
    const samples = ring.places.map((p, i) => {
      const lost = Number.isNaN(dev[i]!)
      return { at: p.at, x: p.x, y: p.y, deviation: lost ? 0 : dev[i]!, sure: lost ? 0 : e.sure[i]! }
    })
    const clear = samples.filter((s, i) => s.sure > 0.3 && ring.places[i]!.corner > 1.2).map((s) => s.deviation)
    const mean = clear.length ? clear.reduce((a, b) => a + b, 0) / clear.length : 0
    return {
      ring: r,
      closed: false,
      samples,
      mean,
      spread: clear.length ? Math.sqrt(clear.reduce((a, v) => a + (v - mean) ** 2, 0) / clear.length) : 0,
      most: clear.reduce((a, v) => (Math.abs(v) > Math.abs(a) ? v : a), 0),
      corners: ring.corners.flatMap((c) => {
        const piece = pieceAt(image, rings, edges, fitted, setting, r, c.at)
        const near = clearNear(ring, dev, c.at)
        return piece ? (cornerHeld(c, piece, near ?? fitted.bias, pixel) ?? []) : []
      }),
      slips: slipsOf(ring.places, dev, e, ring.step),
    }
  })
  return {
    matched: true,
    edges: out,
    bias: { mm: fitted.bias, doubt: fitted.biasDoubt },
    scale: {
      print: known ? Math.exp(fitted.size) * (print ?? 1) : 1,
      doubt: known ? fitted.sizeDoubt : Infinity,
      known,
    },
    ...(!twin && { seen: pose.over ? ('back' as const) : ('face' as const) }),
  }
}
/** What is kept beside a corner, 1.5 to 5 mm from it. */
function clearNear(ring: Ring, dev: Float64Array, at: number): number | undefined {
  const near = ring.places.flatMap((p, i) => {
    const d = Math.min(Math.abs(p.at - at), ring.length - Math.abs(p.at - at))
    return d > 1.5 && d < 5 && !Number.isNaN(dev[i]!) ? [dev[i]!] : []
  })
  return near.length > 3 ? quantile(near, 0.5) : undefined
}
/** How much of the piece a place of the pattern shows, by the colors on both sides of the line near a corner. */
function pieceAt(
  image: Picture,
  rings: readonly Ring[],
  edges: readonly Edge[],
  { pose, lens, deviation }: Fitted,
  setting: Setting,
  r: number,
  at: number,
): ((x: number, y: number) => number) | undefined {
  const above = setting.thickness * pose.size
  const seen = (x: number, y: number): number[] => {
    const color = [0, 0, 0]
    colorAt(image, ...lens.place(...lay(pose, x, y), above), color)
    return color
  }
  const ring = rings[r]!
  const inside: number[][] = []
  // the waste's side of either arm may look its own way: wall here, ground there
  const outside: [number[][], number[][]] = [[], []]
  ring.places.forEach((p, i) => {
    const d = Math.min(Math.abs(p.at - at), ring.length - Math.abs(p.at - at))
    const o = deviation[r]![i]!
    if (d < 1.5 || d > 6 || Number.isNaN(o)) return
    const wall = edges[r]!.wall[i]!
    const [a, b] = [Math.min(0.8, 0.35 * p.keptRoom), wall > 0.25 ? 0.5 * wall : Math.min(0.8, 0.4 * p.wasteRoom)]
    inside.push(seen(p.x + p.nx * (o - a), p.y + p.ny * (o - a)))
    const arm = (p.at - at + ring.length) % ring.length < ring.length / 2 ? 1 : 0
    outside[arm].push(seen(p.x + p.nx * (o + b), p.y + p.ny * (o + b)))
  })
  if (inside.length < 4) return undefined
  const mid = (of: number[][]) =>
    [0, 1, 2].map((m) =>
      quantile(
        of.map((c) => c[m]!),
        0.5,
      ),
    )
  const kept = mid(inside)
  const sides = outside
    .filter((o) => o.length > 1)
    .map((o) => {
      const waste = mid(o)
      const d = kept.map((v, m) => v - waste[m]!)
      return { waste, d, whole: d.reduce((s, v) => s + v * v, 0) }
    })
  if (!sides.length || sides.some((s) => s.whole < 1e-5)) return undefined
  return (x, y) => {
    const c = seen(x, y)
    return Math.min(...sides.map(({ waste, d, whole }) => d.reduce((s, v, m) => s + v * (c[m]! - waste[m]!), 0) / whole))
  }
}
