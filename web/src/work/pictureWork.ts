import {
  bestCut,
  boxOfAll,
  evened,
  form,
  guessedCorners,
  join,
  linePath,
  placed,
  placeOn,
  rectified,
  ringPath,
  shades,
  softened,
  traced,
  type Box,
  type Drawing,
  type DrawnLine,
  type Gray,
  type Px,
  type Traced,
} from '@green-pitch/core/pattern'
import { transfer } from 'comlink'
import { bounded } from '@green-pitch/core'
import { pixelsOf } from './pixels'

/** How a sheet lies in a picture and what of it is ink, as the user sees and sets it. */
export interface Asked {
  /** its corners, or the whole picture's where it is no sheet seen aslant, px */
  corners: Px[]
  /** mm */
  size: [width: number, height: number]
  /** its corners are those of paper, which may be found more exactly */
  sheet: boolean
  /** undefined: the best found */
  cut?: number
  speck: number
  pen: number
  /** mm; ends of a broken line nearer than this are one */
  gap: number
}
export interface PictureLook extends Pick<Traced, 'specks' | 'strokes' | 'filled'> {
  /** the sheet seen straight from above, and the lines found on it, mm */
  image: ImageBitmap
  path: string
  lines: number
  box?: Box
  size: [number, number]
  cut: number
  bow: number
  /** lines that stay open all the same */
  open: number
  /** the paper's edges were found */
  found: boolean
}

const MOST = 12e6 // pixels that are looked at; larger pictures are made smaller
const TOO_MANY = 150e6 // pixels of a file no camera of a workshop makes: it would fill the memory before it is seen
const FINEST = 8 // pixels to a millimeter of the sheet
const TILE = 25 // mm by which the light is evened
const GLANCE = 4e7 // steps that looking for open lines may cost
const SCREEN = 2400 // pixels across of what is shown
const GRAIN = 0.8 // px by which grain is smoothed

/** A picture as it is looked at: no finer than a screen. */
function seen({ width, height, v }: Gray): Promise<ImageBitmap> {
  const step = Math.ceil(Math.max(width, height) / SCREEN)
  const [w, h] = [Math.floor(width / step), Math.floor(height / step)]
  const pixels = new Uint8ClampedArray(4 * w * h)
  const grays = new Uint32Array(pixels.buffer) // one write a pixel: red, green and blue alike, opaque
  for (let y = 0, k = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++) {
      let sum = 0
      for (let j = 0; j < step; j++) for (let i = 0; i < step; i++) sum += v[(y * step + j) * width + x * step + i]!
      grays[k] = 0xff000000 + 0x010101 * Math.round(255 * Math.min(1, Math.max(0, sum / step ** 2)))
    }
  return createImageBitmap(new ImageData(pixels, w, h))
}
/** Lines that end free, neither joined nor meeting others. */
function openLines(lines: readonly DrawnLine[], tolerance: number): number {
  if (!join(lines, 'both', tolerance).loose.length) return 0
  return bounded(GLANCE, (effort) => form(lines, { reading: 'lines', take: 'both', tolerance }, effort))?.loose.length ?? 0
}

/** What the worker does with a picture: core's work on it, and nothing of its own. */
export function pictureWorker() {
  let picture: Gray | undefined
  let sheet: { key: string; level: Gray; perMm: number; best: number; bow: number; found: boolean } | undefined
  let drawing: Drawing | undefined

  function straightened({ corners, size, sheet: paper }: Asked) {
    const key = JSON.stringify([corners, size, paper])
    if (sheet?.key === key) return sheet
    const from = picture!
    const at = paper ? placed(from, corners) : { corners, bow: 0, found: false }
    const side = Math.max(
      ...corners.map((c, i) => Math.hypot(c[0] - corners[(i + 1) % 4]![0], c[1] - corners[(i + 1) % 4]![1]) / size[i % 2]!),
    )
    const perMm = Math.min(FINEST, 1.2 * side, Math.sqrt(MOST / (size[0] * size[1])))
    const level = softened(evened(rectified(from, placeOn(from, at, size), size, perMm), TILE * perMm), GRAIN)
    return (sheet = { key, level, perMm, best: bestCut(level), bow: at.bow, found: at.found })
  }
  return {
    /** @returns its size and where a sheet seems to lie, px; or why it cannot be taken */
    async open(file: Blob): Promise<{ width: number; height: number; corners: Px[] } | string> {
      const read = await pixelsOf(file, {
        most: TOO_MANY,
        beyond: (most) => `${most} can be opened. Save it smaller.`,
        shrink: MOST,
        least: { px: 60, why: 'This picture is too small to find a line in it.' },
      })
      if (typeof read === 'string') return read
      const { width, height, data } = read.image
      picture = shades(data, width, height)
      sheet = drawing = undefined
      return { width, height, corners: guessedCorners(picture) }
    },
    /** What is found on the sheet as it is placed now. */
    async look(asked: Asked): Promise<PictureLook | undefined> {
      if (!picture) return undefined
      const { level, perMm, best, bow, found } = straightened(asked)
      const cut = asked.cut ?? best
      const t = traced(level, perMm, { cut, speck: asked.speck, pen: asked.pen })
      drawing = t.drawing
      const { lines } = t.drawing
      const image = await seen(level)
      const look = {
        image,
        path: lines.map((l) => (l.closed ? ringPath(l.points) : linePath(l.points))).join(''),
        lines: lines.length,
        open: openLines(lines, asked.gap),
        ...(lines.length && { box: boxOfAll(lines) }),
        size: asked.size,
        cut,
        bow,
        found,
        specks: t.specks,
        strokes: t.strokes,
        filled: t.filled,
      }
      return transfer(look, [image])
    },
    /** The lines looked at last. */
    taken: (): Drawing | undefined => drawing,
  }
}
export type PictureWork = ReturnType<typeof pictureWorker>
export const pictureWork = pictureWorker()
