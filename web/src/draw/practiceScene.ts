import { breachBit, wrapped, type Cutting, type Line, type Slip } from '@green-pitch/core/practice'

/** Colors of the theme in use, by the names they have in the style sheet. */
const NAMES = ['paper', 'sheet', 'ink', 'soft', 'faint', 'within', 'near', 'beyond', 'stock', 'stock-line', 'steel-dark', 'kerf'] as const
export type Colors = Record<(typeof NAMES)[number], string>
export function colorsOf(e: Element): Colors {
  const style = getComputedStyle(e)
  return Object.fromEntries(NAMES.map((n) => [n, style.getPropertyValue(`--${n}`).trim()])) as Colors
}

const MARGIN = 12 // kerfs of pattern paper about the lines, and of board about the paper
const KERF_PX = 14 // px that a kerf is drawn wide, so that one sees where the line lies in it
const SPACED = 0.15 // mm between places of the kerf that are looked at
const FLAT = 0.06 // rad a drawn stretch may bend: points are what a stroke costs
const LONG = 3 // mm a drawn stretch is at most
const LINE = 0.18 // mm

/** What of a cut was drawn already: a path that grows, and the places where the kerf came out wider or brown. */
export interface Drawn {
  path: Path2D
  rows: number
  /** where the path ends, and where the kerf has come to since, with the way there */
  last: [number, number]
  tip: [number, number]
  way: number
  wide: number[]
  brown: number[]
}
export const drawnOf = (): Drawn => ({ path: new Path2D(), rows: 0, last: [NaN, NaN], tip: [NaN, NaN], way: 0, wide: [], brown: [] })

/** The exercise as it lies on the board: paths in mm, made once. */
export interface Scene {
  lines: Path2D
  waste: Path2D
  box: { x: number; y: number; width: number; height: number }
  /** mm of board about that */
  rim: number
}
export function sceneOf(lines: readonly Line[], offset: number, kerf: number): Scene {
  const scene: Scene = { lines: new Path2D(), waste: new Path2D(), box: { x: 0, y: 0, width: 0, height: 0 }, rim: MARGIN * kerf }
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  const BAND = 5 * kerf
  for (const { points: p } of lines) {
    const side: [number, number][] = []
    let [kept, way] = [0, Infinity]
    for (let i = 0; i < p.length; i += 2) {
      const [x, y] = [p[i]!, p[i + 1]!]
      // only where it bends
      if (i > 0 && i + 3 < p.length) {
        const ahead = Math.atan2(p[i + 3]! - y, p[i + 2]! - x)
        if (Math.abs(wrapped(ahead - way)) < FLAT && i - kept < 400) continue
        way = ahead
        kept = i
      } else if (i === 0) way = Math.atan2(p[3]! - y, p[2]! - x)
      ;[x0, y0, x1, y1] = [Math.min(x0, x), Math.min(y0, y), Math.max(x1, x), Math.max(y1, y)]
      if (i) scene.lines.lineTo(x, y)
      else scene.lines.moveTo(x, y)
      if (!offset) continue
      const j = Math.min(i, p.length - 4)
      const [dx, dy] = [p[j + 2]! - p[j]!, p[j + 3]! - p[j + 1]!]
      const long = (Math.hypot(dx, dy) || 1) * Math.sign(offset)
      if (i) scene.waste.lineTo(x, y)
      else scene.waste.moveTo(x, y)
      side.push([x - (dy / long) * BAND, y + (dx / long) * BAND])
    }
    for (const [x, y] of side.reverse()) scene.waste.lineTo(x, y)
    scene.waste.closePath()
  }
  const { rim } = scene
  scene.box = { x: x0 - rim, y: y0 - rim, width: x1 - x0 + 2 * rim, height: y1 - y0 + 2 * rim }
  return scene
}

/** Takes what was sawn since the last picture into the drawn kerf. */
export function grow(d: Drawn, c: Cutting): void {
  const { trace } = c
  for (; d.rows < trace.rows; d.rows++) {
    const [x, y] = [trace.at(d.rows, 'x'), trace.at(d.rows, 'y')]
    const fresh = Number.isNaN(d.last[0])
    const [dx, dy] = [x - d.tip[0], y - d.tip[1]]
    const far = Math.hypot(dx, dy)
    const width = trace.at(d.rows, 'width')
    const brown = (trace.at(d.rows, 'breach') & breachBit('browns')) !== 0
    if (!fresh && far < SPACED && !(brown && d.brown.length === 0)) continue
    if (fresh) {
      d.path.moveTo(x, y)
      d.last = [x, y]
    } else {
      const way = Math.atan2(dy, dx)
      const first = d.tip[0] === d.last[0] && d.tip[1] === d.last[1]
      if (first) d.way = way
      else if (Math.abs(wrapped(way - d.way)) > FLAT || Math.hypot(x - d.last[0], y - d.last[1]) > LONG) {
        d.path.lineTo(...d.tip)
        d.last = d.tip
        d.way = way
      }
    }
    d.tip = [x, y]
    if (width > 1.02 * c.saw.kerf) d.wide.push(x, y, width)
    if (brown) d.brown.push(x, y)
  }
}

export interface Camera {
  /** px: where the blade stands, or the middle of what is looked at */
  at: [number, number]
  /** mm */
  of: [number, number]
  /** rad that the work is turned on the screen, clockwise */
  turned: number
  /** px a mm */
  scale: number
}
const scaleFor = (kerf: number) => Math.min(34, Math.max(4, KERF_PX / kerf))

/** What moves under the hand: the work about a saw that stands, the saw about fixed work, or a plate down into it. */
export type Moves = 'work' | 'saw' | 'down'
/** The camera of a cut under way: of a saw that stands, its teeth toward the user; of a saw that is led, the way it was set down. */
export function cameraOf(c: Cutting, moves: Moves, width: number, height: number, start: number): Camera {
  const scale = scaleFor(c.saw.kerf)
  const of: [number, number] = [c.x, c.y]
  if (moves === 'work') return { at: [width / 2, height * 0.4], of, turned: Math.PI / 2 + c.heading, scale }
  return moves === 'down'
    ? { at: [width / 2, height * 0.4], of, turned: Math.PI / 2 + start, scale }
    : { at: [width / 2, height * 0.6], of, turned: start - Math.PI / 2, scale }
}
/** The camera that shows the whole piece. */
export function overview({ box }: Scene, width: number, height: number): Camera {
  const scale = Math.min((width - 40) / box.width, (height - 40) / box.height, 26)
  return { at: [width / 2, height / 2], of: [box.x + box.width / 2, box.y + box.height / 2], turned: 0, scale }
}
const toWork = (ctx: CanvasRenderingContext2D, { at, of, turned, scale }: Camera) => {
  ctx.translate(at[0], at[1])
  ctx.rotate(turned)
  ctx.scale(scale, -scale)
  ctx.translate(-of[0], -of[1])
}
/** Where a place of the work is seen, px. */
export function onScreen({ at, of, turned, scale }: Camera, x: number, y: number): [number, number] {
  const [dx, dy] = [(x - of[0]) * scale, -(y - of[1]) * scale]
  const [cos, sin] = [Math.cos(turned), Math.sin(turned)]
  return [at[0] + dx * cos - dy * sin, at[1] + dx * sin + dy * cos]
}
/** Which place of the work is seen there, mm. */
export function inWork({ at, of, turned, scale }: Camera, px: number, py: number): [number, number] {
  const [dx, dy] = [px - at[0], py - at[1]]
  const [cos, sin] = [Math.cos(turned), Math.sin(turned)]
  return [of[0] + (dx * cos + dy * sin) / scale, of[1] - (-dx * sin + dy * cos) / scale]
}

/** Board, pattern and everything sawn. @param peeled share of the pattern already taken off */
export function paintWork(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  scene: Scene,
  drawn: readonly Drawn[],
  kerf: number,
  colors: Colors,
  peeled = 0,
): void {
  const { box, rim } = scene
  ctx.save()
  toWork(ctx, camera)
  ctx.fillStyle = colors.stock
  ctx.fillRect(box.x - rim, box.y - rim, box.width + 2 * rim, box.height + 2 * rim)
  ctx.lineWidth = 1 / camera.scale
  ctx.strokeStyle = colors['stock-line']
  ctx.strokeRect(box.x - rim, box.y - rim, box.width + 2 * rim, box.height + 2 * rim)
  if (peeled < 1) {
    ctx.save()
    if (peeled > 0) {
      ctx.beginPath()
      ctx.rect(box.x + box.width * peeled, box.y, box.width * (1 - peeled), box.height)
      ctx.clip()
    }
    ctx.fillStyle = colors.sheet
    ctx.fillRect(box.x, box.y, box.width, box.height)
    ctx.fillStyle = colors.faint
    ctx.fill(scene.waste)
    ctx.lineWidth = LINE
    ctx.strokeStyle = colors.ink
    ctx.lineJoin = 'miter'
    ctx.stroke(scene.lines)
    ctx.restore()
    if (peeled > 0) {
      // the edge of the sheet as it comes up
      const x = box.x + box.width * peeled
      const curl = ctx.createLinearGradient(x - 3, 0, x + 2, 0)
      curl.addColorStop(0, 'transparent')
      curl.addColorStop(0.5, colors['stock-line'])
      curl.addColorStop(1, colors.sheet)
      ctx.fillStyle = curl
      ctx.fillRect(x - 3, box.y, 5, box.height)
    }
  }
  if (peeled > 0) {
    // where the line was
    ctx.lineWidth = 1 / camera.scale
    ctx.setLineDash([4 / camera.scale, 4 / camera.scale])
    ctx.strokeStyle = colors.soft
    ctx.stroke(scene.lines)
    ctx.setLineDash([])
  }
  ctx.lineCap = ctx.lineJoin = 'round'
  for (const d of drawn) {
    ctx.fillStyle = 'rgba(96, 52, 16, 0.45)' // singed wood, in every light
    for (let i = 0; i < d.brown.length; i += 2) dot(ctx, d.brown[i]!, d.brown[i + 1]!, kerf)
    ctx.fillStyle = colors.kerf
    for (let i = 0; i < d.wide.length; i += 3) dot(ctx, d.wide[i]!, d.wide[i + 1]!, d.wide[i + 2]! / 2)
    ctx.strokeStyle = colors.kerf
    ctx.lineWidth = kerf
    ctx.stroke(d.path)
    ctx.beginPath()
    ctx.moveTo(...d.last)
    ctx.lineTo(...d.tip)
    ctx.stroke()
  }
  ctx.restore()
}
function dot(ctx: CanvasRenderingContext2D, x: number, y: number, r: number) {
  ctx.beginPath()
  ctx.arc(x, y, r, 0, 7)
  ctx.fill()
}

/** The blade in its kerf, seen from above, bent as it is, or a plate seen along its teeth; what is wrong with it shows. */
export function paintBlade(ctx: CanvasRenderingContext2D, camera: Camera, c: Cutting, plate: boolean, colors: Colors): void {
  const { saw } = c
  ctx.save()
  toWork(ctx, camera)
  ctx.translate(c.x, c.y)
  ctx.rotate(c.heading)
  const front = Math.min(saw.width / 2, 6)
  ctx.fillStyle = colors.kerf
  if (!plate) ctx.fillRect(0, -saw.kerf / 2 + c.bend, front, saw.kerf)
  const wrong = c.breach & (breachBit('bows') | breachBit('binds') | breachBit('packs') | breachBit('leans'))
  const shaken = c.breach & breachBit('binds') ? 0.12 * saw.kerf * Math.sin(c.time * 190) : 0
  ctx.fillStyle = wrong ? colors.beyond : colors['steel-dark']
  const t = saw.thickness / 2
  const y = c.bend + shaken
  if (plate) {
    // seen along its tooth line, which is at the bottom of the kerf
    ctx.fillRect(-saw.width, y - t, saw.width, 2 * t)
    ctx.restore()
    return
  }
  ctx.beginPath()
  ctx.moveTo(-front, y - t)
  ctx.lineTo(front * 0.55, y - t)
  // teeth to the front
  for (let i = 0; i < 3; i++) {
    ctx.lineTo(front * (0.62 + 0.15 * i), y - saw.kerf / 2)
    ctx.lineTo(front * (0.7 + 0.15 * i), y + (i % 2 ? t : -t))
  }
  ctx.lineTo(front, y)
  ctx.lineTo(front * 0.55, y + t)
  ctx.lineTo(-front, y + t)
  ctx.closePath()
  ctx.fill()
  ctx.restore()
  const glow = Math.min(1, Math.max(0, c.heat - 0.6) / 0.6)
  if (saw.chars && glow > 0) {
    ctx.fillStyle = `rgba(150, 70, 10, ${0.5 * glow})`
    dot(ctx, ...camera.at, 8 + 22 * glow)
  }
}

/** How it stands in the stock seen from the front, and how hard it is fed: quiet figures in a corner. */
export function paintGauges(ctx: CanvasRenderingContext2D, c: Cutting, width: number, height: number, colors: Colors): void {
  const { saw } = c
  const [x, y, w, h] = [16, height - 30, Math.min(240, width * 0.5), 12]
  const most = 2 * saw.full
  ctx.fillStyle = colors.paper
  ctx.globalAlpha = 0.85
  ctx.fillRect(x - 8, y - 24, w + 16, 50)
  ctx.fillRect(width - 100, height - 86, 92, 82)
  ctx.globalAlpha = 1
  ctx.fillStyle = colors.faint
  ctx.fillRect(x, y, w, h)
  ctx.fillStyle = colors.within
  ctx.globalAlpha = 0.35
  const [from, to] = [Math.min(saw.bites, 0.8 * saw.full), 1.1 * saw.full]
  ctx.fillRect(x + (w * from) / most, y, (w * (to - from)) / most, h)
  ctx.globalAlpha = 1
  const at = Math.min(1, c.push / most)
  ctx.fillStyle = c.breach & (breachBit('bows') | breachBit('packs')) ? colors.beyond : colors.ink
  ctx.fillRect(x + w * at - 2, y - 4, 4, h + 8)
  ctx.font = '13px "Atkinson Hyperlegible Next Variable", sans-serif'
  ctx.fillStyle = colors.ink
  ctx.fillText('push', x, y - 9)
  ctx.fillStyle = colors.soft
  ctx.fillText(c.push < 0.06 * saw.push ? 'resting' : `${c.feed.toFixed(1)} mm/s`, x + 38, y - 9)
  // the stock from the front, lean drawn large
  const [gx, gy] = [width - 54, height - 36]
  ctx.fillStyle = colors.stock
  ctx.fillRect(gx - 36, gy - 16, 72, 32)
  ctx.strokeStyle = c.breach & breachBit('leans') ? colors.beyond : colors['steel-dark']
  ctx.lineWidth = 3
  const tilt = Math.max(-30, Math.min(30, (c.lean / saw.leanAllowed) * 10))
  ctx.beginPath()
  ctx.moveTo(gx - tilt * 0.7, gy - 24)
  ctx.lineTo(gx + tilt * 0.7, gy + 24)
  ctx.stroke()
  ctx.fillStyle = colors.ink
  ctx.fillText('lean', gx - 36, gy - 30)
}

/** Numbers at the places one would look at. */
export function paintSlips(
  ctx: CanvasRenderingContext2D,
  camera: Camera,
  places: readonly { slip: Slip; x: number; y: number }[],
  colors: Colors,
): void {
  places.forEach(({ slip, x, y }, i) => {
    const [px, py] = onScreen(camera, x, y)
    const shows = slip.verdict !== 'vanishes' && slip.verdict !== 'saw-again'
    ctx.fillStyle = shows ? colors.beyond : colors.within
    dot(ctx, px, py - 22, 11)
    ctx.strokeStyle = ctx.fillStyle
    ctx.lineWidth = 2
    ctx.beginPath()
    ctx.moveTo(px, py - 12)
    ctx.lineTo(px, py)
    ctx.stroke()
    ctx.fillStyle = colors.sheet
    ctx.font = '700 13px "Atkinson Hyperlegible Next Variable", sans-serif'
    ctx.textAlign = 'center'
    ctx.fillText(String(i + 1), px, py - 17)
    ctx.textAlign = 'start'
  })
}
