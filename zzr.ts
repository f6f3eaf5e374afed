const C: any = await import('/work/main/core/src/index.ts')
const job = C.makeJob()
console.log(C.rankBlades(job).value.length, C.blades.filter((b: any) => C.usable(job, b)).length)
