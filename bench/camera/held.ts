import { holdAgainst, type Held, type HoldOptions } from '@green-pitch/core/camera'
import { rndOf } from '../ear/session'
import { patternOf, sawn, take, type Sawn, type Stage } from './pieces'

// What holding a piece against its line reaches, group by group: `COUNT SEED GROUPS v`
const COUNT = Number(process.argv[2] ?? 8)
const SEED = Number(process.argv[3] ?? 1)
const ONLY = process.argv[4]?.split(',')
const TELL = process.argv[5] === 'v'
const q = (x: number[], p: number) => [...x].sort((a, b) => a - b)[Math.min(x.length - 1, Math.floor(p * x.length))] ?? NaN
const pct = (a: number, b: number) => (b ? `${((100 * a) / b).toFixed(0)} %` : '—')

type Group = 'scan' | 'scan, hard' | 'photo on a sheet' | 'unmarked' | 'card'
const groups: Group[] = ['scan', 'scan, hard', 'photo on a sheet', 'unmarked', 'card']
const woods: Stage['stock'][] = [
  [0.5, 0.33, 0.18],
  [0.62, 0.46, 0.28],
  [0.2, 0.1, 0.055],
  [0.7, 0.58, 0.4],
]
export function stageOf(group: Group, seed: number): { stage: Stage; options: HoldOptions } {
  const r = rndOf(seed * 31 + 7)
  const scan = group.startsWith('scan')
  const hard = group === 'scan, hard'
  const how = hard ? ['lean', 'pale', 'paper'][Math.floor(3 * r())]! : ''
  const thickness = 3 + 9 * r()
  const perMm = scan ? 11.811 : 9 + 5 * r()
  const stage: Stage = {
    kind: scan ? 'scan' : group === 'photo on a sheet' ? 'sheet' : group === 'card' ? 'card' : 'bare',
    perMm,
    turn: 6.28 * r(),
    mirror: r() < 0.3,
    print: r() < 0.2 ? 0.96 + 0.03 * r() : 1 + 0.004 * (r() - 0.5),
    thickness,
    stock: how === 'pale' ? [0.72, 0.64, 0.5] : woods[Math.floor(woods.length * r())]!,
    ground:
      how === 'pale'
        ? [0.86, 0.86, 0.85]
        : how === 'paper'
          ? [0.1, 0.13, 0.3]
          : scan
            ? r() < 0.5
              ? [0.8, 0.8, 0.79]
              : [0.06, 0.1, 0.32]
            : ([
                [0.05, 0.12, 0.4],
                [0.75, 0.76, 0.78],
                [0.08, 0.3, 0.12],
              ][Math.floor(3 * r())]! as unknown as Stage['ground']),
    table: [
      [0.3, 0.3, 0.3],
      [0.4, 0.25, 0.14],
      [0.05, 0.05, 0.05],
    ][Math.floor(3 * r())]! as unknown as Stage['table'],
    grain: 0.04 + 0.05 * r(),
    paper: how === 'paper',
    blur: scan ? 0.6 + 0.5 * r() : 0.8 + 0.6 * r(),
    noise: scan ? 0.006 : 0.012,
    sharpen: scan ? 0 : 0.5 * r(),
    fall: scan ? 0.04 : 0.25 * r(),
    shadow: scan ? 0 : 0.3 + 0.35 * r(),
    lean: how === 'lean' ? 0.35 : 0,
    focal: perMm * (350 + 200 * r()),
    tilt: scan ? [0, 0] : [0.16 * (r() - 0.5) * 2, 0.16 * (r() - 0.5) * 2],
    sheet: [297, 210],
    shift: scan ? [4 * (r() - 0.5), 4 * (r() - 0.5)] : [12 * (r() - 0.5), 12 * (r() - 0.5)],
    size: scan
      ? [1900, 1900]
      : group === 'photo on a sheet'
        ? [Math.round(perMm * 350), Math.round(perMm * 262)]
        : [Math.round(perMm * 250), Math.round(perMm * (group === 'card' ? 320 : 250))],
    seed,
  }
  const knows = r()
  const options: HoldOptions = scan
    ? { scale: 1 / perMm, ...(knows < 0.5 && { print: stage.print }) }
    : {
        thickness,
        ...(knows < 0.5 && { focal: stage.focal }),
        ...(group === 'photo on a sheet' && { sheet: [297, 210] as const }),
        ...(group === 'card' && { card: [85.6, 53.98] as const }),
      }
  return { stage, options }
}
const straying = (seed: number) => {
  const r = rndOf(seed * 17 + 3)
  return { bias: 0.5 * (r() - 0.5), wander: 0.04 + 0.1 * r(), slips: 1.5, slip: 0.5 + 0.3 * r(), rounded: 0.3, overcut: 0.2 }
}

export function pieceOf(seed: number): Sawn {
  return sawn(patternOf(seed), straying(seed), seed)
}
let thrown = 0
for (const group of groups) {
  if (ONLY && !ONLY.includes(group.split(/[ ,]/)[0]!) && !ONLY.includes(group)) continue
  const t = {
    n: 0,
    matched: 0,
    laid: 0,
    dev: [] as number[],
    mean: [] as number[],
    bias: [] as number[],
    biasTold: 0,
    within: 0,
    slips: 0,
    slipsFound: 0,
    invented: 0,
    metres: 0,
    corners: 0,
    cornersTold: 0,
    cornersFalse: 0,
    met: 0,
    seconds: 0,
    print: [] as number[],
    face: 0,
  }
  for (let k = Number(process.env.FROM ?? 0); k < COUNT; k++) {
    const seed = SEED * 1000 + k
    const piece = pieceOf(seed)
    const { stage, options } = stageOf(group, seed)
    const { image } = take(piece, stage)
    const start = process.cpuUsage()
    let held: Held
    try {
      held = holdAgainst(image, piece.pattern, options)
    } catch (error) {
      thrown++
      console.log(error)
      continue
    }
    const used = process.cpuUsage(start)
    t.seconds = Math.max(t.seconds, (used.user + used.system) / 1e6)
    t.n++
    if (!held.matched) {
      if (TELL) console.log(group, seed, held.trouble)
      continue
    }
    t.matched++
    const bias = piece.deviation.flatMap((d) => [...d]).reduce((a, b, _, all) => a + b / all.length, 0)
    const dev: number[] = []
    for (const e of held.edges) {
      const ring = piece.pattern.rings[e.ring]!
      let [sum, n] = [0, 0]
      for (const s of e.samples) {
        if (s.sure < 0.3) continue
        if (piece.corners.some((c) => Math.hypot(c.x - s.x, c.y - s.y) < 2.2)) continue
        let best = 0
        let near = Infinity
        for (let i = 0; i < ring.length; i += 2) {
          const d = (ring[i]! - s.x) ** 2 + (ring[i + 1]! - s.y) ** 2
          if (d < near) [near, best] = [d, i / 2]
        }
        dev.push(s.deviation - piece.deviation[e.ring]![best]!)
        sum += s.deviation - piece.deviation[e.ring]![best]!
        n++
      }
      if (TELL) {
        const by = (want: boolean) =>
          e.samples
            .filter((x) => x.sure > 0.3 && !piece.corners.some((c) => Math.hypot(c.x - x.x, c.y - x.y) < 2.2))
            .flatMap((x) => {
              let best = 0,
                near = Infinity
              for (let i = 0; i < ring.length; i += 2) {
                const d = (ring[i]! - x.x) ** 2 + (ring[i + 1]! - x.y) ** 2
                if (d < near) [near, best] = [d, i / 2]
              }
              const m = [0, 1].map((k) => ring.reduce((a, v, i) => a + (i % 2 === k ? v : 0), 0) / (ring.length / 2))
              const facing = e.ring > 0 && (x.x - m[0]!) * x.x + (x.y - m[1]!) * x.y > 0
              return facing === want ? [x.deviation - piece.deviation[e.ring]![best]!] : []
            })
        console.log(
          '   ring',
          e.ring,
          e.closed ? 'closed' : '',
          (sum / n).toFixed(3),
          'walls',
          q(by(true), 0.5).toFixed(3),
          'none',
          q(by(false), 0.5).toFixed(3),
          e.corners
            .map((c) => `${c.kind}${c.miss.toFixed(2)}/${piece.corners.find((x) => Math.hypot(x.x - c.x, x.y - c.y) < 0.5)?.kind}`)
            .join(' '),
          'slips',
          e.slips.map((f) => f.size.toFixed(2)).join(),
          'of',
          piece.slips
            .filter((x) => x.ring === e.ring)
            .map((f) => f.size.toFixed(2))
            .join(),
        )
      }
      if (n) t.mean.push(Math.abs(sum / n))
      t.metres += (ring.length * 0.125) / 1000
      const real = piece.slips.filter((s) => s.ring === e.ring)
      const used = new Set<number>()
      for (const s of real) {
        t.slips++
        const i = e.slips.findIndex((f, m) => !used.has(m) && Math.hypot(f.x - s.x, f.y - s.y) < 3)
        if (i >= 0) {
          used.add(i)
          t.slipsFound++
        }
      }
      t.invented += e.slips.length - used.size
      if (TELL)
        e.slips.forEach(
          (f, m) =>
            used.has(m) ||
            console.log(
              '   invented',
              e.ring,
              f.size.toFixed(2),
              f.into,
              'corner',
              Math.min(9, ...piece.corners.map((c) => Math.hypot(c.x - f.x, c.y - f.y))).toFixed(1),
              'slip',
              Math.min(9, ...piece.slips.map((c) => Math.hypot(c.x - f.x, c.y - f.y))).toFixed(1),
            ),
        )
      for (const c of e.corners) {
        const truth = piece.corners.find((x) => Math.hypot(x.x - c.x, x.y - c.y) < 0.5)
        if (!truth) continue
        if (truth.kind !== 'met') {
          t.corners++
          if (c.kind === truth.kind) t.cornersTold++
        } else {
          t.met++
          if (c.kind !== 'met') t.cornersFalse++
        }
      }
    }
    const off = q(dev.map(Math.abs), 0.5)
    if (off < 1) t.laid++
    t.dev.push(...dev.map(Math.abs))
    if (held.bias.doubt < 0.1) {
      t.biasTold++
      t.bias.push(Math.abs(held.bias.mm - bias))
      if (Math.abs(held.bias.mm - bias) < held.bias.doubt) t.within++
    }
    if (held.scale.known) t.print.push(Math.abs(held.scale.print / stage.print - 1))
    if (!held.seen || (held.seen === 'back') === stage.mirror) t.face++
    if (TELL)
      console.log(
        group,
        seed,
        `off ${off.toFixed(3)} mean ${q(dev, 0.5).toFixed(3)} bias ${held.bias.mm.toFixed(3)} ± ${held.bias.doubt.toFixed(3)} (${bias.toFixed(3)}) print ${held.scale.print.toFixed(4)} ± ${held.scale.doubt.toFixed(4)} (${stage.print.toFixed(4)}${options.print ? ', told' : ''}) ${held.seen ?? 'alike'} ${stage.mirror ? 'back' : 'face'} th ${stage.thickness.toFixed(1)}${options.focal ? ' f' : ''} wood ${stage.stock[0]} ground ${stage.ground[0]}${stage.paper ? ' paper' : ''}${stage.lean ? ' lean' : ''}`,
      )
  }
  console.log(
    `${group}: laid ${pct(t.laid, t.n)} of ${t.n} (matched ${t.matched}), face ${pct(t.face, t.matched)}; deviation ${q(t.dev, 0.5).toFixed(3)} / ${q(t.dev, 0.95).toFixed(3)}; own mean ${q(t.mean, 0.5).toFixed(3)} / ${q(t.mean, 0.95).toFixed(3)}; bias ${q(t.bias, 0.5).toFixed(3)} / ${q(t.bias, 0.9).toFixed(3)} told ${t.biasTold}, within ${pct(t.within, t.biasTold)}; print ${(100 * q(t.print, 0.5)).toFixed(2)} %; slips ${pct(t.slipsFound, t.slips)} of ${t.slips}, invented ${(t.invented / t.metres).toFixed(2)} a meter; corners ${pct(t.cornersTold, t.corners)} of ${t.corners}, false ${pct(t.cornersFalse, t.met)}; at most ${t.seconds.toFixed(1)} s`,
  )
}
if (thrown) console.log(`thrown ${thrown}`)

// what is hopeless is refused, each with its reason
if (!ONLY || ONLY.includes('hopeless')) {
  const asked: [string, (stage: Stage, options: HoldOptions) => { piece?: Sawn; stage: Stage; options: HoldOptions }][] = [
    ['another piece', (stage, options) => ({ piece: pieceOf(SEED * 1000 + 500), stage, options })],
    ['cut off', (stage, options) => ({ stage: { ...stage, shift: [stage.size[0] / stage.perMm / 2 - 20, 0] }, options })],
    ['colors alike', (stage, options) => ({ stage: { ...stage, stock: stage.ground, grain: 0, shadow: 0, paper: false }, options })],
    ['blurred', (stage, options) => ({ stage: { ...stage, blur: 9 }, options })],
    ['nothing there', (stage, options) => ({ piece: { ...pieceOf(1), rings: [], slots: [], pattern: { rings: [] } }, stage, options })],
    ['no sheet', (stage, options) => ({ stage: { ...stage, kind: 'bare' }, options: { ...options, sheet: [297, 210] } })],
  ]
  for (const [name, change] of asked)
    for (const group of ['scan', 'photo on a sheet'] as const) {
      if (name === 'no sheet' && group === 'scan') continue
      const said: Record<string, number> = {}
      for (let k = 0; k < Math.max(2, COUNT / 2); k++) {
        const seed = SEED * 1000 + k
        const from = stageOf(group, seed)
        const { piece = pieceOf(seed), stage, options } = change(from.stage, from.options)
        const held = holdAgainst(take(piece, stage).image, pieceOf(seed).pattern, options)
        const word = held.trouble ?? 'matched'
        said[word] = (said[word] ?? 0) + 1
      }
      console.log(`${name}, ${group}:`, said)
    }
}
