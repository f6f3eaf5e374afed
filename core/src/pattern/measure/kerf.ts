import Flatbush from 'flatbush'
import { spend, toRadians, unbounded, type Effort } from '../../number/index.js'
import type { LineSide } from '../../job/index.js'
import { lineLength, type Points } from '../read/index.js'
import { boxOf, distanceTo, fromPath, grown, signedArea, toPath, type Ring } from '../outline/index.js'

import { between, chunksOf, crosses } from './web.js'

/** How far the kerf's centre lies outside a ring, mm: into the waste when the line is left, on it when split. */
export function kerfOffset(role: Ring['role'], line: LineSide, kerf: number): number {
  const toWaste = { leave: 1, split: 0, take: -1 }[line] * (role === 'opening' ? -1 : 1)
  return (toWaste * kerf) / 2
}

/** A ring moved outward by `by` mm (inward where negative), round at corners; several rings or none where it parts or vanishes. */
export function offset(p: Points, by: number, effort = unbounded): Points[] {
  if (by === 0) return [p]
  const plain = parallel(p, by)
  // where nothing of the parallel line comes nearer the ring than it should, it is the offset; most rings end here
  if (signedArea(plain) > 0 && !between(chunksOf(p), chunksOf(plain), Math.abs(by) - TRUE, effort)) return [plain]
  // the general way sweeps down the line: it costs a point each strand it meets there, and each crossing
  spend(effort, (p.length / 2) * (GENERAL + STRAND * strands(p)) + CROSSING * crossings(p, effort))
  return grown([toPath(p)], by, unbounded).map(fromPath)
}

const GENERAL = 600 // steps a point, a strand beside it, and a crossing
const STRAND = 25
const CROSSING = 2000

/** How many stretches of a line stand side by side at one height, on average. */
function strands(p: Points): number {
  let climbed = 0
  for (let i = 1, j = p.length - 1; i < p.length; j = i, i += 2) climbed += Math.abs(p[i]! - p[j]!)
  const { minY, maxY } = boxOf(p)
  return climbed / Math.max(maxY - minY, 1e-6)
}

/** How often a ring crosses itself, counted no further than its effort lets it. */
function crossings(p: Points, effort: Effort): number {
  const n = p.length / 2
  if (n < PLAIN) return 0
  const tree = new Flatbush(n)
  for (let i = 0; i < n; i++) {
    const k = (2 * i + 2) % p.length
    tree.add(Math.min(p[2 * i]!, p[k]!), Math.min(p[2 * i + 1]!, p[k + 1]!), Math.max(p[2 * i]!, p[k]!), Math.max(p[2 * i + 1]!, p[k + 1]!))
  }
  tree.finish()
  let count = 0
  for (let i = 0; i < n; i++) {
    const k = (2 * i + 2) % p.length
    const met = tree.search(
      Math.min(p[2 * i]!, p[k]!),
      Math.min(p[2 * i + 1]!, p[k + 1]!),
      Math.max(p[2 * i]!, p[k]!),
      Math.max(p[2 * i + 1]!, p[k + 1]!),
      (j) => j > i + 1,
    )
    spend(effort, 20 + 10 * met.length)
    for (const j of met) if (crosses(p, 2 * i, k, p, 2 * j, (2 * j + 2) % p.length)) count++
    if (CROSSING * count > effort.left) break
  }
  return count
}
const PLAIN = 400 // points below which even a ring that crosses itself everywhere is soon done

const TRUE = 2e-3 // mm a parallel line may come too near: chords of its round corners
const ROUND = toRadians(10)

/** Every edge moved outward by `by`: edges meet where they cross, and round the vertex where they part. */
function parallel(p: Points, by: number): Points {
  const out: number[] = []
  const n = p.length
  let [ux, uy] = unit(p[n - 2]!, p[n - 1]!, p[0]!, p[1]!)
  for (let i = 0; i < n; i += 2) {
    const k = i + 2 === n ? 0 : i + 2
    const [x, y] = [p[i]!, p[i + 1]!]
    const [vx, vy] = unit(x, y, p[k]!, p[k + 1]!)
    const cross = ux * vy - uy * vx
    const dot = ux * vx + uy * vy
    const turn = Math.atan2(cross, dot)
    // outward of a clockwise ring is (dy, −dx)
    if (turn * by > 0 && Math.abs(turn) > ROUND) {
      const steps = Math.ceil(Math.abs(turn) / ROUND)
      for (let s = 0; s <= steps; s++) {
        const [c, d] = [Math.cos((turn * s) / steps), Math.sin((turn * s) / steps)]
        const [wx, wy] = [ux * c - uy * d, ux * d + uy * c]
        out.push(x + by * wy, y - by * wx)
      }
    } else {
      // 1 + dot is 0 only where the line turns back on itself, and the check above refuses that
      const f = by / Math.max(1 + dot, 1e-3)
      out.push(x + f * (uy + vy), y - f * (ux + vx))
    }
    ;[ux, uy] = [vx, vy]
  }
  return out
}
function unit(ax: number, ay: number, bx: number, by: number): [number, number] {
  const [dx, dy] = [bx - ax, by - ay]
  const l = Math.sqrt(dx * dx + dy * dy) || 1
  return [dx / l, dy / l]
}

export interface KerfFit {
  /** 'whole': the blade can go all round; 'parts': it cannot pass the narrows; 'none': it does not fit at all */
  fit: 'whole' | 'parts' | 'none'
  /** the kerf's centre line: what is sawn */
  paths: Points[]
}

/** Whether the kerf fits, and the line its centre follows, for one ring. */
export function kerfFit(ring: Ring, line: LineSide, kerf: number, effort = unbounded): KerfFit {
  const paths = offset(ring.points, kerfOffset(ring.role, line, kerf), effort).filter((p) => Math.abs(signedArea(p)) > 1e-4)
  const fit = paths.length === 0 ? 'none' : paths.length === 1 && reaches(paths[0]!, ring.points, kerf, effort) ? 'whole' : 'parts'
  return { fit, paths }
}

const UNREACHED = 3 // kerfs: an arm as long that the kerf does not enter is more than the tip of a corner; estimate

/** Whether the line the kerf follows goes wherever the ring does: narrow arms are cut off without parting it. */
function reaches(path: Points, ring: Points, kerf: number, effort: Effort): boolean {
  // a line round the ring is shorter by a turn of the kerf, and by little at each corner
  if (lineLength(path, true) > lineLength(ring, true) - 2 * UNREACHED * kerf) return true
  const step = 2 * Math.max(1, Math.floor(ring.length / 2 / LOOKS))
  for (let i = 0; i < ring.length; i += step) {
    spend(effort, 4 * path.length)
    if (distanceTo(path, ring[i]!, ring[i + 1]!) > UNREACHED * kerf) return false
  }
  return true
}
const LOOKS = 300 // points of a ring that are looked at
