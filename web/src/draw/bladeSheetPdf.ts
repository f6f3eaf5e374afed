import { DOT, DOTS, MARK, MARKS } from '@green-pitch/core/camera'
import { INK, newPdf, SOFT, writer } from './pdf'

const SIZES = { mm: [210, 297], in: [215.9, 279.4] } as const
const TOP = 34 // mm from the paper's upper edge to the first mark

/** The sheet blades are laid on to be read from a picture, at true scale: four marks, dots, white where blades lie, words at the rim only. */
export async function makeBladeSheet(unit: 'mm' | 'in'): Promise<Blob> {
  const [w, h] = SIZES[unit]
  const doc = await newPdf([w, h])
  const text = writer(doc)
  const left = (w - 180) / 2
  text('Blade sheet', left, 14, 15, true)
  text(
    'Lay up to four blades between the dots, flat, apart from one another; a pin goes through the paper. Scan at 600 dots',
    left,
    20,
    8.5,
  )
  text('an inch, fine jeweler’s blades at 1200; or photograph from straight above, all four marks seen, without a shadow.', left, 24, 8.5)
  doc.setFillColor(INK)
  for (const [x, y] of MARKS) doc.circle(left + x, TOP + y, MARK / 2, 'F')
  for (const [x, y] of DOTS) doc.circle(left + x, TOP + y, DOT / 2, 'F')
  // the first mark is a ring, so that the sheet knows its way round
  doc.setFillColor('#ffffff').circle(left + MARKS[0]![0], TOP + MARKS[0]![1], MARK / 4, 'F')
  const below = TOP + 80 + 14
  doc
    .setDrawColor(INK)
    .setLineWidth(0.25)
    .line(left, below, left + 180, below)
  for (let d = 0; d <= 180; d += 10) doc.line(left + d, below, left + d, below - (d % 50 ? 1.8 : 3))
  text(
    unit === 'in'
      ? 'This rule should measure 180 mm, 7 3/32 in. Where it does not, tell the program what it measures.'
      : 'This rule should measure 180 mm. Where it does not, tell the program what it measures.',
    left,
    below + 5,
    8.5,
  )
  text('Print at 100 %, not “fit to page”.', left, below + 9, 8.5, false, SOFT)
  return doc.output('blob')
}
