import { rankTrial } from '../core/src/index.js'
import { simulate, type Judge } from './trial/judge.js'
const N = 20
const cases: [string, Judge][] = []
for (const kind of ['drawn','one','alike']) for (const blades of [2,4,6,8]) for (const [stocks,repeats] of [[1,1],[1,3],[2,2]] as const) for (const criteria of [1,4]) for (const agree of [0.3,0.6]) { if (criteria===1 && agree>0.3) continue; cases.push([kind, { drawn: kind==='drawn'||undefined, blades, stocks, repeats, criteria, apart: kind==='alike'?0:1, agree, ties: 0.1 } as Judge]) }
const sum: Record<string, number[]> = {}
for (const [name, judge] of cases) {
  for (let t=0;t<N;t++){ const { design, orders, best } = simulate(judge, 9000+t); const r = rankTrial({design, orders}); const key=name+(judge.repeats*judge.stocks>1?' more':' 1x1'); const s=(sum[key]??=[0,0,0,0,0]); s[0]!++; s[1]!+=r.blades[0]!.best; s[2]!+= r.blades[0]!.id===best?1:0; s[3]!+= r.blades[0]!.best>=0.95?1:0; s[4]! += r.blades.filter(b=>b.group===0).some(b=>b.id===best)?1:0 }
}
for (const [k,[n,c,r,s,g]] of Object.entries(sum)) console.log(k.padEnd(12), 'claimed',(c!/n!).toFixed(3),'right',(r!/n!).toFixed(3),'diff',((r!-c!)/n!).toFixed(3),'sure',(s!/n!).toFixed(3),'infirst',(g!/n!).toFixed(3))
