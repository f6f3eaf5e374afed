import { CHECK } from './chartSheet'
import { jsPDF } from 'jspdf'
import regular from '../fonts/regular.ttf?url'
import bold from '../fonts/bold.ttf?url'

async function base64(url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer())
  let s = ''
  for (let i = 0; i < bytes.length; i += 8192) s += String.fromCharCode(...bytes.subarray(i, i + 8192))
  return btoa(s)
}

/** An empty PDF in mm with this program's typefaces in it. */
export async function newPdf(format: [width: number, height: number]): Promise<jsPDF> {
  const doc = new jsPDF({ unit: 'mm', format, orientation: format[0] > format[1] ? 'landscape' : 'portrait', compress: true })
  for (const [file, url, style] of [
    ['r.ttf', regular, 'normal'],
    ['b.ttf', bold, 'bold'],
  ] as const) {
    doc.addFileToVFS(file, await base64(url))
    doc.addFont(file, 'Next', style)
  }
  return doc
}

export const INK = '#26302c'
export const SOFT = '#565f59'

/** The face has no signs for sharp and inch. */
export const plainText = (s: string): string => s.replaceAll('♯', '#').replaceAll('″', '"')

/** Writes one line at a place, mm, in the program's typeface. */
export const writer =
  (doc: jsPDF) =>
  (s: string, x: number, y: number, size: number, bold = false, colour = INK, align: 'left' | 'center' | 'right' = 'left'): void =>
    void doc
      .setFont('Next', bold ? 'bold' : 'normal')
      .setFontSize(size)
      .setTextColor(colour)
      .text(plainText(s), x, y, { align })

/** A rule to measure before trusting the print: 100 mm or 4 in from (x, y), mm. */
export function checkRule(doc: jsPDF, x: number, y: number, unit: 'mm' | 'in'): void {
  const { length, step, word } = CHECK[unit]
  doc.setDrawColor(INK).setLineWidth(0.25)
  doc.line(x, y, x + length, y)
  for (let d = 0; d <= length + 1e-6; d += step) doc.line(x + d, y, x + d, y - (d === 0 || d > length - 1e-6 ? 3 : 1.8))
  doc.setFont('Next', 'normal').setFontSize(8).setTextColor(INK)
  doc.text(`This rule must measure ${word}. Print at 100 %, not “fit to page”.`, x, y + 4.5)
}
