import { bladeById, makeJob } from './core/src/index.js'
import * as P from './core/src/pattern/index.js'
const T = (n: string, f: () => any) => { const t = process.cpuUsage(); const v = f(); const u = process.cpuUsage(t); const ms=(u.user+u.system)/1000; if(ms>80) console.log('   ',n, Math.round(ms)); return v }
const svg = (body: string, a = 'width="200mm" height="200mm" viewBox="0 0 200 200"') => `<svg xmlns="http://www.w3.org/2000/svg" ${a}>${body}</svg>`
const path = (d: string) => `<path d="${d}" fill="none" stroke="#000"/>`
let s=7; const r=()=>((s=(s*1103515245+12345)%2147483648)/2147483648)
const coast=(n:number,size=200)=>{let d='';for(let i=0;i<n;i++){const a=2*Math.PI*i/n,R=size*(0.35+0.1*r());d+=`${i?'L':'M'}${(size/2+R*Math.cos(a)).toFixed(3)} ${(size/2+R*Math.sin(a)).toFixed(3)}`}return path(d+'Z')}
const cases: Record<string,string> = {
 coast1k: svg(coast(1000)), coast4k: svg(coast(4000)),
 squares70: (()=>{let d='';for(let i=0;i<70;i++)for(let j=0;j<70;j++)d+=`M${i*3} ${j*3}h2v2h-2z`;return svg(path(d),'width="210mm" height="210mm" viewBox="0 0 210 210"')})(),
 wave5k: (()=>{let d='M0 100';for(let i=0;i<5000;i++)d+=`L${(i*200/5000).toFixed(4)} ${(100+90*Math.sin(i*0.3)).toFixed(4)}`;return svg(path(d+'L200 200L0 200Z'))})(),
 circles500: svg(Array.from({length:500},()=>`<circle cx="${(r()*200).toFixed(2)}" cy="${(r()*200).toFixed(2)}" r="${(r()*90).toFixed(2)}"/>`).join('')),
 star1k: (()=>{let d='';for(let i=0;i<1000;i++)d+=`${i?'L':'M'}${(100+90*Math.cos(i*2.4)).toFixed(2)} ${(100+90*Math.sin(i*2.4)).toFixed(2)}`;return svg(path(d+'Z'))})(),
 curves: svg(Array.from({length:300},()=>path(`M${r()*1e3} ${r()*1e3}C${r()*1e5} ${r()*1e5} ${-r()*1e5} 3 ${r()*1e3} 9z`)).join('')),
 far: svg(path('M-9000000 9000000L9000000 9000000L9000000 -9000000Z M0 0h300000v5z'),''),
 loose4k: svg(Array.from({length:4000},()=>`<path d="M${(r()*200).toFixed(1)} ${(r()*200).toFixed(1)}L${(r()*200).toFixed(1)} ${(r()*200).toFixed(1)}"/>`).join('')),
 uses: svg(`<g id="u0">${path('M0 0h1v1z')}</g>${Array.from({length:5000},(_,i)=>`<g id="u${i+1}"><use href="#u${i}" x="1"/></g>`).join('')}`),
 nested400: svg(Array.from({length:400},(_,i)=>`<rect x="${i*.2}" y="${i*.2}" width="${200-i*.4}" height="${200-i*.4}"/>`).join('')),
}
const job=makeJob(), blade=bladeById('scroll-reverse-skip-4')!
for (const [name,text] of Object.entries(cases)) {
  if (process.argv[2] && !name.startsWith(process.argv[2])) continue
  console.log(name)
  try {
  const read=T('read',()=>P.readSvg(text)); if(!read.ok){console.log('   refused',read.message);continue}
  const j=T('join',()=>P.join(read.drawing.lines,'both',0.1))
  const pat=T('layOut',()=>(P.tooMuch(j.rings,P.single)?(console.log(JSON.stringify(P.tooMuch(j.rings,P.single))),P.layOut(j.rings,P.single,j.loose)):P.layOut(j.rings,P.single,j.loose)))
  console.log('    rings',pat.rings.length,'points',pat.rings.reduce((t:any,x:any)=>t+x.points.length/2,0))
  const ms=T('measure',()=>pat.rings.map((x:any)=>P.measure(x.points,x.role)))
  let webs:any=[]; T("webs",()=>{const e={left:1.2e8}; try{webs=P.findWebs(pat.rings,ms,10,e)}catch{console.log("   webs spent")}; console.log("   left",e.left/1e6)})
  T('kerf',()=>{const e={left:1e8};try{pat.rings.map((x:any,i:number)=>P.kerfFit({...x,points:ms[i].simple},'leave',blade.kerf,e))}catch{console.log('   kerf spent')};console.log('   left',e.left/1e6)})
  T('swing',()=>pat.rings.map((x:any,i:number)=>P.swingOf(ms[i].simple,[0,0,200,0,200,200,0,200],{throat:400,armHalfWidth:30},false)))
  T('holes',()=>pat.rings.map((x:any,i:number)=>x.role==='opening'&&P.placeHole(ms[i].simple,ms[i].corners,1.2)))
  T('all',()=>P.reckon(pat,{job,blade,drills:['metric'],log:[],choices:P.noChoices},undefined,{measures:ms,webs,unknown:[]}))
  } catch(e:any){console.log('   !!',e.message.slice(0,100))}
}
