import {
  billWords,
  bandWords,
  bladeWords,
  capital,
  cautionWords,
  cutSaid,
  drawnTurn,
  feedWords,
  lengthWords,
  heights,
  isStrung,
  mountingWords,
  orbitSaid,
  roundWords,
  setUpWords,
  sizedByTeeth,
  sizeWords,
  stockOnBlade,
  stockWords,
  strokeSaid,
  teethInWork,
  tpiWords,
  type ChangeProcedure,
  type Job,
  type Say,
  type SetUp,
  type Evaluation,
  type Bill,
  type GreenBand,
  strokesWords,
  isJigsaw,
  isHandSaw,
} from '@green-pitch/core'
import { INK, newPdf, plainText as plain, SOFT } from './pdf'
import { toothOutlines, type Point } from './teeth'

export interface CardIn {
  name: string
  job: Job
  evaluation: Evaluation
  setup: SetUp
  bill: Bill
  /** only of a blade held at both ends */
  band?: GreenBand
  say: Say
  paper: 'a5' | 'half-letter'
}

const SIZES = { a5: [148, 210], 'half-letter': [139.7, 215.9] } as const
const MARGIN = 9

/** The ticket's fifth part follows the saw: tension, orbit or stroke. */
function fifth({ job, evaluation, band, say }: CardIn): [string, string, string] {
  if (band)
    return [
      'Tension',
      band.empty ? 'none suits' : bandWords(band),
      band.empty ? 'see below' : `${Math.round(band.value.low.stress)}–${Math.round(band.value.high.stress)} MPa`,
    ]
  const said = isJigsaw(job.saw) ? orbitSaid(job, evaluation) : strokeSaid(job, evaluation, say)
  return [said.name, said.value, said.note]
}

/** The set-up card: one small page to pin above the saw. Drawings are to the scale they state. */
export async function makeCard(c: CardIn): Promise<Blob> {
  const [w, h] = SIZES[c.paper]
  const doc = await newPdf([w, h])
  doc.setProperties({ title: `Set-up card: ${c.name}`, creator: 'Green Pitch' })
  const right = w - MARGIN
  let y = MARGIN + 3

  /** As much as fits on one line, with a mark where it was cut. */
  const fitting = (s: string, size: number, style: 'normal' | 'bold', width: number): string => {
    doc.setFont('Next', style).setFontSize(size)
    if (doc.getTextWidth(plain(s)) <= width) return s
    let cut = s
    while (cut && doc.getTextWidth(plain(`${cut}…`)) > width) cut = cut.slice(0, -1)
    return `${cut.trimEnd()}…`
  }
  const text = (
    s: string,
    x: number,
    at: number,
    size: number,
    style: 'normal' | 'bold' = 'normal',
    colour = INK,
    align: 'left' | 'right' | 'center' = 'left',
  ) => {
    doc.setFont('Next', style).setFontSize(size).setTextColor(colour).text(plain(s), x, at, { align })
  }
  const wrapped = (s: string, x: number, at: number, size: number, width: number, colour = INK): number => {
    doc.setFont('Next', 'normal').setFontSize(size).setTextColor(colour)
    const lines = doc.splitTextToSize(plain(s), width) as string[]
    doc.text(lines, x, at, { lineHeightFactor: 1.2 })
    return lines.length * size * 0.3528 * 1.2
  }
  const rule = (at: number, weight = 0.2) => doc.setDrawColor(INK).setLineWidth(weight).line(MARGIN, at, right, at)

  const { job, evaluation, say } = c
  const { blade } = evaluation
  const len = (mm: number) => lengthWords(mm, say)

  text(fitting(c.name, 15, 'bold', right - MARGIN - 66), MARGIN, y + 2, 15, 'bold')
  text('Green Pitch', right, y - 1.4, 8, 'normal', SOFT, 'right')
  text(billWords(c.bill), right, y + 2.6, 7.5, 'normal', INK, 'right')
  y += 5
  rule(y, 0.5)

  // the ticket
  const cells: [string, string, string][] = [
    ['Stock', job.stock.material.name, stockWords(job.stock, say)],
    ['Cut', capital(job.cut.kind), cutSaid(job.cut, say)],
    [
      'Saw',
      job.saw.short,
      isStrung(job.saw) ? `span ${len(job.saw.span)}` : isHandSaw(job.saw) ? 'at the bench' : `stroke ${len(job.saw.stroke)}`,
    ],
    [
      'Blade',
      sizeWords(blade),
      sizedByTeeth(blade)
        ? `${blade.name.toLowerCase()}${blade.plate ? `, ${blade.plate.filing}` : ''}`
        : `${blade.name.toLowerCase()}, ${tpiWords(blade)}`,
    ],
    fifth(c),
    ['Speed', strokesWords(evaluation.speed), `a minute; feed ${feedWords(evaluation.feed.value, say)}`],
  ]
  const cw = (right - MARGIN) / 3
  cells.forEach(([name, value, note], i) => {
    const x = MARGIN + (i % 3) * cw
    const at = y + 4 + Math.floor(i / 3) * 14
    text(name, x, at, 7.5, 'normal', SOFT)
    text(fitting(value, 12, 'bold', cw - 2), x, at + 5, 12, 'bold')
    text(fitting(note, 7.5, 'normal', cw - 1), x, at + 8.6, 7.5)
  })
  y += 31
  rule(y)

  // the blade in the stock, left; tightest turn, right
  const top = y + 7
  text('Blade in the stock', MARGIN, y + 4.5, 9, 'bold')
  const H = heights(job).total
  const box = 40
  const scale = niceScale(box / (H * 1.6 + 2))
  text(scaleText(scale), MARGIN + 30, y + 4.5, 7.5, 'normal', SOFT)
  const on = stockOnBlade(job, blade)
  const mid = (on.from + on.to) / 2
  const Y = (z: number) => top + box / 2 - (z - mid) * scale
  const front = MARGIN + 30
  const fill = (points: Point[], colour: string) => {
    doc.setFillColor(colour)
    doc.lines(
      points.slice(1).map(([a, b], i) => [a - points[i]![0], b - points[i]![1]]),
      points[0]![0],
      points[0]![1],
      [1, 1],
      'F',
      true,
    )
  }
  // a plate is wider than its picture: it is drawn cut off
  const back = front + Math.min(26, (blade.width - blade.toothDepth) * scale)
  const shown = Math.max(0, Math.min(22, MARGIN + 70 - back))
  doc.setDrawColor('#b99c62').setLineWidth(0.2).setFillColor('#efe2c6')
  doc.rect(MARGIN + 4, Y(on.to), front - blade.toothDepth * scale - MARGIN - 4, H * scale, 'FD')
  if (!blade.plate) doc.rect(back, Y(on.to), shown, H * scale, 'FD')
  // what the stock lies on, or the base that lies on it
  const lies = isJigsaw(job.saw) ? Y(on.to) - 1.6 : Y(on.from)
  if (!blade.plate)
    doc
      .setDrawColor(SOFT)
      .setFillColor('#cfc8b8')
      .rect(MARGIN, lies, back + shown + 4 - MARGIN, 1.6, 'FD')
  doc.setFillColor('#8a9690').rect(front, top, back - front, box, 'F')
  for (const t of toothOutlines(blade, mid - box / 2 / scale, mid + box / 2 / scale)) {
    const z = t.tip
    const points = t.outline.map(([x, zz]): Point => [front - x * scale, Math.min(top + box, Math.max(top, Y(zz)))])
    fill(points, z >= on.from && z <= on.to ? INK : '#8a9690')
  }
  text(`${teethInWork(H, blade).toFixed(1)} teeth`, MARGIN + 6, Y(mid) + 1, 8, 'bold')
  const tx = MARGIN + 74
  text(blade.plate ? 'Goes down' : 'Turns', tx, y + 4.5, 9, 'bold')
  const turn = drawnTurn(job, evaluation)
  const facts: [string, string][] = [
    ...(blade.plate
      ? ([
          ['Your cut', job.cut.depth === undefined ? 'not asked' : len(job.cut.depth)],
          ['Under the back', blade.plate.depth === undefined ? 'no back' : len(blade.plate.depth)],
        ] as [string, string][])
      : ([
          ['Your curve', job.cut.radius === undefined ? 'none' : `R ${len(job.cut.radius)}`],
          ['This blade', turn === undefined ? 'does not turn' : turn === 0 ? 'any way' : `down to ${roundWords(turn, say)}`],
        ] as [string, string][])),
    ['Kerf', len(blade.kerf)],
    ['Line', { leave: 'leave it', split: 'split it', take: 'take it' }[job.cut.line]],
    ['Edge', evaluation.edge.grade],
    ...(isStrung(job.saw) ? [['Clamps', clampsSaid(job.saw.change, len)] as [string, string]] : []),
  ]
  facts.forEach(([a, b], i) => {
    text(a, tx, y + 11 + i * 5.2, 8.5, 'normal', SOFT)
    text(b, right, y + 11 + i * 5.2, 8.5, 'bold', INK, 'right')
  })
  y = top + box + 3
  rule(y)

  // set it up, then the tick-list
  text('Set it up', MARGIN, y + 5, 9, 'bold')
  let at = y + 10
  for (const item of c.setup.value.filter((i) => i.do !== 'trial' && i.do !== 'clean-ends' && i.do !== 'insert')) {
    const words = setUpWords(item, job, say).replaceAll('**', '')
    doc.setFillColor(INK).circle(MARGIN + 0.8, at - 1.1, 0.5, 'F')
    at += wrapped(words, MARGIN + 3.5, at, 8, right - MARGIN - 4) + 0.9
  }
  rule(at - 0.5)
  const ticksTop = at + 4
  text('Mounted', MARGIN, ticksTop, 9, 'bold')
  mountingWords(job.saw).forEach((m, i) => {
    const x = MARGIN + (i % 2) * ((right - MARGIN) / 2)
    const ty = ticksTop + 5 + Math.floor(i / 2) * 5
    doc
      .setDrawColor(INK)
      .setLineWidth(0.3)
      .rect(x, ty - 2.7, 3, 3)
    text(m, x + 5, ty, 8.5)
  })
  const cautions = c.setup.cautions.map((k) => cautionWords[k]).join(' ')
  doc.setFontSize(6.8)
  const lines = doc.splitTextToSize(cautions, right - MARGIN) as string[]
  wrapped(cautions, MARGIN, h - MARGIN - (lines.length - 1) * 2.9, 6.8, right - MARGIN, SOFT)
  doc.setProperties({ subject: bladeWords(blade, say) })
  return doc.output('blob')
}

const niceScale = (s: number): number => (s >= 1 ? Math.floor(s * 2) / 2 : Math.floor(s * 20) / 20)
const scaleText = (s: number): string => (s === 1 ? 'full size' : s > 1 ? `${s} times full size` : `${Math.round(s * 100)} % of full size`)

/** How deep the blade's ends go; the lower first, as it is clamped. */
const clampsSaid = ({ insertion, insertionTop }: ChangeProcedure, len: (mm: number) => string) =>
  insertionTop === undefined || insertionTop === insertion
    ? `${len(insertion)} deep each`
    : `${len(insertion)} below, ${len(insertionTop)} above`
