import type { Cutting, Hand, Line, SimulatedSaw } from '@green-pitch/core/practice'
import { inWork, onScreen, type Camera, type Moves } from '../../draw/practiceScene'

const FULL = 60 // px of pull that feed as fast as teeth and gaps take it
const MOST = 3.5 // times the push allowed, however far one pulls
const LEAN = 0.1 // of a pull to the side is pushed, the rest turns; two fingers only turn
const FOLLOWS = 3 // 1/s by which the work turns after the hand
const SPIN = 1.8 // rad/s by keys on the spot
const MILDEST = 0.008 // 1/mm: a line without curves is steered as the widest
const LEAST = 0.05 // rad/s by keys at least
const RAMP = 3 // 1/s in which a held key comes to its full turn
const STEP = 0.1

/** A hand on the work or on the saw: fingers by where they took hold, keys by what is held down. */
export function gripOf(moves: Moves, saw: SimulatedSaw, lines: readonly Line[]) {
  const hand: Hand = { push: 0, side: 0, turn: 0 }
  const fingers = new Map<number, { x: number; y: number; held: [number, number] }>()
  const keys = { level: 0, resting: false, left: false, right: false, aside: false }
  const sharpest = Math.max(MILDEST, ...lines.map((l) => l.bend.reduce((a, b) => Math.max(a, Math.abs(b)), 0)))
  let turning = 0
  let camera: Camera | undefined

  return {
    keys,
    /** a finger or pointer takes hold where it is */
    hold(id: number, x: number, y: number) {
      if (camera) fingers.set(id, { x, y, held: moves === 'work' ? inWork(camera, x, y) : [x, y] })
    },
    move(id: number, x: number, y: number) {
      const f = fingers.get(id)
      if (f) [f.x, f.y] = [x, y]
    },
    release: (id: number) => fingers.delete(id),
    letGo() {
      fingers.clear()
      Object.assign(keys, { level: 0, left: false, right: false, aside: false })
    },
    pushBy(steps: number) {
      // the first press is one that bites
      const least = Math.min(0.9, Math.ceil((10 * saw.bites) / saw.full) / 10)
      if (keys.level === 0 && steps > 0) keys.level = least - STEP
      keys.level = Math.min(2.5, Math.max(0, Math.round((keys.level + steps * STEP) * 10) / 10))
      keys.resting = false
    },
    /** What the hand does now; the same object each time. */
    read(c: Cutting, seen: Camera, dt: number): Hand {
      camera = seen
      const way = (keys.left ? 1 : 0) - (keys.right ? 1 : 0)
      turning += Math.max(-RAMP * dt, Math.min(RAMP * dt, way - turning))
      if (!way) turning *= 1 - Math.min(1, 8 * dt)
      const resting = keys.resting || keys.level === 0
      hand.push = resting ? 0 : keys.level * saw.full
      // left is left on the screen: a cut that comes toward the user has its right there
      const sign = moves === 'saw' ? 1 : -1
      const most = resting && fingers.size === 0 ? SPIN : Math.max(LEAST, 1.6 * Math.max(c.feed, 0.3 * saw.pace) * sharpest)
      hand.turn = keys.aside ? 0 : sign * turning * most
      hand.side = keys.aside ? sign * way * 0.2 * saw.full : 0
      if (!fingers.size) return hand
      let [along, aside, twist] = [0, 0, 0]
      const heading = seen.turned - c.heading
      const [hx, hy] = [Math.cos(heading), Math.sin(heading)]
      for (const f of fingers.values()) {
        const [gx, gy] = moves === 'work' ? onScreen(seen, ...f.held) : f.held
        const [dx, dy] = [f.x - gx, f.y - gy]
        if (moves === 'work') {
          // the work is pushed against the way the cut goes, and turns about the blade with the finger
          const [rx, ry] = [gx - seen.at[0], gy - seen.at[1]]
          along -= dx * hx + dy * hy
          aside -= dx
          twist += (FOLLOWS * (rx * dy - ry * dx)) / Math.max(60 * 60, rx * rx + ry * ry)
        } else {
          along += dx * hx + dy * hy
          aside -= hx * dy - hy * dx
          twist -= ((hx * dy - hy * dx) / FULL) * most * 1.2
        }
      }
      const n = fingers.size
      hand.push = Math.min(MOST * saw.push, (Math.max(0, along) / n / FULL) * saw.full)
      hand.turn = twist / n
      hand.side = n > 1 ? 0 : LEAN * Math.max(-2, Math.min(2, aside / FULL)) * saw.push
      return hand
    },
  }
}
