const C: any = await import('/work/main/core/src/index.ts')
const mk = (m: string, t: number, saw: string, cut: any, rest: any = {}) => C.makeJob({ saw: C.sawById(saw), stock: { material: C.materialById(m), form: 'sheet', thickness: t }, cut: { web: undefined, hole: undefined, ...cut }, ...rest })
const show = (n: string, job: any, k = 5) => { console.log('##', n); for (const x of C.rankBlades(job).value.slice(0, k)) console.log(x.blade.id, x.score.toFixed(3), Object.entries(x.utility).map(([k, u]: any) => `${k}:${u.toFixed(2)}`).join(' '), `v=${x.feed.value.toFixed(2)} ${x.feed.limit} t=${x.time.cutting.toFixed(0)}+${x.time.cleanUp.toFixed(0)}`, x.margins.filter((m: any) => m.ratio < 5).map((m: any) => `${m.limit}:${m.ratio.toFixed(2)}${m.state[0]}`).join(' ')) }
show('ply show up', mk('spruce-ply', 18, 'jigsaw-orbital', { radius: 25, up: 'show', shows: 'face', kind: 'outline' }), 8)
show('pvc', mk('pvc', 5, 'scroll-plain', { radius: 4 }))
show('pear', mk('pear', 9, 'scroll-plain', { radius: 2.6 }))
show('silver', mk('silver', .5, 'frame-70', { radius: 3 }))
show('maple R3', mk('maple', 45, 'scroll-plain', { radius: 3 }))
