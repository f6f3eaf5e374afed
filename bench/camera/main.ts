import { blades as catalogue, countedTpi, netWidth, turnsAnywhere } from '@green-pitch/core'
import { readBlades, seenAs } from '@green-pitch/core/camera'
import { rndOf } from '../ear/session'
import { shoot, type Laid } from './blades'

const COUNT = Number(process.argv[2] ?? 6)
const SEED = Number(process.argv[3] ?? 1)
/** dots a mm: scans of 300, 600 and 1 200 an inch */
const DOTS = (process.env.DOTS ?? '11.8,23.6,47.2').split(',').map(Number)
const able = catalogue.filter(
  (b) =>
    !b.plate &&
    b.pattern !== 'grit' &&
    b.pattern !== 'abrasive' &&
    !turnsAnywhere(b) &&
    b.length <= 165 &&
    (b.end === 'plain' || b.end === 'coping-pin'),
)
const q = (x: number[], p: number) => [...x].sort((a, b) => a - b)[Math.min(x.length - 1, Math.floor(p * x.length))] ?? NaN
const pct = (a: number, b: number) => `${((100 * a) / Math.max(1, b)).toFixed(0)} %`
const all = {
  sheets: 0,
  pictures: 0,
  blades: 0,
  found: 0,
  extra: 0,
  readable: 0,
  pitch: [] as number[],
  width: [] as number[],
  net: [] as number[],
  pattern: 0,
  up: 0,
  upTold: 0,
  upWrong: 0,
  reverse: 0,
  reverseIs: 0,
  invented: 0,
  first: 0,
  strangers: 0,
  named: 0,
  surely: 0,
  inIt: 0,
  three: 0,
  seconds: 0,
  silent: 0,
  beyond: 0,
}
for (let k = 0; k < COUNT; k++) {
  const r = rndOf(SEED * 977 + k)
  const perMm = DOTS[k % DOTS.length]!
  const laid = Array.from({ length: 4 }, (_, i): Laid => {
    // one in five is in nobody's catalogue: other teeth, another width
    const known = able[Math.floor(r() * able.length)]!
    const other = 1 + (0.08 + 0.2 * r()) * (r() < 0.5 ? -1 : 1)
    const wide = 1 + (0.1 + 0.2 * r()) * (r() < 0.5 ? -1 : 1)
    const stranger = r() < 0.2
    const blade = stranger
      ? {
          ...known,
          id: `stranger-${known.id}`,
          spacing: known.spacing.map((g) => g * other),
          pitch: known.pitch * other,
          width: known.width * wide,
          toothDepth: known.toothDepth * Math.min(other, wide),
        }
      : known
    const flip = r() < 0.5
    const back = r() < 0.5
    const x = back ? 90 + blade.length / 2 : 90 - blade.length / 2
    return { blade, at: [x, 14 + 17 * i], turn: (back ? Math.PI : 0) + 0.02 * (r() - 0.5), flip }
  })
  const shot = {
    perMm,
    blur: 0.5 + 0.6 * r(),
    noise: 0.012,
    gloss: 0.5 * r(),
    turn: 0.03 * (r() - 0.5),
    lean: 0.0004 * (r() - 0.5),
    seed: k + 1,
  }
  const picture = shoot(laid, shot)
  const start = process.cpuUsage().user
  const read = readBlades(picture, { catalogue })
  all.seconds += (process.cpuUsage().user - start) / 1e6
  all.pictures++
  if (read.scale && Math.abs(read.scale.pxPerMm / perMm - 1) < 0.003) all.sheets++
  const used = new Set<number>()
  for (const l of laid) {
    all.blades++
    // the middle of the blade in the picture, about
    const cy = (l.at[1] + 10) * perMm
    const i = read.blades.findIndex((b, n) => !used.has(n) && Math.abs((b.ends[0][1] + b.ends[1][1]) / 2 - cy) < 7 * perMm)
    if (i < 0) continue
    used.add(i)
    all.found++
    const b = read.blades[i]!
    const tpi = countedTpi(l.blade)
    const px = (25.4 / tpi) * perMm
    if (px < 8 * shot.blur || px < 6) {
      all.beyond++
      if (b.tpi && Math.abs(b.tpi.value / tpi - 1) > 0.03) all.silent++
      continue
    }
    all.readable++
    if (process.argv[4])
      console.log(
        l.blade.id,
        perMm,
        'px',
        px.toFixed(0),
        '| tpi',
        b.tpi?.value.toFixed(2),
        tpi.toFixed(2),
        b.pattern,
        seenAs(l.blade),
        'w',
        b.width.value.toFixed(2),
        l.blade.width,
        'net',
        b.widthWithoutTeeth?.value.toFixed(2),
        netWidth(l.blade).toFixed(2),
        'up',
        b.up,
        'rev',
        b.reverse && b.reverse.length.value.toFixed(0),
        l.blade.reverseZone,
        b.trouble ?? '',
        b.candidates
          .slice(0, 3)
          .map((c) => `${c.id} ${c.chance.toFixed(2)}`)
          .join(', '),
      )
    if (b.tpi) all.pitch.push(Math.abs(b.tpi.value / tpi - 1))
    all.width.push(Math.abs(b.width.value - l.blade.width))
    if (b.widthWithoutTeeth) all.net.push(Math.abs(b.widthWithoutTeeth.value - netWidth(l.blade)))
    if (b.pattern === seenAs(l.blade)) all.pattern++
    if (l.blade.pattern !== 'both-way') {
      all.up++
      // its lower end lies at `at`
      const lower = Math.hypot(b.ends[0][0] / perMm - 10 - l.at[0], 0) < Math.hypot(b.ends[1][0] / perMm - 10 - l.at[0], 0) ? 0 : 1
      if (b.up === 0 || b.up === 1) {
        all.upTold++
        if (b.up === lower) all.upWrong++
      }
    }
    if (l.blade.reverseZone > 0) {
      all.reverseIs++
      if (b.reverse) all.reverse++
    } else if (b.reverse) all.invented++
    if (l.blade.id.startsWith('stranger')) {
      all.strangers++
      const top = b.candidates[0]
      if (top && top.chance > 0.5) all.named++
      if (top && top.chance > 0.9) all.surely++
      continue
    }
    all.inIt++
    const ids = b.candidates.map((c) => c.id)
    const same = (id: string) => {
      const c = catalogue.find((x) => x.id === id)!
      return seenAs(c) === seenAs(l.blade) && Math.abs(countedTpi(c) / tpi - 1) < 0.03 && Math.abs(c.width / l.blade.width - 1) < 0.06
    }
    if (ids[0] && same(ids[0])) all.first++
    if (ids.slice(0, 3).some(same)) all.three++
  }
  all.extra += read.blades.length - used.size
}
console.log(
  `sheets ${pct(all.sheets, all.pictures)}; blades found ${pct(all.found, all.blades)}, false ${(all.extra / all.pictures).toFixed(2)} a picture; readable ${all.readable}`,
)
console.log(
  `pitch out ${(100 * q(all.pitch, 0.5)).toFixed(2)} / ${(100 * q(all.pitch, 0.95)).toFixed(2)} %, told ${pct(all.pitch.length, all.readable)}; pattern ${pct(all.pattern, all.readable)}; width ${(1000 * q(all.width, 0.5)).toFixed(0)} / ${(1000 * q(all.width, 0.95)).toFixed(0)} µm, without teeth ${(1000 * q(all.net, 0.5)).toFixed(0)} µm`,
)
console.log(
  `end up told ${pct(all.upTold, all.up)}, wrong ${pct(all.upWrong, all.upTold)}; reverse found ${all.reverse}/${all.reverseIs}, invented ${pct(all.invented, all.readable - all.reverseIs)}; first ${pct(all.first, all.inIt)}, of three ${pct(all.three, all.inIt)}; strangers ${all.strangers}, named ${all.named}, surely ${all.surely}; beyond reading ${all.beyond}, wrong figures told ${all.silent}; ${(all.seconds / all.pictures).toFixed(1)} s a picture`,
)
