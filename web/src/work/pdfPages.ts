import type { PDFDocumentProxy } from 'pdfjs-dist'
import { boxOfAll, linePath, readPage, ringPath, simplified, type Box, type PageOperator, type ReadResult } from '@green-pitch/core/pattern'

/** A page of a file as it is chosen from: what is drawn on it, sparingly, or why nothing of it can be taken. */
export interface PageLook {
  page: number
  size: [width: number, height: number]
  lines: number
  path: string
  box: Box
  why?: string
}
const MOST_PAGES = 60
const FINE = 1 / 400 // of the drawing's size
/** what the reader calls a file that is none, or whose parts do not hang together */
const BROKEN = new Set(['InvalidPDFException', 'FormatError', 'UnknownErrorException', 'XRefEntryException', 'XRefParseException'])
/** Reads failing to open in words; undefined for anything else. */
function whyNot(error: unknown): string | undefined {
  const name = error instanceof Error ? error.name : ''
  if (name === 'PasswordException') return 'This PDF is locked with a password. Save it again without one.'
  if (BROKEN.has(name)) return 'This PDF is broken: it cannot be read. Save or download it anew.'
  return undefined
}

/** A page's drawing operators by name, as core reads them. */
export function operatorsOf(ops: object, codes: readonly number[], all: readonly unknown[]): PageOperator[] {
  const names = new Map(Object.entries(ops).map(([name, code]) => [code as number, name]))
  return codes.map((code, i) => {
    const name = names.get(code) ?? ''
    const args = (all[i] as unknown[] | null) ?? []
    return { name, args: name === 'constructPath' ? [names.get(args[0] as number), ...args.slice(1)] : args }
  })
}

/** The pages of a printed file, opened here in the worker and kept open until another comes. */
export function pdfPages() {
  let file: PDFDocumentProxy | undefined
  const readings = new Map<number, ReadResult>()

  async function read(n: number): Promise<ReadResult> {
    const known = readings.get(n)
    if (known) return known
    const pdf = await import('pdfjs-dist')
    const page = await file!.getPage(n)
    const { fnArray, argsArray } = await page.getOperatorList()
    const operators = operatorsOf(pdf.OPS, fnArray, argsArray)
    const found = readPage({ operators, view: page.view, userUnit: page.userUnit, rotate: page.rotate })
    readings.set(n, found)
    page.cleanup()
    return found
  }
  return {
    /** @returns its pages, or why it cannot be opened */
    async open(data: Uint8Array): Promise<PageLook[] | string> {
      // the library's own worker, run here: this is one already
      const [pdf, inside] = await Promise.all([import('pdfjs-dist'), import('pdfjs-dist/build/pdf.worker.mjs')])
      ;(globalThis as { pdfjsWorker?: unknown }).pdfjsWorker = inside
      readings.clear()
      await file?.destroy()
      file = undefined
      try {
        file = await pdf.getDocument({ data, disableFontFace: true, useSystemFonts: false, isEvalSupported: false, verbosity: 0 }).promise
      } catch (error) {
        const why = whyNot(error)
        if (why) return why
        throw error
      }
      const looks: PageLook[] = []
      for (let n = 1; n <= Math.min(file.numPages, MOST_PAGES); n++) {
        const found = await read(n).catch((error: unknown): ReadResult => ({
          ok: false,
          message: whyNot(error) ?? 'This page cannot be read.',
        }))
        const view = await file.getPage(n).then(
          (page) => page.view,
          () => [],
        )
        const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = view
        const size: PageLook['size'] = [((x1 - x0) * 25.4) / 72, ((y1 - y0) * 25.4) / 72]
        if (!found.ok) {
          looks.push({ page: n, size, lines: 0, path: '', box: { minX: 0, minY: 0, maxX: size[0], maxY: size[1] }, why: found.message })
          continue
        }
        const { lines } = found.drawing
        const box = boxOfAll(lines)
        const least = FINE * Math.max(box.maxX - box.minX, box.maxY - box.minY)
        const path = lines.map((l) => (l.closed ? ringPath(simplified(l.points, least)) : linePath(l.points))).join('')
        looks.push({ page: n, size, lines: lines.length, path, box })
      }
      return looks
    },
    read,
  }
}
