const NAMES = ['C', 'C♯', 'D', 'D♯', 'E', 'F', 'F♯', 'G', 'G♯', 'A', 'A♯', 'B']
const STEPS: Record<string, number> = { c: 0, d: 2, e: 4, f: 5, g: 7, a: 9, b: 11 }
const NOTE = /^([a-g])([#♯b♭]?)(\d)\s*(?:([+-])\s*(\d{1,2}(?:\.\d+)?)\s*(?:cents?|c)?)?$/

export interface Note {
  name: string
  cents: number
}

/** Nearest note of equal temperament (A4 = 440 Hz) and how far off it is, cents (−50 to 50). Frequency in Hz, above 0. */
export function noteOf(frequency: number): Note {
  const steps = 12 * Math.log2(frequency / 440) + 69
  const nearest = Math.round(steps)
  return { name: `${NAMES[((nearest % 12) + 12) % 12]}${Math.floor(nearest / 12) - 1}`, cents: Math.round((steps - nearest) * 100) || 0 } // never −0
}

/** Reads a pitch as a note (`G5`, `F#5 -12`) or in hertz (`785`, `785 Hz`). */
export function parsePitch(text: string): { ok: true; hz: number } | { ok: false; message: string } {
  const s = text.trim().toLowerCase().replace('−', '-')
  const m = NOTE.exec(s)
  if (m) {
    const shift = m[2] === '' ? 0 : m[2] === '#' || m[2] === '♯' ? 1 : -1
    const cents = m[5] === undefined ? 0 : Number(m[5]) * (m[4] === '-' ? -1 : 1)
    return { ok: true, hz: 440 * 2 ** ((STEPS[m[1]!]! + shift + 12 * (Number(m[3]) + 1) - 69 + cents / 100) / 12) }
  }
  const hz = /^(\d+(?:[.,]\d+)?)\s*(?:hz)?$/.exec(s)
  if (hz) {
    const value = Number(hz[1]!.replace(',', '.'))
    if (value >= 50 && value <= 6000) return { ok: true, hz: value }
    return { ok: false, message: 'A plucked blade sounds between 50 and 6000 Hz; check the figure.' }
  }
  return { ok: false, message: `“${text.trim()}” is not a pitch; write a note such as G5 or F#5 -12, or hertz such as 785.` }
}
