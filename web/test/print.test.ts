import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  bladeById,
  blades,
  drawTrial,
  evaluate,
  billOf,
  billWords,
  greenBand,
  isStrungJob,
  lengthWords,
  makeJob,
  materialById,
  pieceOf,
  rankBlades,
  saws,
  sawById,
  sawFacts,
  setUp,
  type Say,
} from '@green-pitch/core'
import { jointKinds, layOut, plainJoint } from '@green-pitch/core/joint'
import type { DrawnLine, Sheet } from '@green-pitch/core/pattern'
import { makeCard } from '../src/draw/card'
import { jointPdf } from '../src/draw/jointPdf'
import { patternPdf } from '../src/draw/patternPdf'
import { trialPdf } from '../src/draw/trialPdf'
import { printed, shipFonts, type Printed } from './printed'

beforeAll(shipFonts)
const says: Say[] = [
  { unit: 'mm', naming: 'size' },
  { unit: 'in', naming: 'size' },
]

/** Every word on the page, whole, and none of them a slip of the program. */
function sound(pages: readonly Printed[], margin: number) {
  for (const { width, height, texts } of pages)
    for (const t of texts) {
      expect(t.str).not.toMatch(/NaN|undefined|Infinity|\[object|\*\*/)
      expect(t.x, t.str).toBeGreaterThan(margin - 1)
      expect(t.x + t.width, t.str).toBeLessThan(width - margin + 1)
      expect(t.y, t.str).toBeGreaterThan(3)
      expect(t.y, t.str).toBeLessThan(height - 3)
    }
}
/** No two words lie on each other. */
function apart({ texts }: Printed) {
  texts.forEach((a, i) => {
    for (const b of texts.slice(i + 1)) {
      const over = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
      const under = Math.min(a.y, b.y) - Math.max(a.y - 0.6 * a.height, b.y - 0.6 * b.height)
      expect(over > 0.3 && under > 0.3, `“${a.str}” on “${b.str}”`).toBe(false)
    }
  })
}
const wide = (l: Pick<DrawnLine, 'points'>) => {
  const xs = Array.from(l.points).filter((_, i) => i % 2 === 0)
  return Math.max(...xs) - Math.min(...xs)
}
/** The rule one measures before trusting the print. */
const rule = ({ lines }: Printed, unit: 'mm' | 'in') => lines.filter((l) => Math.abs(wide(l) - (unit === 'mm' ? 100 : 101.6)) < 0.01)

describe('a pattern on paper', () => {
  it('every line stands on the sheets at true size and in its place, whatever the board and the paper', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.double({ min: 60, max: 620, noNaN: true }),
        fc.double({ min: 60, max: 620, noNaN: true }),
        fc.constantFrom('a4' as const, 'letter' as const, 'a3' as const),
        async (width, height, paper) => {
          const line = [0, 1, 2, 3].map((i) => {
            const [x, y] = [(width * (1 + 2 * i)) / 9, (height * (1 + i)) / 6]
            return [x, y, x + width / 12, y, x + width / 12, y + height / 9, x, y + height / 7]
          })
          const board = { minX: -3, minY: -3, maxX: width + 3, maxY: height + 3 }
          const sheet: Sheet = { board, line, cut: [], holes: [{ x: 20, y: 20, drill: 1.2 }], order: [{ x: 20, y: 20, number: 1 }] }
          const { pdf, pages } = await patternPdf({
            name: 'Gannet',
            sheet,
            paper,
            lines: 'line',
            weight: 0.3,
            numbers: true,
            holes: true,
            unit: 'mm',
          })
          const read = await printed(pdf)
          expect(read).toHaveLength(pages)
          sound(read, 8)
          const whole = new Set<number>()
          for (const page of read) {
            expect(rule(page, 'mm').length).toBeGreaterThan(0)
            // where the board's corner lies from here, on or off the sheet: all else must lie as far from it as it was drawn
            const edge = page.lines.find((l) => Math.abs(wide(l) - (width + 6)) < 0.02)!
            const at = Array.from(edge.points)
            const [ox, oy] = [0, 1].map((axis) => 3 + Math.min(...at.filter((_, k) => k % 2 === axis))) as [number, number]
            line.forEach((p, i) => {
              const inPlace = (l: DrawnLine) => p.every((v, k) => Math.abs(l.points[k]! - (k % 2 ? oy : ox) - v) < 0.02)
              if (page.lines.some(inPlace)) whole.add(i)
            })
          }
          expect([...whole].sort()).toEqual([0, 1, 2, 3])
        },
      ),
      { numRuns: 8, seed: 3 },
    )
  })
})

describe('a set-up card', () => {
  const jobs = [
    ...saws.map((saw) =>
      makeJob({
        saw,
        cut: {
          kind: saw.kind === 'hand' ? 'straight' : 'outline',
          radius: saw.kind === 'hand' ? undefined : 6,
          web: undefined,
          hole: undefined,
        },
      }),
    ),
    makeJob({ stock: { material: materialById('acrylic')!, form: 'board', thickness: 3 }, cut: { kind: 'pierced', radius: 1.5 } }),
    makeJob({
      stock: { material: materialById('brass')!, form: 'tube', diameter: 8, wall: 1 },
      saw: sawById('frame-70')!,
      cut: { kind: 'straight', radius: undefined, web: undefined, hole: undefined },
    }),
    makeJob({ cut: { kind: 'outline', radius: 20, bevel: 30, web: undefined, hole: undefined } }),
  ]
  it('is one page for every saw, with nothing over the edge and no words on others', async () => {
    for (const job of jobs)
      for (const say of says) {
        const blade = rankBlades(job).value[0]?.blade ?? bladeById('scroll-standard-5')!
        const evaluation = evaluate(job, blade)
        const band = isStrungJob(job) ? greenBand(job, blade) : undefined
        const bill = billOf(job, blade)
        const card = await makeCard({
          name: 'Curlew at the tide’s edge, third of a set of five for the boathouse window',
          job,
          evaluation,
          setup: setUp(job, blade),
          bill,
          band,
          say,
          paper: say.unit === 'mm' ? 'a5' : 'half-letter',
        })
        const pages = await printed(card)
        expect(pages).toHaveLength(1)
        sound(pages, 9)
        apart(pages[0]!)
        const words = pages[0]!.texts
          .map((t) => t.str)
          .join(' ')
          .replaceAll('"', '″')
        expect(words).toContain(job.saw.short)
        // the paper says what every place says
        expect(words).toContain(billWords(bill))
        if (bill.holes) expect(words).toContain(bill.drill!.name.replaceAll('"', '″'))
        // what is set by hand is the saw's own figure
        if (isStrungJob(job)) {
          expect(words).toContain(`${lengthWords(job.saw.change.insertion, say)} deep`)
          expect(words).toContain(`span ${lengthWords(job.saw.span, say)}`)
        }
      }
  })
})

describe('a lay-out sheet', () => {
  it('shows every kind of joint at the scale it states, with a rule, nothing over the edge', async () => {
    let drawn = 0
    const tools = blades.filter((b) => b.plate || b.end === 'coping-pin')
    for (const kind of jointKinds)
      for (const say of says) {
        const material = materialById('walnut')!
        const found = layOut(plainJoint(kind, 15), {
          material,
          hands: sawById('hand-saws')!,
          coping: sawById('coping-165')!,
          finish: 'careful',
          blades: tools,
        })
        const pages = await printed(
          await jointPdf({ name: 'Tea caddy', found, material, say, paper: say.unit === 'mm' ? 'a4' : 'letter', schools: [] }),
        )
        sound(pages, 11)
        expect(rule(pages[0]!, say.unit).length, kind).toBeGreaterThan(0)
        const words = pages.flatMap((p) => p.texts.map((t) => t.str)).join(' ')
        // the paper says what the page says, strokes and minutes with it
        const plain = (s: string) => s.replace(/["″“”'’]/g, '"').replace(/\s+/g, ' ')
        for (const fact of sawFacts(found, say)) expect(plain(words), kind).toContain(plain(fact))
        const scale = words.includes('Full size') ? 1 : 1 / Number(/Drawn 1 : (\d+)/.exec(words)![1])
        const [view] = found.views
        if (!view) continue // nothing to draw of a veneer's cut
        drawn++
        const boards = view.shapes.filter((s) => s.layer === 'board')
        const across = Math.max(...boards.map((s) => wide(s)))
        expect(
          pages[0]!.lines.some((l) => Math.abs(wide(l) - across * scale) < 0.02),
          `${kind}: ${across} at ${scale}`,
        ).toBe(true)
      }
    expect(drawn).toBeGreaterThanOrEqual(14)
  })
})

describe('test pieces of a trial', () => {
  it('are one for each blade and board, each at true size under its label', async () => {
    const arms = ['scroll-reverse-5', 'scroll-reverse-skip-5', 'scroll-ground-5'].map((id) => ({ id, blade: bladeById(id)! }))
    const trial = drawTrial({
      name: 'Which No. 5',
      jobs: [makeJob()],
      arms,
      helper: false,
      oneBoard: true,
      misread: [],
      repeats: 2,
      seed: 4,
    })
    const piece = pieceOf(trial)
    const pages = await printed(await trialPdf({ trial, boardName: (s, r) => `${s} ${r}`, say: says[0]!, paper: 'a4' }))
    sound(pages, 11)
    const outlines = pages.flatMap((p) => p.lines.filter((l) => l.closed && Math.abs(wide(l) - piece.width) < 0.02))
    expect(outlines.length).toBe(trial.design.pieces.length)
    const words = pages.flatMap((p) => p.texts.map((t) => t.str))
    for (const p of trial.design.pieces) expect(words).toContain(p.label)
    for (const p of pages) expect(rule(p, 'mm').length).toBeGreaterThan(0)
  })
})
