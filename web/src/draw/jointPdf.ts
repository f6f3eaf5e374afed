import {
  jointHeading,
  jointSteps,
  lengthWords,
  sawFacts,
  tenonSchoolNames,
  tenonSchoolWords,
  viewNames,
  type Material,
  type Say,
} from '@green-pitch/core'
import type { LayOut, SchoolSaws, Shape } from '@green-pitch/core/joint'
import { checkRule, INK, newPdf, plainText, SOFT, writer } from './pdf'

export interface JointSheetIn {
  name: string
  found: LayOut
  material: Material
  say: Say
  paper: 'a4' | 'letter'
  schools: SchoolSaws[]
}
const SIZES = { a4: [210, 297], letter: [215.9, 279.4] } as const
const MARGIN = 14
const LEFT = MARGIN + 8 // of the drawings: their figures stand outside them
const DRAWN = 0.55 // of the page's height is given to the drawings

/** Middle of a shape along x (0) or y (1), mm. */
function middle(s: Shape, axis: 0 | 1): number {
  const along = s.points.filter((_, i) => i % 2 === axis)
  return (Math.min(...along) + Math.max(...along)) / 2
}

/** A joint on one sheet and, where it needs, more: drawings at full size or a stated reduction, marks, order, saws, check rule. */
export async function jointPdf(p: JointSheetIn): Promise<Blob> {
  const [w, h] = SIZES[p.paper]
  const doc = await newPdf([w, h])
  doc.setProperties({ title: `Lay-out: ${p.name}`, creator: 'Green Pitch' })
  const { found, say } = p
  const right = w - MARGIN
  const text = writer(doc)
  text(p.name, MARGIN, MARGIN + 3, 15, true)
  text('Green Pitch', right, MARGIN + 3, 8, false, SOFT, 'right')
  text(
    `${jointHeading(found, say)}. ${p.material.name}${found.saw ? `; ${found.saw.name.toLowerCase()}, kerf ${lengthWords(found.kerf, say)}` : ''}.`,
    MARGIN,
    MARGIN + 10,
    10,
  )

  // full size if it fits, else the largest of a few plain reductions
  const wide = Math.max(...found.views.map((v) => v.width))
  const tall = found.views.reduce((t, v) => t + v.height + 16, 0)
  const scale = [1, 0.5, 0.25, 0.2, 0.1].find((s) => wide * s <= right - MARGIN - 22 && tall * s <= h * DRAWN) ?? 0.1
  let y = MARGIN + 22
  text(scale === 1 ? 'Full size' : `Drawn 1 : ${1 / scale}`, right, y - 5, 8, true, INK, 'right')
  for (const view of found.views) {
    if (view.marks.length) {
      view.marks.forEach((mm, i) => {
        const x = LEFT + mm * scale
        const crowded = i > 0 && (mm - view.marks[i - 1]!) * scale < 9 && i % 2 === 1
        doc
          .setDrawColor(INK)
          .setLineWidth(0.15)
          .line(x, y - 1, x, y - (crowded ? 5.5 : 2.5))
        text(say.unit === 'mm' ? mm.toFixed(1) : (mm / 25.4).toFixed(3), x, y - (crowded ? 6 : 3), 7, false, INK, 'center')
      })
    } else text(viewNames[view.name], LEFT, y - 1.5, 8, false, SOFT)
    const path = (s: Shape, fill: boolean) => {
      for (let i = 0; i < s.points.length; i += 2) {
        const [px, py] = [LEFT + s.points[i]! * scale, y + s.points[i + 1]! * scale]
        if (i) doc.lineTo(px, py)
        else doc.moveTo(px, py)
      }
      if (s.closed) doc.close()
      if (fill) doc.fill()
      else doc.stroke()
    }
    for (const s of view.shapes.filter((x) => x.layer === 'waste')) {
      doc.setFillColor('#e6e0d2')
      path(s, true)
    }
    for (const layer of ['board', 'cut', 'knife'] as const) {
      doc.setDrawColor(INK).setLineWidth(layer === 'board' ? 0.3 : 0.2)
      doc.setLineDashPattern(layer === 'knife' ? [1.6, 1.2] : [], 0)
      for (const s of view.shapes.filter((x) => x.layer === layer)) path(s, false)
      doc.setLineDashPattern([], 0)
    }
    // numbers of the tails, and on the end grain the order of the cuts
    for (const s of view.shapes)
      if (s.label && s.layer === 'grain')
        text(s.label, LEFT + middle(s, 0) * scale, y + middle(s, 1) * scale + 1.5, 10, true, INK, 'center')
    if (view.name === 'end')
      view.shapes
        .filter((s) => s.layer === 'cut')
        .forEach((s, i) =>
          text(
            `${Math.floor(i / 2) + 1}${i % 2 ? 'b' : 'a'}`,
            LEFT + s.points[0]! * scale,
            y + view.height * scale + 3.5,
            7,
            false,
            INK,
            'center',
          ),
        )
    for (const d of view.dims) {
      const level = d.from[1] === d.to[1]
      const x = LEFT + (level ? (d.from[0] + d.to[0]) / 2 : d.from[0]) * scale
      const at = y + ((d.from[1] + d.to[1]) / 2) * scale
      text(
        lengthWords(Math.round(d.value * 100) / 100, say),
        level ? x : d.from[0] > view.width / 2 ? x + 2 : x - 1.5,
        level ? at + 4 : at + 1,
        7.5,
        false,
        INK,
        level ? 'center' : d.from[0] > view.width / 2 ? 'left' : 'right',
      )
    }
    y += view.height * scale + 14
  }

  const wrapped = (s: string, x: number, size: number, bold = false) => {
    doc
      .setFont('Next', bold ? 'bold' : 'normal')
      .setFontSize(size)
      .setTextColor(INK)
    const lines = doc.splitTextToSize(plainText(s), right - x) as string[]
    const high = lines.length * size * 0.44
    if (y + high > h - MARGIN - 14) {
      doc.addPage([w, h], 'portrait')
      y = MARGIN + 6
    }
    doc.text(lines, x, y, { lineHeightFactor: 1.2 })
    y += high + 1.2
  }
  y += 2
  wrapped('Saw it in this order', MARGIN, 11, true)
  jointSteps(found, say).forEach((s, i) => wrapped(`${i + 1}  ${s.head} ${s.text}`, MARGIN, 9))
  const facts = sawFacts(found, say)
  if (facts.length) {
    y += 2
    wrapped('This saw, this cut', MARGIN, 11, true)
    facts.forEach((f) => wrapped(f, MARGIN, 9))
  }
  if (p.schools.length) {
    y += 2
    wrapped('The schools of tenon saws', MARGIN, 11, true)
    p.schools.forEach((s) => wrapped(`${tenonSchoolNames[s.school]}: ${tenonSchoolWords(s)}`, MARGIN, 9))
  }
  checkRule(doc, MARGIN, h - MARGIN - 3, say.unit)
  return doc.output('blob')
}
