import { judge, plainLoudness, type Judged } from './judge'
import { disturbances, handSession, machineSession, rndOf, type Session } from './session'

const COUNT = Number(process.argv[2] ?? 24)
const SEED = Number(process.argv[3] ?? 1)
const q = (x: number[], p: number) => {
  const s = [...x].sort((a, b) => a - b)
  return s.length ? s[Math.min(s.length - 1, Math.floor(p * s.length))]! : NaN
}
const pct = (x: number) => `${(100 * x).toFixed(1)} %`
function* sessions(kind: 'machine' | 'hand' | 'beyond' | 'hand beyond'): Generator<Session> {
  for (let k = 0; k < COUNT; k++) {
    const r = rndOf(SEED * 1000 + k)
    const beyond = kind.includes('beyond')
    const disturbance = beyond ? (['vacuum', 'fan', 'neighbor'] as const)[k % 3]! : disturbances[k % disturbances.length]!
    const room = beyond ? 0 : -30 + 24 * r()
    const loud = beyond ? 12 + 6 * r() : disturbance === 'none' ? -60 : -22 + 20 * r()
    const seed = SEED * 7919 + k
    yield kind.startsWith('hand')
      ? handSession({ seed, disturbance, room, loud, beyond })
      : machineSession({ seed, kind: k % 3 === 2 ? 'jigsaw' : 'scroll', disturbance, room, loud, breaks: true, beyond })
  }
}
for (const kind of (process.env.KINDS?.split(',') ?? ['machine', 'hand', 'beyond', 'hand beyond']) as (
  'machine' | 'hand' | 'beyond' | 'hand beyond'
)[]) {
  const all: Judged[] = []
  const plain = { found: 0, openings: 0, error: [] as number[] }
  for (const s of sessions(kind)) {
    const j = judge(s)
    all.push(j)
    const p = plainLoudness(s)
    plain.found += p.found
    plain.openings += p.openings
    plain.error.push(...p.error)
    if (process.argv[4])
      console.log(
        `  ${j.name} ${s.rate}: ${j.found}/${j.openings} +${j.invented}; out ${j.out.map((o) => `${o.error.toFixed(2)}@${o.sure.toFixed(2)}`).join(' ')}; right ${j.right.toFixed(2)} unsure ${j.unsure.toFixed(2)}; rates ${j.rates.map((x) => x.toFixed(3)).join(' ')}; breaks ${j.breaksFound}/${j.breaks} +${j.breaksFalse}`,
      )
  }
  const sum = (f: (j: Judged) => number) => all.reduce((t, j) => t + f(j), 0)
  const out = all.flatMap((j) => j.out)
  const paired = out.filter((o) => o.error < 9).map((o) => o.error)
  console.log(
    `${kind}: found ${pct(sum((j) => j.found) / sum((j) => j.openings))}, invented ${pct(sum((j) => j.invented) / sum((j) => j.openings))}; minutes out ${pct(q(paired, 0.5))} / ${pct(q(paired, 0.95))}; state right ${pct(sum((j) => j.right * j.seconds) / sum((j) => j.seconds))}, unsure ${pct(sum((j) => j.unsure * j.seconds) / sum((j) => j.seconds))}`,
  )
  console.log(
    `   rate within 2 %: ${pct(all.flatMap((j) => j.rates).filter((x) => x <= 0.02).length / all.flatMap((j) => j.rates).length)}; strokes out ${pct(
      q(
        all.flatMap((j) => j.strokes),
        0.5,
      ),
    )} / ${pct(
      q(
        all.flatMap((j) => j.strokes),
        0.95,
      ),
    )}; wrong minutes (over 30 %) told as sure ${pct(out.filter((o) => o.sure >= 0.5 && o.error > 0.3).length / sum((j) => j.openings))}`,
  )
  console.log(
    `   breaks ${sum((j) => j.breaksFound)}/${sum((j) => j.breaks)}, false an hour ${((3600 * sum((j) => j.breaksFalse)) / sum((j) => j.seconds)).toFixed(1)}; latest told ${Math.max(...all.map((j) => j.late)).toFixed(2)} s; ${pct(sum((j) => j.cpu) / sum((j) => j.seconds))} of a core`,
  )
  console.log(
    `   by loudness alone: found ${pct(plain.found / plain.openings)}, minutes out ${pct(q(plain.error, 0.5))} / ${pct(q(plain.error, 0.95))}`,
  )
}
