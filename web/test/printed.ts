import { readFile } from 'node:fs/promises'
import { vi } from 'vitest'
import { readPage, type DrawnLine } from '@green-pitch/core/pattern'
import { operatorsOf } from '../src/work/pdfPages'
import * as pdf from 'pdfjs-dist/legacy/build/pdf.mjs'

const MM = 25.4 / 72
export interface Printed {
  width: number
  height: number
  lines: readonly DrawnLine[]
  /** words with the left end of their foot line, their width and height, mm from the page's top left */
  texts: { str: string; x: number; y: number; width: number; height: number }[]
}

/** The typefaces as the browser would fetch them. */
export const shipFonts = () =>
  vi.stubGlobal(
    'fetch',
    async (url: string) => new Response(await readFile(new URL(`../src/fonts/${url.split('/').at(-1)}`, import.meta.url))),
  )

/** A printed file as a PDF reader sees it: every page's lines and words in mm. */
export async function printed(file: Blob): Promise<Printed[]> {
  const doc = await pdf.getDocument({ data: new Uint8Array(await file.arrayBuffer()), verbosity: 0, disableFontFace: true }).promise
  const pages: Printed[] = []
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n)
    const { fnArray, argsArray } = await page.getOperatorList()
    const operators = operatorsOf(pdf.OPS, fnArray, argsArray)
    const read = readPage({ operators, view: page.view, userUnit: page.userUnit, rotate: page.rotate })
    if (!read.ok) throw new Error(read.message)
    const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = page.view
    const { items } = await page.getTextContent()
    const texts = items.flatMap((t) =>
      'str' in t && t.str.trim()
        ? [
            {
              str: t.str,
              x: (t.transform[4] as number) * MM,
              y: (y1 - (t.transform[5] as number)) * MM,
              width: t.width * MM,
              height: t.height * MM,
            },
          ]
        : [],
    )
    pages.push({ width: (x1 - x0) * MM, height: (y1 - y0) * MM, lines: read.drawing.lines, texts })
  }
  return pages
}
