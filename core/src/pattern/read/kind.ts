/** What a file holds, by its first bytes: names lie. */
export type FileKind = 'svg' | 'dxf' | 'pdf' | 'gzip' | 'png' | 'jpeg'

const SIGNS: [kind: FileKind | { why: string }, sign: RegExp][] = [
  ['pdf', /^[\s\S]{0,900}%PDF-/],
  ['png', /^\x89PNG\r\n/],
  ['jpeg', /^\xff\xd8\xff/],
  ['gzip', /^\x1f\x8b/],
  [{ why: 'this is an EPS or PostScript file. Open it in a drawing program and save it as SVG or PDF.' }, /^(\xc5\xd0\xd3\xc6|%!PS)/],
  [{ why: 'this is a ZIP archive. Unpack it and bring in the drawing itself.' }, /^PK\x03\x04/],
  [{ why: 'this is a GIF picture. Save it as PNG.' }, /^GIF8/],
  [{ why: 'this is a WebP picture. Save it as PNG or JPEG.' }, /^RIFF[\s\S]{4}WEBP/],
  [{ why: 'this is a TIFF picture. Save it as PNG.' }, /^(II\*\x00|MM\x00\*)/],
  [{ why: 'this is a HEIC photograph. Save or send it as JPEG.' }, /^[\s\S]{4}ftyp(heic|heix|mif1|avif)/],
  [{ why: 'this is a web page, not a drawing. Save the drawing itself from it.' }, /^(\xef\xbb\xbf)?\s*(<!doctype html|<html)/i],
  [{ why: 'this is a drawing in a form only its own program reads. Save it there as SVG, DXF or PDF.' }, /^(AC10\d\d|\xd0\xcf\x11\xe0)/],
]

/**
 * @param head the first kilobyte of the file
 * @returns its kind, or why it cannot be taken and what to do
 */
export function fileKind(head: Uint8Array, name: string): { kind: FileKind } | { why: string } {
  if (!head.length) return { why: 'the file is empty.' }
  const text = Array.from(head.subarray(0, 1024), (b) => String.fromCharCode(b)).join('')
  const found = SIGNS.find(([, sign]) => sign.test(text))?.[0]
  if (found) return typeof found === 'string' ? { kind: found } : found
  if (/\.dxf$/i.test(name) || (/^\s*\d+\s*\r?\n\s*SECTION/.test(text) && !/\.svg$/i.test(name))) return { kind: 'dxf' }
  return { kind: 'svg' }
}
