import type { Font, PathCommand } from 'opentype.js'
import bold from '../fonts/bold.ttf?url'
import { Refused, type Letter, type Outline } from '@green-pitch/core/pattern'

const MOST_LETTERS = 60

/** The letters of a text in the shipped face, or in one the user opened. */
export function faces() {
  let own: Font | undefined
  let shipped: Font | undefined
  return {
    /** @returns its name, or undefined where the file is no font that can be read */
    async open(data: ArrayBuffer): Promise<string | undefined> {
      const { parse } = await import('opentype.js')
      try {
        const font = parse(data)
        font.charToGlyph('n').getPath(0, 0, 100)
        own = font
        return font.names.fullName?.en ?? font.names.fontFamily?.en ?? 'your face'
      } catch {
        return undefined
      }
    },
    /** @throws Refused with the letters the face does not have */
    async letters(text: string, mine: boolean): Promise<{ letters: Letter[]; capital: number }> {
      const { parse } = await import('opentype.js')
      shipped ??= parse(await (await fetch(bold)).arrayBuffer())
      const font = (mine && own) || shipped
      const all = [...text].slice(0, MOST_LETTERS)
      const missing = all.filter((c) => c.trim() && font.charToGlyphIndex(c) === 0)
      if (missing.length) throw new Refused(`This face has no ${[...new Set(missing)].map((c) => `“${c}”`).join(', ')}.`)
      const h = font.charToGlyph('H').getBoundingBox()
      const glyphs = all.map((c) => font.charToGlyph(c))
      const letters = glyphs.map((g, i): Letter => {
        // drawn at one unit a unit; the library counts y downward
        const outline = g.getPath(0, 0, font.unitsPerEm).commands.map((c) => flipped(c))
        const kerning = glyphs[i + 1] ? font.getKerningValue(g, glyphs[i + 1]!) : 0
        return { outline, advance: (g.advanceWidth ?? font.unitsPerEm / 2) + kerning }
      })
      return { letters, capital: h.y2 - h.y1 || 0.7 * font.unitsPerEm }
    },
  }
}
function flipped(c: PathCommand): Outline {
  switch (c.type) {
    case 'Z':
      return c
    case 'Q':
      return { ...c, y1: -c.y1, y: -c.y }
    case 'C':
      return { ...c, y1: -c.y1, y2: -c.y2, y: -c.y }
    default:
      return { ...c, y: -c.y }
  }
}
