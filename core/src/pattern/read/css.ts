/**
 * The little of style sheets that drawings use: compound selectors of element, class and id, with descendants
 * and children. Anything cleverer is left out; the caller says so.
 */
export interface Styled {
  name: string
  id?: string
  classes: readonly string[]
  parent?: Styled
}
export interface Rule {
  matches(node: Styled): boolean
  weight: number
  declarations: Record<string, string>
}

/** The `wanted` of `name: value; …`; of two alike the later. */
export function declarations(text: string, wanted: ReadonlySet<string>): Record<string, string> {
  const out: Record<string, string> = {}
  for (let from = 0, end: number; from < text.length; from = end + 1) {
    end = text.indexOf(';', from)
    if (end < 0) end = text.length
    const colon = text.indexOf(':', from)
    if (colon < 0 || colon > end) continue
    const name = text.slice(from, colon).trim().toLowerCase()
    if (!wanted.has(name)) continue
    const value = text.slice(colon + 1, end)
    out[name] = (value.includes('!') ? value.replace(/!\s*important/i, '') : value).trim()
  }
  return out
}

const COMPOUND = /^(\*|[A-Za-z][\w-]*)?((?:[.#][\w-]+)*)$/

interface Compound {
  name?: string
  id?: string
  classes: string[]
  /** joined to the one before by > rather than by a blank */
  child: boolean
}

function compound(text: string, child: boolean): Compound | undefined {
  const m = COMPOUND.exec(text)
  if (!m) return undefined
  const marks = m[2]!.match(/[.#][\w-]+/g) ?? []
  return {
    name: m[1] && m[1] !== '*' ? m[1] : undefined,
    id: marks.find((s) => s[0] === '#')?.slice(1),
    classes: marks.filter((s) => s[0] === '.').map((s) => s.slice(1)),
    child,
  }
}

const fits = (node: Styled, c: Compound) =>
  (!c.name || c.name === node.name) && (!c.id || c.id === node.id) && c.classes.every((k) => node.classes.includes(k))

function holds(node: Styled, chain: Compound[], i = chain.length - 1): boolean {
  if (!fits(node, chain[i]!)) return false
  if (i === 0) return true
  if (chain[i]!.child) return node.parent !== undefined && holds(node.parent, chain, i - 1)
  for (let up = node.parent; up; up = up.parent) if (holds(up, chain, i - 1)) return true
  return false
}

/** Rules of a style sheet that say anything `wanted`, and whether one of them was beyond this reader. */
export function readStyles(css: string, wanted: ReadonlySet<string>): { rules: Rule[]; skipped: boolean } {
  const rules: Rule[] = []
  let skipped = false
  const plain = css.replace(/\/\*[\s\S]*?\*\//g, ' ').replace(/<!--|-->/g, ' ')
  for (const m of plain.matchAll(/([^{}]+)\{([^{}]*)\}/g)) {
    const said = declarations(m[2]!, wanted)
    if (!Object.keys(said).length) continue
    const heads = m[1]!.split(';').at(-1)!
    for (const selector of heads.split(',')) {
      const parts = selector
        .trim()
        .replace(/\s*>\s*/g, ' > ')
        .split(/\s+/)
      const chain: Compound[] = []
      let child = false
      let ok = parts[0] !== '' && parts.length <= 12
      for (const part of parts) {
        if (part === '>') child = true
        else {
          const c = compound(part, child)
          if (c) chain.push(c)
          else ok = false
          child = false
        }
      }
      if (!ok || !chain.length) {
        skipped = true
        continue
      }
      const weight = chain.reduce((w, c) => w + (c.id ? 10_000 : 0) + 100 * c.classes.length + (c.name ? 1 : 0), 0)
      rules.push({ matches: (node) => holds(node, chain), weight, declarations: said })
    }
  }
  // later rules win among equals: sort is stable
  return { rules: rules.sort((a, b) => a.weight - b.weight), skipped }
}
