import { describe, expect, it } from 'vitest'
import { bladeById, blades, makeJob, materialById, remedyWords, sawById, troubleWords, type Cut, type Job } from '../src/index.js'
import { unbounded } from '../src/number/index.js'
import {
  form,
  groupTroubles,
  layOut,
  noChoices,
  readSvg,
  reckon,
  remediesFor,
  single,
  type Choices,
  type TroubleKind,
} from '../src/pattern/index.js'

const lines = (body: string, w = 100, h = 80) => {
  const read = readSvg(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}"><g fill="none" stroke="#000" stroke-width="0.2">${body}</g></svg>`,
  )
  if (!read.ok) throw new Error(read.message)
  return read.drawing.lines
}
interface Case {
  body: string
  blade?: string
  saw?: string
  size?: [number, number]
  stock?: Job['stock']
  cut?: Partial<Cut>
  choices?: Partial<Choices>
  apart?: boolean
}
const frame = '<rect x="5" y="5" width="90" height="70"/>'
const pear = (thickness: number): Job['stock'] => ({ material: materialById('pear')!, form: 'board', thickness })
/** What is said of a drawing, and what would help, in millimeters and in inches. */
function said(
  { body, blade = 'scroll-reverse-skip-4', saw = 'scroll-plain', size, stock = pear(9), cut, choices, apart }: Case,
  kind: TroubleKind,
) {
  const drawn = lines(body, ...(size ?? [100, 80]))
  const { rings, loose } = apart
    ? { rings: drawn.map((l) => ({ points: l.points, layer: '', at: '' })), loose: [] }
    : form(drawn, { reading: 'lines', take: 'both', tolerance: 0.1 }, unbounded)
  const job = makeJob({ saw: sawById(saw)!, stock, cut: { ...makeJob().cut, radius: 3, web: undefined, hole: undefined, ...cut } })
  const b = bladeById(blade)!
  const found = reckon(layOut(rings, single, loose), { job, blade: b, drills: ['metric'], choices: { ...noChoices, ...choices } })
  const groups = groupTroubles(found.troubles)
  const g = groups.find((x) => x.kind === kind)
  if (!g) throw new Error(`not told: ${groups.map((x) => x.kind).join(', ')}`)
  const helps = remediesFor(g, found, job, b, blades)
  return (['mm', 'in'] as const).map((unit) => {
    const say = { unit, naming: 'size' } as const
    const { head, text } = troubleWords(g, found, job, b, say)
    return [head, text, ...helps.map((r) => remedyWords(r, say))].join(' | ')
  })
}
const cases: [TroubleKind, Case, RegExp][] = [
  [
    'crossing',
    { body: '<rect x="5" y="5" width="50" height="40"/><rect x="30" y="20" width="60" height="50"/>', apart: true },
    /cross \|.*leave one out/,
  ],
  ['loose', { body: `${frame}<path d="M20 20 H60 V50"/>` }, /^A line is left open \| Ends are 50 mm apart, so nothing falls there/],
  [
    'kerf',
    { body: `${frame}<rect x="20" y="20" width="0.3" height="30"/>` },
    /does not fit opening 1 \| The kerf of 0\.\d+ mm cannot pass/,
  ],
  [
    'hole',
    { body: `${frame}<rect x="20" y="20" width="0.9" height="30"/>` },
    /^No hole of 1\.2 mm fits opening 1 \| The largest that spares the line is 0\.3 mm\. \| Take No\. /,
  ],
  [
    'hole',
    { body: `${frame}<circle cx="30" cy="30" r="0.75"/>` },
    /the hole stands close to the line \| 0\.\d+ mm from its edge to the line/,
  ],
  [
    'bend',
    { body: `${frame}<circle cx="30" cy="30" r="1"/>` },
    /has a curve of 1 mm \| .* rounds 1\.\d mm at best\..* \| Pivot there \| Take No\. /,
  ],
  ['bend', { body: `${frame}<circle cx="30" cy="30" r="1.4"/>` }, /freely; tighter, the kerf is filed wider/],
  ['bend', { body: `${frame}<circle cx="30" cy="30" r="1"/>`, cut: { turn: 'pivot' } }, /so it is pivoted there, about \d+ s each/],
  [
    'web',
    { body: `${frame}<rect x="20" y="20" width="20" height="20"/><rect x="40.5" y="20" width="20" height="20"/>` },
    /^Of the web beside openings? 1 and 2 0\.5 mm stands/,
  ],
  [
    'island',
    { body: `${frame}<circle cx="40" cy="40" r="20"/><circle cx="40" cy="40" r="8"/>` },
    /^An island will fall \| .* \| Hold it by a bridge of [\d.]+ mm \| Keep the island$/,
  ],
  [
    'corners',
    { body: frame + '<rect x="20" y="20" width="30" height="30"/>' },
    /^\d corners to turn \| Pivot in the waste: .* of the time above\./,
  ],
  [
    'met',
    { body: frame + '<rect x="20" y="20" width="60" height="40"/>', saw: 'jigsaw-orbital', blade: 'jig-ground-10', stock: pear(18) },
    /corners? met from both sides \| The blade is too wide to turn on the spot/,
  ],
  [
    'holds',
    {
      body: '<rect x="5" y="5" width="590" height="390"/>',
      size: [600, 400],
      saw: 'jigsaw-orbital',
      blade: 'jig-ground-10',
      stock: pear(18),
    },
    /^The board is held (once|\d+ times) \| No more than \d+ mm from its support/,
  ],
  [
    'swing',
    { body: '<rect x="5" y="5" width="890" height="690"/>', size: [900, 700] },
    /^The outline: turn the blade a quarter \| Fed straight ahead .* stands at \d+ mm\. .* plain ends are twisted/,
  ],
  [
    'swing',
    { body: '<rect x="5" y="5" width="1290" height="1190"/><rect x="630" y="590" width="30" height="30"/>', size: [1300, 1200] },
    /^Opening 1 runs into the .* \| The board reaches [\d.]+ mm behind the blade; this saw has \d+ mm/,
  ],
  [
    'rough',
    {
      body: `${frame}<path d="M${Array.from({ length: 400 }, (_, i) => {
        const r = 20 + 0.03 * Math.sin(i * 2.1) + 0.02 * Math.cos(i * 3.7)
        return `${(50 + r * Math.cos((i * Math.PI) / 200)).toFixed(3)} ${(40 + r * Math.sin((i * Math.PI) / 200)).toFixed(3)}`
      }).join('L')}Z"/>`,
    },
    /drawn with a shaking line \|/,
  ],
]

describe('what is told of a drawing', () => {
  it.each(cases)('%s: what, why and what helps, in both lengths', (kind, drawing, words) => {
    const [mm, inches] = said(drawing, kind)
    expect(mm).toMatch(words)
    for (const text of [mm!, inches!]) expect(text).not.toMatch(/NaN|undefined|Infinity|\s\.|\s,| {2}/)
    expect(inches).not.toMatch(/\bmm\b|millimeter/)
    // what has a length has it in both
    expect(/\d (mm)\b/.test(mm!)).toBe(/″/.test(inches!))
  })
  it('every kind of trouble is among them', () => {
    const kinds: Record<TroubleKind, true> = {
      crossing: true,
      kerf: true,
      bend: true,
      hole: true,
      web: true,
      swing: true,
      corners: true,
      met: true,
      holds: true,
      island: true,
      loose: true,
      rough: true,
    }
    expect(new Set(cases.map(([k]) => k))).toEqual(new Set(Object.keys(kinds)))
  })
})
