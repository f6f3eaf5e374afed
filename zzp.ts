const C: any = await import('/work/main/core/src/index.ts')
const base = C.makeJob()
const t: number[] = []
for (let i = 0; i < 60; i++) {
  const job = { ...base, stock: { ...base.stock, thickness: 6 + (i % 20) * 0.3 } }
  const a = performance.now(); C.rankBlades(job); C.sizeWindow(job); t.push(performance.now() - a)
}
t.sort((a, b) => a - b); console.log('median', t[30]!.toFixed(2), 'p95', t[57]!.toFixed(2))
