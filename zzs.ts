import { readFileSync } from 'node:fs'
const C: any = await import('/work/main/core/src/index.ts')
const rows = JSON.parse(readFileSync('/work/shared/everyday-jobs/jobs.json','utf8'))
const given = (o: any = {}) => Object.fromEntries(Object.entries(o).map(([k, v]) => [k, v === null ? undefined : v]))
let sweeps = 0, over = 0, back = 0, worst: any[] = []; const jumps: any[] = []
const N = 100, step = Number(process.env.STEP ?? 1.01)
let changesTotal = 0
for (const r of rows.filter((_: any, i: number) => i % Number(process.env.EVERY ?? 5) === 0)) {
  const base = C.makeJob({ saw: C.sawById(r.job.saw), stock: { ...r.job.stock, material: C.materialById(r.job.stock.material) }, cut: given(r.job.cut), ...given(r.job.rest) })
  const m = base.stock.material
  const kinds: Record<string, (i: number) => any> = {
    thickness: (i) => ({ ...base, stock: C.scaled(base.stock, step ** (i - N / 2)) }),
    pace: (i) => ({ ...base, pace: i / N }),
    density: (i) => ({ ...base, stock: { ...base.stock, material: { ...m, density: m.density * step ** ((i - N / 2) / 2), K: m.K * step ** ((i - N / 2) / 2) } } }),
  }
  if (base.cut.radius) kinds.radius = (i) => ({ ...base, cut: { ...base.cut, radius: base.cut.radius * step ** (i - N / 2) } })
  for (const [kind, at] of Object.entries(kinds)) {
    sweeps++
    const firsts: string[] = []; let prev: any
    for (let i = 0; i < N; i++) {
      const v = C.rankBlades(at(i)).value[0]
      firsts.push(v ? v.blade.id : '-')
      if (v && prev && prev.blade.id === v.blade.id) {
        for (const [k, a, b] of [['feed', prev.feed.value, v.feed.value], ['spm', prev.speed.value, v.speed.value], ['time', prev.time.total, v.time.total]] as const)
          if (Math.abs(Math.log(b / a)) > Math.log(1.1) && kind !== 'pace') jumps.push(`${r.id} ${kind} ${k} ${a.toFixed(2)}→${b.toFixed(2)} ${v.blade.id}`)
      }
      prev = v
    }
    const runs = firsts.filter((f, i) => i === 0 || f !== firsts[i - 1])
    const changes = runs.length - 1
    changesTotal += changes
    const again = new Set(runs).size < runs.length
    if (changes > 1) over++
    if (again) back++
    if (changes > 2 || again) worst.push(`${r.id} ${kind} ${changes}${again ? ' BACK' : ''}: ${runs.join(' ')}`)
  }
}
console.log(worst.sort().join('\n')); console.log(jumps.slice(0, 25).join('\n'), jumps.length)
console.log({ sweeps, over, back, mean: changesTotal / sweeps })
