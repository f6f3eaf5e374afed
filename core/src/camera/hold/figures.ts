import type { HeldPiece } from '../../log/index.js'
import type { Held } from './holdAgainst.js'

const TOLD = 0.1 // mm of doubt under which what is kept all round is told
const NOISE = { scan: 0.04, photo: 0.08 } as const // mm that the picture itself adds, taken out in squares

/** What of a held piece is kept with its cut and learned from. Corners say how they came out; they do not count as stray. */
export function heldFigures({ edges, bias, seen }: Held, by: keyof typeof NOISE): HeldPiece {
  const open = edges.filter((e) => !e.closed)
  const near = open.flatMap((e) =>
    e.samples.filter((s) => s.sure > 0.3 && e.corners.every((c) => Math.hypot(c.x - s.x, c.y - s.y) > 2)).map((s) => s.deviation),
  )
  // a mean distance of chance is 0.8 of its spread
  const MEAN = 0.8
  const mean = near.reduce((t, d) => t + Math.abs(d - bias.mm), 0) / Math.max(1, near.length)
  const corners = { met: 0, rounded: 0, overcut: 0 }
  for (const e of open) for (const c of e.corners) corners[c.kind]++
  const slips = open
    .flatMap((e) => e.slips)
    .sort((a, b) => b.size - a.size)
    .slice(0, 3)
    .map(({ size, into }) => ({ size, into }))
  return {
    ...(bias.doubt < TOLD && { bias }),
    stray: Math.sqrt(Math.max(0, mean ** 2 - (MEAN * NOISE[by]) ** 2)),
    most: open.reduce((m, e) => (Math.abs(e.most) > Math.abs(m) ? e.most : m), 0),
    corners,
    slips,
    closed: edges.length - open.length,
    ...(seen && { seen }),
  }
}
