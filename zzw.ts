const C: any = await import('/work/main/core/src/index.ts')
let seed = 7; const rnd = () => (seed = (seed * 16807) % 2147483647) / 2147483647
const pick = (a: any[]) => a[Math.floor(rnd() * a.length)]
let refused = 0, without = 0, total = 0; const by: Record<string, number> = {}; const ex: string[] = []
for (let i = 0; i < Number(process.env.N ?? 2500); i++) {
  const saw = pick(C.saws), material = pick(C.materials)
  const thickness = Math.exp(rnd() * Math.log(100 / 0.2)) * 0.2
  const r = rnd()
  const stock = r < 0.8 ? { material, form: 'board', thickness } : r < 0.9 ? { material, form: 'tube', diameter: thickness * 5, wall: thickness } : { material, form: 'rod', diameter: thickness }
  const hand = saw.kind === 'hand'
  const cut: any = { kind: pick(['pierced', 'outline', 'straight']), finish: pick(['careful', 'ordinary', 'rough']), radius: rnd() < 0.3 || hand ? undefined : Math.exp(rnd() * 5) * 0.5, web: rnd() < 0.5 ? undefined : 0.5 + rnd() * 5, hole: rnd() < 0.5 ? undefined : 0.6 + rnd() * 3, turn: pick(['worked', 'worked', 'pivot', 'flowing']), skill: pick(['learning', 'practised', 'sure']) }
  if (hand) { cut.kind = 'straight'; cut.depth = rnd() < 0.5 ? thickness : undefined; cut.grain = pick(['along', 'across', undefined]) }
  const job = C.makeJob({ saw, stock, cut, wear: pick([0, 0, 0.5, 1]), pace: rnd() })
  total++
  if (C.rankBlades(job).value.length) continue
  refused++
  const ways = C.waysOut(job, C.saws)
  const stops = C.stoppers(job).join('+')
  if (!ways.length) { without++; const k = `${saw.kind} ${material.cuts}: ${stops}`; by[k] = (by[k] ?? 0) + 1; if (ex.length < 14) ex.push(`${saw.id} ${material.id} ${stock.form} ${thickness.toFixed(2)} ${JSON.stringify(cut)} wear ${job.wear} :: ${stops}`) }
}
console.log({ total, refused, without })
console.log(Object.entries(by).sort((a, b) => b[1] - a[1]).slice(0, 30)); console.log(ex.join('\n'))
