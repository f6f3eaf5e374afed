/** What a file holds, by its first bytes: names lie. */
export type FileKind = 'svg' | 'dxf' | 'pdf' | 'gzip' | 'png' | 'jpeg'

/** First bytes, or what stands in the first thousand of them. */
const SIGNS: [kind: FileKind | { why: string }, ...signs: (string | number[] | RegExp)[]][] = [
  ['pdf', /^[\s\S]{0,900}%PDF-/],
  ['png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a]],
  ['jpeg', [0xff, 0xd8, 0xff]],
  ['gzip', [0x1f, 0x8b]],
  [{ why: 'this is an EPS or PostScript file. Open it in a drawing program and save it as SVG or PDF.' }, '%!PS', [0xc5, 0xd0, 0xd3, 0xc6]],
  [{ why: 'this is a ZIP archive. Unpack it and bring in the drawing itself.' }, [0x50, 0x4b, 3, 4]],
  [{ why: 'this is a GIF picture. Save it as PNG.' }, 'GIF8'],
  [{ why: 'this is a WebP picture. Save it as PNG or JPEG.' }, /^RIFF[\s\S]{4}WEBP/],
  [{ why: 'this is a TIFF picture. Save it as PNG.' }, [0x49, 0x49, 0x2a, 0], [0x4d, 0x4d, 0, 0x2a]],
  [{ why: 'this is a HEIC photograph. Save or send it as JPEG.' }, /^[\s\S]{4}ftyp(heic|heix|mif1|avif)/],
  [{ why: 'this is a web page, not a drawing. Save the drawing itself from it.' }, /^[\s\S]{0,3}\s*(<!doctype html|<html)/i],
  [
    { why: 'this is a drawing in a form only its own program reads. Save it there as SVG, DXF or PDF.' },
    /^AC10\d\d/,
    [0xd0, 0xcf, 0x11, 0xe0],
  ],
]

/**
 * @param head the first kilobyte of the file
 * @returns its kind, or why it cannot be taken and what to do
 */
export function fileKind(head: Uint8Array, name: string): { kind: FileKind } | { why: string } {
  if (!head.length) return { why: 'the file is empty.' }
  const text = Array.from(head.subarray(0, 1024), (b) => String.fromCharCode(b)).join('')
  const stands = (sign: string | number[] | RegExp) =>
    typeof sign === 'string' ? text.startsWith(sign) : Array.isArray(sign) ? sign.every((b, i) => head[i] === b) : sign.test(text)
  const found = SIGNS.find(([, ...signs]) => signs.some(stands))?.[0]
  if (found) return typeof found === 'string' ? { kind: found } : found
  if (/\.dxf$/i.test(name) || (/^\s*\d+\s*\r?\n\s*SECTION/.test(text) && !/\.svg$/i.test(name))) return { kind: 'dxf' }
  return { kind: 'svg' }
}
