const C: any = await import('/work/main/core/src/index.ts')
const base = C.makeJob()
for (let i = 0; i < 400; i++) {
  const job = { ...base, stock: { ...base.stock, thickness: 6 + (i % 20) * 0.3 } }
  C.rankBlades(job); C.sizeWindow(job)
}
