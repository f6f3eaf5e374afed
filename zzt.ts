const C: any = await import('/work/main/core/src/index.ts')
const scroll = C.sawById('scroll-plain'), frame = C.sawById('frame-70')
const cases: any[] = [['birch-ply', 3, 2, 'scroll-standard', '3/0', '2'],['birch-ply', 6, 2.5, 'scroll-standard', '1', '4'],['maple', 19, 5, 'scroll-standard', '7', '12'],['maple', 45, 6, 'scroll-standard'],['acrylic', 6, 4, 'scroll-standard', '2', '9'],['silver', 0.5, 3, 'jeweler', '8/0', '5/0'],['silver', 0.8, 3, 'jeweler', '5/0', '1'],['silver', 2, 6, 'jeweler', '1', '8'],['brass', 1.2, 3, 'jeweler', '3/0', '1'],['birch-ply', 6, 2.5, 'scroll-skip', '3/0', '4'],['maple', 19, 5, 'scroll-skip', '5', '12'],['maple', 45, 6, 'scroll-skip', '10', '12']]
for (const [m, t, R, g, a, b] of cases) {
  const job = C.makeJob({ stock: { material: C.materialById(m), form: 'sheet', thickness: t }, saw: g === 'jeweler' ? frame : scroll, cut: { radius: R, web: undefined, hole: undefined }, ...(g === 'jeweler' ? { stress: 550, spm: 100 } : { stress: 320, spm: 1100 }) })
  const w = C.sizeWindow(job, g)
  const good = w.inputs.sizes.filter((s: any) => s.passes && !s.near).map((s: any) => s.blade.size), all = w.value.map((b: any) => b.size)
  console.log(m, t, R, g, 'ref', a, b, '| good', good[0], good.at(-1), '| possible', all[0], all.at(-1), '|', w.inputs.sizes.filter((s: any) => !s.passes || s.near).map((s: any) => `${s.blade.size}:${s.margins.filter((m: any) => m.state !== 'within').map((m: any) => `${m.limit}${m.by ? '/' + m.by : ''} ${m.ratio.toFixed(2)}`)}`).slice(0, 30).join('; '))
}
