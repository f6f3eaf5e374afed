import { exactly, coverOf } from './core/src/kit/kit.js'
import { mixes, typicalMix } from './core/src/kit/mix.js'
import * as core from './core/src/index.js'
for (const m of mixes) {
  const jobs=typicalMix([m.id])
  for (const near of [0.1]) {
  const bl=core.blades
  const ratios=jobs.map(({job})=>{ const v=core.rankBlades(job).value; const top=Math.max(...v.map(r=>r.score)); const row=Float64Array.from(bl,()=>Infinity); for(const r of v) if(r.score>top-near) row[bl.indexOf(r.blade)]=r.time.total; const best=Math.min(...row); return row.map(x=>x/best)})
  console.log(m.id, near, bl.length)
  for(let k=1;k<=5;k++){ const ch=exactly(ratios,jobs.map(j=>j.minutes),k); const c=coverOf(ratios,jobs.map(j=>j.minutes),ch); console.log('  ',k,Math.round(c.covered),Math.round(c.loss),ch.map(i=>bl[i]!.id).join(' ')) }
  }
}
