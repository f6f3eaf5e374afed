import { groupName, type Blade } from '@green-pitch/core'

/** Blades as people write them down: “No. 3 reverse-skip, 12”, “2 dozen 2/0 jeweler’s”, “coping 15 TPI x10”. */
export interface Pasted {
  rows: { blade: Blade; count: number }[]
  refused: string[]
  /** the lines that were not taken, as they stand */
  rest: string[]
}
/** Other words for a pattern, as labels and people have them. */
const SYNONYMS: [RegExp, string][] = [
  [/\b(spirals|twisted)\b/g, 'spiral'],
  [/\b(crown|two[- ]way|both[- ]way)\b(?!-)/g, 'crown-tooth'],
  [/\bpiercing\b/g, "jeweler's"],
  [/\bjewell?er['’]?s?\b/g, "jeweler's"],
  [/\b(regular|standard)\b/g, 'plain teeth'],
  [/\bpins?\b/g, 'pinned'],
  [/\bdouble\b(?!-)/g, 'double-tooth'],
  [/\bmetal\b(?!-)/g, 'metal-cutting'],
  [/\breverse skip\b/g, 'reverse-skip'],
  [/\bskip reverse\b/g, 'reverse-skip'],
  [/\bmodified\b/g, 'mixed'],
]
const NUMBERS = { a: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 } as const
const MANY = { dozen: 12, doz: 12, gross: 144 } as const
const PACKET = 12 // blades where a line names none: they are sold by the dozen

/** Words of a pattern’s name, “teeth” and the like aside. */
const wordsOf = (group: string) =>
  groupName(group)
    .toLowerCase()
    .replaceAll('’', "'")
    .split(/[\s,-]+/)
    .filter((w) => w && !['teeth', 'tooth', 'spacing', 'and', 'for', 'saw', 'saws', 'ends'].includes(w))

/** Finds and takes something out of a line. */
class Line {
  constructor(public rest: string) {}
  take<T>(what: RegExp, of: (m: RegExpExecArray) => T): T | undefined {
    const m = what.exec(this.rest)
    if (!m) return undefined
    this.rest = `${this.rest.slice(0, m.index)} ${this.rest.slice(m.index + m[0].length)}`
    return of(m)
  }
}
const WORD = String.raw`(\d+|a|one|two|three|four|five|six)`
const PACKETS = new RegExp(String.raw`\b${WORD}\s*(?:packets?|packs?)(?:\s*of\s*(\d+))?`)
const DOZENS = new RegExp(String.raw`(?:\b${WORD}\s*)?\b(dozen|doz|gross)\b\.?`)

/** How many the line speaks of; `sized`: its size was found already, so that a figure at its end is a count. */
function countOf(line: Line, sized: boolean): number {
  const n = (s: string | undefined) => (s === undefined ? 1 : (NUMBERS[s as keyof typeof NUMBERS] ?? Number(s)))
  return (
    line.take(PACKETS, (m) => n(m[1]) * (m[2] ? Number(m[2]) : PACKET)) ??
    line.take(DOZENS, (m) => n(m[1]) * MANY[m[2] as keyof typeof MANY]) ??
    line.take(/(?:×|\bx)\s*(\d+)\b/, (m) => Number(m[1])) ??
    line.take(/\b(\d+)\s*(?:×|x\b|pcs?\b|pieces?\b|blades?\b|of\b)/, (m) => Number(m[1])) ??
    line.take(sized ? /(?:^|\s)(\d+)\s*$/ : /[,;:\t]\s*(\d+)\s*$/, (m) => Number(m[1])) ??
    PACKET
  )
}
const first = (m: RegExpExecArray) => m[1]!
/** A size that says of itself that it is one; or else, the first figure or word that may be one. */
const surely = (line: Line) =>
  line.take(/(?:\bno\b\.?|#|\bsize\b)\s*(\d+(?:\/0)?)/, first) ??
  line.take(/\b(\d+\/0)(?!\d)/, first) ??
  line.take(/\b(\d+)\s*(?:tpi|ppi)\b/, first)
const perhaps = (line: Line) => line.take(/\b(\d+)\b/, first) ?? line.take(/\b(extra fine|fine|medium|stout|coarse|round)\b/, first)

/** Reads such lines against the blades there are; what a line leaves open, or does not say, is told and left out. */
export function readPasted(text: string, catalogue: readonly Blade[]): Pasted {
  const out: Pasted = { rows: [], refused: [], rest: [] }
  const groups = [...new Set(catalogue.map((b) => b.group))].map((g) => ({
    g,
    words: wordsOf(g),
    blades: catalogue.filter((b) => b.group === g),
  }))
  text
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter(Boolean)
    .forEach((written, i) => {
      const refuse = (why: string) => {
        out.refused.push(`Line ${i + 1}, “${written.slice(0, 60)}”: ${why}`)
        out.rest.push(written)
      }
      const byId = catalogue.find((b) =>
        written
          .toLowerCase()
          .split(/[\s,;\t]+/)
          .includes(b.id),
      )
      const lower = SYNONYMS.reduce((s, [from, to]) => s.replace(from, to), written.toLowerCase().replaceAll('’', "'"))
      const line = new Line(byId ? lower.replace(byId.id, '') : lower)
      const known = byId ? byId.size : surely(line)
      const count = countOf(line, known !== undefined)
      if (!(count >= 1 && count <= 99_999)) return refuse('that is no number of blades.')
      if (byId) return void out.rows.push({ blade: byId, count })
      const size = known ?? perhaps(line)
      if (!size) return refuse('it names no size.')
      const found = groups
        .map(({ g, words, blades }) => {
          const said = words.filter((w) => line.rest.includes(w)).length
          const blade = blades.find((b) => b.size === size || (size === '1/0' && b.size === '0') || (size === '0' && b.size === '1/0'))
          // all of a name said counts before a part of a longer one
          return { g, blade, score: blade ? said + said / words.length : 0 }
        })
        .filter((f) => f.blade && f.score > 0)
        .sort((a, b) => b.score - a.score)
      const [best, second] = found
      if (!best) return refuse(`no pattern known here is named that has this size.`)
      if (second && second.score === best.score && groupName(second.g) !== groupName(best.g))
        return refuse(`it may be ${groupName(best.g).toLowerCase()} or ${groupName(second.g).toLowerCase()}: say which.`)
      out.rows.push({ blade: best.blade!, count })
    })
  return out
}
