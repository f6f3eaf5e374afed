import { pieceOf, roundWords, type Say, type TestPiece, type Trial } from '@green-pitch/core'
import { checkRule, INK, newPdf, SOFT, writer } from './pdf'

export interface TrialSheetsIn {
  trial: Trial
  /** what a board is called, by stock and repeat */
  boardName: (stock: string, repeat: number) => string
  say: Say
  paper: 'a4' | 'letter'
}
const SIZES = { a4: [210, 297], letter: [215.9, 279.4] } as const
const MARGIN = 12
const APART = 7
const FOOT = 8 // mm under each piece for its label

/** The test pieces of a trial at true size, one for each blade and board under its blind label, as many to a page as fit. */
export async function trialPdf({ trial, boardName, say, paper }: TrialSheetsIn): Promise<Blob> {
  const [w, h] = SIZES[paper]
  const piece = pieceOf(trial)
  const doc = await newPdf([w, h])
  doc.setProperties({ title: `Test pieces: ${trial.name}`, creator: 'Green Pitch' })
  const top = MARGIN + 12
  const [room, tall] = [w - 2 * MARGIN, h - top - MARGIN - 12]
  const columns = Math.max(1, Math.floor((room + APART) / (piece.width + APART)))
  const rows = Math.max(1, Math.floor((tall + APART) / (piece.height + FOOT + APART)))
  const text = writer(doc)
  trial.design.pieces.forEach((p, i) => {
    const on = i % (columns * rows)
    if (i && !on) doc.addPage([w, h], 'portrait')
    if (!on) {
      const drill = piece.lines.find((l) => l.hole)?.hole?.drill
      text(trial.name, MARGIN, MARGIN + 3, 12, true)
      text(
        `Glue one to each blank, saw them in this order.${drill ? ` Pilot hole ${roundWords(drill, say)}.` : ''} Write the label on the back of every part.`,
        MARGIN,
        MARGIN + 8.5,
        9,
        false,
        SOFT,
      )
      checkRule(doc, MARGIN, h - MARGIN - 3, say.unit)
    }
    const [x, y] = [MARGIN + (on % columns) * (piece.width + APART), top + Math.floor(on / columns) * (piece.height + FOOT + APART)]
    drawPiece(doc, piece, x, y)
    text(p.label, x, y + piece.height + 5.5, 13, true)
    text(boardName(p.stock, p.repeat), x + 11, y + piece.height + 5.5, 9, false, SOFT)
    // the label goes with every part that is sawn off
    for (const l of piece.lines)
      text(p.label, x + (l.points[0]! > 1 ? l.points[0]! + 1 : 1), y + Math.max(2.2, l.points[1]! - 0.8), 6, false, SOFT)
  })
  return doc.output('blob')
}

function drawPiece(doc: Awaited<ReturnType<typeof newPdf>>, piece: TestPiece, x: number, y: number): void {
  doc.setDrawColor(INK).setLineWidth(0.15).setLineDashPattern([2, 1.5], 0).rect(x, y, piece.width, piece.height).setLineDashPattern([], 0)
  doc.setLineWidth(0.2)
  for (const { points, kind, hole } of piece.lines) {
    for (let i = 0; i < points.length; i += 2) {
      if (i) doc.lineTo(x + points[i]!, y + points[i + 1]!)
      else doc.moveTo(x + points[i]!, y + points[i + 1]!)
    }
    if (kind === 'opening') doc.close()
    doc.stroke()
    if (hole) doc.circle(x + hole.x, y + hole.y, hole.drill / 2, 'S')
  }
}
